"""A sweep: reflection over frequency at one plane, with its phase or without.

Γ is held against a real 50 Ω. An instrument that shows only SWR or return loss gives |Γ| and no phase: then
the lowest SWR can be found, and a resonance cannot. Between points Γ (or |Γ|) is a straight line, never
beyond them; the exact places of dips and resonances are found by `tithe.core.sweep.features`.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np

from tithe.core.antenna.loss import check_inside
from tithe.core.antenna.sampled import INTERPOLATION_OHM, NOISE_ABOVE_1
from tithe.core.arrays import Complex, Real
from tithe.core.errors import require
from tithe.core.reflection import rho_of_swr, swr

REFERENCE_OHM = INTERPOLATION_OHM


@dataclass(frozen=True)
class Sweep:
    """``freq_hz`` (F,) rising, Hz; ``gamma`` (F,) against 50 Ω, or None where only ``rho`` = |Γ| is known.

    ``noise`` (F,): standard deviation of each part of Γ at each point, where it is known from elsewhere:
    moving a sweep through a run makes its noise uneven. None: it is even, and found from the sweep itself.
    """

    freq_hz: Real
    rho: Real
    gamma: Complex | None = None
    noise: Real | None = None

    def __post_init__(self) -> None:
        require(len(self.freq_hz) > 0, "points", "no-points")
        rising = bool((np.diff(self.freq_hz) > 0).all() and self.freq_hz[0] > 0)
        require(rising, "points", "rising-frequencies")
        require(bool(np.isfinite(self.rho).all()), "points", "finite-numbers")

    @cached_property
    def swr(self) -> Real:
        """SWR at each point; |Γ| of 1 and more counts as infinite."""
        return swr(np.minimum(self.rho, 1.0))

    @cached_property
    def passive(self) -> bool:
        """Whether no point returns more than it gets, an instrument's error allowed for."""
        return bool((self.rho <= 1 + NOISE_ABOVE_1).all())

    @property
    def range_hz(self) -> tuple[float, float]:
        """First and last frequency of its data, Hz."""
        return float(self.freq_hz[0]), float(self.freq_hz[-1])

    def covers(self, low_hz: float, high_hz: float) -> bool:
        """Whether a range lies inside the points (to within rounding)."""
        low, high = self.range_hz
        slack = 1e-9 * high
        return low - slack <= low_hz and high_hz <= high + slack

    def at(self, freq_hz: Real) -> Sweep:
        """The same on other frequencies, interpolated; an error beyond the points."""
        check_inside(freq_hz, self.freq_hz, "sweep")
        if self.gamma is None:
            return Sweep(freq_hz, np.asarray(np.interp(freq_hz, self.freq_hz, self.rho)))
        real = np.interp(freq_hz, self.freq_hz, self.gamma.real)
        return with_phase(freq_hz, real + 1j * np.interp(freq_hz, self.freq_hz, self.gamma.imag))


def with_phase(freq_hz: Real, gamma: Complex, noise: Real | None = None) -> Sweep:
    """A sweep from Γ against 50 Ω."""
    gamma = np.asarray(gamma, dtype=np.complex128)
    return Sweep(np.asarray(freq_hz, dtype=np.float64), np.abs(gamma), gamma, noise)


def without_phase(freq_hz: Real, ratio: Real) -> Sweep:
    """A sweep from SWR alone."""
    return Sweep(np.asarray(freq_hz, dtype=np.float64), rho_of_swr(ratio))


def impedance(gamma: Complex) -> Complex:
    """R + jX in Ω of Γ against 50 Ω; Γ = 1 gives complex infinity (real part inf, imaginary part 0)."""
    open_end = gamma == 1
    return np.where(
        open_end, complex(np.inf, 0), REFERENCE_OHM * (1 + gamma) / np.where(open_end, 1.0, 1 - gamma)
    )
