"""The one door to Numba: scalar loops compiled to machine code, typed for the rest of the house.

Compiled code is kept on disk. Numba makes it anew when the function's own file changes, but not when a file
that it calls has changed; so it is kept in a folder named by the digest of all the kernels' sources, in the
user's cache or, where that cannot be written, beside them, else in the data folder, else nowhere: then every
start compiles anew. `NUMBA_CACHE_DIR` in the environment overrides that.

Numba itself is loaded at the first call that needs it, since that takes longer than what a command has to
compute.
"""

from __future__ import annotations

import os
from collections.abc import Callable
from contextlib import suppress
from functools import cache, update_wrapper
from hashlib import sha256
from pathlib import Path
from tempfile import NamedTemporaryFile
from threading import RLock
from typing import Any, TypeVar, cast

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.complex128]
F = TypeVar("F", bound=Callable[..., Any])
_OPTIONS: dict[str, Any] = {"nogil": True, "error_model": "numpy"}
"""``nogil``: other requests go on meanwhile; ``numpy``: a division by zero gives infinity, as in NumPy."""


def compiled(function: F) -> F:
    """A scalar function compiled at its first call; called and typed as it was written."""
    return cast(F, _Kernel(function, False).soonest())


def compiled_for_many(function: F) -> F:
    """The same, but interpreted for few numbers while Numba is not loaded: its work grows as they do."""
    return cast(F, _Kernel(function, False, _FEW).soonest())


def inlined(function: F) -> F:
    """The same for a few lines of arithmetic, which are put where they are called."""
    return cast(F, _Kernel(function, True).soonest())


_FEW = 5000
"""Numbers of all arguments together, up to which Numba is not loaded for a call."""
_waiting: list[_Kernel] = []
_loading = RLock()
_loaded = False


class _Kernel:
    """A function that loads Numba at its first call, and is interpreted for ``few`` numbers before."""

    def __init__(self, function: Callable[..., Any], inline: bool, few: int = 0) -> None:
        self.py_func, self._inline, self._few = function, inline, few
        self._dispatcher: Callable[..., Any] | None = None
        update_wrapper(self, function)

    def __call__(self, *args: Any) -> Any:
        if self._dispatcher is None:
            if not _loaded and self._inline:  # by one that is interpreted
                return self.py_func(*args)
            if not _loaded and self._few and sum(np.size(arg) for arg in args) <= self._few:
                with np.errstate(all="ignore"):  # as the compiled code, which tells no warnings
                    return self.py_func(*args)
            _load()
            assert self._dispatcher is not None  # all that waited are compiled
        return self._dispatcher(*args)

    def soonest(self) -> Any:
        """Itself, or what is compiled where Numba is loaded already."""
        with _loading:
            if _loaded:
                return self.dispatcher()
            _waiting.append(self)
            return self

    def dispatcher(self) -> Callable[..., Any]:
        """Numba's, which compiles at its own first call."""
        import numba

        folder = _folder()
        if folder:
            numba.config.CACHE_DIR = folder  # type: ignore[attr-defined]
            by_place = "tithe.core.kernel_place.ByPlaceInCore"
            numba.config.CACHE_LOCATOR_CLASSES = by_place  # type: ignore[attr-defined]
        compiler = numba.njit(forceinline=self._inline, cache=bool(folder), **_OPTIONS)
        self._dispatcher = cast(Callable[..., Any], compiler(self.py_func))
        return self._dispatcher

    def bind(self) -> None:
        """Let the function call other kernels by what is compiled of them."""
        names = self.py_func.__globals__
        for name, value in list(names.items()):
            if isinstance(value, _Kernel):
                names[name] = value._dispatcher


def _load() -> None:
    """Load Numba, and compile all kernels at their first call from then on."""
    global _loaded
    with _loading:
        _loaded = True
        for kernel in _waiting:
            kernel.dispatcher()
        for kernel in _waiting:
            kernel.bind()
        _waiting.clear()


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
    beside = Path(__file__).parent
    sources = sorted(beside.rglob("kernel/*.py"))
    digest = sha256(b"\0".join(source.read_bytes() for source in sources)).hexdigest()[:16]
    homes = [beside / "__pycache__"]
    with suppress(RuntimeError):  # nobody's home
        homes.insert(0, Path.home() / ".cache" / "tithe")
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
