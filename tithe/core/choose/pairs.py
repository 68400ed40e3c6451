"""Open line between antenna and tuner: which length of wire goes with which length of feedline.

Each alone hides the other: a wire whose feedpoint is at an extreme may be a fine load behind another eighth
of a wave of line. So both are varied.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.choose.grid import question
from tithe.core.choose.lengths import safe_lengths
from tithe.core.cost import Pause, go_on
from tithe.core.station import Band
from tithe.core.wires.lengths import Trial


@dataclass(frozen=True)
class Pairs:
    """``reached`` (N, L, B): whether the tuner reaches a band from edge to edge with a wire of ``wire_m``
    (N,) and a main run of ``line_m`` (L,)."""

    field: str
    bands: tuple[Band, ...]
    wire_m: Real
    line_m: Real
    reached: Mask

    @property
    def count(self) -> Real:
        """How many bands, (N, L)."""
        return np.asarray(self.reached.sum(axis=-1))

    @property
    def room(self) -> Real:
        """How many steps each pair is from the nearest that reaches fewer bands than the best or was not
        tried, (N, L); 0 for those that do themselves."""
        left = np.pad(self.count == self.count.max(), 1)
        steps = np.zeros(self.count.shape, dtype=int)
        while left.any():
            steps += left[1:-1, 1:-1]
            rows = left[:-2] & left[1:-1] & left[2:]
            left = np.pad(rows[:, :-2] & rows[:, 1:-1] & rows[:, 2:], 1)
        return steps

    @property
    def best(self) -> tuple[int, int]:
        """The pair that reaches most bands and has most room round it."""
        n, k = np.unravel_index(int(np.argmax(self.room)), self.room.shape)
        return int(n), int(k)


def pairs(asked: Trial, low_m: float, high_m: float, count: int, pause: Pause = go_on) -> Iterator[Mask]:
    """For each length of the wire in turn whether a band is reached with each of ``count`` lengths of the
    main run, (L, B). Raises `InputError` without a tuner, or a line behind it."""
    step = (high_m - low_m) / (count - 1)
    for antenna in asked.antennas(pause):
        seen = question(replace(asked.station, antenna=antenna, bands=asked.bands))
        yield safe_lengths(seen, low_m, high_m + step / 2, step, pause).reached
