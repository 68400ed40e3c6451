"""Open line between antenna and tuner: which length of wire goes with which length of feedline.

Each alone hides the other: a wire whose feedpoint is at an extreme may be a fine load behind another eighth
of a wave of line. So both are varied, and what counts is what leaves on the weakest band at the power that is
borne: reach alone would take a pair at which the tuner bears next to nothing.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Mask, Real
from tithe.core.bearable import BORNE
from tithe.core.choose.grid import question
from tithe.core.choose.lengths import safe_lengths
from tithe.core.cost import Pause, go_on
from tithe.core.planning.lengths import Trial
from tithe.core.station import Band, counted_bands

_NEAR = 0.95
"""Of the most watts on the weakest band: pairs that give so much are alike, and go by their room."""
_ONE_DB = 10**-0.1


@dataclass(frozen=True)
class Tried:
    """A length of wire with each of L lengths of the main run on B bands, (L, B): as of
    `tithe.core.choose.lengths.Lengths`."""

    reached: Mask
    bears_w: Real
    sky_w: Real


@dataclass(frozen=True)
class Pairs:
    """A wire of ``wire_m`` (N,) with a main run of ``line_m`` (L,): ``reached``, ``bears_w`` and ``sky_w``,
    (N, L, B), as of `tithe.core.choose.lengths.Lengths`."""

    field: str
    bands: tuple[Band, ...]
    power_w: float
    wire_m: Real
    line_m: Real
    reached: Mask
    bears_w: Real
    sky_w: Real

    @property
    def suits(self) -> Mask:
        """Whether the tuner reaches a band from edge to edge and the radio's power is borne, (N, L, B)."""
        return np.asarray(self.reached & (self.bears_w >= BORNE * self.power_w))

    @property
    def count(self) -> Real:
        """How many bands are suited, (N, L)."""
        return np.asarray(self.suits.sum(axis=-1))

    @cached_property
    def _counted(self) -> NDArray[np.intp]:
        return counted_bands(self.bands)

    @cached_property
    def weakest_w(self) -> Real:
        """What leaves on the weakest band that counts, (N, L), W."""
        return np.asarray(self.sky_w[..., self._counted].min(axis=-1))

    @property
    def least_borne_w(self) -> Real:
        """The power that is borne on every band that counts, (N, L), W."""
        return np.asarray(self.bears_w[..., self._counted].min(axis=-1))

    def weakest_band(self, n: int, k: int) -> int:
        """Where that is."""
        return int(self._counted[np.argmin(self.sky_w[n, k, self._counted])])

    @property
    def room(self) -> Real:
        """How many steps each pair is from the nearest that gives the weakest band 1 dB less than the best
        pair does, or was not tried, (N, L); 0 for those that do themselves."""
        left = np.pad(self.weakest_w >= _ONE_DB * self.weakest_w.max(), 1)
        steps = np.zeros(self.weakest_w.shape, dtype=int)
        while left.any():
            steps += left[1:-1, 1:-1]
            rows = left[:-2] & left[1:-1] & left[2:]
            left = np.pad(rows[:, :-2] & rows[:, 1:-1] & rows[:, 2:], 1)
        return steps

    @property
    def best(self) -> tuple[int, int]:
        """Of the pairs that give their weakest band most, or next to it, the one with most room; of these the
        one that gives most."""
        near = self.weakest_w >= _NEAR * self.weakest_w.max()
        room = np.where(near, self.room, -1)
        best = np.where(room == room.max(), self.weakest_w, -1.0)
        n, k = np.unravel_index(int(np.argmax(best)), best.shape)
        return int(n), int(k)


def pairs(trial: Trial, low_m: float, high_m: float, count: int, pause: Pause = go_on) -> Iterator[Tried]:
    """Each length of the wire in turn with each of ``count`` lengths of the main run. Raises `InputError`
    without a tuner, or a line behind it."""
    step = (high_m - low_m) / (count - 1)
    for antenna in trial.antennas(pause):
        seen = question(replace(trial.station, antenna=antenna, bands=trial.bands))
        lengths = safe_lengths(seen, low_m, high_m + step / 2, step, pause)
        yield Tried(lengths.reached, lengths.bears_w, lengths.sky_w)
