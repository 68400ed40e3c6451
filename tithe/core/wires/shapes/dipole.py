"""A straight level wire, fed in its middle or off it."""

from __future__ import annotations

from dataclasses import dataclass

from tithe.core.errors import require_between, require_positive
from tithe.core.wires.layout import Layout, Point, Wire
from tithe.core.wires.shapes.shape import OffTheGround


@dataclass(frozen=True)
class Dipole(OffTheGround):
    """``feed_share``: where it is fed, as a share of its length from one end."""

    length_m: float
    height_m: float
    feed_share: float = 0.5
    radius_m: float = 1e-3

    def __post_init__(self) -> None:
        require_positive("length_m", self.length_m)
        require_positive("height_m", self.height_m)
        require_between("feed_share", self.feed_share, 0.01, 0.99)

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """One wire, its feed over the origin."""
        length, height = self.length_m * stretch, self.height_m * lift
        start = Point(-self.feed_share * length, 0.0, height)
        end = Point((1 - self.feed_share) * length, 0.0, height)
        return Layout((Wire(start, end, self.radius_m),), Point(0.0, 0.0, height))
