"""An antenna as one resonance: Z = R(1 + jQ(f/f₀ − f₀/f)), a series circuit, good within some ±10 % of f₀."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import ClassVar

import numpy as np

from tithe.core.antenna.guess import Guess, far_from_resonance
from tithe.core.antenna.loss import LossResistance
from tithe.core.arrays import Real
from tithe.core.errors import require_not_negative, require_positive
from tithe.core.twoport import Port, Run


@dataclass(frozen=True)
class Resonator:
    """f₀ (Hz), R at resonance (Ω) and Q."""

    f0_hz: float
    r_ohm: float
    q: float
    label: str = "antenna"
    loss: LossResistance | None = None
    phase_known: ClassVar[bool] = True
    sky: ClassVar[LossResistance | None] = None

    def __post_init__(self) -> None:
        require_positive("f0_hz", self.f0_hz)
        require_positive("r_ohm", self.r_ohm)
        require_not_negative("q", self.q)

    @property
    def range_hz(self) -> tuple[float, float]:
        """Frequencies it answers for, Hz: all; far from f₀ as a guess."""
        return 0.0, np.inf

    def each_s(self, freq_hz: float) -> float:
        """0: it is looked up."""
        return 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """Beyond a tenth of f₀."""
        return far_from_resonance(self.f0_hz, freq_hz)

    def terminals(self, freq_hz: Real, run: Callable[[], Run] | None = None) -> Port:
        """V and I at the feedpoint per ampere."""
        z = self.r_ohm * (1 + 1j * self.q * (freq_hz / self.f0_hz - self.f0_hz / freq_hz))
        return Port(np.asarray(z, dtype=np.complex128), np.ones(np.shape(z), dtype=np.complex128))
