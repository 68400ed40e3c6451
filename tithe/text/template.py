"""Templates of sentences: ``{name:how}`` puts a parameter in, told as its kind of quantity.

``how`` is a quantity (`tithe.text.quantities`: ``watts``, ``db``, ``ratio`` …; a pair of numbers becomes "low
to high"), a way of naming (``name``: “…”, ``names``, ``list``, ``comma``), ``g`` (a plain number),
``capital``, ``numbered`` (" 2" or nothing), ``found`` (" (it is 7)", or nothing where it is no number), or
words to pick from: ``{longer:pick|higher|lower}`` by a truth, ``{count:plural|dip|dips}`` by a number.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from numbers import Real
from string import Formatter
from typing import Any

import numpy as np

from tithe.core.message import Message
from tithe.text import quantities as q

QUANTITIES: dict[str, Callable[[float], str]] = {
    "watts": q.watts,
    "figure": q.figure,
    "two": lambda value: q.figure(value, 2).replace("-", "−"),
    "db": q.decibels,
    "ratio": q.ratio,
    "mhz": q.frequency,
    "khz": q.kilohertz,
    "about-khz": lambda hz: f"{q.figure(hz / 1e3, 2)} kHz",
    "length": q.length,
    "percent": q.percent,
    "in-db": lambda value: f"{q.decibels(value)} dB" if abs(value) < float("inf") else "infinite",
    "power": lambda value: q.scaled(value, "W"),
    "volts": lambda value: q.scaled(value, "V"),
    "s-meter": q.s_meter,
    "seconds": q.seconds,
    "s-units": q.s_units,
    "pf": lambda farad: f"{farad * 1e12:.3g}",
    "uh": lambda henry: f"{henry * 1e6:.3g}",
    "khz-per-cm": lambda hz_per_m: q.figure(hz_per_m / 1e5),
    "count": lambda value: f"{value:,.0f}",
    "g": lambda value: f"{value:g}",
}


class Words(Formatter):
    """Fills templates; messages among the parameters are told by ``say``."""

    def __init__(self, say: Callable[[Message], str]) -> None:
        self.say = say

    def format_field(self, value: Any, format_spec: str) -> str:
        """One parameter as its kind of words. Raises KeyError for a kind there is not."""
        how, *words = format_spec.split("|")
        if isinstance(value, Message):
            value = self.say(value)
        match how:
            case "pick":
                return words[0] if value else words[1]
            case "plural":
                return words[0] if value == 1 else words[1]
            case "numbered":
                return f" {value}" if value else ""
            case "" | "capital":
                return str(value) if not how else str(value)[:1].upper() + str(value)[1:]
            case "found":
                known = isinstance(value, Real) and np.isfinite(float(value))
                return f" (it is {value:g})" if known else ""
            case "name":
                return f"“{value}”"
            case "names":
                return q.listed([f"“{item}”" for item in value])
            case "list" | "comma" | "semicolon":
                items = [self.say(item) if isinstance(item, Message) else str(item) for item in value]
                return (
                    q.listed(items) if how == "list" else ("; " if how == "semicolon" else ", ").join(items)
                )
            case "between" | "Between":
                quantity = QUANTITIES[words[0]]
                low, high = (quantity(float(end)) for end in value)
                return low if low == high else f"{how} {low} and {high}"
        quantity = QUANTITIES[how]
        return q.span(quantity, *value) if isinstance(value, tuple) else quantity(float(value))


def fields(template: str) -> list[tuple[str, str]]:
    """Name and kind of each parameter of a template."""
    return [(name, how or "") for _, name, how, _ in Formatter().parse(template) if name is not None]


def merged(*parts: Mapping[str, str]) -> dict[str, str]:
    """Templates of several modules as one; a code stands once."""
    out: dict[str, str] = {}
    for part in parts:
        twice = out.keys() & part.keys()
        assert not twice, twice
        out |= part
    return out


def joined(sentences: Iterable[str]) -> str:
    """Sentences one after the other."""
    return " ".join(filter(None, sentences))
