"""What a part of the chain is to the rest of the house: everything that differs by kind is asked here.

A part is either passive, with a two-port of its own, or a tuner, whose two-port follows from its load
(`Part.tuner`). What a kind does not have it answers neutrally: a loss of 0 dB, a ratio of 1, no rating, no
details. A new kind is a frozen dataclass in this folder that inherits `Part`; nothing else lists it.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Mapping
from dataclasses import replace
from typing import TYPE_CHECKING, ClassVar, NamedTuple, Self

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.message import Message
from tithe.core.parts.ratings import Ratings
from tithe.core.twoport import Port, Powered, TwoPort

if TYPE_CHECKING:
    from tithe.core.parts.line import Line, LineDetails
    from tithe.core.parts.meter import Reading
    from tithe.core.parts.tuner.ladder import ElementLoad
    from tithe.core.parts.tuner.shortfall import Shortfall
    from tithe.core.transmitter import Emission

PASSIVE_S = 0.3e-6
"""Seconds to take one load back through a two-port."""


class UnderPower(NamedTuple):
    """A part at work: Hz ``(F,)``, the true phasors at both ends ``(..., F)``, what is sent."""

    freq_hz: Real
    source: Powered
    load: Powered
    emission: Emission


class Details:
    """What a kind of part has to tell beside the phasors at its ends; each kind answers what it knows.

    ``along``: the standing wave inside; ``reading``: what a meter shows; ``setting``: how a tuner is set.
    """

    @property
    def along(self) -> LineDetails | None:
        """The standing wave along a length of line; None of other kinds."""
        return None

    @property
    def reading(self) -> Reading | None:
        """What a meter shows; None of other kinds."""
        return None

    @property
    def setting(self) -> TunerSetting | None:
        """How a tuner is set, and what that costs it."""
        return None

    @property
    def tracked_figures(self) -> list[Real]:
        """Figures ``(..., F)`` whose extremes round an unknown phase are to be found, beside those of the
        part's ends."""
        return []


class TunerSetting(Details):
    """A set tuner under power; shapes ``(..., F)``."""

    @property
    @abstractmethod
    def efficiency(self) -> Real:
        """Power out over power in."""

    @property
    @abstractmethod
    def limit_w(self) -> Real:
        """Power into the tuner at which it reaches a rating; inf where none is stated."""

    def traded(self, k: int) -> Message | None:
        """At the k-th frequency, what the setting of least loss would lose and bear, where it is another."""
        return None

    @property
    def loads(self) -> Mapping[str, ElementLoad]:
        """What each element bears, by its knob's name; of a tuner known by its sheet none."""
        return {}

    @property
    def knobs(self) -> Mapping[str, Real]:
        """Where each knob stands, F or H; of a tuner known by its sheet none."""
        return {}

    @property
    def sheet(self) -> Mapping[str, Real | float] | None:
        """What a tuner's sheet says, by the symbols of its working; None of a tuner of elements."""
        return None

    def element(self, knob: str) -> tuple[Real, Real]:
        """|X| (Ω) and Q of an element. Raises KeyError where there is none."""
        raise KeyError(knob)

    @property
    def setting(self) -> TunerSetting:
        """This object itself."""
        return self


class Tuned(ABC):
    """A tuner set for its loads; shapes ``(..., F)``."""

    @property
    @abstractmethod
    def matched(self) -> Mask:
        """Whether the radio side shows the reference, or what the tuner calls done."""

    @property
    @abstractmethod
    def two_port(self) -> TwoPort | None:
        """The chain matrix as set; None of a tuner known by its sheet."""

    @abstractmethod
    def input(self, load: Port) -> Port:
        """V and I at the radio side for those at the antenna side."""

    @abstractmethod
    def shortfall(self, k: int) -> Shortfall | None:
        """What a match would need at the k-th frequency; None where it matches or no one thing would do."""

    @abstractmethod
    def details(self, source: Powered, load: Powered) -> TunerSetting:
        """What it has to tell for the true phasors (V, A) at both sides."""


class Part(ABC):
    """One part of the chain. All frequencies in Hz, shape ``(F,)``."""

    series_share: float | None = None
    """Of the matched loss, the share in series; None of a kind to which that is nothing."""
    size_key: ClassVar[str] = "loss_db"
    """The field that makes its loss."""
    transforms: ClassVar[bool] = False
    """Whether it is there to change the impedance."""

    @property
    @abstractmethod
    def kind(self) -> str:
        """Its kind's name in the station file."""

    @property
    @abstractmethod
    def label(self) -> str:
        """What its owner calls it."""

    @property
    @abstractmethod
    def bypassed(self) -> bool:
        """Whether it is out of line."""

    @property
    @abstractmethod
    def ratings(self) -> Ratings:
        """What it bears."""

    @property
    def max_volts_rms(self) -> float | None:
        """The voltage it bears, V rms; None where none is stated."""
        return self.ratings.max_volts_rms

    @property
    def max_heat_w(self) -> float | None:
        """The heat it gives off for good, W; None where none is stated, nor usual for its kind."""
        return self.ratings.max_heat_w

    @abstractmethod
    def two_port(self, freq_hz: Real) -> TwoPort | None:
        """The chain matrix, shapes ``(F,)``; None of a tuner, whose matrix follows from its load."""

    def matched_db(self, freq_hz: Real) -> Real:
        """Loss into a matched load, dB, shape ``(F,)``; a tuner's counts as none."""
        return np.zeros(np.shape(freq_hz))

    @property
    def impedance_ratio(self) -> float:
        """Impedance at the antenna's side over that at the radio's."""
        return 1.0

    @property
    def tuner(self) -> TunerPart | None:
        """Itself, of a tuner."""
        return None

    @property
    def feedline(self) -> Line | None:
        """Itself, of a length of feedline."""
        return None

    def details(self, at: UnderPower) -> Details | None:
        """What it has to tell beside the phasors at its ends; None for most kinds."""
        return None

    @property
    def load_s(self) -> float:
        """Seconds to take one load back through it."""
        return PASSIVE_S

    # What the choice changes of a part; most kinds stay as they are.

    def retuned(self) -> Part:
        """A tuner whose knobs are set by hand, as one sets it anew for each frequency."""
        return self

    @property
    def seat_unknown(self) -> bool:
        """Whether nothing is said of where its loss sits: half and half is what such parts have."""
        return self.series_share == 0.5 and bool(np.any(self.matched_db(np.ones(1)) > 0))

    def with_series_split(self, series_share: float) -> Part:
        """The same with another share of its loss in series."""
        return self


class TunerPart(Part):
    """A part that is set for its load."""

    dc_on_coax: bool
    """Whether its supply comes through the coax."""

    @property
    def tuner(self) -> Self:
        """This object itself."""
        return self

    def two_port(self, freq_hz: Real) -> None:
        """None: it follows from the load."""

    setting: object
    """``"auto"``, ``"bypass"``, or where its knobs stand."""

    @property
    def bypassed(self) -> bool:
        """Whether it is switched out."""
        return self.setting == "bypass"

    @property
    def finds_match(self) -> bool:
        """Whether its setting is found for each load, rather than held where its knobs stand."""
        return self.setting == "auto"

    def automatic(self) -> Self:
        """The same, set to find its match."""
        return replace(self, setting="auto")  # type: ignore[type-var]  # every tuner is a dataclass

    def retuned(self) -> Self:
        """Knobs set by hand are set anew."""
        return self if self.finds_match or self.bypassed else self.automatic()

    @property
    def set_hz(self) -> float | None:
        """The frequency that its knobs were set for, where it is known."""
        return None

    @property
    def built_in(self) -> bool:
        """Whether it reaches no further than those inside radios do."""
        return False

    @abstractmethod
    def tune(self, freq_hz: Real, load: Port, reference_ohm: float, power_w: float = 0.0) -> Tuned:
        """Set it for a load (shapes ``(..., F)``); ``power_w``: what goes in (0: not known)."""

    @abstractmethod
    def reaches(self, freq_hz: Real, load: Port, reference_ohm: float, comfort_swr: float) -> Mask:
        """Whether a setting matches each load, or leaves no more than ``comfort_swr``; shapes as the
        load's."""
