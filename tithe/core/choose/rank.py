"""Ranking: the best by weighted radiated power, the cheapest within x dB of it, what nothing beats, and
regret.

Cost counts only what must be bought; where a price is missing the cost is unknown, and an unknown cost
neither wins as the cheapest nor counts as over the budget.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Mask, Real, decibels
from tithe.core.choose.grid import Grid
from tithe.core.choose.kit import Kit
from tithe.core.choose.placements import Candidate
from tithe.core.errors import require

ALIKE_DB = 0.05
"""Scores closer than this are alike: the cheaper one goes first."""


@dataclass(frozen=True)
class Purchase:
    """Something to buy: a part, or metres of line; ``price`` in all, None where it has no price."""

    token: str
    quantity: float
    unit: str
    price: float | None


def to_buy(candidate: Candidate, kit: Kit, prices: Mapping[str, float]) -> tuple[Purchase, ...]:
    """What the candidate needs beyond what the station has; lines by the metre."""
    metres: dict[str, float] = {}
    pieces: dict[str, int] = {}
    for item in candidate.items:
        if item.length_m is not None:
            metres[item.token] = metres.get(item.token, 0.0) + item.length_m
        elif item.token not in kit.owned:
            pieces[item.token] = pieces.get(item.token, 0) + 1
    if kit.owned_line in metres:
        metres[kit.owned_line] = max(metres[kit.owned_line] - kit.owned_line_m, 0.0)
    bought = [(token, length, "m") for token, length in metres.items() if length > 1e-9]
    bought += [(token, float(count), "") for token, count in pieces.items()]
    return tuple(
        Purchase(token, amount, unit, prices[token] * amount if token in prices else None)
        for token, amount, unit in bought
    )


def cost(bought: tuple[Purchase, ...]) -> float:
    """The sum; NaN where a price is missing."""
    return float(sum(np.nan if item.price is None else item.price for item in bought))


@dataclass(frozen=True)
class Ranking:
    """A grid with its verdicts; indices into the grid's candidates. ``present``: what stands now, if there
    is a run at all.

    ``order``: best first, those over the budget left out. ``decision``: the cheapest within ``within_db`` of
    the best; among equals in cost the better one. ``frontier``: those that no other beats in both cost and
    power.
    """

    grid: Grid
    costs: Real
    within_db: float
    order: tuple[int, ...]
    best: int
    decision: int
    present: int | None
    frontier: tuple[int, ...]

    @cached_property
    def behind_db(self) -> Real:
        """How far each is behind the best, dB (inf where it radiates nothing): shape ``(N,)``."""
        return np.asarray(_below(self.grid.score_w, float(self.grid.score_w[self.best])))

    @cached_property
    def regret_db(self) -> Real:
        """How far each is behind the best of each band, dB: shape ``(N, B)``."""
        by_band = self.grid.by_band_w[list(self.order)]
        return np.asarray(_below(self.grid.by_band_w, by_band.max(axis=0)))


def _below(power: Real, best: Real | float) -> Real:
    best = np.asarray(best)
    ratio = np.divide(
        power, best, out=np.ones(np.shape(power)), where=np.broadcast_to(best, np.shape(power)) > 0
    )
    return -decibels(ratio)


def rank(grid: Grid, costs: Real, within_db: float = 1.0, budget: float | None = None) -> Ranking:
    """The ranking. Raises `InputError` where the budget leaves nothing; what stands now is always
    affordable."""
    score = grid.score_w
    present = next((n for n, candidate in enumerate(grid.candidates) if candidate.present), None)
    affordable: Mask = np.ones(len(costs), dtype=bool)
    if budget is not None:
        affordable = np.isnan(costs) | (costs <= budget + 1e-9)
        if present is not None:
            affordable[present] = True
        cheapest = float(np.nanmin(costs)) if np.isfinite(costs).any() else np.inf
        require(bool(affordable.any()), "budget", "budget-too-small", budget, cheapest=cheapest)
    allowed = np.flatnonzero(affordable)
    known = np.where(np.isnan(costs), np.inf, costs)
    # Scores are compared in steps, so that what is alike in power goes by its cost.
    steps = np.round(decibels(np.maximum(score, 1e-30)) / ALIKE_DB)
    order = sorted(allowed, key=lambda n: (-steps[n], known[n], not grid.candidates[n].present, -score[n]))
    best = int(order[0])
    near = [n for n in order if _below(score[n : n + 1], float(score[best]))[0] <= within_db + ALIKE_DB / 2]
    decision = int(min(near, key=lambda n: (known[n], not grid.candidates[n].present, -score[n])))
    frontier = tuple(
        int(n) for n in order if np.isfinite(known[n]) and not _beaten(int(n), known, score, allowed)
    )
    return Ranking(
        grid,
        costs,
        within_db,
        tuple(int(n) for n in order),
        best,
        decision,
        present,
        _first_of_each(frontier, known),
    )


def _beaten(n: int, known: Real, score: Real, among: NDArray[np.intp]) -> bool:
    """Whether another is as good in both cost and power, and better in one."""
    as_good = (known[among] <= known[n]) & (score[among] >= score[n])
    better = (known[among] < known[n]) | (score[among] > score[n])
    return bool((as_good & better).any())


def _first_of_each(frontier: tuple[int, ...], known: Real) -> tuple[int, ...]:
    """By cost, one of each cost."""
    seen: dict[float, int] = {}
    for n in frontier:
        seen.setdefault(float(known[n]), n)
    return tuple(seen[key] for key in sorted(seen))
