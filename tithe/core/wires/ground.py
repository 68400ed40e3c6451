"""What an antenna stands over: nothing, a perfect conductor, or soil."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import require_not_negative, require_positive

EPSILON_0 = 8.8541878128e-12
"""Permittivity of free space, F/m."""
MU_0 = 1.25663706212e-6
"""Permeability of free space, H/m."""


@dataclass(frozen=True)
class Soil:
    """Relative permittivity and conductivity (S/m)."""

    eps_r: float
    sigma_s_m: float

    def __post_init__(self) -> None:
        require_positive("eps_r", self.eps_r)
        require_not_negative("sigma_s_m", self.sigma_s_m)

    def permittivity(self, freq_hz: Real | float) -> Complex:
        """Relative and complex: εr − jσ/ωε₀, shape of ``freq_hz``."""
        return np.asarray(self.eps_r - 1j * self.sigma_s_m / (2 * np.pi * np.asarray(freq_hz) * EPSILON_0))

    def surface_ohm(self, freq_hz: Real | float) -> Complex:
        """Surface impedance √(jωμ₀/(σ + jωε)), Ω."""
        omega = 2 * np.pi * np.asarray(freq_hz)
        return np.asarray(np.sqrt(1j * omega * MU_0 / (self.sigma_s_m + 1j * omega * EPSILON_0 * self.eps_r)))


Ground = Soil | Literal["free-space", "perfect"]
SOILS: dict[str, Soil] = {
    "sea": Soil(80.0, 5.0),
    "good": Soil(20.0, 0.03),
    "average": Soil(13.0, 0.005),
    "poor": Soil(5.0, 0.001),
}
"""Classes of ground, the best first."""
