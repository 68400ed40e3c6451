"""What of a station is not quite known, and how far off it may be: the priors of an explanation.

Each is a number that is 0 as the station is described and ±1 at one standard deviation. Losses have factors
on a logarithmic scale: a line's lies within 0.8 and 1.5 in nineteen cases of twenty (old lines lose more, not
less), a tuner's within 0.5 and 2; the power within 10 %. The antenna's Γ is off by what its source leaves
open.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import ClassVar

import numpy as np

from tithe.core.antenna import Antenna, PlannedAntenna
from tithe.core.antenna.guess import Guess
from tithe.core.antenna.loss import SeriesLoss
from tithe.core.antenna.sampled import INTERPOLATION_OHM, SampledAntenna
from tithe.core.antenna.swr_only import SwrAntenna
from tithe.core.arrays import Complex, Real
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
from tithe.core.twoport import Port, Run

POWER_SD = np.log(1.1) / SIGMAS
LINE_MEAN, LINE_SD = np.log(0.8 * 1.5) / 2, np.log(1.5 / 0.8) / 2 / SIGMAS
TUNER_SD = np.log(2.0) / SIGMAS
MEASURED_SD, TYPED_SD, THROUGH_THE_RUN_SD, PLANNED_SD = 0.02, 0.05, 0.1, 0.12
"""Of each part of Γ at the feedpoint: measured by a sweep or a table; typed as a resonator or an SWR there;
an SWR read in the radio room, through a run whose loss is itself uncertain; planned."""
_MOST_RHO = 0.9995


@dataclass(frozen=True)
class StandIn:
    """An antenna in place of another, known with its phase. No meter of the run tells which share of its
    power is lost in its ground and wire: nothing is said of that."""

    base: Antenna
    phase_known: ClassVar[bool] = True
    loss: ClassVar[SeriesLoss | None] = None
    sky: ClassVar[SeriesLoss | None] = None

    @property
    def label(self) -> str:
        """As the antenna's."""
        return self.base.label

    @property
    def range_hz(self) -> tuple[float, float]:
        """As the antenna's."""
        return self.base.range_hz

    def each_s(self, freq_hz: float) -> float:
        """As the antenna's."""
        return self.base.each_s(freq_hz)

    def guess(self, freq_hz: float) -> Guess | None:
        """As the antenna's."""
        return self.base.guess(freq_hz)


@dataclass(frozen=True)
class Faulty(StandIn):
    """The antenna, its Γ re 50 Ω changed by a function."""

    change: Callable[[Complex], Complex]

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port:
        """V and I at the feedpoint, to an arbitrary scale."""
        gamma = self.change(self.base.terminals(freq_hz, run).gamma(INTERPOLATION_OHM))
        gamma = gamma * np.minimum(1.0, _MOST_RHO / np.maximum(np.abs(gamma), 1e-12))
        return Port(1 + gamma, (1 - gamma) / INTERPOLATION_OHM)


def antenna_sd(antenna: Antenna) -> float:
    """How far each part of its Γ may be off."""
    if isinstance(antenna, SampledAntenna):
        return MEASURED_SD
    if isinstance(antenna, SwrAntenna) and antenna.plane == "radio":
        return THROUGH_THE_RUN_SD
    return PLANNED_SD if isinstance(antenna, PlannedAntenna) else TYPED_SD


def loss_factor(part: Part, value: float) -> float:
    """How many times as much a part loses that is off by so many standard deviations."""
    log = LINE_MEAN + LINE_SD * value if isinstance(part, Line) else TUNER_SD * value
    return float(np.exp(log))


def more_lossy(part: Part, factor: float) -> Part:
    """A line or a tuner that loses so many times as much; another part as it is."""
    if isinstance(part, Line):
        return replace(part, line=WorseLine(part.line, factor))
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
    frequency, each part of which may be off by ``gamma_sd``."""

    station: Station
    parts: tuple[int, ...]
    gamma_sd: float

    def applied(self, parts: Real, gamma: Complex) -> Station:
        """The station with its parts' losses (P,) and the antenna's Γ (F,) off by so many standard
        deviations, for frequencies (F,)."""
        chain = list(self.station.chain)
        for n, x in zip(self.parts, parts, strict=True):
            chain[n] = more_lossy(chain[n], loss_factor(chain[n], float(x)))
        off = self.gamma_sd * gamma
        antenna = Faulty(self.station.antenna, lambda was: was + off)
        return replace(self.station, chain=tuple(chain), antenna=antenna)


def unknowns_of(station: Station) -> Unknowns:
    """Those of a station."""
    lossy = (Line, Tuner, SteppedTuner, RatedTuner)
    parts = tuple(n for n, part in enumerate(station.chain) if isinstance(part, lossy) and not part.bypassed)
    return Unknowns(of_one_antenna(station), parts, antenna_sd(station.antenna))
