"""A mixture of normal distributions: what is left of a figure where several suppositions are."""

from __future__ import annotations

import numpy as np
from scipy.special import ndtr

from tithe.core.arrays import Real
from tithe.core.intervals import SIGMAS, Interval

Mixture = tuple[Real, Real, Real]
"""Middles and spreads of its parts, (H, ...), and their shares, (H,)."""


def quantile(middles: Real, spreads: Real, shares: Real, share: float) -> Real:
    """Below which a ``share`` lies of a mixture along the first axis, by halving; ``shares`` broadcast."""
    low, high = (middles - 6 * spreads).min(axis=0), (middles + 6 * spreads).max(axis=0)
    spreads = np.maximum(spreads, 1e-9)
    for _ in range(50):
        half = (low + high) / 2
        below = (shares * ndtr((half - middles) / spreads)).sum(axis=0) < share
        low, high = np.where(below, half, low), np.where(below, high, half)
    return np.asarray((low + high) / 2)


def interval(middles: Real, spreads: Real, shares: Real) -> Interval[Real]:
    """Least, middle and most of nineteen cases in twenty."""
    return Interval(*(quantile(middles, spreads, shares, float(ndtr(x))) for x in (-SIGMAS, 0.0, SIGMAS)))


def information(before: Mixture, after: Mixture, grid: Real) -> Real:
    """How much the second tells beyond the first, nats, for each figure: ∫ q ln(q/p) over an even grid."""
    p, q = (_density(*mixture, grid) for mixture in (before, after))
    return np.asarray((q * np.log(q / p)).sum(axis=0))


def _density(middles: Real, spreads: Real, shares: Real, grid: Real) -> Real:
    """Shares of the grid's points (G, ...), none of them nothing."""
    wide = np.hypot(spreads, grid[1] - grid[0])
    bells = np.exp(-0.5 * ((grid.reshape(-1, 1, 1) - middles) / wide) ** 2) / wide
    dense = (shares[:, None] * bells).sum(axis=1) + 1e-6
    return np.asarray(dense / dense.sum(axis=0))
