"""A ranking judged by the school that is asked for, with what is decided by either."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tithe.core.choose.decide import Decided, Rule, decide
from tithe.core.choose.depends import Doubt, doubts
from tithe.core.choose.find_out import LEAST_DB, Worth, contenders, find_out, worth_of_antenna
from tithe.core.choose.rank import Ranking
from tithe.core.choose.tried import DB_WORTH, Tried, tried
from tithe.core.cost import Pause, go_on

School = Literal["worlds", "as-typed"]


@dataclass(frozen=True)
class Judged:
    """``ranking``: with the decision of the ``school``; what is decided ``as_typed`` and ``by_worlds``, of
    the ranking's candidates; by which ``rule``, and what of those ``tried`` that is; what would make another
    one right, and what is worth finding out first."""

    ranking: Ranking
    school: School
    as_typed: int
    by_worlds: int
    tried: Tried
    rule: Rule
    decided: Decided
    doubts: tuple[Doubt, ...]
    find_out: tuple[Worth, ...]

    def place(self, n: int) -> int | None:
        """Where a candidate of the ranking stands among those tried, if it does."""
        return self.tried.which.index(n) if n in self.tried.which else None


def judged(
    ranking: Ranking, tried: Tried, school: School = "worlds", db_worth: float | None = None
) -> Judged:
    """``db_worth``: what a dB is worth in the prices' currency. Raises `InputError` for less than nothing."""
    which = list(tried.which)
    worth = DB_WORTH if db_worth is None else db_worth
    present = None if ranking.present is None else which.index(ranking.present)
    rule = Rule(ranking.costs[which], np.isin(which, ranking.order), ranking.within_db, worth, present)
    decided = decide(tried, rule)
    by_worlds = tried.which[decided.n]
    chosen = decided
    if school == "as-typed":
        chosen = Decided(tried.which.index(ranking.decision), True, decided.cheapest)
    decision = by_worlds if school == "worlds" else ranking.decision
    return Judged(
        replace(ranking, decision=decision), school, ranking.decision, by_worlds, tried, rule, chosen,
        doubts(tried, rule, chosen), find_out(tried, rule, decided),
    )  # fmt: skip


def closer(judged: Judged, pause: Pause = go_on) -> Judged:
    """The same, with what it is worth to know the antenna told by many more of them, where it is worth
    something and they are drawn."""
    drawn = judged.tried.worlds
    if drawn.soils or all(finding.id != "antenna" for finding in judged.find_out):
        return judged
    own = judged.rule
    by_worlds = Decided(judged.tried.which.index(judged.by_worlds), True, judged.decided.cheapest)
    close = list(contenders(judged.tried, own, by_worlds))
    *_, more = tried(judged.ranking, drawn.closer, pause, tuple(judged.tried.which[n] for n in close))
    assert more is not None
    present = close.index(own.present) if own.present in close else None
    rule = replace(own, costs=own.costs[close], allowed=own.allowed[close], present=present)
    antenna_worth = worth_of_antenna(more, rule, Decided(0, True, 0))
    others = [finding for finding in judged.find_out if finding.id != "antenna"]
    every = [*others, *([antenna_worth] if antenna_worth.worth_db >= LEAST_DB else [])]
    return replace(judged, find_out=tuple(sorted(every, key=lambda finding: -finding.worth_db)))
