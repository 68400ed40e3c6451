"""What the chain needs of an antenna, however it is known."""

from __future__ import annotations

from collections.abc import Callable
from typing import Protocol

from tithe.core.antenna.guess import Guess
from tithe.core.antenna.loss import SeriesLoss
from tithe.core.arrays import Real
from tithe.core.twoport import Port, Run


class Antenna(Protocol):
    """What the chain needs of an antenna.

    ``terminals`` gives V and I at the feedpoint to an arbitrary scale. ``run`` computes what lies
    between radio and antenna, for antennas that were measured through it.
    """

    @property
    def label(self) -> str: ...
    @property
    def loss(self) -> SeriesLoss | None: ...
    @property
    def sky(self) -> SeriesLoss | None:
        """What of its resistance leaves for the sky; None where it is not known what the soil takes."""
        ...

    @property
    def range_hz(self) -> tuple[float, float]: ...
    @property
    def phase_known(self) -> bool:
        """Whether it is known with its phase; if not, it is an `OpenAntenna`, and ``terminals`` has a row for
        each of some phases."""
        ...

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port: ...
    def each_s(self, freq_hz: float) -> float:
        """Seconds that it takes to be computed at a frequency, before what hangs on it; 0 where it is looked
        up."""
        ...

    def guess(self, freq_hz: float) -> Guess | None:
        """Why what it says at a frequency is a guess; None where it is not."""
        ...
