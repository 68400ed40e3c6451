"""What candidates are built from: the site's lengths, the lines and parts to take, and the antenna as it is.

Parts and lines go by tokens, so that a candidate is a list of tokens and lengths: the same list gives the
core's parts here and the station file's objects elsewhere.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import partial
from typing import ClassVar

import numpy as np

from tithe.core.antenna.guess import Guess
from tithe.core.antenna.loss import SeriesLoss
from tithe.core.arrays import Real
from tithe.core.budget import open_phases_of, run_without_tuners
from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.parts.line import LineType
from tithe.core.parts.part import Part, TunerPart
from tithe.core.phases import OpenPhases
from tithe.core.station import Station
from tithe.core.twoport import Port


@dataclass(frozen=True)
class Site:
    """Lengths in m: the run from the radio to the feedpoint, of it the part indoors, and the lead from a
    tuner at the mast foot up to the feedpoint."""

    run_m: float
    indoor_m: float = 0.0
    lead_m: float = 0.0

    def __post_init__(self) -> None:
        require_positive("run_m", self.run_m)
        for place in ("indoor_m", "lead_m"):
            require_not_negative(place, getattr(self, place))
            shorter = getattr(self, place) <= self.run_m
            require(shorter, place, "longer-than-run", getattr(self, place), run_m=self.run_m)


USUAL_INDOOR_M = 6.0
"""Of a run, where nobody says."""


def token_of_tuner(tuner: TunerPart) -> str:
    """Under which token a tuner stands in a kit: beside the radio, in it, or at the mast."""
    return "radio-tuner" if tuner.built_in else "mast-tuner" if tuner.dc_on_coax else "room-tuner"


@dataclass(frozen=True)
class Kit:
    """Lines by token, coaxial and open apart, and those that are too lossy for the run but serve ``indoors``;
    parts by token; which tokens stand before and behind the room's
    tuner, and which the station has already (and so cost nothing; of the line, its length is had)."""

    coax: Mapping[str, LineType]
    open_lines: Mapping[str, LineType]
    parts: Mapping[str, Part]
    before: tuple[str, ...] = ()
    behind: tuple[str, ...] = ()
    at_feedpoint: tuple[str, ...] = ()
    indoor_coax: str = ""
    owned: frozenset[str] = frozenset()
    owned_line: str = ""
    owned_line_m: float = 0.0
    indoors: Mapping[str, LineType] = field(default_factory=dict)

    @property
    def lines(self) -> dict[str, LineType]:
        """All lines."""
        return {**self.coax, **self.open_lines, **self.indoors}


@dataclass(frozen=True)
class SeenAntenna:
    """An antenna at given frequencies, as it was found through the present run, whatever run it gets.

    ``port`` has shape ``(P, F)``: one row per phase that is open.
    """

    freq_hz: Real
    port: Port
    label: str = "antenna"
    loss: SeriesLoss | None = None
    sky: SeriesLoss | None = None
    phase_known: ClassVar[bool] = True

    @property
    def range_hz(self) -> tuple[float, float]:
        """First and last frequency of its data, Hz."""
        return float(np.min(self.freq_hz)), float(np.max(self.freq_hz))

    def terminals(self, freq_hz: Real, run: object = None) -> Port:
        """V and I at the feedpoint; only for the frequencies it was seen at."""
        assert np.array_equal(freq_hz, self.freq_hz)
        return self.port

    def each_s(self, freq_hz: float) -> float:
        """0: it was computed before."""
        return 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """None: whether it was a guess is known to the antenna it was seen from."""
        return None


@dataclass(frozen=True)
class ThroughPresentRun:
    """A station's antenna as its present run shows it, whatever run it is put behind.

    It matters where only the SWR in the room is known: with another run that would mean another antenna.
    """

    station: Station

    @property
    def label(self) -> str:
        """As the antenna itself has it."""
        return self.station.antenna.label

    @property
    def loss(self) -> SeriesLoss | None:
        """As the antenna itself has it."""
        return self.station.antenna.loss

    @property
    def sky(self) -> SeriesLoss | None:
        """As the antenna itself has it."""
        return self.station.antenna.sky

    @property
    def range_hz(self) -> tuple[float, float]:
        """As the antenna itself has it."""
        return self.station.antenna.range_hz

    def each_s(self, freq_hz: float) -> float:
        """0: it was computed before."""
        return 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """As the antenna itself has it."""
        return self.station.antenna.guess(freq_hz)

    @property
    def phase_known(self) -> bool:
        """As the antenna itself has it."""
        return self.station.antenna.phase_known

    def terminals(self, freq_hz: Real, run: object = None) -> Port:
        """V and I at the feedpoint, found through the present run."""
        return self.station.antenna.terminals(freq_hz, partial(run_without_tuners, self.station, freq_hz))

    def open_phases(self, freq_hz: Real, run: object = None) -> OpenPhases:
        """The antenna's open phases, found through the present run."""
        return open_phases_of(self.station, freq_hz)
