"""What a working is made of."""

from __future__ import annotations

import inspect
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.phases import evenly
from tithe.core.twoport import Powered

Value = Real | Complex | float | complex
Values = dict[str, Value]
Formula = Callable[..., Any]


def ends(at: Powered, side: str) -> Values:
    """V and I of a plane under the symbols of one side, ``in`` or ``out``."""
    return {f"v_{side}": at.v, f"i_{side}": at.i}


@dataclass(frozen=True)
class Step:
    """A formula, whose parameters are the symbols it is filled with, and the symbol that it gives."""

    formula: Formula
    gives: str

    @property
    def takes(self) -> tuple[str, ...]:
        """The symbols it is filled with."""
        return tuple(inspect.signature(self.formula).parameters)


@dataclass(frozen=True)
class Working:
    """How a figure comes about. ``rule`` names it; ``values``: every symbol's, the figure's own among them,
    of shape ``(..., F)``; ``gives``: the figure's symbol.

    ``short_cut``: the handbook's rule for the same figure, and what that gives; None where there is none.
    """

    rule: str
    gives: str
    values: Mapping[str, Value]
    steps: tuple[Step, ...] = ()
    short_cut: tuple[str, Value] | None = None
    scale: float = 1.0
    """From the figure in SI to the figure as it is told (1e-6 for MHz, 1e12 for pF)."""
    interval: bool = False
    """Whether its rows are the ends of an interval, which has no middle, and not open phases."""

    def at(self, k: int) -> tuple[Case, ...]:
        """The k-th frequency: one case, or with the phase unknown those of the least, middle and most; of an
        interval both ends."""
        figure = np.asarray(self.values[self.gives])[..., k]
        if figure.ndim == 0:
            return (Case("", self._picked(k, 0)),)
        even = evenly(figure[:, None])[:, 0]
        rows = {"least": int(np.argmin(figure))}
        if not self.interval:
            rows["middle"] = int(np.argsort(even, kind="stable")[len(even) // 2])
        rows["most"] = int(np.argmax(figure))
        return tuple(Case(which, self._picked(k, row)) for which, row in rows.items())

    def short_cut_at(self, k: int) -> float | None:
        """What the handbook's rule gives, in the middle of an unknown phase; None where there is none."""
        if self.short_cut is None:
            return None
        values = np.asarray(self.short_cut[1])
        return float(np.median(evenly(values[..., k : k + 1]))) if values.ndim else float(values)

    def _picked(self, k: int, row: int) -> dict[str, complex | float]:
        out: dict[str, complex | float] = {}
        for name, values in self.values.items():
            array = np.asarray(values)
            at_k = array if array.ndim == 0 else array[..., k]
            value = (at_k if at_k.ndim == 0 else at_k[row if len(at_k) > 1 else 0]).item()
            out[name] = value
        return out


def between(low: Working, high: Working) -> Working:
    """The working of an interval, from those of its ends, which are made alike: of shape ``(..., F)``
    each."""

    shape = np.atleast_2d(low.values[low.gives]).shape

    def both(name: str) -> Value:
        return np.concatenate([np.broadcast_to(case.values[name], shape) for case in (low, high)])

    values = {name: both(name) for name in low.values}
    return replace(low, values=values, interval=True)


@dataclass(frozen=True)
class Case:
    """One way the unknown phase may lie ("": it is known) with the value of every symbol."""

    which: str
    values: Mapping[str, complex | float]
