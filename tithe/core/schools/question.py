"""A question on which practitioners disagree, put to one station: what each school's answer comes to there.

Each question is a module of this folder with a function from `Asked` to `Compared`;
`tithe.core.schools.SCHOOLS` lists them. What the schools say in general is `tithe.text.schools`'s.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import AUDIBLE_DB, Budget, solve
from tithe.core.cost import Pause, go_on
from tithe.core.message import Message, Told, tell
from tithe.core.station import Station

Cell = float | tuple[float, float] | None
"""A figure in SI units, an interval, or nothing to tell."""


@dataclass(frozen=True)
class Asked:
    """The station, and the frequency looked at (Hz)."""

    station: Station
    freq_hz: float
    pause: Pause = go_on

    @cached_property
    def places(self) -> tuple[tuple[str, float], ...]:
        """Name and middle (Hz) of each band that the antenna's data reach, in rising order; without any, the
        frequency looked at."""
        low, high = self.station.antenna.range_hz
        found = sorted((b.middle_hz, b.name) for b in self.station.bands if low <= b.middle_hz <= high)
        return tuple((name, hz) for hz, name in found) or ((f"{self.freq_hz / 1e6:g} MHz", self.freq_hz),)

    @property
    def freqs(self) -> Real:
        """The frequencies of `places`, Hz, shape ``(F,)``."""
        return np.array([hz for _, hz in self.places])

    @cached_property
    def budget(self) -> Budget:
        """The station at all `places`."""
        return solve(self.station, self.freqs, pause=self.pause)

    @cached_property
    def here(self) -> Budget:
        """The station at the frequency looked at."""
        return solve(self.station, np.array([self.freq_hz]), pause=self.pause)

    @property
    def tuner_at(self) -> int | None:
        """Place of the first tuner in line; None where there is none."""
        return next((n for n, p in enumerate(self.station.chain) if p.tuner and not p.bypassed), None)


@dataclass(frozen=True)
class Row:
    """A band's name or what the row is of, and its cells."""

    label: str | Message
    cells: tuple[Cell, ...]


@dataclass(frozen=True)
class Compared:
    """What comes of each school's answer, which holds here, and the figures.

    ``heads``: of each column, the code of its head and its quantity (`tithe.text.template.QUANTITIES`).
    """

    holds: Told
    one: Told = ()
    other: Told = ()
    heads: tuple[tuple[str, str], ...] = ()
    rows: tuple[Row, ...] = ()


def span(values: Real, k: int) -> Cell:
    """Least and most of an array ``(..., F)`` at the k-th frequency; one figure where they are the same."""
    here = np.asarray(values)[..., k]
    low, high = float(here.min()), float(here.max())
    return low if low == high else (low, high)


def band_rows(asked: Asked, *columns: Real) -> tuple[Row, ...]:
    """A row for each place, from columns of shape ``(F,)`` or ``(P, F)``."""
    return tuple(
        Row(name, tuple(span(column, k) for column in columns)) for k, (name, _) in enumerate(asked.places)
    )


def which_holds(asked: Asked, first: Sequence[bool] | np.ndarray) -> Message:
    """On which bands the first school's answer holds, and so on which the other's."""
    one = [name for (name, _), yes in zip(asked.places, first, strict=True) if yes]
    other = [name for (name, _), yes in zip(asked.places, first, strict=True) if not yes]
    if not other:
        return tell("schools.first-holds")
    if not one:
        return tell("schools.second-holds")
    return tell("schools.both-hold", one=one, other=other)


def on_bands(asked: Asked, where: np.ndarray, code: str, **params: object) -> Told:
    """A message that names the bands at which something is so; another where it is so nowhere."""
    names = [name for (name, _), yes in zip(asked.places, where, strict=True) if yes]
    return (tell(f"schools.{code}", bands=names, **params) if any(where) else tell("schools.nowhere"),)


def unheard(gain_db: Real) -> np.ndarray:
    """At which frequencies of ``(..., F)`` a difference stays below what anybody hears, at every phase."""
    return np.asarray((np.abs(gain_db) < AUDIBLE_DB).reshape(-1, np.shape(gain_db)[-1]).all(axis=0))
