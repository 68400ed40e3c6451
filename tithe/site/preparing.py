"""Kernels made ready beside serving. On a fresh machine that takes a minute, in which the first answers wait
for their own kernels only; every answer of the API says so, and the page whoever waits."""

from __future__ import annotations

import logging
import sys
from threading import Event, Timer

from tithe.core.compiled import kept_kernels, kernels_stay
from tithe.core.warm import warm

HEADER = "X-Tithe-Compiling"
_LATER_S = 5.0
"""Kernels kept on disk are loaded once the first questions have had their turn; each needs a few of them."""
_compiling = Event()


def in_background() -> None:
    """Begin with it; kernels kept on disk are only loaded."""
    if not kept_kernels():
        _compiling.set()
        print("The search kernels are compiled meanwhile; first answers wait for that.", file=sys.stderr)
    if not kernels_stay():
        print("They cannot be kept on this machine’s disk: every start compiles them.", file=sys.stderr)
    begun = Timer(0.0 if compiling() else _LATER_S, _prepare)
    begun.daemon = True
    begun.start()


def compiling() -> bool:
    """Whether answers may wait for a kernel that was not on disk."""
    return _compiling.is_set()


def _prepare() -> None:
    try:
        warm()
    except Exception:
        logging.getLogger("tithe").exception("making the kernels ready")
    finally:
        _compiling.clear()
