"""What an antenna will probably be: the estimate as typed, and what it may be instead.

Nobody knows the soil, the height of a sagging wire or its electrical length to a few percent, nor to what the
compensation theorem holds over few radials. Each of these is moved by itself to either end of its interval,
and all of them together to every corner of a box that is somewhat smaller: so large that, each being anywhere
within its interval by itself, nine out of ten and more of all that may be lies between the figures' least and
most over these cases, whether one assumption matters or all do alike.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import product
from typing import NamedTuple

from tithe.core.at_once import each, kept_once
from tithe.core.cost import rest
from tithe.core.errors import InputError, require
from tithe.core.wires.far_field import Sky, sky
from tithe.core.wires.ground import SOILS, Ground, Soil
from tithe.core.wires.layout import NEAREST_M, Layout
from tithe.core.wires.mesh import PER_WAVELENGTH, segments
from tithe.core.wires.metal import Metal
from tithe.core.wires.moments import LIGHT_M_PER_S, Currents, currents
from tithe.core.wires.radials import FEW, Radials, added_ohm
from tithe.core.wires.shapes import MeasuredFoot, OwnWires, Shape, Vertical
from tithe.core.wires.soil_table import make_tables

INSULATED = 1.035
"""How much longer an insulated wire is electrically."""
LENGTH_SHARE, HEIGHT_SHARE = 0.02, 0.10
_WITHIN = 0.02
"""By how much more than enters the wires may leave for the sky before it is refused: what the mesh leaves."""
_CORNER = 0.85
"""How far all are moved together, of their intervals: of the sum of two or of three alike, evenly anywhere
within theirs, 95 of 100 and more lie within."""
_RADIALS_SHARE, _FEW_RADIALS_SHARE = 0.25, 0.6
_MEASURED_SHARE = 0.1
_DRY = 1e-6
_WETTER, _DRIER = (1.5, 5.0), (2.0, 5.0)


@dataclass(frozen=True)
class Plan:
    """An antenna as it is planned: its shape, what it stands over, its wire. Where many are compared:
    ``coarse``, on the coarser mesh, and ``fewer_corners``, with half of the cases in which all of its
    assumptions are moved."""

    shape: Shape
    ground: Ground
    metal: Metal | None = None
    insulated: bool = False
    coarse: bool = False
    fewer_corners: bool = False


class Case(NamedTuple):
    """One way things may be. ``moved``: which assumption ("": none, or several), and to which side (±1).

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
    """The impedance at the feed (Ω), and as resistances in series (Ω) what radials, coil and wire take, what
    of that coil and wire alone, and what leaves for the sky; the rest warms the soil further off."""

    z_ohm: complex
    loss_ohm: float
    own_ohm: float
    sky_ohm: float


_FACTORS = 3
CASES = 1 + 2 * _FACTORS + 2**_FACTORS
"""Cases at most: the estimate as typed, three assumptions moved to either side, and all of them together."""


def cases(plan: Plan) -> tuple[Case, ...]:
    """The estimate as typed, each assumption to both sides, and all together to every corner; with
    fewer corners of three to every second one, at which any two of them still meet in all four ways."""
    names = assumed(plan)
    out = [AS_TYPED]
    for n, name in enumerate(names):
        for side in (-1, 1):
            by = [float(side) if m == n else 0.0 for m in range(len(names))]
            out.append(moved_by(plan, names, by)._replace(moved=name, side=side))
    if len(names) > 1:
        for sides in product((-1, 1), repeat=len(names)):
            if plan.fewer_corners and len(names) == _FACTORS and math.prod(sides) < 0:
                continue
            # Each soil asks for tables of its own, so it goes on to the whole class.
            by = [side * (1 if name == "soil" else _CORNER) for name, side in zip(names, sides, strict=True)]
            out.append(moved_by(plan, names, by))
    return tuple(out)


def assumed(plan: Plan) -> tuple[str, ...]:
    """What of the plan is uncertain and counts."""
    names = ["length"]
    if plan.ground != "free-space" and not plan.shape.on_ground:
        names.append("height")
    if isinstance(plan.ground, Soil):
        names.append("soil")
        if plan.shape.on_ground and plan.shape.radials is not None:
            names.append("model")
    return tuple(names)


def moved_by(plan: Plan, names: Sequence[str], by: Sequence[float]) -> Case:
    """Each assumption moved by a share of its interval, −1 to 1."""
    shares = dict(zip(names, by, strict=True))
    return Case(
        "",
        0,
        stretch=1 + LENGTH_SHARE * shares.get("length", 0.0),
        lift=1 + HEIGHT_SHARE * shares.get("height", 0.0),
        ground=soil_between(plan.ground, shares.get("soil", 0.0)),
        ground_share=1 + _unsure(plan.shape) * shares["model"] if "model" in shares else 1.0,
    )


def soil_counts(shape: Shape) -> bool:
    """Whether it is told what the soil does at the feed: of wires that stand on it, only by their
    radials."""
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


def soil_between(ground: Ground, classes: float) -> Ground | None:
    """Soil by a part of a class wetter (or drier, below 0), by like factors; None where it stays."""
    if not classes or not isinstance(ground, Soil):
        return None
    next_soil, share = neighbour(ground, 1 if classes > 0 else -1), abs(classes)
    if share == 1:
        return next_soil
    return Soil(
        ground.eps_r ** (1 - share) * next_soil.eps_r**share,
        max(ground.sigma_s_m, _DRY) ** (1 - share) * max(next_soil.sigma_s_m, _DRY) ** share,
    )


def _unsure(shape: Shape) -> float:
    """By which share of itself what the radials leave may be off, by the theorem's own limits."""
    radials = shape.radials
    if _measured(shape):
        return _MEASURED_SHARE
    return _RADIALS_SHARE if radials and radials.count >= FEW else _FEW_RADIALS_SHARE


def fed(plan: Plan, freq_hz: float, case: Case, finest_hz: float | None = None) -> complex:
    """The impedance at one frequency (Hz) in one case, Ω, on the mesh of a higher one where that is given.

    Raises `InputError` where the method does not reach.
    """
    return _seen(plan, freq_hz, case, finest_hz)[1]


def estimated(plan: Plan, freq_hz: float, case: Case, finest_hz: float | None = None) -> Fed:
    """The same, with where the power goes."""
    return _estimate(plan, freq_hz, case, finest_hz)[0]


def looked_at(plan: Plan, freq_hz: float) -> tuple[Fed, float]:
    """The estimate as typed, and of what leaves for the sky the share that leaves below 30°."""
    fed, currents, leaves = _estimate(plan, freq_hz, AS_TYPED, None)
    return fed, (leaves or sky(currents)).low_share


def _estimate(
    plan: Plan, freq_hz: float, case: Case, finest_hz: float | None
) -> tuple[Fed, Currents, Sky | None]:
    """With what leaves over soil; elsewhere that is all which is not lost."""
    require_not_too_high(plan, freq_hz)
    currents, z, loss = _seen(plan, freq_hz, case, finest_hz)
    own = currents.metal_ohm + currents.coil_ohm
    radiating = currents.z_ohm.real - own
    ground = case.ground or plan.ground
    if not isinstance(ground, Soil):
        return Fed(z, loss, own, radiating), currents, None
    leaves = sky(currents, ground)
    require(leaves.ohm <= (1 + _WITHIN) * radiating, "antenna", "beyond-the-method", freq_hz=freq_hz)
    return Fed(z, loss, own, min(leaves.ohm, radiating)), currents, leaves


def _seen(plan: Plan, freq_hz: float, case: Case, finest_hz: float | None) -> tuple[Currents, complex, float]:
    """The currents, the impedance at the feed and what radials, coil and wire take of it, Ω."""
    stretch = case.stretch * (INSULATED if plan.insulated else 1.0)
    ground = case.ground or plan.ground
    # Wires that stand on the ground stand on a perfect one, whatever the soil.
    image = "perfect" if plan.shape.on_ground and isinstance(ground, Soil) else ground
    currents = _found(plan, freq_hz, stretch, case.lift, image, finest_hz)
    own = currents.metal_ohm + currents.coil_ohm
    require(currents.z_ohm.real > own, "antenna", "beyond-the-method", freq_hz=freq_hz)
    added = under(plan, ground, currents) * case.ground_share
    loss = own + plan.shape.ground_ohm
    z = currents.z_ohm + plan.shape.ground_ohm + added
    return currents, complex(max(z.real, loss), z.imag), loss + max(added.real, 0.0)


def under(plan: Plan, ground: Ground, currents: Currents) -> complex:
    """What soil with radials on it adds to the impedance of a vertical with these currents, Ω: by the table
    of soils, its resistance scaled to what was measured at the foot."""
    radials = plan.shape.radials
    if radials is None or not isinstance(ground, Soil):
        return 0j
    added = _added(plan, radials, ground, currents)
    return complex(added.real * _scale(plan, ground), added.imag)


def _added(plan: Plan, radials: Radials, ground: Soil, currents: Currents) -> complex:
    layout = _layout(plan, 1.0, 1.0)
    plain = len(layout.wires) == 1 and not layout.coils
    return added_ohm(radials, ground, currents, float(currents.mesh.length.sum()) if plain else None)


def _measured(shape: Shape) -> MeasuredFoot | None:
    return shape.measured if isinstance(shape, Vertical) else None


@lru_cache(maxsize=256)
def _scale(plan: Plan, ground: Soil) -> float:
    """How many times what the table says of the radials' resistance they had when it was measured."""
    measured = _measured(plan.shape)
    if measured is None or plan.shape.radials is None:
        return 1.0
    currents = _found(plan, measured.freq_hz, INSULATED if plan.insulated else 1.0, 1.0, ground, None)
    series_ohm = _added(plan, replace(plan.shape.radials, count=measured.radial_count), ground, currents).real
    left = measured.ohm - currents.z_ohm.real
    if left <= 0 or series_ohm <= 0:
        raise InputError("measured.r_ohm", "below-the-wires-own", measured.ohm, least=currents.z_ohm.real)
    return left / series_ohm


def require_clear(plan: Plan) -> None:
    """Raise `InputError` where a wire is under the ground, or too near to soil to be told."""
    if plan.ground == "free-space":
        return
    try:
        _layout(plan, 1.0, 1.0).above_ground(NEAREST_M if isinstance(plan.ground, Soil) else 0.0)
    except InputError as error:
        if isinstance(plan.shape, OwnWires):
            raise
        raise error.at("") from None  # which of its wires it is says nothing to who gave lengths


_MOST_WAVELENGTHS_UP = 100
"""Higher up what leaves turns so quickly with its angle that nothing is told of it."""


def highest_hz(plan: Plan) -> float:
    """Up to which frequency its wires are no more wavelengths above the ground than are told, Hz."""
    up_m = _layout(plan, 1.0, 1.0).highest_m
    over = plan.ground != "free-space" and up_m > 0
    return _MOST_WAVELENGTHS_UP * LIGHT_M_PER_S / up_m if over else math.inf


def require_not_too_high(plan: Plan, freq_hz: float) -> None:
    """Raise `InputError` at a frequency (Hz) at which its wires are."""
    up_m, most = _layout(plan, 1.0, 1.0).highest_m, _MOST_WAVELENGTHS_UP
    inside = freq_hz <= highest_hz(plan)
    require(inside, "antenna", "wires-too-high", up_m, freq_hz=freq_hz, most=most)


def as_typed(plan: Plan, freq_hz: float) -> Currents:
    """The currents of the estimate as typed, at one frequency (Hz)."""
    return _found(plan, freq_hz, INSULATED if plan.insulated else 1.0, 1.0, plan.ground, None)


def seconds(plan: Plan, freqs_hz: Iterable[float], spread: bool = False) -> float:
    """Seconds that the estimate takes at these frequencies (Hz), with ``spread`` all its cases: to a factor
    of two or three."""
    layout = _layout(plan, 1.0, 1.0)
    hundreds = [segments(layout, LIGHT_M_PER_S / f) / 100 for f in freqs_hz]
    # Pieces of one straight line lie alike to each other, and are computed once.
    alike = 1.0 if layout.straight else 4.0
    seconds_each = sum(1.2e-3 + alike * (3e-3 * n**2 + 2e-4 * n**3) for n in hundreds)
    return (CASES if spread else 1) * seconds_each


@lru_cache(maxsize=256)
def all_cases(
    plan: Plan, freqs_hz: tuple[float, ...], spread: bool
) -> tuple[tuple[tuple[Case, Fed], ...], ...]:
    """At each frequency (Hz) the estimate as typed, and with ``spread`` what it may be instead."""
    soils = cases(plan) if spread else (AS_TYPED,)
    ready(plan, freqs_hz, soils)
    pairs = [(f, case) for f in freqs_hz for case in soils]
    out = []
    for estimate in each(lambda pair: _estimated(plan, *pair), pairs):
        rest()
        out.append(estimate)
    columns = iter(out)
    return tuple(tuple((case, next(columns)) for case in soils) for _ in freqs_hz)


def ready(plan: Plan, freqs_hz: Iterable[float], cases: Iterable[Case] = (AS_TYPED,)) -> None:
    """Make the tables of the soils that these cases ask for at these frequencies (Hz)."""
    if not plan.shape.on_ground:
        grounds = {case.ground or plan.ground for case in cases}
        make_tables([ground for ground in grounds if isinstance(ground, Soil)], freqs_hz)


@kept_once(20_000)
def _estimated(plan: Plan, freq_hz: float, case: Case) -> Fed:
    """A station asks for the same again with each change elsewhere in it."""
    return estimated(plan, freq_hz, case)


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
