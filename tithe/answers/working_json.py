"""Workings as plain objects."""

from __future__ import annotations

from collections.abc import Mapping
from typing import cast

import numpy as np

from tithe.answers.equivalents.equivalents_json import of_symbol
from tithe.answers.working_shapes import Filled, TermOut, Which, WorkingOut
from tithe.core.message import tell
from tithe.core.working import Case, Step, Working
from tithe.text import say, typeset
from tithe.text.symbols import SYMBOLS
from tithe.text.workings import RULES, SHORT_CUTS

_RIGHT_DB = 0.02
"""A short cut that is as near as this is right."""


def working(derivation: Working, k: int) -> WorkingOut:
    """A working at the k-th frequency."""
    cases, rule = derivation.at(k), RULES[derivation.rule]
    values = [_shown_value(derivation, case) for case in cases]
    return {
        "title": rule.title,
        "cases": [cast(Which, case.which) for case in cases],
        "values": values,
        "lines": [
            {"formula": typeset.formula(step), "filled": _filled(step, cases)} for step in derivation.steps
        ],
        "terms": [_term(name, cases) for name in _named(derivation)],
        "assumes": rule.assumes,
        "holds": rule.holds,
        "source": rule.source,
        "short_cut": _short_cut(derivation, cases, k),
        "also": of_symbol(derivation.gives, values[0]) if len(values) == 1 else [],
    }


def several(derivations: Mapping[str, Working]) -> dict[str, WorkingOut]:
    """Workings of single figures, by the figure's path in the answer that carries them."""
    return {figure: working(derivation, 0) for figure, derivation in derivations.items()}


def _filled(step: Step, cases: tuple[Case, ...]) -> list[Filled]:
    """A step in each case; once, where it does not depend on the phase."""
    rows = [typeset.numbers(step, case.values) for case in cases]
    if len(set(rows)) == 1:
        return [{"which": "", "numbers": rows[0]}]
    return [
        {"which": cast(Which, case.which), "numbers": text} for case, text in zip(cases, rows, strict=True)
    ]


def _shown_value(derivation: Working, case: Case) -> float | None:
    """The figure as the answer has it."""
    value = float(case.values[derivation.gives].real) * derivation.scale
    return value if np.isfinite(value) else None


def _named(derivation: Working) -> list[str]:
    """Every symbol of the steps once, in their order; of a working without steps the figure alone."""
    names = [name for step in derivation.steps for name in (step.gives, *step.takes)]
    return list(dict.fromkeys(names or [derivation.gives]))


def _term(name: str, cases: tuple[Case, ...]) -> TermOut:
    symbol = SYMBOLS[name]
    figures = [typeset.figure(typeset.in_its_unit(name, case.values[name])) for case in cases]
    return {
        "symbol": typeset.symbol(name),
        "meaning": symbol.meaning,
        "figures": figures if len(set(figures)) > 1 else figures[:1],
        "unit": symbol.unit,
    }


def _short_cut(derivation: Working, cases: tuple[Case, ...], k: int) -> str:
    """What the handbook's rule gives, and how far off it is here; "" where there is none."""
    if derivation.short_cut is None:
        return ""
    name, value = SHORT_CUTS[derivation.short_cut[0]], derivation.short_cut_at(k)
    exact = float(cases[len(cases) // 2].values[derivation.gives].real)
    if value is None or not np.isfinite(value) or not np.isfinite(exact):
        return ""
    off = value - exact
    how = "exact" if abs(off) < _RIGHT_DB else "more" if off > 0 else "less"
    return say(tell(f"working.{how}", name=name, value=value, off=abs(off)))
