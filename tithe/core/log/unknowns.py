"""What of a station is not quite known, and how far off it may be: the priors of an explanation.

Each is a number that is 0 as the station is described and ±1 at one standard deviation, by
`tithe.core.priors` or by what was measured; the power lies within 10 %.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np

from tithe.core.arrays import Real
from tithe.core.intervals import SIGMAS
from tithe.core.parts.line import Line
from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.rated import RatedTuner
from tithe.core.parts.tuner.stepped import SteppedTuner
from tithe.core.planned_station import of_one_antenna
from tithe.core.priors import LINE, TUNER, antenna_sd
from tithe.core.station import Station

POWER_SD = np.log(1.1) / SIGMAS
MOST_RHO = 0.9995


@dataclass(frozen=True)
class Unknowns:
    """Of a station: the power, each lossy part in line by its place, and the antenna's Γ at each
    frequency, each part of which may be off by ``gamma_sd``; ``measured``: of a part by its place, ln of how
    many times as much it loses as written and how far that is open, where it was measured; ``about``: how far
    each loss (its logarithm) is open about what is supposed of it, where that is not as is usual."""

    station: Station
    parts: tuple[int, ...]
    gamma_sd: float
    measured: Mapping[int, tuple[float, float]] = field(default_factory=dict)
    about: float | None = None

    def usual(self, part: int) -> tuple[float, float]:
        """Of the part at a place in the run, ln of how many times as much it loses as written, and how far
        that is open."""
        if part in self.measured:
            return self.measured[part]
        line = isinstance(self.station.chain[part], Line)
        return LINE if line else TUNER

    @cached_property
    def part_mean(self) -> Real:
        """Of each lossy part, ln of how many times as much it loses as written, (P,)."""
        if self.about is not None:
            return np.zeros(len(self.parts))
        return np.array([self.usual(n)[0] for n in self.parts])

    @cached_property
    def part_sd(self) -> Real:
        """How far that is open, (P,)."""
        if self.about is not None:
            return np.full(len(self.parts), self.about)
        return np.array([self.usual(n)[1] for n in self.parts])


def unknowns_of(station: Station, measured: Mapping[int, tuple[float, float]] | None = None) -> Unknowns:
    """Those of a station; ``measured``: as of `Unknowns`."""
    lossy = (Line, Tuner, SteppedTuner, RatedTuner)
    parts = tuple(n for n, part in enumerate(station.chain) if isinstance(part, lossy) and not part.bypassed)
    return Unknowns(of_one_antenna(station), parts, antenna_sd(station.antenna), measured or {})
