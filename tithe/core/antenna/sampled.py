"""An antenna known by samples, a table or a sweep.

Γ re 50 Ω is interpolated linearly in its real and imaginary parts between points, never extrapolated.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from typing import ClassVar

import numpy as np

from tithe.core.antenna.guess import Guess, between_points
from tithe.core.antenna.loss import LossResistance, check_inside, check_rising
from tithe.core.arrays import Complex, Real
from tithe.core.errors import require
from tithe.core.twoport import Port, Run

INTERPOLATION_OHM = 50.0
NOISE_ABOVE_1 = 0.05
"""How far a measured |Γ| may exceed 1 and still pass for an instrument's error."""


@dataclass(frozen=True)
class SampledAntenna:
    """Γ re 50 Ω at given frequencies: ``points`` of (Hz, Re Γ, Im Γ)."""

    points: tuple[tuple[float, float, float], ...]
    label: str = "antenna"
    loss: LossResistance | None = None
    sky: LossResistance | None = None
    phase_known: ClassVar[bool] = True

    def __post_init__(self) -> None:
        require(len(self.points) > 0, "points", "no-points")
        check_rising(tuple(f for f, _, _ in self.points), "points")
        for k, (_, re, im) in enumerate(self.points):
            passive = re * re + im * im <= (1 + NOISE_ABOVE_1) ** 2
            require(passive, f"points[{k}]", "not-passive", (re, im))

    @property
    def range_hz(self) -> tuple[float, float]:
        """First and last frequency of its data, Hz."""
        return self.points[0][0], self.points[-1][0]

    @cached_property
    def _columns(self) -> tuple[Real, Real, Real]:
        freq, re, im = np.array(self.points).T
        return freq, re, im

    def terminals(self, freq_hz: Real, run: Callable[[], Run] | None = None) -> Port:
        """V and I at the feedpoint, to an arbitrary scale; shape ``(F,)``."""
        freq, re, im = self._columns
        check_inside(freq_hz, freq, "antenna")
        gamma: Complex = np.interp(freq_hz, freq, re) + 1j * np.interp(freq_hz, freq, im)
        gamma = gamma / np.maximum(np.abs(gamma), 1.0)
        return Port(1 + gamma, (1 - gamma) / INTERPOLATION_OHM)

    def each_s(self, freq_hz: float) -> float:
        """0: it is looked up."""
        return 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """Between points far apart in frequency or on the disc."""
        freq, re, im = self._columns
        return between_points(freq, freq_hz, re + 1j * im)


def table(
    points: tuple[tuple[float, float, float], ...], label: str = "antenna", loss: LossResistance | None = None
) -> SampledAntenna:
    """A sampled antenna from (Hz, R, X) points, Ω."""
    sampled = []
    for k, (f, r, x) in enumerate(points):
        require(r >= 0, f"points[{k}]", "resistance-below-0", r)
        z = complex(r, x)
        gamma = (z - INTERPOLATION_OHM) / (z + INTERPOLATION_OHM)
        sampled.append((f, gamma.real, gamma.imag))
    return SampledAntenna(tuple(sampled), label, loss)
