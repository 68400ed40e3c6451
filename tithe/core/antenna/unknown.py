"""An antenna that nobody has described yet."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import ClassVar

import numpy as np

from tithe.core.antenna.guess import Guess
from tithe.core.antenna.loss import LossResistance
from tithe.core.arrays import Real
from tithe.core.errors import InputError
from tithe.core.twoport import Port, Run


@dataclass(frozen=True)
class UnknownAntenna:
    """An antenna that nobody has described yet: a station may be kept with it, but not solved."""

    label: str = "antenna"
    loss: LossResistance | None = None
    phase_known: ClassVar[bool] = True
    sky: ClassVar[LossResistance | None] = None

    @property
    def range_hz(self) -> tuple[float, float]:
        """Frequencies of its data, Hz: none."""
        return np.inf, 0.0

    def each_s(self, freq_hz: float) -> float:
        """0: it is looked up."""
        return 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """None: it says nothing."""
        return None

    def terminals(self, freq_hz: Real, run: Callable[[], Run] | None = None) -> Port:
        """Raises `InputError` always: there is nothing to compute from."""
        raise InputError("antenna", "antenna-unknown")
