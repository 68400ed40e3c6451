"""A reading as it was taken, and where."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.errors import InputError, require, require_not_negative, require_positive
from tithe.core.parts.meter import Meter, Mode
from tithe.core.reflection import rho_of_swr
from tithe.core.station import Station
from tithe.core.transmitter import Emission

State = Literal["auto", "bypass"]
Weather = Literal["dry", "wet"]
Load = Literal["antenna", "dummy"]
RADIO = -1
"""The place of the radio's own meter."""


@dataclass(frozen=True)
class Taken:
    """At ``freq_hz``, read at the meter that is the ``at``-th part (`RADIO`: the radio's own): forward and
    reflected watts, or an SWR, with the tuner in use or out of line; on average or peak, of a carrier or of
    speech (None: as the meter and the transmitter are described); ``power_w``: as it was set, and the
    ``weather`` (None: not known); with the antenna or a dummy load of 50 Ω as the ``load``."""

    freq_hz: float
    at: int
    forward_w: float | None = None
    reflected_w: float | None = None
    swr: float | None = None
    tuner: State = "auto"
    mode: Mode | None = None
    emission: Emission | None = None
    power_w: float | None = None
    weather: Weather | None = None
    load: Load = "antenna"

    def __post_init__(self) -> None:
        require_positive("mhz", self.freq_hz)
        if self.power_w is not None:
            require_positive("power_w", self.power_w)
        if self.forward_w is not None:
            require_positive("forward_w", self.forward_w)
        if self.reflected_w is not None:
            require_not_negative("reflected_w", self.reflected_w)
            require(self.forward_w is not None, "forward_w", "missing")
        if self.swr is not None:
            require(self.swr >= 1, "swr", "at-least", self.swr, least=1)
            require(self.reflected_w is None, "swr", "swr-by-both")
        if self.forward_w is None and self.swr is None:
            raise InputError("forward_w", "nothing-read")

    @property
    def rho(self) -> float | None:
        """|Γ| as read, above 1 where the two powers were swapped; None where only the forward power was."""
        if self.swr is not None:
            return float(rho_of_swr(self.swr))
        if self.reflected_w is None or self.forward_w is None:
            return None
        return float(np.sqrt(self.reflected_w / self.forward_w))


def place_of(station: Station, label: str) -> int:
    """Where a meter of that label stands. Raises `InputError` where there is none, or several."""
    if label == "radio":
        return RADIO
    meters = [(n, part.label) for n, part in enumerate(station.chain) if isinstance(part, Meter)]
    places = [n for n, name in meters if name == label]
    if not places:
        raise InputError("at", "no-meter", label, allowed=["radio", *(name for _, name in meters)])
    require(len(places) == 1, "at", "two-meters", label)
    return places[0]
