"""Array types used throughout the core, and safe decibels."""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import NDArray

Real = NDArray[np.float64]
"""Real array over frequency: shape ``(F,)``, or ``(..., F)`` for many cases at once."""
Complex = NDArray[np.complex128]
"""Complex array of the same shapes."""
Mask = NDArray[np.bool_]
"""Boolean array of the same shapes."""

DB_PER_NEPER = 20.0 / np.log(10.0)
"""1 Np = 8.6859 dB."""


def decibels(ratio: Any) -> Real:
    """10 log10 of a power ratio ≥ 0; a ratio of 0 gives −inf, without a warning."""
    with np.errstate(divide="ignore"):
        return np.asarray(10.0 * np.log10(np.asarray(ratio, dtype=np.float64)))


def quotient(above: Any, below: Any, where_zero: float) -> Real:
    """``above / below`` with the stated value where ``below`` is 0; never a warning."""
    with np.errstate(divide="ignore", invalid="ignore"):
        share = np.divide(above, below, dtype=np.float64)
    return np.where(np.equal(below, 0), where_zero, share)
