"""What the soil under a vertical adds to its impedance, radials lying on it: the compensation theorem.

ΔZ = ∫ H² Z_s 2πr dr / I₀² (Monteath 1951; Wait and Pope 1954), with H the field of the vertical over a
perfect ground: complex, and squared, not its magnitude. Within the radials the soil's surface impedance lies
in parallel with that of the wires, jη(d/λ) ln(d/2πa), d apart. Not good for fewer than about four of them.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

import numpy as np

from tithe.core.arrays import Complex
from tithe.core.errors import require_not_negative, require_positive
from tithe.core.kernel.wire_fields import ETA
from tithe.core.wires.ground import Soil
from tithe.core.wires.moments import Currents, gauss

_SINE_WAVELENGTHS, _BLENDED_WAVELENGTHS = 0.3, 0.1
_LEVEL = 1e-6
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


def added_ohm(radials: Radials, soil: Soil, currents: Currents, height_m: float | None = None) -> complex:
    """ΔZ at the foot of a vertical with these currents over a perfect ground, Ω.

    ``height_m``: of a plain one, up to a third of a wave taken as a sine; of one that is loaded or taller the
    currents themselves count, since a sine would have none at the foot of half a wave.
    """
    k, radius = currents.wavenumber, float(currents.mesh.radius[0])
    surface = soil.surface_ohm(currents.freq_hz).item()
    if height_m is None:
        return _added(radials, surface, k, radius, partial(_of_currents, currents))
    x = float(np.clip((k * height_m / (2 * np.pi) - _SINE_WAVELENGTHS) / _BLENDED_WAVELENGTHS, 0, 1))
    share = x * x * (3 - 2 * x)
    ohm = 0j
    if share < 1:
        ohm += (1 - share) * _added(radials, surface, k, radius, partial(_of_a_sine, k, height_m))
    if share > 0:
        ohm += share * _added(radials, surface, k, radius, partial(_of_currents, currents))
    return ohm


_WITHIN, _FADING = gauss(120), np.polynomial.laguerre.laggauss(60)
"""Points from 0 to 1, and from 0 on where what is summed fades as e^−t, with their weights."""


def _of_a_sine(k: float, height_m: float, r: Complex) -> Complex:
    """2πr·H at r (m, may be complex) for an ampere at the foot of a plain vertical."""
    far = np.sqrt(r * r + height_m**2)
    bracket = np.exp(-1j * k * far) - np.cos(k * height_m) * np.exp(-1j * k * r)
    return np.asarray(1j * bracket / np.sin(k * height_m))


def _of_currents(currents: Currents, r: Complex) -> Complex:
    """The same of the currents on the upright segments, each a sine with its exact field."""
    mesh, k = currents.mesh, currents.wavenumber
    up = np.hypot(mesh.along[:, 0], mesh.along[:, 1]) < _LEVEL
    falling, rising, d = currents.halves[0::2][up], currents.halves[1::2][up], mesh.length[up]
    foot = mesh.start[up, 2]
    sine, cosine = np.sin(k * d), np.cos(k * d)
    ends = (
        (-1, foot, falling, k * (rising - falling * cosine) / sine),
        (1, foot + d * mesh.along[up, 2], rising, k * (rising * cosine - falling) / sine),
    )
    out = np.zeros(r.shape, dtype=np.complex128)
    for way, z, amps, slope in ends:
        far = np.sqrt(r[:, None] ** 2 + z**2)
        out += way * (np.exp(-1j * k * far) * (amps * z / far - 1j / k * slope)).sum(axis=1)
    return out * currents.z_ohm


def _added(
    radials: Radials, surface: complex, k: float, radius_m: float, field: Callable[[Complex], Complex]
) -> complex:
    """The integral, with the square of the field."""
    # Within the radials: even steps in ln r, from the vertical's own surface on.
    edge = max(radials.length_m, radius_m) if radials.count else radius_m
    inside = 0j
    if edge > radius_m:
        share, weight = _WITHIN
        span = np.log(edge / radius_m)
        r = radius_m * np.exp(span * share)
        apart = 2 * np.pi * r / radials.count
        wound = np.log(np.maximum(apart / (2 * np.pi * radials.radius_m), 1.0))
        grid = 1j * ETA * apart * k / (2 * np.pi) * wound
        together = np.where(grid == 0, 0, grid * surface / np.where(grid == 0, 1, grid + surface))
        inside = complex((weight * field(r.astype(np.complex128)) ** 2 * together).sum() * span)
    # Beyond them: along r = edge − jt, where the wave fades instead of turning.
    t, weight = _FADING
    r = np.asarray(edge - 1j * t / (2 * k), dtype=np.complex128)
    beyond = complex((weight * np.exp(t) * field(r) ** 2 / r).sum() * -1j / (2 * k)) * surface
    return (inside + beyond) / (2 * np.pi)
