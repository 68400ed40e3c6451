"""The setting to take, of a tuner that may make several networks: the one that puts most out, and of those
that do alike the one that bears most.

Networks that lose alike to a hundredth of a dB may bear 86 or 597 W. So among settings within 0.05 dB of the
best the one is taken whose elements bear most; and where the power that goes in is known, what is not borne
counts as lost.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Real
from tithe.core.parts.tuner.kernel.matching import Goal
from tithe.core.parts.tuner.ladder import LEAST_LOSS, Bearing, Ladder

ALIKE_DB = 0.05
"""Settings that lose no more over the best are alike."""
_AMPLY = 4.0
"""Times the power that goes in: a curve of settings is not searched for one that bears still more."""


class Best:
    """The best of several networks for each of N loads: form (N,), values (3, N), and the score that is
    least."""

    def __init__(self, count: int) -> None:
        self.form: NDArray[np.intp] = np.zeros(count, dtype=np.intp)
        self.score: Real = np.full(count, np.inf)
        self.stress: Real = np.full(count, np.inf)
        self.values: Real = np.zeros((3, count))

    def take(self, form: int, score: Real, values: Real, stress: Real | None = None) -> None:
        """A network's scores and values, where they are better."""
        better = score < self.score
        self.form[better], self.score[better] = form, score[better]
        self.values[:, better] = values[:, better]
        if stress is not None:
            self.stress[better] = stress[better]


def best_match(
    ladders: Sequence[Ladder], freq_hz: Real, z_ohm: Complex, r0_ohm: float, bearing: Bearing | None
) -> Best:
    """Of flat loads (N,); a score of infinity where nothing matches. ``bearing`` None: the least loss alone,
    as no rating or no power is known."""
    if bearing is None:
        return searched(ladders, freq_hz, z_ohm, r0_ohm, LEAST_LOSS)
    best = searched(ladders, freq_hz, z_ohm, r0_ohm, bearing.least_loss)
    matched, curved = np.isfinite(best.score), any(ladder.far is not None for ladder in ladders)
    over = np.flatnonzero(matched & (best.stress * bearing.power_w > 1))
    if over.size:
        best.score[over] *= bearing.power_w * best.stress[over]
        _put(best, over, searched(ladders, freq_hz[over], z_ohm[over], r0_ohm, bearing.most_out))
    ample = curved & (best.stress * _AMPLY * bearing.power_w < 1)
    strained = np.flatnonzero(matched & (best.stress > 0) & ~ample)
    if strained.size:
        allowed = best.score[strained] * 10 ** (ALIKE_DB / 10)
        again = searched(ladders, freq_hz[strained], z_ohm[strained], r0_ohm, bearing.most_borne(allowed))
        best.score[strained] = best.stress[strained]
        _put(best, strained, again)
    return best


def searched(ladders: Sequence[Ladder], freq_hz: Real, z_ohm: Complex, r0_ohm: float, goal: Goal) -> Best:
    """The best of all networks by one goal."""
    best = Best(len(z_ohm))
    for k, ladder in enumerate(ladders):
        setting = ladder.match(freq_hz, z_ohm, r0_ohm, goal)
        best.take(k, setting.score, setting.values, setting.stress)
    return best


def _put(best: Best, at: NDArray[np.intp], again: Best) -> None:
    """What was found anew for some loads, where it is better."""
    better = again.score < best.score[at]
    target = at[better]
    best.form[target], best.values[:, target] = again.form[better], again.values[:, better]
    best.score[target], best.stress[target] = again.score[better], again.stress[better]
