"""Formulas as MathML: once with their symbols, once with the figures put in.

`formulas.json` holds each formula as pieces of MathML with places for its symbols, and each symbol's own;
`make types` writes it. A piece is an operand of the outermost operators, so that a long line breaks before
one.
"""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Mapping
from functools import cache
from html import escape
from pathlib import Path
from typing import Any

import numpy as np

from tithe.core.working.working import Step
from tithe.text.symbols import SYMBOLS

FORMULAS = Path(__file__).with_name("formulas.json")
DIGITS = 6
MAY_BREAK = "\u200b"
LOST = 1e-9
"""Below this a figure is what rounding leaves of 0."""
_RAISED = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")
_LOWERED = str.maketrans("⁻⁰¹²³⁴⁵⁶⁷⁸⁹", "−0123456789")
_NUMBER = re.compile("([0-9.]+)|·10([⁻⁰¹²³⁴⁵⁶⁷⁸⁹]+)|(.)")
_PLACE = re.compile("<mtext>@([a-z0-9_]+)@</mtext>")
_RAISED_INDEX = re.compile("<msup><msub>(.*?)</msub>(<mrow><mo>[^<]*</mo></mrow>)</msup>")
"""A symbol with an index, conjugate: the star stands above the index."""


@cache
def _written() -> dict[str, Any]:
    return dict(json.loads(FORMULAS.read_text("utf-8")))


def symbol(name: str) -> str:
    """A symbol as MathML."""
    return _math(_symbol(name))


def formula(step: Step) -> str:
    """The formula of a step with its symbols, as MathML."""
    return _line(_symbol(step.gives), *_filled(step, _symbol))


def numbers(step: Step, values: Mapping[str, complex | float]) -> str:
    """The same with the figures put in, and what comes of it, as MathML."""
    right = _filled(step, lambda name: _number(in_its_unit(name, values[name])))
    unit = SYMBOLS[step.gives].unit
    mathml = "<mtext/><mo>=</mo>" + _digits(in_its_unit(step.gives, values[step.gives]))
    mathml += f'<mspace width="0.167em"/><mtext>{escape(unit)}</mtext>' if unit else ""
    return _line(_symbol(step.gives), *right, mathml)


def _symbol(name: str) -> str:
    return str(_written()["symbols"][name])


def _filled(step: Step, put: Callable[[str], str]) -> list[str]:
    pieces = _written()["formulas"][step.formula.__name__]
    filled = (_PLACE.sub(lambda place: put(place[1]), piece) for piece in pieces)
    return [_RAISED_INDEX.sub(r"<msubsup>\1\2</msubsup>", piece) for piece in filled]


def _line(*pieces: str) -> str:
    return MAY_BREAK.join(map(_math, pieces))


def _math(inner: str) -> str:
    return f'<math xmlns="http://www.w3.org/1998/Math/MathML" display="inline"><mrow>{inner}</mrow></math>'


def in_its_unit(name: str, value: complex | float) -> complex | float:
    """A symbol's SI value in the unit that it is told in."""
    scale = SYMBOLS[name].scale
    return value if scale == 1.0 else value * scale


def figure(value: complex | float) -> str:
    """A figure in plain text to six digits: "83.2047", "12.5 − j310"."""
    if isinstance(value, complex):
        sign = "−" if value.imag < 0 else "+"
        return f"{_plain(value.real)} {sign} j{_plain(abs(value.imag))}"
    return _plain(value)


def _plain(value: float) -> str:
    if not np.isfinite(value):
        return "−∞" if value < 0 else "∞"
    text = f"{0.0 if abs(value) < LOST else value:.{DIGITS}g}"
    mantissa, _, power = text.partition("e")
    raised = f"·10{str(int(power)).translate(_RAISED)}" if power else ""
    return mantissa.replace("-", "−") + raised


def _number(value: complex | float) -> str:
    digits = _digits(value)
    grouped = isinstance(value, complex) or "−" in digits or "<msup>" in digits
    return f"<mrow><mo>(</mo>{digits}<mo>)</mo></mrow>" if grouped else digits


def _digits(value: complex | float) -> str:
    """A figure's digits and signs as MathML."""

    def one(match: re.Match[str]) -> str:
        digits, power, suffix = match.groups()
        if digits:
            return f"<mn>{digits}</mn>"
        if power:
            return f"<mo>·</mo><msup><mn>10</mn><mn>{power.translate(_LOWERED)}</mn></msup>"
        return {"j": "<mtext>j</mtext>", " ": ""}.get(suffix, f"<mo>{suffix}</mo>")

    return f"<mrow>{_NUMBER.sub(one, figure(value))}</mrow>"
