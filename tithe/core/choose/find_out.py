"""What to find out first: by how much the decision would be better on average, were something known that can
be measured, and in how many worlds that changes it.

The worlds fall into parts by what would be known: each antenna by itself, the soils, the present line's loss
and the coils by their size. In each part it is decided anew; what is gained there over the decision for all
is what knowing it is worth.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from tithe.core.choose.decide import Decided, Rule, decide
from tithe.core.choose.tried import Tried
from tithe.core.choose.worlds import LEVELS

LEAST_DB = 0.05
"""What is worth less is not worth measuring."""
_LINE_PARTS = 6
_MOST_CONTENDERS, _BESIDE = 6, 2
Measurable = Literal["antenna", "ground", "line", "coil"]
Effort = Literal["indoors", "outdoors", "climbing"]
Parts = list[NDArray[np.intp]]
EFFORTS: Mapping[Measurable, tuple[Effort, float]] = {
    "antenna": ("climbing", 45.0),
    "ground": ("outdoors", 30.0),
    "line": ("outdoors", 30.0),
    "coil": ("indoors", 20.0),
}
"""Of each thing that can be measured, where one goes for it and for how many minutes."""


@dataclass(frozen=True)
class Worth:
    """Of a measurement by its ``id``: the share of the worlds in which it changes the decision; dB and money
    that are gained on average, and both together in dB."""

    id: Measurable
    changes_in: float
    gained_db: float
    saved: float
    worth_db: float

    @property
    def effort(self) -> Effort:
        """Where one goes for it."""
        return EFFORTS[self.id][0]

    @property
    def minutes(self) -> float:
        """How long it takes."""
        return EFFORTS[self.id][1]


def find_out(tried: Tried, rule: Rule, decided: Decided) -> tuple[Worth, ...]:
    """What is worth measuring, the most first."""
    every = (_worth(name, parts, tried, rule, decided) for name, parts in measurable(tried))
    return tuple(
        sorted(
            (finding for finding in every if finding.worth_db >= LEAST_DB),
            key=lambda finding: -finding.worth_db,
        )
    )


def contenders(tried: Tried, rule: Rule, decided: Decided) -> tuple[int, ...]:
    """What is decided for all worlds, and what with any of the antennas, or would be worth most with it; the
    weightiest first."""
    weight = {decided.n: 2.0}
    for worlds in dict(measurable(tried)).get("antenna", []):
        tried_in, share = tried.among(worlds), float(tried.weight[worlds].sum())
        value = np.where(rule.allowed, rule.value(tried_in.score_db @ tried_in.weight), -np.inf)
        for n in (decide(tried_in, rule).n, *np.argsort(-value)[:_BESIDE].tolist()):
            weight[n] = weight.get(n, 0.0) + share
    return tuple(sorted(weight, key=lambda n: -weight[n])[:_MOST_CONTENDERS])


def worth_of_antenna(tried: Tried, rule: Rule, decided: Decided) -> Worth:
    """What it is worth to know the antenna."""
    return _worth("antenna", dict(measurable(tried))["antenna"], tried, rule, decided)


def _worth(name: Measurable, parts: Parts, tried: Tried, rule: Rule, decided: Decided) -> Worth:
    changes = gained = saved = 0.0
    for part in parts:
        share = float(tried.weight[part].sum())
        if share <= 0:
            continue
        tried_in = tried.among(part)
        n = decide(tried_in, rule).n
        if n == decided.n:
            continue
        changes += share
        gained += share * float((tried_in.score_db[n] - tried_in.score_db[decided.n]) @ tried_in.weight)
        apart = float(rule.costs[decided.n] - rule.costs[n])
        saved += share * (apart if np.isfinite(apart) else 0.0)
    in_db = saved / rule.db_worth if rule.db_worth > 0 else 0.0
    return Worth(name, changes, gained, saved, gained + in_db)


def measurable(tried: Tried) -> Iterator[tuple[Measurable, Parts]]:
    """Each thing that can be measured, and the worlds by what it would turn out to be."""
    drawn, kit = tried.worlds, tried.worlds.kit
    each = np.arange(tried.score_db.shape[1])
    antennas = len(drawn.antenna_weight)
    if antennas > 1:
        yield "antenna", [each[each % antennas == a] for a in range(antennas)]
    if len(set(drawn.soils)) > 1:
        of_row = np.array([list(dict.fromkeys(drawn.soils)).index(soil) for soil in drawn.soils])
        yield "ground", [each[of_row[each % antennas] == k] for k in range(of_row.max() + 1)]
    if kit.owned_line in drawn.line:
        order = np.argsort(drawn.line[kit.owned_line].reshape(-1), kind="stable")
        yield "line", [np.asarray(part) for part in np.array_split(order, _LINE_PARTS)]
    if "room-tuner" in kit.owned or "mast-tuner" in kit.owned:
        level = np.array([group.level for group in drawn.groups])[each // antennas]
        yield "coil", [each[level == at_level] for at_level in range(LEVELS)]
