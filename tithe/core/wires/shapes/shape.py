"""What the rest needs of a shape."""

from __future__ import annotations

from typing import Protocol

from tithe.core.wires.layout import Layout
from tithe.core.wires.radials import Radials


class Shape(Protocol):
    """Wires laid out from a few lengths and heights, m."""

    def layout(self, stretch: float = 1.0, lift: float = 1.0) -> Layout:
        """Where the wires run, all of them ``stretch`` times as long electrically, supports ``lift`` times as
        high.

        Raises `InputError` where they cannot run so.
        """
        ...

    @property
    def on_ground(self) -> bool:
        """Whether it stands on the ground and its current returns there."""
        ...

    @property
    def balanced(self) -> bool:
        """Whether both sides of its feedpoint are antenna, so that open line may go up to it; else one is
        ground or a counterpoise."""
        ...

    @property
    def radials(self) -> Radials | None:
        """What lies on the ground under it; None: nothing does, or nothing is known of it."""
        ...

    @property
    def ground_ohm(self) -> float:
        """A resistance of the ground that is typed in, Ω."""
        ...


class OffTheGround:
    """What is so of every shape that hangs in the air."""

    @property
    def on_ground(self) -> bool:
        """It hangs."""
        return False

    @property
    def balanced(self) -> bool:
        """As most that hang."""
        return True

    @property
    def radials(self) -> Radials | None:
        """None."""
        return None

    @property
    def ground_ohm(self) -> float:
        """None, Ω."""
        return 0.0
