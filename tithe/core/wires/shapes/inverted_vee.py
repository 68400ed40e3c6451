"""Two legs that slope down from one support."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.errors import require, require_between, require_positive
from tithe.core.wires.layout import NEAREST_M, Layout, Point, Wire
from tithe.core.wires.shapes.shape import OffTheGround


@dataclass(frozen=True)
class InvertedVee(OffTheGround):
    """``angle_deg`` is the angle between the legs: 180 is a level dipole."""

    leg_m: float
    apex_m: float
    angle_deg: float = 120.0
    radius_m: float = 1e-3

    def __post_init__(self) -> None:
        require_positive("leg_m", self.leg_m)
        require_positive("apex_m", self.apex_m)
        require_between("angle_deg", self.angle_deg, 20, 180)
        end = self.apex_m - self.leg_m * np.cos(np.radians(self.angle_deg / 2))
        require(end > 0, "apex_m", "ends-under-ground", self.apex_m, below_m=float(-end))

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """Two wires, the apex over the origin; longer legs end as high and farther out, and so do those that
        a lower apex would bring too near to the ground."""
        drop = float(self.leg_m * np.cos(np.radians(self.angle_deg / 2)))
        leg, apex = self.leg_m * stretch, self.apex_m * lift
        fall = min(drop, leg, apex - min(self.apex_m - drop, NEAREST_M))
        out = float(np.sqrt(leg**2 - fall**2))
        top = Point(0.0, 0.0, apex)
        low = apex - fall
        ends = (Point(-out, 0.0, low), Point(out, 0.0, low))
        return Layout((Wire(ends[0], top, self.radius_m), Wire(top, ends[1], self.radius_m)), top)
