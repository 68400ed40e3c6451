"""A vertical over radials, on the ground or above it, with a loading coil or top wires where it is short."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.errors import require, require_between, require_not_negative, require_positive
from tithe.core.wires.layout import Coil, Layout, Point, Wire
from tithe.core.wires.radials import Radials


@dataclass(frozen=True)
class ShapeCoil:
    """A loading coil at a share of the height: its reactance (Ω, taken as it is at every frequency) or its
    inductance (µH), and its Q."""

    at_share: float
    q: float = 200.0
    ohm: float | None = None
    uh: float | None = None

    def __post_init__(self) -> None:
        require_between("at_share", self.at_share, 0, 0.99)
        require_positive("q", self.q)
        require((self.ohm is None) != (self.uh is None), "", "ohm-or-uh")
        for name in ("ohm", "uh"):
            if getattr(self, name) is not None:
                require_positive(name, getattr(self, name))

    def at(self, point: Point) -> Coil:
        """The coil where it stands."""
        return Coil(point, self.q, self.ohm, None if self.uh is None else self.uh * 1e-6)


@dataclass(frozen=True)
class MeasuredFoot:
    """What was measured at the foot over so many of the radials: its resistance, Ω, at a frequency, Hz."""

    freq_hz: float
    ohm: float
    radial_count: int

    def __post_init__(self) -> None:
        require_positive("mhz", self.freq_hz)
        require_positive("r_ohm", self.ohm)
        require_between("radials", self.radial_count, 0, 240)


@dataclass(frozen=True)
class Vertical:
    """``radial_count`` wires of ``radial_m``, on the ground where ``radial_height_m`` is 0; ``top_count``
    level wires of ``top_m`` at its top."""

    height_m: float
    radial_count: int = 16
    radial_m: float = 10.0
    radial_height_m: float = 0.0
    coil: ShapeCoil | None = None
    top_count: int = 0
    top_m: float = 0.0
    radius_m: float = 0.01
    radial_radius_m: float = 1e-3
    measured: MeasuredFoot | None = None

    def __post_init__(self) -> None:
        require_positive("height_m", self.height_m)
        require_between("radials", self.radial_count, 0, 240)
        require_positive("radial_m", self.radial_m)
        require_not_negative("radial_height_m", self.radial_height_m)
        require_between("top_wires", self.top_count, 0, 12)
        if self.top_count:
            require_positive("top_m", self.top_m)
        if self.radial_height_m:
            require_between("radials", self.radial_count, 2, 16)
            require(self.measured is None, "measured", "radials-not-on-the-ground")

    @property
    def on_ground(self) -> bool:
        """Whether its radials lie on the ground."""
        return self.radial_height_m == 0

    @property
    def balanced(self) -> bool:
        """The other side is its radials."""
        return False

    @property
    def radials(self) -> Radials | None:
        """Those on the ground; raised ones are wires among the others."""
        return Radials(self.radial_count, self.radial_m, self.radial_radius_m) if self.on_ground else None

    @property
    def ground_ohm(self) -> float:
        """None but what the radials leave, Ω."""
        return 0.0

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """The vertical over the origin, its radials where they are raised, its top wires."""
        foot_m = self.radial_height_m * lift
        height = self.height_m * stretch
        foot, top = Point(0.0, 0.0, foot_m), Point(0.0, 0.0, foot_m + height)
        wires = [Wire(foot, top, self.radius_m)]
        if foot_m:
            wires += _star(foot, self.radial_count, self.radial_m * stretch, self.radial_radius_m)
        if self.top_count:
            wires += _star(top, self.top_count, self.top_m * stretch, self.radial_radius_m)
        coils: tuple[Coil, ...] = ()
        if self.coil is not None:
            coils = (self.coil.at(Point(0.0, 0.0, foot_m + self.coil.at_share * height)),)
        return Layout(tuple(wires), foot, coils)


def _star(centre: Point, count: int, length_m: float, radius_m: float) -> list[Wire]:
    """Level wires from a point, evenly round it."""
    angles = 2 * np.pi * np.arange(count) / count
    ends = [
        Point(float(length_m * np.cos(angle)), float(length_m * np.sin(angle)), centre.z) for angle in angles
    ]
    return [Wire(centre, end, radius_m) for end in ends]
