"""Where the wires of an antenna run, where it is fed, and what is put in series with them."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from itertools import combinations
from typing import NamedTuple

import numpy as np

from tithe.core.errors import InputError, require, require_positive

NEAREST_M = 0.03
"""Wires nearer to soil than this lie on it, and are not told but as radials."""
ALIKE_M = 1e-6
"""Ends nearer to each other than this are one point."""


class Point(NamedTuple):
    """East, north and up, m; the ground is at height 0."""

    x: float
    y: float
    z: float


@dataclass(frozen=True)
class Wire:
    """A straight round wire from one point to another."""

    start: Point
    end: Point
    radius_m: float

    @property
    def length_m(self) -> float:
        """Its length, m."""
        return math.dist(self.start, self.end)


@dataclass(frozen=True)
class Coil:
    """A coil in series with the wire at a point: its reactance (Ω, the same at every frequency) or inductance
    (H), and its Q."""

    at: Point
    q: float
    ohm: float | None = None
    henry: float | None = None

    def impedance(self, freq_hz: float) -> complex:
        """R + jX, Ω."""
        x = self.ohm if self.henry is None else 2 * np.pi * freq_hz * self.henry
        assert x is not None
        return x * (1 / self.q + 1j)


@dataclass(frozen=True)
class Layout:
    """Wires that join at their ends, fed in series with the first of them that has the point ``feed``.

    Raises `InputError` where wires touch or cross elsewhere, or something is not where a wire is.
    """

    wires: tuple[Wire, ...]
    feed: Point
    coils: tuple[Coil, ...] = ()

    def __post_init__(self) -> None:
        require(len(self.wires) > 0, "wires", "no-wires")
        for n, wire in enumerate(self.wires):
            require_positive(f"wires[{n}]", wire.radius_m)
            require(wire.length_m > ALIKE_M, f"wires[{n}]", "wire-without-length")
        for (m, first), (n, second) in combinations(enumerate(self.wires), 2):
            if _too_near(first, second):
                raise InputError(f"wires[{n}]", "wires-touch", other=m)
        self._require_current("feed", self.feed)
        for n, coil in enumerate(self.coils):
            self._require_current(f"coils[{n}]", coil.at)

    def _require_current(self, place: str, point: Point) -> None:
        """An error where a point lies on no wire, or at an open end, where no current flows."""
        on = [wire for wire in self.wires if _distance_to(wire, point) < ALIKE_M]
        require(bool(on), place, "not-on-a-wire")
        at_an_end = min(math.dist(point, end) for end in (on[0].start, on[0].end)) < ALIKE_M
        open_end = len(on) == 1 and at_an_end and abs(point.z) > ALIKE_M
        require(not open_end, place, "at-an-open-end")

    @property
    def lowest_m(self) -> float:
        """The height of its lowest point, m."""
        return min(min(wire.start.z, wire.end.z) for wire in self.wires)

    @property
    def highest_m(self) -> float:
        """The height of its highest point, m."""
        return max(max(wire.start.z, wire.end.z) for wire in self.wires)

    @cached_property
    def length_m(self) -> float:
        """All its wire, m."""
        return sum(wire.length_m for wire in self.wires)

    @cached_property
    def straight(self) -> bool:
        """Whether all of its wires lie on one line."""
        first = self.wires[0]
        way = np.subtract(first.end, first.start) / first.length_m
        ends = np.array([end for wire in self.wires for end in (wire.start, wire.end)]) - np.array(
            first.start
        )
        return bool((np.linalg.norm(ends - np.outer(ends @ way, way), axis=1) < ALIKE_M).all())

    def above_ground(self, clear_m: float = 0.0) -> None:
        """Raise `InputError` where a wire is under the ground, lies on it, or is within ``clear_m`` of it and
        not joined to it by one of the wires."""
        joined = self.lowest_m < ALIKE_M
        for n, wire in enumerate(self.wires):
            low, high = sorted((wire.start.z, wire.end.z))
            require(low >= -ALIKE_M, f"wires[{n}]", "under-ground", low)
            require(high > 2 * wire.radius_m, f"wires[{n}]", "on-the-ground", high)
            above = (high if joined else low) >= clear_m
            require(above, f"wires[{n}]", "near-the-soil", least_m=clear_m, low_m=low)


def _distance_to(wire: Wire, point: Point) -> float:
    start, run = np.array(wire.start), np.subtract(wire.end, wire.start)
    share = np.clip(np.dot(np.subtract(point, start), run) / np.dot(run, run), 0, 1)
    return float(np.linalg.norm(start + share * run - point))


def _shared(wire: Wire, second: Wire) -> tuple[Wire, Wire] | None:
    """Both wires turned so that they start at the end they share; None where they share none."""
    for a in (wire, Wire(wire.end, wire.start, wire.radius_m)):
        for b in (second, Wire(second.end, second.start, second.radius_m)):
            if np.linalg.norm(np.subtract(a.start, b.start)) < ALIKE_M:
                return a, b
    return None


_LEAST_ANGLE_RAD = np.radians(1.0)


def _too_near(first: Wire, second: Wire) -> bool:
    """Whether two wires touch elsewhere than at an end that they share, or fold back on each other there."""
    joined = _shared(first, second)
    if joined is None:
        return _distance(first, second) < first.radius_m + second.radius_m
    ways = [np.subtract(wire.end, wire.start) / wire.length_m for wire in joined]
    if np.linalg.norm(ways[0] - ways[1]) < 2 * np.sin(_LEAST_ANGLE_RAD / 2):
        return True
    return bool(np.linalg.norm(np.subtract(joined[0].end, joined[1].end)) < ALIKE_M)


def _distance(wire: Wire, second: Wire) -> float:
    """The least distance between two segments of straight line, m."""
    p, q = np.array(wire.start), np.array(second.start)
    u, v, w = np.subtract(wire.end, p), np.subtract(second.end, q), p - q
    a, b, c, d, e = u @ u, u @ v, v @ v, u @ w, v @ w
    below = a * c - b * b
    s = np.clip((b * e - c * d) / below, 0, 1) if below > 1e-12 * a * c else 0.0
    t = np.clip((b * s + e) / c, 0, 1)
    s = np.clip((b * t - d) / a, 0, 1)
    return float(np.linalg.norm(w + s * u - t * v))
