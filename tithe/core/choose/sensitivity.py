"""How sure the answer is: the same question with one assumption worse, and whether the decision still stands.

It stands if, under the other assumption, it is still within the chosen dB of the best. Otherwise the
assumption would flip it, and to what is named.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial
from operator import methodcaller
from typing import cast

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import decibels
from tithe.core.choose.grid import Question, evaluate
from tithe.core.choose.kit import Kit
from tithe.core.choose.placements import Candidate
from tithe.core.choose.rank import Ranking, rank
from tithe.core.cost import Pause, go_on
from tithe.core.parts.line import LineType
from tithe.core.parts.part import Part
from tithe.core.parts.worse_line import WorseLine

WET_SLOWER = 0.95
"""Velocity factor of a wet ribbon over that of a dry one."""


def _always(asked: Question, kit: Kit) -> bool:
    return True


@dataclass(frozen=True)
class Assumption:
    """Something that may be otherwise than entered."""

    id: str
    change: Callable[[Question, Kit], tuple[Question, Kit]]
    applies: Callable[[Question, Kit], bool] = _always


@dataclass(frozen=True)
class Doubt:
    """An assumption tried: whether the decision stands, how far it would be behind, and what would win."""

    assumption: Assumption
    stands: bool
    behind_db: float
    instead: Candidate


Parts = Callable[[Part], Part]
Lines = Callable[[LineType], LineType]


def _parts(change: Parts, asked: Question, kit: Kit) -> tuple[Question, Kit]:
    """A change made to the parts of the present run and of the kit."""
    chain = tuple(change(part) for part in asked.station.chain)
    return replace(asked, station=replace(asked.station, chain=chain)), kit.with_parts(change)


def _lines(change: Lines, asked: Question, kit: Kit) -> tuple[Question, Kit]:
    """A change made to the lines of the present run and of the kit."""
    asked, kit = _parts(lambda part: part.with_line_type(change), asked, kit)
    return asked, kit.with_lines(change)


def _some_line(test: Callable[[LineType], bool], asked: Question, kit: Kit) -> bool:
    """Whether a line of the present run or of the kit is such a one."""
    parts = (*asked.station.chain, *kit.parts.values())
    return any(map(test, (*(part.feedline.line for part in parts if part.feedline), *kit.lines.values())))


def _worse(line: LineType) -> LineType:
    return _like(WorseLine(line, 1.2))


def _wet(line: LineType) -> LineType:
    return _like(WorseLine(line, line.wet_factor, slower=WET_SLOWER)) if _may_be_wet(line) else line


def _may_be_wet(line: LineType) -> bool:
    return line.wet_factor > 1


def _steel(line: LineType) -> LineType:
    return _like(WorseLine(line, low_band=line.low_band_factor)) if _may_be_steel(line) else line


def _may_be_steel(line: LineType) -> bool:
    return line.low_band_factor > 1


def _like(line: WorseLine) -> LineType:
    return cast(LineType, line)  # what it does not say itself it takes from the line it is made of


def _seat_unknown(asked: Question, kit: Kit) -> bool:
    return any(part.seat_unknown for part in (*asked.station.chain, *kit.parts.values()))


def _resistance(factor: float, asked: Question, kit: Kit) -> tuple[Question, Kit]:
    return replace(asked, antenna=asked.antenna.with_resistance(factor)), kit


ASSUMPTIONS = (
    Assumption("cable", partial(_lines, _worse)),
    Assumption("wet", partial(_lines, _wet), partial(_some_line, _may_be_wet)),
    Assumption("steel", partial(_lines, _steel), partial(_some_line, _may_be_steel)),
    Assumption("r-up", partial(_resistance, 1.2)),
    Assumption("r-down", partial(_resistance, 0.8)),
    Assumption("q", partial(_parts, methodcaller("with_poor_coils"))),
    Assumption("in-series", partial(_parts, methodcaller("seated", 1.0)), _seat_unknown),
    Assumption("across", partial(_parts, methodcaller("seated", 0.0)), _seat_unknown),
)


def assumptions(asked: Question, kit: Kit) -> tuple[Assumption, ...]:
    """Those that say something of this question."""
    return tuple(one for one in ASSUMPTIONS if one.applies(asked, kit))


FAR_DB = 6.0
"""Candidates so far behind what is near enough are looked at where the best falls towards them."""


def doubts(ranking: Ranking, kit: Kit, budget: float | None = None, pause: Pause = go_on) -> Iterator[Doubt]:
    """Each assumption tried: over the candidates near the best first, over all where far ones may now win."""
    everyone = np.arange(len(ranking.grid.candidates))
    far = ranking.behind_db > ranking.within_db + FAR_DB
    always = [n for n in (ranking.decision, ranking.present) if n is not None]
    near = np.flatnonzero(~far | np.isin(everyone, always))
    best_far = float(ranking.grid.score_w[far].max(initial=0.0))
    for assumption in assumptions(ranking.grid.question, kit):
        asked, other = assumption.change(ranking.grid.question, kit)

        def among(some: NDArray[np.intp], asked: Question = asked, other: Kit = other) -> Ranking:
            chosen = tuple(ranking.grid.candidates[n] for n in some)
            return rank(evaluate(asked, other, chosen, pause), ranking.costs[some], ranking.within_db, budget)

        some, again = near, among(near)
        # A resistance of another size may also better those behind, by less than that size.
        reach_db = ranking.within_db + decibels(1.2)
        if again.grid.score_w[again.best] < best_far * 10 ** (reach_db / 10):
            some, again = everyone, among(everyone)
        behind = float(again.behind_db[int(np.flatnonzero(some == ranking.decision)[0])])
        stands = bool(np.isfinite(behind) and behind <= ranking.within_db + 0.025)
        yield Doubt(assumption, stands, behind, again.grid.candidates[again.decision])
