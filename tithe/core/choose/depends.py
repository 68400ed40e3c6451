"""What the decision hangs on: where, of all that may be, another one would be right."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tithe.core.choose.decide import Decided, Rule, decide
from tithe.core.choose.tried import Tried
from tithe.core.choose.worlds import LEVELS

_LEAST_SHARE = 0.02


@dataclass(frozen=True)
class Doubt:
    """Worlds by their ``id`` and their ``share`` of all: in how many of them the decision is right, how far
    it is behind there on average, and what would be decided ``instead`` (of those tried), the same where it
    ``stands``."""

    id: str
    share: float
    right_in: float
    behind_db: float
    instead: int
    stands: bool


def doubts(tried: Tried, rule: Rule, decided: Decided) -> tuple[Doubt, ...]:
    """Each kind of world, those first in which most would be lost."""
    out = []
    for name, worlds in _kinds(tried, rule, decided):
        share = float(tried.weight[worlds].sum())
        if share < _LEAST_SHARE:
            continue
        tried_in = tried.among(worlds)
        right = float(tried_in.right_in(rule.within_db)[decided.n])
        behind = float(tried_in.short_db[decided.n] @ tried_in.weight)
        instead = decide(tried_in, rule).n
        stands = instead == decided.n or right >= 0.5
        out.append(Doubt(name, share, right, behind, decided.n if stands else instead, stands))
    return tuple(sorted(out, key=lambda doubt: (doubt.stands, -doubt.behind_db * doubt.share)))


def _kinds(tried: Tried, rule: Rule, decided: Decided) -> Iterator[tuple[str, NDArray[np.intp]]]:
    drawn = tried.worlds
    antennas = len(drawn.antenna_weight)
    each = np.arange(tried.score_db.shape[1])
    groups = each // antennas
    wet = np.array([group.wet for group in drawn.groups])[groups]
    level = np.array([group.level for group in drawn.groups])[groups]
    if any(line.wet_factor > 1 for line in drawn.kit.lines.values()):
        yield "wet", each[wet]
        yield "dry", each[~wet]
    token = drawn.kit.owned_line
    if token in drawn.line:
        factor = drawn.line[token].reshape(-1)
        yield "line-more", each[factor > np.median(factor)]
        yield "line-less", each[factor <= np.median(factor)]
    yield "coil-worse", each[level >= LEVELS // 2]
    yield "coil-better", each[level < LEVELS // 2]
    wrong = tried.short_db[decided.n] > rule.within_db
    by_antenna = np.array(
        [wrong[each % antennas == a] @ tried.weight[each % antennas == a] for a in range(antennas)]
    )
    by_antenna_mostly = by_antenna > 0.5 * drawn.antenna_weight
    if by_antenna_mostly.any():
        yield "antenna", each[by_antenna_mostly[each % antennas]]
