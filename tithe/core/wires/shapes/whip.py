"""A short vertical on a vehicle or a portable base, whose ground is known by its resistance alone."""

from __future__ import annotations

from dataclasses import dataclass

from tithe.core.errors import require_not_negative, require_positive
from tithe.core.wires.layout import Layout, Point, Wire
from tithe.core.wires.radials import Radials
from tithe.core.wires.shapes.vertical import ShapeCoil


@dataclass(frozen=True)
class Whip:
    """``ground_ohm``: what body, ground and counterpoise take, as a resistance in series."""

    height_m: float
    ground_ohm: float
    coil: ShapeCoil | None = None
    radius_m: float = 2e-3
    on_ground: bool = True
    balanced: bool = False
    radials: Radials | None = None

    def __post_init__(self) -> None:
        require_positive("height_m", self.height_m)
        require_not_negative("ground_ohm", self.ground_ohm)

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """One upright wire over the origin."""
        height, foot = self.height_m * stretch, Point(0.0, 0.0, 0.0)
        coils = () if self.coil is None else (self.coil.at(Point(0.0, 0.0, self.coil.at_share * height)),)
        return Layout((Wire(foot, Point(0.0, 0.0, height), self.radius_m),), foot, coils)
