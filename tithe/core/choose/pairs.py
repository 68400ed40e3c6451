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
from tithe.core.wires.lengths import LITTLE, Trial

_ROOM = 2
"""Steps of room that are enough for another pair to be better."""
_ALIKE = 0.03
"""Shares to the sky that differ by no more are alike."""


@dataclass(frozen=True)
class Pairs:
    """``reached`` (N, L, B): whether the tuner reaches a band from edge to edge with a wire of ``wire_m``
    (N,) and a main run of ``line_m`` (L,), and more than a little leaves it for the sky. ``sky`` (N, B): of
    what enters the wire, how much leaves for the sky."""

    field: str
    bands: tuple[Band, ...]
    wire_m: Real
    line_m: Real
    reached: Mask
    sky: Real

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
        """Of the pairs that reach most bands, and have some room round them if any has, those whose wire
        sends most to the sky on its weakest band; of these the one with most room."""
        roomy = self.room >= min(_ROOM, self.room.max())
        weakest = np.where(roomy.any(axis=1), self.sky.min(axis=1), -1.0)
        wires = weakest >= weakest.max() - _ALIKE
        room = np.where(roomy & wires[:, None], self.room, -1)
        n, k = np.unravel_index(int(np.argmax(room)), room.shape)
        return int(n), int(k)


def pairs(
    asked: Trial, low_m: float, high_m: float, count: int, pause: Pause = go_on
) -> Iterator[tuple[Mask, Real]]:
    """For each length of the wire in turn whether a band is reached with each of ``count`` lengths of the
    main run, (L, B), and how much leaves for the sky, (B,). Raises `InputError` without a tuner, or a line
    behind it."""
    step = (high_m - low_m) / (count - 1)
    for antenna in asked.antennas(pause):
        seen = question(replace(asked.station, antenna=antenna, bands=asked.bands))
        port = antenna.terminals(asked.freq_hz)
        assert antenna.sky is not None
        sky = antenna.sky.ohm(asked.freq_hz) / (port.v / port.i).real
        by_band = sky.reshape(-1, 3)
        reached = safe_lengths(seen, low_m, high_m + step / 2, step, pause).reached
        yield np.asarray(reached & (by_band.min(axis=1) >= LITTLE)), np.asarray(by_band[:, 1])
