"""Where Numba keeps a kernel's machine code: by its place in the core, wherever the core stands on disk. So
another checkout or a new version whose kernels are the same finds what was compiled before."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any

import numba
from numba.core.caching import UserProvidedCacheLocator

_CORE = Path(__file__).parent


class ByPlaceInCore(UserProvidedCacheLocator):
    """Below the folder that Numba was given; by its own rule the file's whole path would count."""

    def __init__(self, py_func: Callable[..., Any], py_file: str) -> None:
        super().__init__(py_func, py_file)  # type: ignore[no-untyped-call]
        room = Path(py_file).parent.relative_to(_CORE)
        self._cache_path = str(Path(numba.config.CACHE_DIR) / room)  # type: ignore[attr-defined]
