"""What an antenna will probably be: the estimate as typed, and what it may be instead.

Nobody knows the soil, the height of a sagging wire or its electrical length to a few percent. Each of these
is moved by itself to either side, and what the model itself is unsure of (wires low over soil, few radials)
widens the ground's share of the impedance; the figures' least and most over all of these cases are told.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from tithe.core.at_once import each
from tithe.core.errors import InputError
from tithe.core.wires.ground import SOILS, Ground, Soil
from tithe.core.wires.layout import Layout
from tithe.core.wires.mesh import PER_WAVELENGTH, segments
from tithe.core.wires.metal import Metal
from tithe.core.wires.moments import LIGHT_M_PER_S, Currents, currents
from tithe.core.wires.radials import FEW, Radials, added_ohm
from tithe.core.wires.shapes import MeasuredFoot, Shape, Vertical

INSULATED = 1.035
"""How much longer an insulated wire is electrically."""
LENGTH_SHARE, HEIGHT_SHARE = 0.02, 0.10
_LOW_WAVELENGTHS = 0.1
_LOW_SHARE, _RADIALS_SHARE, _FEW_RADIALS_SHARE = 0.3, 0.25, 0.6
_MEASURED_SHARE = 0.1
_WETTER, _DRIER = (1.5, 5.0), (2.0, 5.0)


@dataclass(frozen=True)
class Plan:
    """An antenna as it is planned: its shape, what it stands over, its wire; ``coarse``: on the coarser mesh,
    where many are compared."""

    shape: Shape
    ground: Ground
    metal: Metal | None = None
    insulated: bool = False
    coarse: bool = False


class Case(NamedTuple):
    """One way things may be. ``moved``: which assumption ("": none), and to which side (±1).

    ``ground_share``: how many times the ground's share of the impedance is taken.
    """

    moved: str
    side: int
    stretch: float = 1.0
    lift: float = 1.0
    ground: Ground | None = None
    ground_share: float = 1.0


AS_TYPED = Case("", 0)


class Fed(NamedTuple):
    """The impedance at the feed (Ω), and what ground, coil and wire take, as a resistance in series (Ω)."""

    z_ohm: complex
    loss_ohm: float


CASES = 9
"""Cases at most: the estimate as typed, and four assumptions moved to either side."""


def cases(plan: Plan, freq_hz: float) -> tuple[Case, ...]:
    """The estimate as typed, then each assumption to both sides."""
    found = [AS_TYPED]
    found += [Case("length", side, stretch=1 + side * LENGTH_SHARE) for side in (-1, 1)]
    if plan.ground != "free-space" and not plan.shape.on_ground:
        found += [Case("height", side, lift=1 + side * HEIGHT_SHARE) for side in (-1, 1)]
    if isinstance(plan.ground, Soil) and soil_counts(plan.shape):
        found += [Case("soil", side, ground=neighbour(plan.ground, side)) for side in (-1, 1)]
        unsure = _unsure(plan, freq_hz)
        if unsure:
            found += [Case("model", side, ground_share=1 + side * unsure) for side in (-1, 1)]
    return tuple(found)


def soil_counts(shape: Shape) -> bool:
    """Whether it is told what the soil does: of wires that stand on it, only by their radials."""
    return not shape.on_ground or shape.radials is not None


def neighbour(soil: Soil, side: int) -> Soil:
    """One class drier (−1) or wetter (+1); of soil that is none of the classes, or the last, by like
    factors."""
    classes = list(SOILS.values())
    if soil in classes and 0 <= classes.index(soil) - side < len(classes):
        return classes[classes.index(soil) - side]
    if side > 0:
        return Soil(min(soil.eps_r * _WETTER[0], 80.0), soil.sigma_s_m * _WETTER[1])
    return Soil(max(soil.eps_r / _DRIER[0], 1.5), soil.sigma_s_m / _DRIER[1])


def _unsure(plan: Plan, freq_hz: float) -> float:
    """By which share of itself the ground's part of the impedance may be off, by the model's own limits."""
    if plan.shape.on_ground:
        radials = plan.shape.radials
        if _measured(plan.shape):
            return _MEASURED_SHARE
        return _RADIALS_SHARE if radials and radials.count >= FEW else _FEW_RADIALS_SHARE
    heights = plan.shape.layout().lowest_m / (LIGHT_M_PER_S / freq_hz)
    return _LOW_SHARE * max(0.0, 1 - heights / _LOW_WAVELENGTHS)


def fed(plan: Plan, freq_hz: float, case: Case, finest_hz: float | None = None) -> Fed:
    """The antenna at one frequency (Hz) in one case, on the mesh of a higher one where that is given."""
    stretch = case.stretch * (INSULATED if plan.insulated else 1.0)
    ground = case.ground or plan.ground
    found = _found(plan, freq_hz, stretch, case.lift, ground, finest_hz)
    loss = found.metal_ohm + found.coil_ohm + plan.shape.ground_ohm
    z = found.z_ohm + plan.shape.ground_ohm
    added = under(plan, ground, found) * case.ground_share
    if case.ground_share != 1 and not plan.shape.on_ground:
        free = _found(plan, freq_hz, stretch, case.lift, "free-space", finest_hz).z_ohm
        added = (case.ground_share - 1) * (z - free)
        return Fed(
            complex(max(z.real + added.real, found.metal_ohm + found.coil_ohm), z.imag + added.imag), loss
        )
    z = z + added
    return Fed(complex(max(z.real, loss), z.imag), loss + max(added.real, 0.0))


def under(plan: Plan, ground: Ground, found: Currents) -> complex:
    """What soil with radials on it adds to the impedance of a vertical with these currents, Ω: by the table
    of soils, its resistance scaled to what was measured at the foot."""
    radials = plan.shape.radials
    if radials is None or not isinstance(ground, Soil):
        return 0j
    added = _added(plan, radials, ground, found)
    return complex(added.real * _scale(plan, ground), added.imag)


def _added(plan: Plan, radials: Radials, ground: Soil, found: Currents) -> complex:
    layout = _layout(plan, 1.0, 1.0)
    plain = len(layout.wires) == 1 and not layout.coils
    return added_ohm(radials, ground, found, float(found.mesh.length.sum()) if plain else None)


def _measured(shape: Shape) -> MeasuredFoot | None:
    return shape.measured if isinstance(shape, Vertical) else None


@lru_cache(maxsize=256)
def _scale(plan: Plan, ground: Soil) -> float:
    """How many times what the table says of the radials' resistance they had when it was measured."""
    there = _measured(plan.shape)
    if there is None or plan.shape.radials is None:
        return 1.0
    found = _found(plan, there.freq_hz, INSULATED if plan.insulated else 1.0, 1.0, ground, None)
    told = _added(plan, replace(plan.shape.radials, count=there.radial_count), ground, found).real
    left = there.ohm - found.z_ohm.real
    if left <= 0 or told <= 0:
        raise InputError("measured.r_ohm", "below-the-wires-own", there.ohm, least=found.z_ohm.real)
    return left / told


def as_typed(plan: Plan, freq_hz: float) -> Currents:
    """The currents of the estimate as typed, at one frequency (Hz)."""
    return _found(plan, freq_hz, INSULATED if plan.insulated else 1.0, 1.0, plan.ground, None)


def seconds(plan: Plan, freqs_hz: Iterable[float], spread: bool = False) -> float:
    """Seconds that the estimate takes at these frequencies (Hz), with ``spread`` all its cases: to a factor
    of two or three."""
    layout = _layout(plan, 1.0, 1.0)
    many = np.array([segments(layout, LIGHT_M_PER_S / f) for f in freqs_hz]) / 100
    # Pieces of one straight line lie alike to each other, and are computed once.
    alike = 1.0 if layout.straight else 4.0
    return float((CASES if spread else 1) * (3e-4 + alike * (3e-3 * many**2 + 2e-4 * many**3)).sum())


@lru_cache(maxsize=256)
def all_cases(
    plan: Plan, freqs_hz: tuple[float, ...], spread: bool
) -> tuple[tuple[tuple[Case, Fed], ...], ...]:
    """At each frequency (Hz) the estimate as typed, and with ``spread`` what it may be instead."""
    there = [cases(plan, f) if spread else (AS_TYPED,) for f in freqs_hz]
    found = iter(all_fed(plan, [(f, one) for f, row in zip(freqs_hz, there, strict=True) for one in row]))
    return tuple(tuple((one, next(found)) for one in row) for row in there)


def all_fed(plan: Plan, pairs: list[tuple[float, Case]]) -> list[Fed]:
    """At many frequencies (Hz) and in many cases, on all processors."""
    return list(each(lambda pair: _fed(plan, *pair), pairs))


@lru_cache(maxsize=20_000)
def _fed(plan: Plan, freq_hz: float, case: Case) -> Fed:
    """A station asks for the same again with each change elsewhere in it."""
    return fed(plan, freq_hz, case)


@lru_cache(maxsize=64)
def _found(
    plan: Plan, freq_hz: float, stretch: float, lift: float, ground: Ground, finest_hz: float | None
) -> Currents:
    if plan.shape.on_ground and ground == "free-space":
        raise InputError("ground", "needs-ground")
    layout = _layout(plan, stretch, lift)
    per_wavelength = PER_WAVELENGTH[0] if plan.coarse else None
    return currents(layout, freq_hz, ground, plan.metal, per_wavelength, finest_hz)


@lru_cache(maxsize=64)
def _layout(plan: Plan, stretch: float, lift: float) -> Layout:
    return plan.shape.layout(stretch, lift)
