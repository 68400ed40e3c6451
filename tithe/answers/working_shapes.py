"""A figure's working as the page shows it: formulas as MathML, figures to six digits."""

from __future__ import annotations

from typing import Literal

from typing_extensions import TypedDict

from tithe.answers.equivalents.shapes import EquivalentOut

Which = Literal["", "least", "middle", "most"]


class Filled(TypedDict):
    """A formula with the figures in it; ``which`` of an unknown phase's cases ("": of all of them)."""

    which: Which
    numbers: str


class Line(TypedDict):
    """A step: its formula, and the same filled in."""

    formula: str
    filled: list[Filled]


class TermOut(TypedDict):
    """A symbol, what it means, and its figure in each case with its unit."""

    symbol: str
    meaning: str
    figures: list[str]
    unit: str


class WorkingOut(TypedDict):
    """How a figure comes about: the rule, its steps, what is in them, what it assumes and where it holds;
    ``also``: the figure in its other forms, where it has any and is one figure."""

    title: str
    cases: list[Which]
    values: list[float | None]
    lines: list[Line]
    terms: list[TermOut]
    assumes: str
    holds: str
    source: str
    short_cut: str
    also: list[EquivalentOut]
