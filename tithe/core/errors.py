"""The one family of errors. Each carries a place, the value found there and the rule it breaks."""

from __future__ import annotations

import math


class InputError(ValueError):
    """Something the user gave breaks a rule.

    ``place`` is a path such as ``chain[2].length_m`` (empty when the whole input is meant),
    ``rule`` reads on from it as a sentence: ``must be above 0``.
    """

    def __init__(self, place: str, rule: str, value: object = None) -> None:
        super().__init__(place, rule, value)
        self.place = place
        self.rule = rule
        self.value = value

    def __str__(self) -> str:
        return f"{self.place}: {self.rule}" if self.place else self.rule

    def under(self, parent: str) -> InputError:
        """The same error seen from one level up: its place is put below ``parent``."""
        if not self.place:
            return InputError(parent, self.rule, self.value)
        joint = "" if self.place.startswith("[") else "."
        return InputError(f"{parent}{joint}{self.place}", self.rule, self.value)


def require(condition: bool, place: str, rule: str, value: object = None) -> None:
    """Raise `InputError` unless ``condition`` holds."""
    if not condition:
        raise InputError(place, rule, value)


def require_finite(place: str, value: float) -> None:
    """A plain number: no NaN, no infinity."""
    require(math.isfinite(value), place, "must be a finite number", value)


def require_positive(place: str, value: float) -> None:
    """A finite number above zero."""
    require_finite(place, value)
    require(value > 0, place, f"must be above 0 (it is {value:g})", value)


def require_not_negative(place: str, value: float) -> None:
    """A finite number, zero or above."""
    require_finite(place, value)
    require(value >= 0, place, f"must be 0 or more (it is {value:g})", value)


def require_share(place: str, value: float) -> None:
    """A share, from 0 to 1."""
    require_finite(place, value)
    require(0 <= value <= 1, place, f"must lie between 0 and 1 (it is {value:g})", value)
