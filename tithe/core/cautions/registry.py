"""The register of cautions. Each entry is a generator over one frequency of a budget."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from tithe.core.antenna.guess import Guess
from tithe.core.arrays import Real
from tithe.core.budget import Budget
from tithe.core.message import Message, tell

Level = Literal["danger", "harm", "misleads", "reminder"]


@dataclass(frozen=True)
class Caution:
    """``stage`` is the index of the part in the chain that set it off; None for the station as a whole.

    ``level``: danger to people, harm to equipment, a figure that misleads, or a standing reminder.
    ``message``: what is the matter; what to do about it goes by the id.
    """

    id: str
    level: Level
    message: Message
    stage: int | None = None


@dataclass(frozen=True)
class Scene:
    """One frequency of a budget, as the entries see it."""

    budget: Budget
    k: int

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


@dataclass(frozen=True)
class Finding:
    """What an entry finds: the part it is about, parameters of its sentence, and which of its sentences
    (``""``: its only one)."""

    stage: int | None
    params: dict[str, Any]
    variant: str = ""


def finding(stage: int | None = None, variant: str = "", /, **params: Any) -> Finding:
    """A finding from its parameters."""
    return Finding(stage, params, variant)


Trigger = Callable[[Scene], Iterator[Finding]]
_ENTRIES: dict[str, tuple[Trigger, Level]] = {}


def caution(id: str, level: Level) -> Callable[[Trigger], Trigger]:
    """Enter a trigger under a stable id, with its level; its words are `tithe.text.cautions`'."""

    def enter(trigger: Trigger) -> Trigger:
        assert id not in _ENTRIES, id
        _ENTRIES[id] = (trigger, level)
        return trigger

    return enter


def ids() -> tuple[str, ...]:
    """All ids, in the order in which they are shown."""
    return tuple(_ENTRIES)


def cautions_at(budget: Budget, k: int) -> list[Caution]:
    """Every caution at the k-th frequency, all together."""
    scene = Scene(budget, k)
    return [
        Caution(id, level, tell(_code(id, finding.variant), **finding.params), finding.stage)
        for id, (trigger, level) in _ENTRIES.items()
        for finding in trigger(scene)
    ]


def _code(id: str, variant: str) -> str:
    return f"caution.{id}.{variant}" if variant else f"caution.{id}"
