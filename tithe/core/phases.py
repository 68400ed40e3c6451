"""The phases that an SWR without its phase leaves open: where they are tried, and where more closely.

Γ where it was read is ρe^{jθ}; V and I at the feedpoint are linear in it, so the power there, and less so
much for a stated loss resistance, is A + |C| cos(θ + arg C): possible phases are the whole circle, one arc,
or none. A turn runs from 0 to 1 round the circle, or along the arc.

`PHASES` even turns come first; medians are taken over them. At a high SWR a figure peaks within 2/SWR
radians, which even turns miss: `turning_points` puts more where a figure turns (`tithe.core.kernel.turning`),
and `telling` keeps those that tell an extreme.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.kernel.turning import next_turns
from tithe.core.twoport import Port

PHASES = 72
ROUNDS = 4
REFINED_FROM_SWR = 5.0
_ALIKE = 0.006  # of a peak's width, turns nearer than this are one


def evenly(values: NDArray[Any]) -> NDArray[Any]:
    """The rows of even turns of an array ``(P, F)``; one of shape ``(F,)`` as it is."""
    return values[:PHASES] if np.ndim(values) > 1 and len(values) > PHASES else values


def middle(values: NDArray[Any], k: int) -> float:
    """The median over the even turns of an array ``(P, F)`` at the k-th frequency; of one ``(F,)`` its
    value."""
    spread = evenly(values)[..., k]
    return float(spread if spread.ndim == 0 else np.median(spread))


@dataclass(frozen=True)
class OpenPhases:
    """Γ at the angles ``start`` + ``width``·turn; ``whole`` circles have no ends. All of shape ``(F,)``.

    ``still`` and ``turning``: the feedpoint's phasors are still + turning·e^{jθ}.
    """

    still: Port
    turning: Port
    start: Real
    width: Real
    whole: Mask

    def port(self, turns: Real) -> Port:
        """V and I at the feedpoint for turns ``(P, F)``."""
        e: Complex = np.exp(1j * (self.start + self.width * turns))
        return Port(self.still.v + self.turning.v * e, self.still.i + self.turning.i * e)

    def even_turns(self) -> Real:
        """PHASES of them, ``(P, F)``; of an arc both ends (the last one twice) and the middle."""
        count = np.arange(PHASES)[:, None]
        return np.where(self.whole, count / PHASES, np.minimum(count, PHASES - 2) / (PHASES - 2))


def open_phases(still: Port, turning: Port, loss_ohm: Real | float) -> tuple[OpenPhases, Mask]:
    """The phases at which a passive antenna with at least ``loss_ohm`` of resistance shows that Γ, and
    whether there are any (F,)."""
    level = still.power_w + turning.power_w
    level = level - loss_ohm * (np.abs(still.i) ** 2 + np.abs(turning.i) ** 2)
    swing = (
        turning.v * still.i.conj() + still.v.conj() * turning.i - 2 * loss_ohm * turning.i * still.i.conj()
    )
    size = np.abs(swing)
    slack = 1e-12 * (np.abs(still.v * still.i) + np.abs(turning.v * turning.i))
    rounding = 1e4 * slack  # a bare end, read to the last digit, is still one
    whole = np.asarray(level >= size - slack)
    half = np.arccos(np.clip(-level / np.where(size > 0, size, 1.0), -1.0, 1.0))
    start = np.where(whole, 0.0, -np.angle(swing) - half)
    width = np.where(whole, 2 * np.pi, 2 * half)
    return OpenPhases(still, turning, start, width, whole), np.asarray(whole | (level >= -size - rounding))


def turning_points(turns: Real, figures: Real, ratio: Real) -> Real | None:
    """More turns ``(E, F)`` at the extremes of figures ``(N, P, F)``; None where there is nothing to add.

    ``turns`` (P, F) in any order; ``ratio`` (F,): the SWR, from `REFINED_FROM_SWR` on even turns are too few.
    """
    alike = np.where(ratio < REFINED_FROM_SWR, 0.0, _ALIKE / np.minimum(ratio, 1e4))
    turns_there, counts = next_turns(np.ascontiguousarray(turns), np.ascontiguousarray(figures), alike)
    most = int(counts.max())
    return np.where(np.arange(most)[:, None] < counts, turns_there[:most], turns[0]) if most else None


def telling(turns: Real, figures: Real) -> Real:
    """The turns ``(R, F)`` to keep: the even ones, and of the others those at the extremes of the figures
    ``(N, P, F)``; where a frequency has fewer, its first again."""
    order = np.argsort(turns, axis=0)
    ordered = np.take_along_axis(figures, order[None], axis=1)
    ends = np.concatenate((ordered.argmin(axis=1), ordered.argmax(axis=1)))  # (2N, F)
    kept = np.zeros(turns.shape, dtype=bool)
    np.put_along_axis(kept, np.take_along_axis(order, ends, axis=0), True, axis=0)
    kept[:PHASES] = True
    rows = np.argsort(~kept, axis=0, kind="stable")[: int(kept.sum(axis=0).max())]
    chosen = np.take_along_axis(turns, rows, axis=0)
    return np.where(np.take_along_axis(kept, rows, axis=0), chosen, turns[0])
