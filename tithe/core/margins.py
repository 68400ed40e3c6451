"""How far each of some lengths is from the nearest that will not do."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Mask, Real


def margins(safe: Mask, step_m: float) -> Real:
    """Of lengths an even step apart, (N,), m; 0 for one that will not do. Nothing is known beyond the bounds
    of the search, so there it is the least that it may be."""
    n = len(safe)
    wrong = np.concatenate(([-1], np.flatnonzero(~safe), [n]))
    nearest = np.abs(np.arange(n)[:, None] - wrong[None, :]).min(axis=1)
    return np.asarray(np.where(safe, nearest * step_m, 0.0))
