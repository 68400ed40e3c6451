"""How sure the answer is: the same question with one assumption worse, and whether the decision still stands.

It stands if, under the other assumption, it is still within the chosen dB of the best. Otherwise the
assumption would flip it, and to what is named.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial
from typing import cast

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import decibels
from tithe.core.choose.grid import Question, evaluate
from tithe.core.choose.kit import Kit
from tithe.core.choose.placements import Candidate
from tithe.core.choose.rank import Ranking, rank
from tithe.core.choose.stack import WorseLine
from tithe.core.cost import Pause, go_on
from tithe.core.inline import Inline
from tithe.core.line import Line, LineType
from tithe.core.meter import Meter
from tithe.core.station import Part
from tithe.core.transformer import Transformer
from tithe.core.tuner import RatedTuner, SteppedTuner, Tuner

WET_SLOWER = 0.95
"""Velocity factor of a wet ribbon over that of a dry one."""


def _always(asked: Question, kit: Kit) -> bool:
    return True


@dataclass(frozen=True)
class Assumption:
    """Something that may be otherwise than entered."""

    id: str
    text: str
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


def _everywhere(change: Parts, asked: Question, kit: Kit) -> tuple[Question, Kit]:
    """A change made to the parts of the present run, the kit's parts and its lines."""

    def line(one: LineType) -> LineType:
        changed = change(Line(one, 1.0))
        assert isinstance(changed, Line)
        return changed.line

    chain = tuple(change(part) for part in asked.station.chain)
    station = replace(asked.station, chain=chain)
    return replace(asked, station=station), kit.with_lines(line).with_parts(change)


def _some(test: Callable[[Part], bool], asked: Question, kit: Kit) -> bool:
    """Whether a part of the present run or of the kit, or a line of the kit, is such a one."""
    lines = (Line(one, 1.0) for one in kit.lines.values())
    return any(test(part) for part in (*asked.station.chain, *kit.parts.values(), *lines))


def _worse(part: Part) -> Part:
    return _with_line(part, WorseLine(part.line, 1.2)) if isinstance(part, Line) else part


def _wet(part: Part) -> Part:
    if not _may_be_wet(part):
        return part
    assert isinstance(part, Line)
    return _with_line(part, WorseLine(part.line, part.line.wet_factor, slower=WET_SLOWER))


def _may_be_wet(part: Part) -> bool:
    return isinstance(part, Line) and part.line.wet_factor > 1


def _steel(part: Part) -> Part:
    if not _may_be_steel(part):
        return part
    assert isinstance(part, Line)
    return _with_line(part, WorseLine(part.line, low_band=part.line.low_band_factor))


def _may_be_steel(part: Part) -> bool:
    return isinstance(part, Line) and part.line.low_band_factor > 1


def _with_line(part: Line, line: WorseLine) -> Part:
    return replace(part, line=cast(LineType, line))


def _seated(share: float, part: Part) -> Part:
    if not _seat_unknown(part):
        return part
    assert isinstance(part, Inline | Transformer | Meter)
    return replace(part, series_share=share)


def _seat_unknown(part: Part) -> bool:
    """Half and half is what a part has of which nothing is said."""
    return isinstance(part, Inline | Transformer | Meter) and part.loss_db > 0 and part.series_share == 0.5


def _resistance(factor: float, asked: Question, kit: Kit) -> tuple[Question, Kit]:
    return replace(asked, antenna=asked.antenna.with_resistance(factor)), kit


def _poor_coil(part: Part) -> Part:
    if isinstance(part, Tuner | SteppedTuner):
        q = part.coil_q
        worst = min(q, 100.0) if isinstance(q, float | int) else tuple((f, min(v, 100.0)) for f, v in q)
        return replace(part, coil_q=worst)
    if isinstance(part, RatedTuner):
        return replace(part, loss_db_at_1=2 * part.loss_db_at_1, loss_db_at_reach=2 * part.loss_db_at_reach)
    return part


ASSUMPTIONS = (
    Assumption("cable", "all lines lose 20 % more", partial(_everywhere, _worse)),
    Assumption(
        "wet",
        "ribbon and windowed line are wet (several times the loss, 5 % slower)",
        partial(_everywhere, _wet),
        partial(_some, _may_be_wet),
    ),
    Assumption(
        "steel",
        "lines of copper-clad steel lose more below 5 MHz",
        partial(_everywhere, _steel),
        partial(_some, _may_be_steel),
    ),
    Assumption("r-up", "the antenna’s R is 20 % higher", partial(_resistance, 1.2)),
    Assumption("r-down", "the antenna’s R is 20 % lower", partial(_resistance, 0.8)),
    Assumption(
        "q",
        "the tuners’ coils have Q 100 (those known by their sheet lose double)",
        partial(_everywhere, _poor_coil),
    ),
    Assumption(
        "in-series",
        "parts of which it is not known lose in series, as contacts do",
        partial(_everywhere, partial(_seated, 1.0)),
        partial(_some, _seat_unknown),
    ),
    Assumption(
        "across",
        "parts of which it is not known lose across, as cores do",
        partial(_everywhere, partial(_seated, 0.0)),
        partial(_some, _seat_unknown),
    ),
)


def assumptions(ranking: Ranking, kit: Kit) -> tuple[Assumption, ...]:
    """Those that say something of this question."""
    return tuple(one for one in ASSUMPTIONS if one.applies(ranking.grid.question, kit))


FAR_DB = 6.0
"""Candidates so far behind what is near enough are looked at where the best falls towards them."""


def doubts(ranking: Ranking, kit: Kit, budget: float | None = None, pause: Pause = go_on) -> Iterator[Doubt]:
    """Each assumption tried: over the candidates near the best first, over all where far ones may now win."""
    everyone = np.arange(len(ranking.grid.candidates))
    far = ranking.behind_db > ranking.within_db + FAR_DB
    always = [n for n in (ranking.decision, ranking.present) if n is not None]
    near = np.flatnonzero(~far | np.isin(everyone, always))
    best_far = float(ranking.grid.score_w[far].max(initial=0.0))
    for assumption in assumptions(ranking, kit):
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
