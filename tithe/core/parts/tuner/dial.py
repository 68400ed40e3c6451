"""A knob's dial: the user's own numbers, and what they stand for."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import InputError, require, require_above


@dataclass(frozen=True)
class Dial:
    """``scale``: its first and last number; ``points``: pairs of a number and a value (F or H).

    Two points make a straight line over the whole scale, more a table that is straight between them and ends
    where they end; none: nobody knows yet what it stands for. ``taps``: its points are the only positions
    there are, as of a tapped coil or a switch.
    """

    scale: tuple[float, float] = (0.0, 100.0)
    points: tuple[tuple[float, float], ...] = ()
    unit: str = ""
    division: float = 1.0
    taps: bool = False

    def __post_init__(self) -> None:
        require_above("scale[1]", self.scale[1], "scale[0]", self.scale[0])
        require(self.division > 0, "division", "above", self.division, least=0)
        require(len(self.points) != 1, "points", "dial-by-one-point")
        numbers = [number for number, _ in self.points]
        for n, (number, _) in enumerate(self.points):
            inside = self.scale[0] <= number <= self.scale[1]
            require(inside, f"points[{n}][0]", "between", number, least=self.scale[0], most=self.scale[1])
        require(len(set(numbers)) == len(numbers), "points", "number-twice")
        steps = np.diff([value for _, value in sorted(self.points)])
        require(bool((steps > 0).all() or (steps < 0).all()), "points", "dial-turns-back")

    @property
    def known(self) -> bool:
        """Whether it is known what it stands for."""
        return bool(self.points)

    def tells(self, number: float) -> bool:
        """Whether it is known what that number stands for."""
        if not self.known:
            return False
        numbers, _ = self.line
        return number in numbers if self.taps else numbers[0] <= number <= numbers[-1]

    @property
    def span(self) -> float:
        """From its first number to its last."""
        return self.scale[1] - self.scale[0]

    @property
    def read_to(self) -> float:
        """By how much of its scale a reading of it may be off, either way: half a division; nothing of
        taps."""
        return 0.0 if self.taps else self.division / 2

    @property
    def line(self) -> tuple[tuple[float, ...], tuple[float, ...]]:
        """The numbers at its points, rising, and their values; of two points those at the scale's ends."""
        points = sorted(self.points)
        if len(points) == 2 and not self.taps:
            (first, low), (last, high) = points
            slope = (high - low) / (last - first)
            points = [(end, low + slope * (end - first)) for end in self.scale]
        numbers, values = zip(*points, strict=True)
        return numbers, values

    def value(self, number: Real | float) -> Real:
        """F or H at numbers of the dial. Raises `InputError` outside what is known of it."""
        require(self.known, "", "dial-not-known")
        numbers, values = self.line
        if self.taps and not np.isin(number, numbers).all():
            raise InputError("", "no-tap", float(np.ravel(number)[0]), allowed=[f"{n:g}" for n in numbers])
        outside = (np.asarray(number) < numbers[0]) | (np.asarray(number) > numbers[-1])
        if np.any(outside):
            worst = float(np.asarray(number).reshape(-1)[int(np.argmax(outside))])
            raise InputError("", "between", worst, least=numbers[0], most=numbers[-1])
        return np.asarray(np.interp(number, numbers, values))

    def number(self, value: Real | float) -> Real:
        """Where it stands for a value (F or H); NaN where it cannot."""
        require(self.known, "", "dial-not-known")
        numbers, values = self.line
        if values[0] > values[-1]:
            numbers, values = numbers[::-1], values[::-1]
        slack = 1e-9 * (values[-1] - values[0])
        return np.asarray(
            np.where(
                (np.asarray(value) >= values[0] - slack) & (np.asarray(value) <= values[-1] + slack),
                np.interp(value, values, numbers),
                np.nan,
            )
        )


def straight(
    scale: tuple[float, float], first: float, last: float, unit: str = "", division: float = 1.0
) -> Dial:
    """A dial by its values (F or H) at the ends of its scale."""
    return Dial(scale, ((scale[0], first), (scale[1], last)), unit, division)
