"""The one door to Numba: scalar loops compiled to machine code, typed for the rest of the house.

Compiled code is kept on disk. Numba makes it anew when the function's own file changes, but not when a file
that it calls has changed; so it is kept in a folder named by the digest of all the kernels' sources, beside
them or, where that is read-only, in the user's cache, else in the data folder, else nowhere: then every start
compiles anew. `NUMBA_CACHE_DIR` in the environment overrides that.
"""

from __future__ import annotations

import os
from collections.abc import Callable
from contextlib import suppress
from functools import cache
from hashlib import sha256
from pathlib import Path
from tempfile import NamedTemporaryFile
from typing import Any, TypeVar, cast

import numba
import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.complex128]
F = TypeVar("F", bound=Callable[..., Any])
_OPTIONS: dict[str, Any] = {"nogil": True, "error_model": "numpy"}
"""``nogil``: other requests go on meanwhile; ``numpy``: a division by zero gives infinity, as in NumPy."""


def compiled(function: F) -> F:
    """A scalar function compiled at its first call; called and typed as it was written."""
    return _compiled(function, False)


def inlined(function: F) -> F:
    """The same for a few lines of arithmetic, which are put where they are called."""
    return _compiled(function, True)


def _compiled(function: F, inline: bool) -> F:
    folder = _folder()
    if folder:
        numba.config.CACHE_DIR = folder  # type: ignore[attr-defined]
    return cast(F, numba.njit(forceinline=inline, cache=bool(folder), **_OPTIONS)(function))


def kept(name: str, sources: tuple[str, ...], make: Callable[[], Array]) -> Array:
    """What ``make`` gives, kept on disk beside the compiled code where that is, for as long as the files
    ``sources`` stay as they are."""
    folder = _folder()
    place = Path(folder) / f"{name}-{_digest(sources)}.npy"
    with suppress(OSError, ValueError, EOFError):
        if folder:
            return cast(Array, np.load(place, allow_pickle=False))
    made = make()
    with suppress(OSError):
        if folder:
            place.parent.mkdir(parents=True, exist_ok=True)
            with NamedTemporaryFile(dir=place.parent, suffix=".npy", delete=False) as file:
                np.save(file, made)
            Path(file.name).replace(place)
    return made


@cache
def _digest(sources: tuple[str, ...]) -> str:
    return sha256(b"\0".join(Path(source).read_bytes() for source in sources)).hexdigest()[:12]


def kernels_stay() -> bool:
    """Whether compiled code is kept on disk."""
    return bool(_folder())


def kept_kernels() -> bool:
    """Whether any of these kernels is there already."""
    return kernels_stay() and any(Path(_folder()).rglob("*.nbi"))


@cache
def _folder() -> str:
    """Where compiled code is kept; "": nowhere."""
    if named := os.environ.get("NUMBA_CACHE_DIR"):
        return named
    here = Path(__file__).parent
    sources = sorted(here.rglob("kernel/*.py"))
    digest = sha256(b"\0".join(source.read_bytes() for source in sources)).hexdigest()[:16]
    homes = [here / "__pycache__"]
    with suppress(RuntimeError):  # nobody's home
        homes.append(Path.home() / ".cache" / "tithe")
    if data := os.environ.get("TITHE_DATA"):
        homes.append(Path(data).absolute() / "kernels")
    return next((str(home / f"kernels-{digest}") for home in homes if _writable(home)), "")


def _writable(home: Path) -> bool:
    """Whether files can be made there, rights and disk allowing."""
    try:
        home.mkdir(parents=True, exist_ok=True)
        with NamedTemporaryFile(dir=home):
            return True
    except OSError:
        return False
