"""The register of cautions. Each entry is a generator over one frequency of a budget."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.antenna_guess import Guess
from tithe.core.arrays import Real
from tithe.core.budget import Budget

Level = Literal["danger", "harm", "misleads", "reminder"]


@dataclass(frozen=True)
class Caution:
    """``stage`` is the index of the part in the chain that set it off; None for the station as a whole.

    ``level``: danger to people, harm to equipment, a figure that misleads, or a standing reminder.
    """

    id: str
    level: Level
    text: str
    remedy: str
    stage: int | None = None


@dataclass(frozen=True)
class Scene:
    """One frequency of a budget, as the entries see it."""

    budget: Budget
    k: int

    @property
    def mhz(self) -> float:
        """The frequency in MHz."""
        return float(self.budget.freq_hz[self.k] / 1e6)

    @property
    def guess(self) -> Guess | None:
        """Why the antenna is a guess here; None where it is not."""
        return self.budget.station.antenna.guess(float(self.budget.freq_hz[self.k]))

    def worst(self, values: Real) -> float:
        """The largest of ``(..., F)`` at this frequency."""
        return float(np.max(values[..., self.k]))

    def least(self, values: Real) -> float:
        """The smallest of ``(..., F)`` at this frequency."""
        return float(np.min(values[..., self.k]))


Finding = tuple[str, int | None]
"""A sentence and the index of the part it is about."""
Trigger = Callable[[Scene], Iterator[Finding]]
_ENTRIES: dict[str, tuple[Trigger, Level, str]] = {}


def caution(id: str, level: Level, remedy: str) -> Callable[[Trigger], Trigger]:
    """Enter a trigger under a stable id, with its level and what to do about it."""

    def enter(trigger: Trigger) -> Trigger:
        assert id not in _ENTRIES, id
        _ENTRIES[id] = (trigger, level, remedy)
        return trigger

    return enter


def ids() -> tuple[str, ...]:
    """All ids, in the order in which they are shown."""
    return tuple(_ENTRIES)


def cautions_at(budget: Budget, k: int) -> list[Caution]:
    """Every caution at the k-th frequency, all together."""
    scene = Scene(budget, k)
    return [
        Caution(id, level, text, remedy, stage)
        for id, (trigger, level, remedy) in _ENTRIES.items()
        for text, stage in trigger(scene)
    ]
