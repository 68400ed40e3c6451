"""What the soil under a vertical adds to its impedance, radials lying on it: the compensation theorem.

ΔZ = −∫ H² Z_s 2πr dr / I₀² (Monteath 1951; Wait and Pope 1954), with H the field of the vertical over a
perfect ground: complex, and squared, not its magnitude. Within the radials the soil's surface impedance lies
in parallel with that of the wires, jη(d/λ) ln(d/2πa), d apart. Not good for fewer than about four of them.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import require_not_negative, require_positive
from tithe.core.kernel.wire_fields import ETA
from tithe.core.wires.ground import Soil
from tithe.core.wires.moments import LIGHT_M_PER_S, gauss

FEW = 4
"""With fewer radials the theorem's surface impedance is no good picture of them."""


@dataclass(frozen=True)
class Radials:
    """``count`` wires of ``length_m`` and ``radius_m``, evenly round the foot, on the ground."""

    count: int
    length_m: float
    radius_m: float = 1e-3

    def __post_init__(self) -> None:
        require_not_negative("radials", self.count)
        require_positive("radial_m", self.length_m)
        require_positive("radial_wire_mm", self.radius_m)


def added_ohm(radials: Radials, soil: Soil, freq_hz: float, height_m: float, radius_m: float) -> complex:
    """ΔZ at the foot of a vertical of ``height_m`` and ``radius_m``, Ω."""
    k = 2 * np.pi * freq_hz / LIGHT_M_PER_S
    surface = soil.surface_ohm(freq_hz).item()

    def field(r: Real | Complex) -> Complex:
        """The bracket of H, over sin kh: H = field/(2πr) for an ampere."""
        far = np.sqrt(r * r + height_m**2)
        return np.asarray(
            (np.exp(-1j * k * far) - np.cos(k * height_m) * np.exp(-1j * k * r)) / np.sin(k * height_m)
        )

    # Within the radials: even steps in ln r, from the vertical's own surface on.
    edge = max(radials.length_m, radius_m) if radials.count else radius_m
    inside = 0j
    if edge > radius_m:
        share, weight = gauss(200)
        span = np.log(edge / radius_m)
        r = radius_m * np.exp(span * share)
        apart = 2 * np.pi * r / radials.count
        grid = (
            1j
            * ETA
            * apart
            * k
            / (2 * np.pi)
            * np.log(np.maximum(apart / (2 * np.pi * radials.radius_m), 1.0))
        )
        together = np.where(grid == 0, 0, grid * surface / np.where(grid == 0, 1, grid + surface))
        inside = complex((weight * field(r) ** 2 * together).sum() * span)
    # Beyond them: along r = edge − jt, where the wave fades instead of turning.
    t, weight = np.polynomial.laguerre.laggauss(60)
    r = np.asarray(edge - 1j * t / (2 * k), dtype=np.complex128)
    beyond = complex((weight * np.exp(t) * field(r) ** 2 / r).sum() * -1j / (2 * k)) * surface
    return -(inside + beyond) / (2 * np.pi)
