"""The phases that an SWR without its phase leaves open: where they are tried, and where more closely.

Γ where it was read is ρe^{jθ}; V and I at the feedpoint are linear in it, so the power there, and less so
much for a stated loss resistance, is A + |C| cos(θ + arg C): possible phases are the whole circle, one arc,
or none. A turn runs from 0 to 1 round the circle, or along the arc.

`PHASES` even turns come first; medians are taken over them. At a high SWR a figure peaks within 2/SWR
radians, which even turns miss: `turning_points` puts more where a figure turns, by the vertex of a parabola
through the extreme and its neighbours (through the inverse for a maximum of a positive figure, which is a
parabola nearly exactly where the figure peaks as 1/(b − cos θ)).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.twoport import Port

PHASES = 72
ROUNDS = 4
REFINED_FROM_SWR = 5.0
DIPS = 1
_ALIKE = 0.006  # of a peak's width, turns nearer than this are one


def evenly(values: NDArray[Any]) -> NDArray[Any]:
    """The rows of even turns of an array ``(P, F)``; one of shape ``(F,)`` as it is."""
    return values[:PHASES] if np.ndim(values) > 1 and len(values) > PHASES else values


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


def turning_points(turns: Real, figures: list[Real], ratio: Real) -> Real | None:
    """More turns ``(E, F)`` at the extremes of figures ``(P, F)``; None where there is nothing to add.

    ``turns`` (P, F) in any order; ``ratio`` (F,): the SWR, from `REFINED_FROM_SWR` on even turns are too few.
    """
    order = np.argsort(turns, axis=0)
    sorted_turns = np.take_along_axis(turns, order, axis=0)
    stack = np.take_along_axis(np.stack(figures), order[None], axis=1)
    found: list[list[float]] = []
    for k in range(turns.shape[1]):
        if ratio[k] < REFINED_FROM_SWR:
            found.append([])
            continue
        alike = _ALIKE / min(float(ratio[k]), 1e4)
        new = _vertices(sorted_turns[:, k], stack[:, :, k])
        near = np.abs(new[:, None] - sorted_turns[None, :, k]).min(axis=1, initial=np.inf)
        found.append(np.unique(np.round(new[near > alike] / alike) * alike).tolist())
    most = max(map(len, found), default=0)
    if most == 0:
        return None
    return np.array([new + [float(turns[0, k])] * (most - len(new)) for k, new in enumerate(found)]).T


def _vertices(x: Real, figures: Real) -> Real:
    """Where each figure (N, P) may be more extreme than at the turns x (P,): at its two farthest dips and
    crests."""
    around = np.concatenate(([x[-1] - 1], x, [x[0] + 1]))
    values = np.concatenate((figures[:, -1:], figures, figures[:, :1]), axis=1)
    rows = np.repeat(np.arange(len(figures)), DIPS)
    new = []
    for sign in (1.0, -1.0):
        y = sign * values
        dip = (y[:, 1:-1] <= y[:, :-2]) & (y[:, 1:-1] <= y[:, 2:])
        k = np.argsort(np.where(dip, y[:, 1:-1], np.inf), axis=1)[:, :DIPS].ravel() + 1
        a, b, c = y[rows, k - 1], y[rows, k], y[rows, k + 1]
        xa, xb, xc = around[k - 1], around[k], around[k + 1]
        if sign < 0:  # a crest of a positive figure, through its inverse
            positive = (a < 0) & (b < 0) & (c < 0)
            with np.errstate(divide="ignore", invalid="ignore"):
                a, b, c = (np.where(positive, -1 / one, one) for one in (a, b, c))
        with np.errstate(divide="ignore", invalid="ignore"):
            rise, fall = (b - a) * (xb - xc), (b - c) * (xb - xa)
            vertex = xb - 0.5 * ((xb - xa) * fall - (xb - xc) * rise) / (fall - rise)
        inside = np.isfinite(vertex) & (vertex > xa) & (vertex < xc)
        there = dip[rows, k - 1]
        new.append(vertex[inside & there])
        for end in (xa, xc):  # a cusp is no parabola: its bracket is cut to a third
            new += [(xb + (end - xb) * share)[there] for share in (1 / 3, 2 / 3)]
    return np.concatenate(new) % 1.0
