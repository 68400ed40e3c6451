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
    own = {name: one for name, one in every if one.__module__ == formulas.__name__}
    told = {
        "formulas": {name: _pieces(one) for name, one in own.items()},
        "symbols": {name: _mathml(one.latex) for name, one in SYMBOLS.items()},
    }
    return json.dumps(told, indent=1, ensure_ascii=False) + "\n"


def _latex(formula: Formula) -> str:
    """A formula with its symbols' names in it."""
    text = latexify.get_latex(formula, use_signature=False)
    text = _CONJUGATE.sub(r"\1^{*}", text).replace(r"\mathopen{}", "").replace(r"\mathclose{}", "")
    return _NAME.sub(_place, _PRODUCT.sub(r" \\cdot ", text))


def _place(found: re.Match[str]) -> str:
    name = found[1].replace(r"\_", "_")
    return _WORDS.get(name, rf"\text{{@{name}@}}")


def _pieces(formula: Formula) -> list[str]:
    """What stands right of a formula's first sign of equality, that sign before it: an element for each
    operand of the outermost operators."""
    latex = f"= {_latex(formula)}"
    depth, start, pieces, before = 0, 0, [], ""
    for found in _BREAKS.finditer(f" {latex}"):
        if not found[1]:
            depth += 1 if found[0] in ("{", r"\left") else -1
        elif depth == 0:
            pieces.append(before + f" {latex}"[start : found.start()])
            start, before = found.end(), rf"\text{{}} {found[1]} "  # what follows is no sign of its own
    pieces.append(before + f" {latex}"[start:])
    return [_mathml(piece) for piece in pieces[1:]]


def _mathml(latex: str) -> str:
    found = _INNER.fullmatch(str(convert(latex)))
    assert found  # one element, always
    return found[1]


if __name__ == "__main__":
    FORMULAS.write_text(formulas_text(), "utf-8")
