"""A straight wire fed at its end, against a counterpoise that runs the other way."""

from __future__ import annotations

import math
from dataclasses import dataclass

from tithe.core.errors import require, require_positive
from tithe.core.wires.layout import Layout, Point, Wire
from tithe.core.wires.shapes.shape import OffTheGround


@dataclass(frozen=True)
class EndFed(OffTheGround):
    """From the feed, ``near_height_m`` up, to ``far_height_m``; the counterpoise is a wire, or the outside of
    the feedline up to its choke."""

    wire_m: float
    near_height_m: float
    far_height_m: float
    counterpoise_m: float
    counterpoise_height_m: float
    radius_m: float = 1e-3

    def __post_init__(self) -> None:
        for name in ("wire_m", "near_height_m", "far_height_m", "counterpoise_m", "counterpoise_height_m"):
            require_positive(name, getattr(self, name))
        for name, length, far in (
            ("wire_m", self.wire_m, self.far_height_m),
            ("counterpoise_m", self.counterpoise_m, self.counterpoise_height_m),
        ):
            rise = abs(far - self.near_height_m)
            require(length >= rise * (1 - 1e-9), name, "shorter-than-its-rise", length, rise_m=rise)

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """Two wires, the feed over the origin."""
        near = self.near_height_m * lift
        feed = Point(0.0, 0.0, near)

        def end(length_m: float, height_m: float, way: int) -> Point:
            length, rise = length_m * stretch, height_m * lift - near
            rise = min(max(rise, -length), length)
            return Point(way * math.sqrt(length**2 - rise**2), 0.0, near + rise)

        wire = Wire(feed, end(self.wire_m, self.far_height_m, 1), self.radius_m)
        counterpoise = Wire(feed, end(self.counterpoise_m, self.counterpoise_height_m, -1), self.radius_m)
        return Layout((wire, counterpoise), feed)
