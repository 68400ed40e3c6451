"""The one family of errors. Each carries a place, the value found there, and the rule it breaks as a code
with parameters; the sentence is `tithe.text.rule`'s."""

from __future__ import annotations

import math
from typing import Any


class TitheError(Exception):
    """The root: whatever Tithe refuses is one of these."""


class InputError(TitheError, ValueError):
    """Something the user gave breaks a rule.

    ``place`` is a path such as ``chain[2].length_m`` (empty when the whole input is meant).
    """

    def __init__(self, place: str, code: str, value: object = None, /, **params: Any) -> None:
        super().__init__(place, code, value, params)
        self.place = place
        self.code = code
        self.value = value
        self.params = params

    def __str__(self) -> str:
        params = "".join(f" {name}={value!r}" for name, value in self.params.items())
        return f"{self.place}: {self.code}{params}" if self.place else f"{self.code}{params}"

    def at(self, place: str) -> InputError:
        """The same error at another place."""
        return InputError(place, self.code, self.value, **self.params)

    def under(self, parent: str) -> InputError:
        """The same error seen from one level up: its place is put below ``parent``."""
        if not self.place:
            return self.at(parent)
        dot = "" if self.place.startswith("[") else "."
        return self.at(f"{parent}{dot}{self.place}")


def require(condition: bool, place: str, code: str, value: object = None, /, **params: Any) -> None:
    """Raise `InputError` unless ``condition`` holds."""
    if not condition:
        raise InputError(place, code, value, **params)


def require_finite(place: str, value: float) -> None:
    """A plain number: no NaN, no infinity."""
    require(math.isfinite(value), place, "finite", value)


def require_positive(place: str, value: float) -> None:
    """A finite number above zero."""
    require_finite(place, value)
    require(value > 0, place, "above", value, least=0)


def require_not_negative(place: str, value: float) -> None:
    """A finite number, zero or above."""
    require_finite(place, value)
    require(value >= 0, place, "at-least", value, least=0)


def require_share(place: str, value: float) -> None:
    """A share, from 0 to 1."""
    require_between(place, value, 0, 1)


def require_between(place: str, value: float, least: float, most: float) -> None:
    """A finite number from ``least`` to ``most``."""
    require_finite(place, value)
    require(least <= value <= most, place, "between", value, least=least, most=most)


def require_above(place: str, value: float, other: str, limit: float) -> None:
    """A number above that of another field, ``other``."""
    require(value > limit, place, "above-other", value, other=other, limit=limit)
