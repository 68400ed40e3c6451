"""How noisy a sweep is, from itself.

A sweep that is fine enough is smooth over some points, so its n-th difference holds nearly nothing but noise:
of independent noise with standard deviation σ on each part of Γ it has a standard deviation σ√C(2n, n). The
median over all places leaves out the dips, where the sweep itself bends most; noise gives the same at every
n, a bend does not, so the least of them is the noise. A sweep of a few points has no places to spare and
counts as without noise.
"""

from __future__ import annotations

from math import comb
from typing import Any

import numpy as np

from tithe.core.arrays import Real
from tithe.core.sweep.sweep import Sweep

_FEWEST = 40
_MEDIAN_OF_RAYLEIGH = 1.1774  # of the length of a two-part normal deviate, in σ
_MEDIAN_OF_HALF_NORMAL = 0.6745


def noise_at(sweep: Sweep) -> Real:
    """Standard deviation of the noise in each part of Γ at each point: shape ``(F,)``."""
    if sweep.noise is not None:
        return sweep.noise
    return np.full(len(sweep.freq_hz), noise_of(sweep))


def noise_of(sweep: Sweep) -> float:
    """Standard deviation of the noise in each part of Γ (in |Γ|, without phase); 0 for few points.

    >>> rng = np.random.default_rng(1)
    >>> from tithe.core.sweep.sweep import with_phase
    >>> flat = with_phase(np.linspace(7e6, 8e6, 2001), 0.5 + 0.01 * (rng.normal(size=2001) + 0j))
    >>> 0.004 < noise_of(flat) < 0.012
    True
    """
    if len(sweep.freq_hz) < _FEWEST:
        return 0.0
    values: Any = sweep.rho if sweep.gamma is None else sweep.gamma
    typical = _MEDIAN_OF_HALF_NORMAL if sweep.gamma is None else _MEDIAN_OF_RAYLEIGH
    bends = [float(np.median(np.abs(np.diff(values, n=n)))) / np.sqrt(comb(2 * n, n)) for n in range(3, 9)]
    return float(min(bends)) / typical
