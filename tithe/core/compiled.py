"""The one door to Numba: scalar loops compiled to machine code, typed for the rest of the house.

Compiled code is kept on disk. Numba makes it anew when the function's own file changes, but not when a file
that it calls has changed; so it is kept in a folder named by the digest of all the kernels' sources, beside
them or, where that is read-only, in the user's cache. `NUMBA_CACHE_DIR` in the environment overrides that.
"""

from __future__ import annotations

import os
from collections.abc import Callable
from functools import cache
from hashlib import sha256
from pathlib import Path
from typing import Any, TypeVar, cast

import numba

F = TypeVar("F", bound=Callable[..., Any])
_OPTIONS: dict[str, Any] = {"cache": True, "nogil": True, "error_model": "numpy"}
"""``nogil``: other requests go on meanwhile; ``numpy``: a division by zero gives infinity, as in NumPy."""


def compiled(function: F) -> F:
    """A scalar function compiled at its first call; called and typed as it was written."""
    return _compiled(function, False)


def inlined(function: F) -> F:
    """The same for a few lines of arithmetic, which are put where they are called."""
    return _compiled(function, True)


def _compiled(function: F, inline: bool) -> F:
    if not os.environ.get("NUMBA_CACHE_DIR"):
        numba.config.CACHE_DIR = _folder()  # type: ignore[attr-defined]
    return cast(F, numba.njit(forceinline=inline, **_OPTIONS)(function))


@cache
def _folder() -> str:
    here = Path(__file__).parent
    sources = sorted(here.rglob("kernel/*.py"))
    digest = sha256(b"\0".join(source.read_bytes() for source in sources)).hexdigest()[:16]
    writable = os.access(here, os.W_OK)
    base = here / "__pycache__" if writable else Path.home() / ".cache" / "tithe"
    return str(base / f"kernels-{digest}")
