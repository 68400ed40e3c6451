"""Candidates tried in every world that a choice may meet."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Real, decibels
from tithe.core.choose.grid import evaluate
from tithe.core.choose.rank import Ranking
from tithe.core.choose.worlds import Worlds
from tithe.core.cost import Pause, go_on

NEAR_DB = 6.0
"""How far behind what is near enough a candidate may be, as typed, to be tried."""
MOST, _BEST = 32, 10
_LEAST_W = 1e-6
DB_WORTH = 50.0
"""What a dB is worth, in the prices' currency, where nobody says."""


@dataclass(frozen=True)
class Tried:
    """``which`` (N,) of the ranking's candidates were tried; ``score_db`` (N, W): what leaves, over the bands
    by their weights, dB over a watt, in each of W worlds (G × A, the groups first); ``weight`` (W,)."""

    worlds: Worlds
    which: tuple[int, ...]
    score_db: Real
    weight: Real

    @property
    def groups(self) -> int:
        """G."""
        return len(self.worlds.groups)

    @cached_property
    def short_db(self) -> Real:
        """How far each is behind the best of that world, dB, (N, W)."""
        return np.asarray(self.score_db.max(axis=0) - self.score_db)

    def right_in(self, within_db: float) -> Real:
        """In which share of the worlds each is within so much of the best, (N,)."""
        return np.asarray(((self.short_db <= within_db + 1e-9) * self.weight).sum(axis=1))

    @cached_property
    def middle_db(self) -> Real:
        """How far each is behind, in the middle of the worlds, (N,)."""
        return quantile(self.short_db, self.weight, 0.5)

    @cached_property
    def nine_of_ten_db(self) -> Real:
        """How far each is behind at most in nine worlds of ten, (N,)."""
        return quantile(self.short_db, self.weight, 0.9)

    def among(self, worlds: NDArray[np.intp]) -> Tried:
        """The same in some worlds alone (their numbers), each by its share of them."""
        weight = self.weight[worlds]
        return replace(self, score_db=self.score_db[:, worlds], weight=weight / weight.sum())


def quantile(values: Real, weight: Real, share: float) -> Real:
    """Of each row (N, W) the least value with at least that share of the weight (W,) at it or below."""
    order = np.argsort(values, axis=1, kind="stable")
    below = np.cumsum(weight[order], axis=1)
    at = np.argmax(below >= share - 1e-9, axis=1)
    return np.asarray(
        np.take_along_axis(values, np.take_along_axis(order, at[:, None], axis=1), axis=1)[:, 0]
    )


def near(ranking: Ranking) -> tuple[int, ...]:
    """Those worth trying, of those not too far behind as typed: what stands now, what is chosen as typed, the
    best, and of the others those that are worth most for their price."""
    far = ranking.within_db + NEAR_DB
    close = [n for n in ranking.order if ranking.behind_db[n] <= far]
    prices = np.nan_to_num(ranking.costs, nan=np.nanmax(ranking.costs, initial=0.0))
    worth = ranking.behind_db * DB_WORTH + prices
    always = [n for n in (ranking.decision, ranking.present) if n is not None]
    chosen = [*always, *close[:_BEST], *sorted(close[_BEST:], key=lambda n: float(worth[n]))]
    return tuple(dict.fromkeys(chosen))[:MOST]


def tried(
    ranking: Ranking, worlds: Worlds, pause: Pause = go_on, which: tuple[int, ...] | None = None
) -> Iterator[Tried | None]:
    """The near candidates, or some (``which``), in all worlds, in which each is tried once; after each group
    but the last nothing yet."""
    which = near(ranking) if which is None else which
    every = tuple(ranking.grid.candidates[n] for n in which)
    new = tuple(candidate for candidate in every if candidate.id not in worlds.score_db)
    scores = []
    for g in range(len(worlds.groups)) if new else ():
        question, kit = worlds.in_group(g)
        watts = evaluate(question, kit, new, pause).radiated_w  # (N, A, F)
        by_band = watts.reshape(*watts.shape[:2], -1, 3).mean(axis=-1)
        scores.append(by_band @ (question.weights / question.weights.sum()))
        if g < len(worlds.groups) - 1:
            yield None
    if new:
        rows = decibels(np.maximum(np.stack(scores, axis=1).reshape(len(new), -1), _LEAST_W))
        worlds.score_db.update(zip((candidate.id for candidate in new), rows, strict=True))
    score_db = np.stack([worlds.score_db[candidate.id] for candidate in every])
    yield Tried(worlds, which, score_db, worlds.weight.reshape(-1))
