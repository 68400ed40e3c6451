"""What the metal of a wire takes: its surface resistance by the skin effect."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.wires.ground import MU_0


@dataclass(frozen=True)
class Metal:
    """Conductivity (S/m) and relative permeability."""

    sigma_s_m: float
    mu_r: float = 1.0

    def ohm_per_m(self, freq_hz: float, radius_m: Real | float) -> Complex:
        """Series impedance of a metre of round wire many skin depths thick: (1 + j)·√(ωμ/2σ)/(2πa), Ω/m."""
        surface = np.sqrt(np.pi * freq_hz * MU_0 * self.mu_r / self.sigma_s_m)
        return np.asarray((1 + 1j) * surface / (2 * np.pi * np.asarray(radius_m)))


METALS: dict[str, Metal | None] = {
    "perfect": None,
    "copper": Metal(5.8e7),
    "aluminium": Metal(3.77e7),
    "steel": Metal(6.0e6, 80.0),
}
"""Conductors by name; None takes nothing."""
