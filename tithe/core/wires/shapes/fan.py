"""Several level dipoles at one feedpoint, spread like a fan."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.errors import require, require_between, require_positive
from tithe.core.wires.layout import Layout, Point, Wire
from tithe.core.wires.shapes.shape import OffTheGround

_GAP_M = 0.1


@dataclass(frozen=True)
class Fan(OffTheGround):
    """``lengths_m``: of each dipole, end to end; ``spread_deg`` between one and the next, seen from above."""

    lengths_m: tuple[float, ...]
    height_m: float
    spread_deg: float = 20.0
    radius_m: float = 1e-3

    def __post_init__(self) -> None:
        require(2 <= len(self.lengths_m) <= 6, "lengths_m", "between", len(self.lengths_m), least=2, most=6)
        for n, length in enumerate(self.lengths_m):
            require_positive(f"lengths_m[{n}]", length)
            require(length > 4 * _GAP_M, f"lengths_m[{n}]", "at-least", length, least=4 * _GAP_M)
        require_positive("height_m", self.height_m)
        require_between("spread_deg", self.spread_deg, 2, 180 / len(self.lengths_m))

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """Halves from either end of a short piece that is fed in its middle, over the origin."""
        height = self.height_m * lift
        hubs = (Point(-_GAP_M / 2, 0.0, height), Point(_GAP_M / 2, 0.0, height))
        wires = [Wire(hubs[0], hubs[1], self.radius_m)]
        middle = (len(self.lengths_m) - 1) / 2
        for n, length in enumerate(self.lengths_m):
            angle = np.radians((n - middle) * self.spread_deg)
            half = (length * stretch - _GAP_M) / 2
            for way, hub in zip((-1, 1), hubs, strict=True):
                end = Point(
                    hub.x + way * half * float(np.cos(angle)), way * half * float(np.sin(angle)), height
                )
                wires.append(Wire(hub, end, self.radius_m))
        return Layout(tuple(wires), Point(0.0, 0.0, height))
