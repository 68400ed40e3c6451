"""Formulas as MathML: once with their symbols, once with the figures put in."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from functools import cache

import latexify
import numpy as np
from latex2mathml.converter import convert

from tithe.core.working.working import Formula, Step
from tithe.text.symbols import SYMBOLS

DIGITS = 6
MAY_BREAK = "\u200b"
LOST = 1e-9
"""Below this a figure is what rounding leaves of 0."""
_RAISED = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")
_NAME = re.compile(r"\\mathrm\{((?:[a-z0-9]|\\_)+)\}")
_CONJUGATE = re.compile(
    r"\\mathrm\{conj\} \\mathopen\{\}\\left\( (\\mathrm\{[^}]*\}) \\mathclose\{\}\\right\)"
)
_PRODUCT = re.compile(r"(?<=\d) (?=\\mathrm\{[a-z]+\\_|\\left)|(?<=\\right\)) (?=\\mathrm|\\left)")
_BREAKS = re.compile(r"\\left|\\right|[{}]|\s(=|\+|-|\\cdot)\s")
_LOWERED = str.maketrans("⁻⁰¹²³⁴⁵⁶⁷⁸⁹", "-0123456789")
_POWER = re.compile("·10([⁻⁰¹²³⁴⁵⁶⁷⁸⁹]+)")
_WORDS = {"real": r"\mathrm{Re}", "imag": r"\mathrm{Im}", "maximum": r"\max"}


@cache
def _latex(formula: Formula) -> str:
    """A formula with its symbols' names in it."""
    text = latexify.get_latex(formula, use_signature=False)
    text = _CONJUGATE.sub(r"\1^{*}", text).replace(r"\mathopen{}", "").replace(r"\mathclose{}", "")
    return _PRODUCT.sub(r" \\cdot ", text)


def _filled(step: Step, put: Callable[[str], str]) -> str:
    def one(found: re.Match[str]) -> str:
        name = found[1].replace(r"\_", "_")
        return _WORDS[name] if name in _WORDS else put(name)

    return _NAME.sub(one, _latex(step.formula))


def symbol(name: str) -> str:
    """A symbol as MathML."""
    return str(convert(SYMBOLS[name].latex))


def formula(step: Step) -> str:
    """The formula of a step with its symbols, as MathML."""
    right = _filled(step, lambda name: SYMBOLS[name].latex)
    return _mathml(f"{SYMBOLS[step.gives].latex} = {right}")


def numbers(step: Step, values: Mapping[str, complex | float]) -> str:
    """The same with the figures put in, and what comes of it, as MathML."""
    right = _filled(step, lambda name: _number(told_in_unit(name, values[name])))
    unit = SYMBOLS[step.gives].unit
    told = _number(told_in_unit(step.gives, values[step.gives]), bare=True) + (
        rf"\,\text{{{unit}}}" if unit else ""
    )
    return _mathml(rf"{SYMBOLS[step.gives].latex} = {right} = {told}")


def _mathml(latex: str) -> str:
    """As one element for each operand of the outermost operators, so that a long line breaks before one."""
    depth, start, pieces, before = 0, 0, [], ""
    for found in _BREAKS.finditer(latex):
        if not found[1]:
            depth += 1 if found[0] in ("{", r"\left") else -1
        elif depth == 0:
            pieces.append(before + latex[start : found.start()])
            start, before = found.end(), rf"\text{{}} {found[1]} "  # what follows is no sign of its own
    pieces.append(before + latex[start:])
    return MAY_BREAK.join(str(convert(piece)) for piece in pieces)


def told_in_unit(name: str, value: complex | float) -> complex | float:
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


def _number(value: complex | float, *, bare: bool = False) -> str:
    text = _POWER.sub(lambda found: rf" \cdot 10^{{{found[1].translate(_LOWERED)}}}", figure(value))
    text = text.replace("−", "-").replace("∞", r"\infty").replace("j", r"\text{j}")
    if bare:
        return f"{{{text}}}"
    grouped = isinstance(value, complex) or text.startswith("-") or "cdot" in text
    return rf"\left({{{text}}}\right)" if grouped else text
