"""A straight wire fed at its end, against a counterpoise that runs the other way."""

from __future__ import annotations

import math
from dataclasses import dataclass

from tithe.core.errors import require, require_between, require_positive
from tithe.core.wires.layout import Layout, Point, Wire
from tithe.core.wires.shapes.shape import OffTheGround


@dataclass(frozen=True)
class EndFed(OffTheGround):
    """From the feed, ``near_height_m`` up, to ``far_height_m``, straight or over a support that is
    ``bend_m`` along it and ``bend_height_m`` high; the counterpoise is a wire, or the outside of the feedline
    up to its choke."""

    wire_m: float
    near_height_m: float
    far_height_m: float
    counterpoise_m: float
    counterpoise_height_m: float
    radius_m: float = 1e-3
    bend_m: float | None = None
    bend_height_m: float | None = None

    def __post_init__(self) -> None:
        for name in ("wire_m", "near_height_m", "far_height_m", "counterpoise_m", "counterpoise_height_m"):
            require_positive(name, getattr(self, name))
        _rises("counterpoise_m", self.counterpoise_m, self.near_height_m, self.counterpoise_height_m)
        require((self.bend_m is None) == (self.bend_height_m is None), "bend_height_m", "bend-by-both")
        if self.bend_m is None or self.bend_height_m is None:
            _rises("wire_m", self.wire_m, self.near_height_m, self.far_height_m)
            return
        require_positive("bend_height_m", self.bend_height_m)
        require_between("bend_m", self.bend_m, 0.01 * self.wire_m, 0.99 * self.wire_m)
        _rises("bend_m", self.bend_m, self.near_height_m, self.bend_height_m)
        _rises("wire_m", self.wire_m - self.bend_m, self.bend_height_m, self.far_height_m)

    @property
    def balanced(self) -> bool:
        """The other side is a counterpoise."""
        return False

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """The wires, the feed over the origin."""
        feed = Point(0.0, 0.0, self.near_height_m * lift)
        point = _end(feed, self.counterpoise_m * stretch, self.counterpoise_height_m * lift, -1)
        wires = []
        start, left = feed, self.wire_m
        if self.bend_m is not None and self.bend_height_m is not None:
            bend = _end(feed, self.bend_m * stretch, self.bend_height_m * lift, 1)
            wires.append(Wire(feed, bend, self.radius_m))
            start, left = bend, self.wire_m - self.bend_m
        wires.append(Wire(start, _end(start, left * stretch, self.far_height_m * lift, 1), self.radius_m))
        return Layout((*wires, Wire(feed, point, self.radius_m)), feed)


def _rises(name: str, length: float, near: float, far: float) -> None:
    """Whether a wire reaches from one height to another."""
    rise = abs(far - near)
    require(length >= rise * (1 - 1e-9), name, "shorter-than-its-rise", length, rise_m=rise)


def _end(start: Point, length: float, height: float, way: int) -> Point:
    """Where a straight wire from a point ends that goes up or down to a height, as far as it reaches."""
    rise = min(max(height - start.z, -length), length)
    return Point(start.x + way * math.sqrt(length**2 - rise**2), 0.0, start.z + rise)
