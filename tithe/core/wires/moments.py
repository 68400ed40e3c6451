"""The method of moments with sinusoidal pieces (Galerkin): currents on thin wires, and the impedance at the
feed."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Real
from tithe.core.kernel.wire_fields import fill
from tithe.core.kernel.wire_soil import add_soil
from tithe.core.kernel.wire_steps import add_steps
from tithe.core.wires.ground import Ground, Soil
from tithe.core.wires.half_space import image_share
from tithe.core.wires.layout import ALIKE_M, NEAREST_M, Layout
from tithe.core.wires.mesh import Mesh, cut
from tithe.core.wires.metal import Metal
from tithe.core.wires.soil_table import EVEN_FROM, PLACES, soil_table

LIGHT_M_PER_S = 299_792_458.0


_CLEAR_M = NEAREST_M / 1.2
"""As near to soil the integrals are told: somewhat nearer than an antenna may be typed, which is told lower
too."""


@dataclass(frozen=True)
class Currents:
    """An antenna at one frequency, per volt at its feed.

    ``halves``: amplitudes (rms, A) of the halves of the mesh's segments, (2N,). ``z_ohm``: the impedance at
    the feed; ``metal_ohm`` and ``coil_ohm``: what wire and coils take, as resistances in series with the
    feed.
    """

    freq_hz: float
    mesh: Mesh
    ground: Ground
    halves: NDArray[np.complex128]
    z_ohm: complex
    metal_ohm: float
    coil_ohm: float

    @property
    def wavenumber(self) -> float:
        """2π/λ, 1/m."""
        return 2 * np.pi * self.freq_hz / LIGHT_M_PER_S


def currents(
    layout: Layout,
    freq_hz: float,
    ground: Ground = "free-space",
    metal: Metal | None = None,
    per_wavelength: float | None = None,
    finest_hz: float | None = None,
) -> Currents:
    """The currents at one frequency (Hz), with ``per_wavelength`` segments in each wavelength; ``finest_hz``:
    of a higher frequency's wave, so that many share one mesh.

    A wire that reaches the ground stands on a perfect one, whatever the soil: what the soil takes from it is
    told by its radials (`tithe.core.wires.radials`). Raises `InputError` where the wires cannot be cut.
    """
    grounded = ground != "free-space" and layout.lowest_m < ALIKE_M
    if ground != "free-space":
        layout.above_ground(_CLEAR_M if isinstance(ground, Soil) else 0.0)
    wavelength = LIGHT_M_PER_S / freq_hz
    mesh = cut(layout, LIGHT_M_PER_S / (finest_hz or freq_hz), grounded, per_wavelength)
    k = 2 * np.pi / wavelength
    reactions = _reactions(mesh, k, ground if not grounded else "perfect", freq_hz)
    own = None if metal is None else _metal(mesh, k, metal, freq_hz)
    if own is not None:
        every = np.arange(len(own))
        reactions[every, every] += own
    z = mesh.joined(reactions)
    coil_ohm = [coil.impedance(freq_hz) for coil in layout.coils]
    for ohm, at in zip(coil_ohm, mesh.coils, strict=True):
        z[np.ix_(at, at)] += ohm
    volts = np.zeros(len(z), dtype=np.complex128)
    volts[mesh.feed] = 1.0
    solution = np.asarray(np.linalg.solve(z, volts), dtype=np.complex128)
    fed = complex(solution[mesh.feed].sum())
    halves = mesh.halves(solution)
    metal_w = 0.0
    if own is not None:
        pairs = halves.reshape(-1, 2)
        metal_w = float(np.einsum("ni,nij,nj->", pairs.conj(), own, pairs).real)
    coil_w = sum(
        abs(complex(solution[at].sum())) ** 2 * ohm.real for ohm, at in zip(coil_ohm, mesh.coils, strict=True)
    )
    through = abs(fed) ** 2
    return Currents(freq_hz, mesh, ground, halves, 1 / fed, metal_w / through, coil_w / through)


def _reactions(mesh: Mesh, k: float, ground: Ground, freq_hz: float) -> Complex:
    """Of the halves of all segments, (N, N, 2, 2), Ω."""
    where = (mesh.start, mesh.along, mesh.length, mesh.radius, k)
    soil = ground if isinstance(ground, Soil) else None
    image = 0j if ground == "free-space" else 1 + 0j
    if soil is not None:
        image = image_share(soil.permittivity(freq_hz).item())
    reactions = fill(*where, RULES, mesh.needed, image)
    if soil is not None:
        add_soil(reactions, *where, SOIL_RULES, soil_table(soil, freq_hz), PLACES, EVEN_FROM)
    if mesh.stepped.any():
        add_steps(reactions, *where, mesh.stepped, STEP_RULE)
    return np.asarray(reactions)


def _metal(mesh: Mesh, k: float, metal: Metal, freq_hz: float) -> Complex:
    """What the metal adds to the reactions of a segment's halves with each other: (N, 2, 2)."""
    turn = k * mesh.length
    per_m = metal.ohm_per_m(freq_hz, mesh.radius) / np.sin(turn) ** 2
    alone = per_m * (mesh.length / 2 - np.sin(2 * turn) / (4 * k))
    across = per_m * (np.sin(turn) / k - mesh.length * np.cos(turn)) / 2
    return np.stack([alone, across, across, alone], axis=1).reshape(-1, 2, 2)


@cache
def gauss(count: int) -> Real:
    """Points from 0 to 1 and their weights, (2, count)."""
    x, weight = np.polynomial.legendre.leggauss(count)
    return np.stack([(x + 1) / 2, weight / 2])


def crowded(count: int, power: int = 5) -> Real:
    """Points crowded towards both ends, where the field of a neighbour peaks: s = t⁵ from either, (2,
    2·count)."""
    t, weight = gauss(count)
    s, weight = t**power / 2, weight * power * t ** (power - 1) / 2
    return np.stack([np.concatenate([s, 1 - s[::-1]]), np.concatenate([weight, weight[::-1]])])


RULES = (crowded(20), gauss(6), gauss(3))
"""Points of a segment that touches another or nearly does, is near it, and far off."""
SOIL_RULES = (gauss(10), gauss(4), gauss(2), gauss(1))
STEP_RULE = gauss(12)
