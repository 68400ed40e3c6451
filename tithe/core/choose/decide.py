"""The decision that stands in most worlds, and is not spoiled by thrift.

Of what is affordable, those that are near enough count: at most x dB behind the best of each world in the
middle of the worlds, and at most 2x in nine of ten. Of these the cheapest is where it begins; from there up
goes whatever brings most over its price, by what a dB is worth. Where none is near enough, the one that is
least behind in nine worlds of ten is taken.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.choose.tried import DB_WORTH, Tried
from tithe.core.errors import require_not_negative


@dataclass(frozen=True)
class Rule:
    """``within_db`` is x; ``costs`` (N,) of those tried, NaN where one is not known; ``allowed`` (N,): within
    the budget; ``db_worth``: what a dB is worth; ``present``: what stands now, which of those that cost
    alike goes first."""

    costs: Real
    allowed: Mask
    within_db: float = 1.0
    db_worth: float = DB_WORTH
    present: int | None = None

    def __post_init__(self) -> None:
        require_not_negative("db_worth", self.db_worth)

    def value(self, gain_db: Real) -> Real:
        """What each is worth over another in money, its price taken away (N,)."""
        return np.asarray(gain_db * self.db_worth - np.where(np.isnan(self.costs), np.inf, self.costs))


@dataclass(frozen=True)
class Decided:
    """Which of those tried; ``near_enough``: whether any is; ``cheapest``: where it began."""

    n: int
    near_enough: bool
    cheapest: int


def decide(tried: Tried, rule: Rule) -> Decided:
    """What is decided in those worlds."""
    allowed = np.flatnonzero(rule.allowed)
    known = np.where(np.isnan(rule.costs), np.inf, rule.costs)
    mean = tried.short_db @ tried.weight
    near = [
        int(n)
        for n in allowed
        if tried.middle_db[n] <= rule.within_db + 1e-9
        and tried.nine_of_ten_db[n] <= 2 * rule.within_db + 1e-9
    ]
    if not near:
        least = min(allowed, key=lambda n: (round(float(tried.nine_of_ten_db[n]), 2), known[n], mean[n]))
        return Decided(int(least), False, int(least))
    first = min(near, key=lambda n: (known[n], n != rule.present, mean[n]))
    if not np.isfinite(known[first]):  # no price is known: the best of them
        return Decided(min(near, key=lambda n: float(mean[n])), True, first)
    middle = np.array([gained_db(tried, first, n) for n in range(len(known))])
    value = rule.value(middle) + known[first]
    best = max(near, key=lambda n: (value[n], -known[n], -mean[n]))
    return Decided(best if value[best] > 1e-9 else first, True, first)


def gained_db(tried: Tried, before: int, after: int) -> float:
    """How much more leaves with one than with another, in the middle of the worlds, dB."""
    more = tried.score_db[after] - tried.score_db[before]
    order = np.argsort(more)
    return float(more[order][np.argmax(np.cumsum(tried.weight[order]) >= 0.5 - 1e-9)])
