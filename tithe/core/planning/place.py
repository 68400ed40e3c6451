"""The place an antenna is for, and the antennas that fit in.

Its corner is the origin; x runs along its length, y along its breadth, m. Ends of wires stay out of reach.
Nothing is told of neighbours, of trees between, or of what may be built: that is the builder's to know.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import combinations
from typing import Literal

from tithe.core.errors import InputError, require, require_positive
from tithe.core.station import Band
from tithe.core.wires.ground import Ground
from tithe.core.wires.layout import NEAREST_M
from tithe.core.wires.shapes import Dipole, EndFed, Fan, InvertedVee, Shape, ShapeCoil, Vertical

Kind = Literal["level", "vee", "end-fed", "vertical", "fan"]
Towards = Literal["near", "far", "both"]
KINDS: tuple[Kind, ...] = ("level", "vee", "end-fed", "vertical", "fan")
CLEAR_M, MOST_SUPPORTS = 2.5, 3
"""How high ends stay, and how many supports a place may have."""
_SHARES = (1.0, 0.8, 0.62)
_LEAST_M = 4.0
_WAVE_M = 299.792458
_COUNTERPOISE_M = 8.0
_VERTICALS_M = (5.0, 7.0, 9.0, 10.5)


@dataclass(frozen=True)
class Support:
    """Something to hang a wire from."""

    height_m: float
    x_m: float
    y_m: float

    def __post_init__(self) -> None:
        require_positive("height_m", self.height_m)


@dataclass(frozen=True)
class Place:
    """``house``: where the feed leaves it, (x, y), m; ``by_band``: of a band by its name where one wants to
    be heard, if not as on the others; ``ruled_out``: kinds that may not be."""

    length_m: float
    breadth_m: float
    supports: tuple[Support, ...]
    house: tuple[float, float] = (0.0, 0.0)
    ground: Ground = "perfect"
    towards: Towards = "both"
    ruled_out: frozenset[Kind] = frozenset()
    by_band: tuple[tuple[str, Towards], ...] = ()

    def __post_init__(self) -> None:
        require_positive("length_m", self.length_m)
        require_positive("breadth_m", self.breadth_m)
        few = len(self.supports) <= MOST_SUPPORTS
        require(few, "supports", "between", len(self.supports), least=0, most=MOST_SUPPORTS)
        for n, support in enumerate(self.supports):
            self._inside(support.x_m, support.y_m, f"supports[{n}]")
        self._inside(*self.house, "house")

    def _inside(self, x: float, y: float, place: str) -> None:
        for name, value, most in (("x_m", x, self.length_m), ("y_m", y, self.breadth_m)):
            inside = 0 <= value <= most
            require(inside, f"{place}.{name}", "between", value, least=0.0, most=most)

    def wanted(self, bands: Sequence[Band]) -> tuple[Towards, ...]:
        """Where one wants to be heard on each of the bands."""
        by_band = dict(self.by_band)
        return tuple(by_band.get(band.name, self.towards) for band in bands)

    def room_m(self, x: float, y: float, angle: float) -> float:
        """How far it is from a point to the edge, that way."""
        room = math.inf
        for at, way, most in ((x, math.cos(angle), self.length_m), (y, math.sin(angle), self.breadth_m)):
            if abs(way) > 1e-9:
                room = min(room, ((most if way > 0 else 0.0) - at) / way)
        return max(room, 0.0)

    def from_house_m(self, x: float, y: float) -> float:
        """How far a point is from where the feed leaves the house."""
        return math.dist(self.house, (x, y))


@dataclass(frozen=True)
class Hung:
    """An antenna of a ``kind`` that fits in: its shape, how far its feed is from the house along the ground
    and upwards, m, and how much wire, radials among it, and how much of a mast of its own it wants, m;
    ``at_m``: where in the place its shape's origin is, (x, y), and ``way``: where its shape's x points."""

    kind: Kind
    shape: Shape
    run_m: float
    lead_m: float
    wire_m: float
    mast_m: float = 0.0
    at_m: tuple[float, float] = (0.0, 0.0)
    way: float = 0.0


def antennas(place: Place, freq_hz: float) -> tuple[Hung, ...]:
    """What fits in, each kind in a few lengths; ``freq_hz``: of the lowest band. Raises `InputError` where
    nothing does."""
    wave = _WAVE_M * 1e6 / freq_hz
    makers = {"level": _level, "vee": _vee, "end-fed": _end_fed, "vertical": _vertical, "fan": _fan}
    out = [antenna for kind in KINDS if kind not in place.ruled_out for antenna in makers[kind](place, wave)]
    if not out:
        raise InputError("place", "no-antenna-fits", clear_m=CLEAR_M)
    return tuple(dict.fromkeys(out))


def _lengths(most: float, wanted: float) -> Iterator[float]:
    """What is wanted, where there is room for it, and shares of the most that there is room for."""
    several = {round(share * most, 1) for share in _SHARES}
    if _LEAST_M <= wanted < most:
        several.add(round(wanted, 1))
    yield from sorted((length for length in several if length >= _LEAST_M), reverse=True)


def _level(place: Place, wave: float) -> Iterator[Hung]:
    for support, second in combinations(place.supports, 2):
        height = min(support.height_m, second.height_m)
        if height <= CLEAR_M:
            continue
        span, at, way = _between(support, second)
        run = place.from_house_m(*at) + height
        for length in _lengths(0.96 * span, 0.48 * wave):
            yield Hung("level", Dipole(length, height), run, height, length, at_m=at, way=way)


def _between(support: Support, second: Support) -> tuple[float, tuple[float, float], float]:
    """How far two supports are apart, what is in the middle, and which way it is from one to the other."""
    at = (support.x_m + second.x_m) / 2, (support.y_m + second.y_m) / 2
    x, y = second.x_m - support.x_m, second.y_m - support.y_m
    return math.hypot(x, y), at, math.atan2(y, x)


def _ways(place: Place, x: float, y: float) -> tuple[float, float]:
    """How far it is to either side of a point along the best line through it, and which way that runs."""
    angles = (math.pi * n / 24 for n in range(24))
    return max(
        (min(place.room_m(x, y, angle), place.room_m(x, y, angle + math.pi)), -angle) for angle in angles
    )


def _vee(place: Place, wave: float) -> Iterator[Hung]:
    for support in place.supports:
        drop = support.height_m - CLEAR_M
        out, turned = _ways(place, support.x_m, support.y_m)
        if drop <= 0 or out <= 0:
            continue
        run = place.from_house_m(support.x_m, support.y_m) + support.height_m
        for leg in _lengths(math.hypot(out, drop), 0.24 * wave):
            # As flat as the place lets it be, and no end lower than is out of reach.
            half = math.asin(min(out / leg, 1.0))
            steepest = math.acos(min(drop / leg, 1.0))
            angle = 2 * max(min(half, math.pi / 3), steepest)
            if angle <= 2 * half + 1e-9 and math.degrees(angle) >= 40:
                shape = InvertedVee(leg, support.height_m, round(math.degrees(angle), 1))
                at = support.x_m, support.y_m
                yield Hung("vee", shape, run, support.height_m, 2 * leg, at_m=at, way=-turned)


def _end_fed(place: Place, wave: float) -> Iterator[Hung]:
    """From the house up to a support, and where there is room beyond it down again or on to another."""
    for support in place.supports:
        out = place.from_house_m(support.x_m, support.y_m)
        rise = support.height_m - CLEAR_M
        if rise <= 0 or out < _LEAST_M:
            continue
        first = round(math.hypot(out, rise), 2)
        counterpoise = min(_COUNTERPOISE_M, max(2.0, wave / 16))
        feed = {"near_height_m": CLEAR_M, "counterpoise_m": counterpoise, "counterpoise_height_m": 1.0}
        sloping = EndFed(first, far_height_m=support.height_m, **feed)
        way = math.atan2(support.y_m - place.house[1], support.x_m - place.house[0])
        hung = Hung("end-fed", sloping, CLEAR_M, CLEAR_M, first + counterpoise, at_m=place.house, way=way)
        yield hung
        beyond = place.room_m(support.x_m, support.y_m, way)
        more = math.hypot(beyond, rise)
        if beyond >= _LEAST_M:
            for on in _lengths(more, 0.46 * wave - first):
                end = support.height_m - rise * min(1.0, on / more)
                bent = EndFed(
                    round(first + on, 2),
                    far_height_m=round(end, 2),
                    bend_m=first,
                    bend_height_m=support.height_m,
                    **feed,
                )
                yield replace(hung, shape=bent, wire_m=first + on + counterpoise)


def _vertical(place: Place, wave: float) -> Iterator[Hung]:
    """In the middle of the place, over radials that fit in; shorter than a quarter wave also with a coil."""
    radial = round(min(place.length_m, place.breadth_m, wave / 2) / 2, 1)
    if radial < 1:
        return
    at = place.length_m / 2, place.breadth_m / 2
    run = max(place.from_house_m(*at), 1.0)
    for height in (height_m for height_m in _VERTICALS_M if height_m <= 0.27 * wave):
        wire = 16 * radial
        yield Hung("vertical", Vertical(height, 16, radial), run, 0.0, wire, height, at_m=at)
    if wave / 4 > 1.3 * _VERTICALS_M[2]:
        coil = ShapeCoil(0.5, 200.0, ohm=_coil_ohm(_VERTICALS_M[2], wave))
        loaded = Vertical(_VERTICALS_M[2], 16, radial, coil=coil)
        yield Hung("vertical", loaded, run, 0.0, 16 * radial, _VERTICALS_M[2], at_m=at)


def _coil_ohm(height: float, wave: float) -> float:
    """About what tunes a short vertical from its middle: as a line of 300 Ω, open at its end."""
    quarter = math.tan(math.pi * height / wave)
    return round(300 * (1 / quarter - quarter), 0)


def _fan(place: Place, wave: float) -> Iterator[Hung]:
    """Two dipoles at one feedpoint, an octave apart, between two supports."""
    for support, second in combinations(place.supports, 2):
        height = min(support.height_m, second.height_m)
        span, at, way = _between(support, second)
        longest = 0.48 * wave
        while longest > 0.96 * span:
            longest /= 2
        if height > max(CLEAR_M, NEAREST_M) and longest / 2 >= _LEAST_M:
            run = place.from_house_m(*at) + height
            lengths = (round(longest, 1), round(longest / 2, 1))
            yield Hung("fan", Fan(lengths, height), run, height, sum(lengths), at_m=at, way=way)
