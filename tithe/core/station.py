"""The station: a transmitter, a chain of parts from it to the antenna, and the antenna."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tithe.core.antenna import Antenna
from tithe.core.errors import require_above, require_not_negative, require_positive
from tithe.core.parts.part import Part
from tithe.core.transmitter import Transmitter


@dataclass(frozen=True)
class Band:
    """A band the station is used on; ``weight`` says how much, against the other bands."""

    name: str
    low_hz: float
    high_hz: float
    weight: float = 1.0

    def __post_init__(self) -> None:
        require_positive("low_hz", self.low_hz)
        require_not_negative("weight", self.weight)
        require_above("high_hz", self.high_hz, "low_hz", self.low_hz)

    @property
    def middle_hz(self) -> float:
        """Half way between the edges."""
        return (self.low_hz + self.high_hz) / 2


def counted_bands(bands: Sequence[Band]) -> NDArray[np.intp]:
    """Which bands count: those with a weight, all where none has one."""
    weighted = np.array([band.weight > 0 for band in bands], dtype=bool)
    return np.flatnonzero(weighted if weighted.any() else ~weighted)


@dataclass(frozen=True)
class Station:
    """``chain`` runs from the transmitter to the antenna; ``comfort_swr`` is the most that its user likes."""

    transmitter: Transmitter
    chain: tuple[Part, ...]
    antenna: Antenna
    name: str = ""
    notes: str = ""
    bands: tuple[Band, ...] = ()
    comfort_swr: float = 2.0
