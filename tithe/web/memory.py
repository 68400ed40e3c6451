"""What large questions leave behind is given back to the system: the C library keeps it otherwise, once for
every thread."""

from __future__ import annotations

import ctypes
from contextlib import suppress
from functools import cache

_ARENAS, _MOST_ARENAS = -8, 2
"""glibc's number for how many pools of memory there are, and how many are enough here."""


@cache
def _library() -> ctypes.CDLL | None:
    """The C library, where it is one that can be asked."""
    with suppress(OSError, AttributeError):
        library = ctypes.CDLL("libc.so.6")
        library.mallopt(_ARENAS, _MOST_ARENAS)
        return library
    return None


def few_pools() -> None:
    """Before there are threads: few pools between them."""
    _library()


def give_back() -> None:
    """What nobody holds any more."""
    if (library := _library()) is not None:
        library.malloc_trim(0)
