"""From what to what losses are, by what readings leave of the unknowns.

By the slopes, where they tell little; where a loss may be four times as much or a quarter, the station is
solved with the unknowns drawn from what is left of them: at a |Γ| near 1 a straight line through one value
says nothing of the others.
"""

from __future__ import annotations

import numpy as np
from scipy.special import ndtr

from tithe.core.arrays import Real
from tithe.core.intervals import SIGMAS, Interval
from tithe.core.log.explain import Linear, log_loss_of

_STRAIGHT = np.log(4.0)
_DRAWN = 200
_FARTHEST = 4.0


def spread(found: Linear) -> Interval[Real]:
    """Of each lossy part by frequency (P, F), dB: least, middle and most of nineteen cases in twenty."""
    off = SIGMAS * np.sqrt(found.loss_variance(found.covariance))
    return found.loss_db(SIGMAS) if (off < _STRAIGHT).all() else _drawn(found)


def _drawn(found: Linear) -> Interval[Real]:
    model = found.model
    parts, freqs = len(model.unknowns.parts), len(model.freq_hz)
    rng = np.random.default_rng(0)
    root = np.linalg.cholesky(found.covariance + 1e-9 * np.eye(len(found.best)))
    values = found.best + rng.normal(size=(_DRAWN, len(found.best))) @ root.T
    logs = []
    for value in np.clip(values, -_FARTHEST, _FARTHEST):
        own = value[1 : 1 + parts]
        re, im = value[1 + parts : 1 + parts + 2 * freqs].reshape(2, freqs)
        logs.append(log_loss_of(model.solved(own, re + 1j * im)))
    return Interval(*np.exp(np.quantile(logs, ndtr([-SIGMAS, 0.0, SIGMAS]), axis=0)))
