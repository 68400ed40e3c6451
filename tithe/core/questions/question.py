"""A question on which practitioners disagree, put to one station: what each school's answer comes to there.

Each question is a module of this folder with a function from `SchoolQuestion` to `Compared`;
`tithe.core.questions.SCHOOLS` lists them. What the schools say in general is `tithe.text.questions`'s.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import AUDIBLE_DB, Budget, loss_db, solve
from tithe.core.cost import Pause, go_on
from tithe.core.message import Message, Messages, tell
from tithe.core.planned_station import of_one_antenna
from tithe.core.station import Station
from tithe.core.working import Step, Working
from tithe.core.working import formulas as f
from tithe.core.working.working import Value, Values

Cell = float | tuple[float, float] | None
"""A figure in SI units, an interval, or nothing to tell."""


@dataclass(frozen=True)
class SchoolQuestion:
    """The station, and the frequency looked at (Hz)."""

    station: Station
    freq_hz: float
    pause: Pause = go_on

    @cached_property
    def places(self) -> tuple[tuple[str, float], ...]:
        """Name and middle (Hz) of each band that the antenna's data reach, in rising order; without any, the
        frequency looked at."""
        low, high = self.station.antenna.range_hz
        in_range = sorted((b.middle_hz, b.name) for b in self.station.bands if low <= b.middle_hz <= high)
        return tuple((name, hz) for hz, name in in_range) or ((f"{self.freq_hz / 1e6:g} MHz", self.freq_hz),)

    @property
    def freqs(self) -> Real:
        """The frequencies of `places`, Hz, shape ``(F,)``."""
        return np.array([hz for _, hz in self.places])

    @cached_property
    def budget(self) -> Budget:
        """The station at all `places`."""
        return solve(self.station, self.freqs, pause=self.pause)

    @cached_property
    def budget_at_freq(self) -> Budget:
        """The station at the frequency looked at."""
        return solve(self.station, np.array([self.freq_hz]), pause=self.pause)

    @property
    def of_one_antenna(self) -> SchoolQuestion:
        """The same of the antenna alone, where it is an estimate with its interval."""
        return replace(self, station=of_one_antenna(self.station))

    @property
    def tuner_at(self) -> int | None:
        """Place of the first tuner in line; None where there is none."""
        return next((n for n, p in enumerate(self.station.chain) if p.tuner and not p.bypassed), None)


Worked = tuple[Working, int]
"""How a cell comes about: a working, and at which of its frequencies."""


@dataclass(frozen=True)
class Column:
    """A column of figures: the code of its head, its quantity (`tithe.text.template.QUANTITIES`), and of each
    row how the cell comes about; None where there is nothing to tell."""

    head: str
    quantity: str
    worked: tuple[Worked | None, ...]

    @property
    def cells(self) -> tuple[Cell, ...]:
        """What stands in each row: the figures of the workings."""
        return tuple(
            None if cell is None else span(cell[0].values[cell[0].gives], cell[1]) for cell in self.worked
        )


@dataclass(frozen=True)
class Row:
    """A band's name or what the row is of, and its cells."""

    label: str | Message
    cells: tuple[Cell, ...]


@dataclass(frozen=True)
class Compared:
    """What comes of each school's answer, which holds here, and the figures.

    ``labels``: of each row, a band's name or what it is of.
    """

    holds: Messages
    one: Messages = ()
    other: Messages = ()
    labels: tuple[str | Message, ...] = ()
    columns: tuple[Column, ...] = ()

    @property
    def rows(self) -> tuple[Row, ...]:
        """The figures, a row each."""
        cells = zip(*(column.cells for column in self.columns), strict=True)
        return tuple(Row(label, row) for label, row in zip(self.labels, cells, strict=True))


def span(values: Value, k: int) -> Cell:
    """Least and most of an array ``(..., F)`` at the k-th frequency; one figure where they are the same."""
    at_k = np.asarray(values)[..., k]
    low, high = float(at_k.min()), float(at_k.max())
    return low if low == high else (low, high)


def on_all(question: SchoolQuestion, head: str, quantity: str, derivation: Working) -> Column:
    """A column with a row for each place, from one working of all of them."""
    return Column(
        f"schools.head.{head}", quantity, tuple((derivation, k) for k in range(len(question.places)))
    )


def names(question: SchoolQuestion) -> tuple[str, ...]:
    """The labels of such rows."""
    return tuple(name for name, _ in question.places)


def given_back(changed: Budget, now: Budget) -> Working:
    """How many dB more a change radiates."""
    values: Values = {
        "p_changed": changed.radiated_w, "p_now": now.radiated_w,
        "a_gain": loss_db(changed.radiated_w, now.radiated_w),
    }  # fmt: skip
    return Working("given-back", "a_gain", values, (Step(f.given_back, "a_gain"),))


def which_holds(question: SchoolQuestion, first: Sequence[bool] | np.ndarray) -> Message:
    """On which bands the first school's answer holds, and so on which the other's."""
    first_on = [name for (name, _), yes in zip(question.places, first, strict=True) if yes]
    second_on = [name for (name, _), yes in zip(question.places, first, strict=True) if not yes]
    if not second_on:
        return tell("schools.first-holds")
    if not first_on:
        return tell("schools.second-holds")
    return tell("schools.both-hold", one=first_on, other=second_on)


def on_bands(question: SchoolQuestion, where: np.ndarray, code: str, **params: object) -> Messages:
    """A message that names the bands at which something is so; another where it is so nowhere."""
    names = [name for (name, _), yes in zip(question.places, where, strict=True) if yes]
    return (tell(f"schools.{code}", bands=names, **params) if any(where) else tell("schools.nowhere"),)


def unheard(gain_db: Real) -> np.ndarray:
    """At which frequencies of ``(..., F)`` a difference stays below what anybody hears, at every phase."""
    return np.asarray((np.abs(gain_db) < AUDIBLE_DB).reshape(-1, np.shape(gain_db)[-1]).all(axis=0))
