"""The formulas of the workings as MathML, with places for their symbols. What this needs is installed for
development only: the application reads what `make types` wrote."""

from __future__ import annotations

import inspect
import json
import re

import latexify
from latex2mathml.converter import convert

from tithe.core.working import formulas
from tithe.core.working.working import Formula
from tithe.text.symbols import SYMBOLS
from tithe.text.typeset import FORMULAS

_NAME = re.compile(r"\\mathrm\{((?:[a-z0-9]|\\_)+)\}")
_CONJUGATE = re.compile(
    r"\\mathrm\{conj\} \\mathopen\{\}\\left\( (\\mathrm\{[^}]*\}) \\mathclose\{\}\\right\)"
)
_PRODUCT = re.compile(r"(?<=\d) (?=\\mathrm\{[a-z]+\\_|\\left)|(?<=\\right\)) (?=\\mathrm|\\left)")
_BREAKS = re.compile(r"\\left|\\right|[{}]|\s(=|\+|-|\\cdot)\s")
_WORDS = {"real": r"\mathrm{Re}", "imag": r"\mathrm{Im}", "maximum": r"\max"}
_INNER = re.compile("<math[^>]*><mrow>(.*)</mrow></math>")


def formulas_text() -> str:
    """All formulas and symbols, as `tithe.text.typeset` reads them."""
    every = inspect.getmembers(formulas, inspect.isfunction)
    own = {name: formula for name, formula in every if formula.__module__ == formulas.__name__}
    out = {
        "formulas": {name: _pieces(formula) for name, formula in own.items()},
        "symbols": {name: _mathml(symbol.latex) for name, symbol in SYMBOLS.items()},
    }
    return json.dumps(out, indent=1, ensure_ascii=False) + "\n"


def _latex(formula: Formula) -> str:
    """A formula with its symbols' names in it."""
    text = latexify.get_latex(formula, use_signature=False)
    text = _CONJUGATE.sub(r"\1^{*}", text).replace(r"\mathopen{}", "").replace(r"\mathclose{}", "")
    return _NAME.sub(_place, _PRODUCT.sub(r" \\cdot ", text))


def _place(match: re.Match[str]) -> str:
    name = match[1].replace(r"\_", "_")
    return _WORDS.get(name, rf"\text{{@{name}@}}")


def _pieces(formula: Formula) -> list[str]:
    """What stands right of a formula's first sign of equality, that sign before it: an element for each
    operand of the outermost operators."""
    latex = f"= {_latex(formula)}"
    depth, start, pieces, before = 0, 0, [], ""
    for match in _BREAKS.finditer(f" {latex}"):
        if not match[1]:
            depth += 1 if match[0] in ("{", r"\left") else -1
        elif depth == 0:
            pieces.append(before + f" {latex}"[start : match.start()])
            start, before = match.end(), rf"\text{{}} {match[1]} "  # what follows is no sign of its own
    pieces.append(before + f" {latex}"[start:])
    return [_mathml(piece) for piece in pieces[1:]]


def _mathml(latex: str) -> str:
    match = _INNER.fullmatch(str(convert(latex)))
    assert match  # one element, always
    return match[1]


if __name__ == "__main__":
    FORMULAS.write_text(formulas_text(), "utf-8")
