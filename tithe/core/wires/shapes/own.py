"""Wires by their end points."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tithe.core.wires.layout import ALIKE_M, Coil, Layout, Point, Wire
from tithe.core.wires.radials import Radials


@dataclass(frozen=True)
class OwnWires:
    """Straight wires, where they are fed, and coils in series with them."""

    wires: tuple[Wire, ...]
    feed: Point
    coils: tuple[Coil, ...] = ()
    ground_ohm: float = 0.0
    radials: Radials | None = None

    def __post_init__(self) -> None:
        self.layout()

    @property
    def on_ground(self) -> bool:
        """Whether one of them ends on the ground."""
        return min(min(wire.start.z, wire.end.z) for wire in self.wires) < ALIKE_M

    @property
    def balanced(self) -> bool:
        """Taken to be so where none of them ends on the ground."""
        return not self.on_ground

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """The wires as they are; longer ones grow away from the feed, those on the ground upwards."""
        if stretch == 1.0 and lift == 1.0:
            return Layout(self.wires, self.feed, self.coils)
        centre = np.array((self.feed.x, self.feed.y, 0.0 if self.on_ground else self.feed.z))
        up = 1.0 if self.on_ground else lift

        def moved(point: Point) -> Point:
            x, y, z = (centre + stretch * (np.array(point) - centre)).tolist()
            return Point(x, y, z * up)

        wires = tuple(Wire(moved(wire.start), moved(wire.end), wire.radius_m) for wire in self.wires)
        return Layout(wires, moved(self.feed), tuple(replace(coil, at=moved(coil.at)) for coil in self.coils))
