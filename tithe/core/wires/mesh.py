"""Wires cut into segments, and the currents that are looked for on them.

One unknown a node: a current that is 1 there and falls to 0 at both neighbours; n − 1 of them where n wires
meet, each between the first of these and another; one half where a wire meets the ground, whose image is the
other.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property, lru_cache
from itertools import pairwise

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Mask, Real
from tithe.core.errors import InputError, require
from tithe.core.kernel.wire_fields import join, near, needed
from tithe.core.wires.layout import ALIKE_M, Layout, Point

PER_WAVELENGTH = (20, 40)
"""Segments in each wavelength: of long antennas the fewer, of short ones the more."""
_WHOLE = 60
"""Segments of an antenna between the two."""
PER_WIRE = (6, 10)
"""Segments of a wire at least: the more where there are few wires."""
_FEW_WIRES = 4
MOST_SEGMENTS = 1200
_NEAR = 1.01
"""Currents whose middles are within so much of what their longer segments make together touch or nearly
do."""
Indices = NDArray[np.int64]


@dataclass(frozen=True)
class Mesh:
    """Segments, N of them, and currents, M of them.

    ``start``, ``along``: (N, 3), m and unit vectors; ``length``, ``radius``: (N,), m. ``half``: (M, 2), which
    halves of segments a current is made of (the falling one of the n-th segment is 2n, the rising one 2n +
    1); ``sign``: (M, 2), which way it runs there (0: no second half). ``feed`` and ``coils``: the currents
    that pass there.
    """

    start: Real
    along: Real
    length: Real
    radius: Real
    half: Indices
    sign: Real
    feed: Indices
    coils: tuple[Indices, ...]

    @cached_property
    def needed(self) -> Mask:
        """Of which segments the reactions are needed, (N, N)."""
        return np.asarray(needed(self.half, len(self.length), self.near))

    @cached_property
    def near(self) -> Mask:
        """Which currents are nearer each other than they are long, (M, M)."""
        first, second = self.half.T // 2
        node = self.start[first] + (self.half[:, :1] % 2) * self.along[first] * self.length[first, None]
        return np.asarray(near(node, np.maximum(self.length[first], self.length[second]), _NEAR))

    @cached_property
    def middle(self) -> Real:
        """Of the box that its segments' starts lie in, m."""
        return np.asarray((self.start.max(axis=0) + self.start.min(axis=0)) / 2)

    @cached_property
    def reach_m(self) -> tuple[float, float]:
        """How far from there its segments reach on the level, and how high above the ground, m."""
        aside = np.hypot(*(self.start - self.middle)[:, :2].T)
        return float(aside.max()), float(self.start[:, 2].max())

    @cached_property
    def stepped(self) -> Mask:
        """Which halves have their node where wires of unlike radius meet, (2N,)."""
        first, second = self.radius[self.half.T // 2]
        out = np.zeros(2 * len(self.length), dtype=bool)
        out[self.half[first != second]] = True
        # Currents that meet in one node have their first half in common.
        out[self.half[out[self.half].any(axis=1)]] = True
        return out

    def joined(self, reactions: NDArray[np.complex128]) -> NDArray[np.complex128]:
        """From the reactions of halves, (N, N, 2, 2), to those of currents, (M, M)."""
        return np.asarray(join(reactions, self.half, self.sign, self.near))

    def halves(self, currents: NDArray[np.complex128]) -> NDArray[np.complex128]:
        """The amplitude of each half, (2N,), of currents (M,)."""
        out = np.zeros(2 * len(self.length), dtype=np.complex128)
        np.add.at(out, self.half, self.sign * currents[:, None])
        return out


def segments(layout: Layout, wavelength_m: float) -> float:
    """About how many a mesh for one wavelength has: what it costs goes by that."""
    waves = layout.length_m / wavelength_m
    return max(PER_WIRE[0] * len(layout.wires), waves * _fineness(waves))


def _fineness(waves: float) -> float:
    """Segments in each wavelength of an antenna that is so many long."""
    few, many = PER_WAVELENGTH
    return min(max(_WHOLE / waves, few), many)


def cut(layout: Layout, wavelength_m: float, grounded: bool, per_wavelength: float | None = None) -> Mesh:
    """A mesh for one wavelength, with so many segments in each (None: by how long the antenna is).

    Raises `InputError` where wires are too long, or too short for their radius.
    """
    counts = []
    if per_wavelength is None:
        per_wavelength = _fineness(layout.length_m / wavelength_m)
    least = PER_WIRE[len(layout.wires) <= _FEW_WIRES]
    for n, start, end in _broken(layout):
        wire, run = layout.wires[n], math.dist(start, end)
        by_wave, by_wire = per_wavelength * run / wavelength_m, least * run / wire.length_m
        many = max(math.ceil(by_wave - 1e-9), math.ceil(by_wire - 1e-9), 1)
        counts.append(many)
        longest = MOST_SEGMENTS // PER_WAVELENGTH[0]
        require(sum(counts) <= MOST_SEGMENTS, f"wires[{n}]", "wires-too-long", most_wavelengths=longest)
        thin = run / many > wire.radius_m
        require(thin, f"wires[{n}]", "segment-below-radius", run / many, radius_m=wire.radius_m)
    return _mesh(layout, tuple(counts), grounded)


@lru_cache(maxsize=64)
def _mesh(layout: Layout, counts: tuple[int, ...], grounded: bool) -> Mesh:
    """A mesh with so many segments on each piece; neighbouring frequencies share it."""
    starts, ends, radii, carriers = [], [], [], []
    for (n, from_m, to_m), many in zip(_broken(layout), counts, strict=True):
        points = from_m + np.subtract(to_m, from_m) * (np.arange(many + 1) / many)[:, None]
        points[-1] = to_m
        starts.append(points[:-1])
        ends.append(points[1:])
        radii.append(np.full(many, layout.wires[n].radius_m))
        carriers.append(np.full(many, n))
    start, end = np.concatenate(starts), np.concatenate(ends)
    length = np.linalg.norm(end - start, axis=1)
    half, sign, node = _currents(_nodes(start, end), start, end, grounded)
    carrier = np.concatenate(carriers)

    def passing(place: str, point: Point) -> Indices:
        """The currents through the first wire's end at a point."""
        near = [k for k, at in enumerate(node) if math.dist(at, point) < ALIKE_M]
        if not near:
            raise InputError(place, "at-an-open-end")
        first = min(near, key=lambda k: (carrier[half[k, 0] // 2], k))
        return np.array([k for k in near if half[k, 0] == half[first, 0]])

    feed = passing("feed", layout.feed)
    coils = tuple(passing(f"coils[{n}]", coil.at) for n, coil in enumerate(layout.coils))
    along = (end - start) / length[:, None]
    return Mesh(start, along, length, np.concatenate(radii), half, sign, feed, coils)


@lru_cache(maxsize=64)
def _broken(layout: Layout) -> tuple[tuple[int, Point, Point], ...]:
    """Every wire in its pieces, with the wire's place."""
    marks = (layout.feed, *(coil.at for coil in layout.coils))
    return tuple(
        (n, *ends) for n, wire in enumerate(layout.wires) for ends in _pieces(wire.start, wire.end, marks)
    )


def _pieces(start: Point, end: Point, marks: tuple[Point, ...]) -> list[tuple[Point, Point]]:
    """A wire broken at the marks that lie inside it."""
    run = np.subtract(end, start)
    shares = {0.0, 1.0}
    for mark in marks:
        share = float(np.dot(np.subtract(mark, start), run) / np.dot(run, run))
        off = np.linalg.norm(np.array(start) + share * run - mark)
        near_end = min(math.dist(mark, start), math.dist(mark, end)) < ALIKE_M
        if 0 < share < 1 and off < ALIKE_M and not near_end:
            shares.add(share)
    places = [Point(*(np.array(start) + share * run).tolist()) for share in sorted(shares)]
    places[0], places[-1] = start, end
    return list(pairwise(places))


def _nodes(start: Real, end: Real) -> dict[tuple[int, int, int], list[tuple[int, int]]]:
    """At each point the halves that are 1 there, with the way they run: −1 away from it, 1 towards it."""
    nodes: dict[tuple[int, int, int], list[tuple[int, int]]] = {}
    from_cell, to_cell = ((at / (10 * ALIKE_M)).round().astype(int).tolist() for at in (start, end))
    for n, (a, b) in enumerate(zip(from_cell, to_cell, strict=True)):
        nodes.setdefault(tuple(a), []).append((2 * n, -1))
        nodes.setdefault(tuple(b), []).append((2 * n + 1, 1))
    return nodes


def _currents(
    nodes: dict[tuple[int, int, int], list[tuple[int, int]]], start: Real, end: Real, grounded: bool
) -> tuple[Indices, Real, list[Real]]:
    half, sign, node = [], [], []
    for halves in nodes.values():
        (first, way), *others = halves
        point = end[first // 2] if first % 2 else start[first // 2]
        if grounded and abs(point[2]) < ALIKE_M:
            for segment_end, its_way in halves:
                half.append((segment_end, segment_end))
                sign.append((-its_way, 0))
                node.append(point)
            continue
        for further_end, its_way in others:
            half.append((first, further_end))
            sign.append((way, -its_way))
            node.append(point)
    return np.array(half).reshape(-1, 2), np.array(sign, dtype=float).reshape(-1, 2), node
