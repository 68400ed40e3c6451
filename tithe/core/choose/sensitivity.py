"""How sure the answer is: the same question with one assumption worse, and whether the decision still stands.

It stands if, under the other assumption, it is still within the chosen dB of the best. Otherwise the
assumption would flip it, and to what is named.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from tithe.core.choose.grid import Question, evaluate
from tithe.core.choose.kit import Kit
from tithe.core.choose.placements import Candidate
from tithe.core.choose.rank import Ranking, rank
from tithe.core.choose.stack import WorseLine
from tithe.core.line import Line
from tithe.core.station import Part
from tithe.core.tuner import RatedTuner, SteppedTuner, Tuner


@dataclass(frozen=True)
class Assumption:
    """Something that may be otherwise than entered."""

    id: str
    text: str
    change: Callable[[Question, Kit], tuple[Question, Kit]]


@dataclass(frozen=True)
class Doubt:
    """An assumption tried: whether the decision stands, how far it would be behind, and what would win."""

    assumption: Assumption
    stands: bool
    behind_db: float
    instead: Candidate


def _worse_cable(asked: Question, kit: Kit) -> tuple[Question, Kit]:
    worse = partial(WorseLine, factor=1.2)
    chain = tuple(_with_line(part, worse) for part in asked.station.chain)
    return replace(asked, station=replace(asked.station, chain=chain)), kit.with_lines(worse).with_parts(
        lambda part: _with_line(part, worse)
    )


def _with_line(part: Part, change: Callable[..., WorseLine]) -> Part:
    return replace(part, line=change(part.line)) if isinstance(part, Line) else part


def _resistance(factor: float, asked: Question, kit: Kit) -> tuple[Question, Kit]:
    return replace(asked, antenna=asked.antenna.with_resistance(factor)), kit


def _poor_coil(part: Part) -> Part:
    if isinstance(part, Tuner | SteppedTuner):
        return replace(part, coil_q=min(part.coil_q, 100.0))
    if isinstance(part, RatedTuner):
        return replace(part, loss_db_at_1=2 * part.loss_db_at_1, loss_db_at_reach=2 * part.loss_db_at_reach)
    return part


def _poor_tuner(asked: Question, kit: Kit) -> tuple[Question, Kit]:
    chain = tuple(_poor_coil(part) for part in asked.station.chain)
    return replace(asked, station=replace(asked.station, chain=chain)), kit.with_parts(_poor_coil)


ASSUMPTIONS = (
    Assumption("cable", "all lines lose 20 % more", _worse_cable),
    Assumption("r-up", "the antenna’s R is 20 % higher", partial(_resistance, 1.2)),
    Assumption("r-down", "the antenna’s R is 20 % lower", partial(_resistance, 0.8)),
    Assumption("q", "the tuners’ coils have Q 100 (those known by their sheet lose double)", _poor_tuner),
)


def doubts(ranking: Ranking, kit: Kit, budget: float | None = None) -> Iterator[Doubt]:
    """Each assumption tried over all candidates of the ranking."""
    chosen = ranking.grid.candidates
    for assumption in ASSUMPTIONS:
        asked, other = assumption.change(ranking.grid.question, kit)
        again = rank(evaluate(asked, other, chosen), ranking.costs, ranking.within_db, budget)
        behind = float(again.behind_db[ranking.decision])
        stands = bool(np.isfinite(behind) and behind <= ranking.within_db + 0.025)
        yield Doubt(assumption, stands, behind, chosen[again.decision])
