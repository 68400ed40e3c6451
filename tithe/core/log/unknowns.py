"""What of a station is not quite known, and how far off it may be: the priors of an explanation.

Each is a number that is 0 as the station is described and ±1 at one standard deviation. Losses have factors
on a logarithmic scale: a line's lies within 0.8 and 1.5 in nineteen cases of twenty (old lines lose more, not
less), a tuner's within 0.5 and 2; the power within 10 %. The antenna's Γ is off by what its source leaves
open.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

import numpy as np

from tithe.core.antenna import Antenna, PlannedAntenna
from tithe.core.antenna.sampled import SampledAntenna
from tithe.core.antenna.swr_only import SwrAntenna
from tithe.core.arrays import Real
from tithe.core.intervals import SIGMAS
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.elements import Quality
from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.rated import RatedTuner
from tithe.core.parts.tuner.stepped import SteppedTuner
from tithe.core.parts.worse_line import WorseLine
from tithe.core.planned_station import of_one_antenna
from tithe.core.station import Station

POWER_SD = np.log(1.1) / SIGMAS
LINE_MEAN, LINE_SD = np.log(0.8 * 1.5) / 2, np.log(1.5 / 0.8) / 2 / SIGMAS
TUNER_SD = np.log(2.0) / SIGMAS
MEASURED_SD, TYPED_SD, THROUGH_THE_RUN_SD, PLANNED_SD = 0.05, 0.07, 0.1, 0.12
"""Of each part of Γ at the feedpoint: measured by a sweep or a table; typed as a resonator or an SWR there;
an SWR read in the radio room, through a run whose loss is itself uncertain; planned."""
MOST_RHO = 0.9995


def antenna_sd(antenna: Antenna) -> float:
    """How far each part of its Γ may be off."""
    if isinstance(antenna, SampledAntenna):
        return MEASURED_SD
    if isinstance(antenna, SwrAntenna) and antenna.plane == "radio":
        return THROUGH_THE_RUN_SD
    return PLANNED_SD if isinstance(antenna, PlannedAntenna) else TYPED_SD


def worse(part: Part, factor: float | Real) -> Part:
    """A line that loses so many times as much (K, 1), in as many worlds; another part as it is."""
    return replace(part, line=WorseLine(part.line, factor)) if isinstance(part, Line) else part


def more_lossy(part: Part, factor: float) -> Part:
    """A line or a tuner that loses so many times as much; another part as it is."""
    if isinstance(part, Line):
        return worse(part, factor)
    if isinstance(part, Tuner | SteppedTuner):
        return replace(part, coil_q=_over(part.coil_q, factor))
    if isinstance(part, RatedTuner):
        return replace(
            part, loss_db_at_1=part.loss_db_at_1 * factor, loss_db_at_reach=part.loss_db_at_reach * factor
        )
    return part


def _over(q: Quality, factor: float) -> Quality:
    return tuple((f, value / factor) for f, value in q) if isinstance(q, tuple) else q / factor


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
        return (LINE_MEAN, LINE_SD) if line else (0.0, TUNER_SD)

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
