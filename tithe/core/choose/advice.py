"""The verdict in sentences: what to do, what it buys, what would not be worth doing, and how sure that is."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from tithe.core.arrays import decibels
from tithe.core.budget import AUDIBLE_DB, DB_PER_S_UNIT
from tithe.core.choose.placements import Candidate
from tithe.core.choose.rank import Purchase, Ranking
from tithe.core.choose.sensitivity import Doubt
from tithe.core.wording import figure, watts


def named(candidate: Candidate, names: Mapping[str, str]) -> str:
    """A candidate in words: its place and its line."""
    if candidate.present:
        return "what stands now"
    return f"{candidate.title}, on {names.get(candidate.line, candidate.line)}"


def verdict(ranking: Ranking, names: Mapping[str, str]) -> str:
    """What to do and what it buys over what stands now."""
    grid, decision, present = ranking.grid, ranking.decision, ranking.present
    score = grid.score_w
    rated = grid.question.station.transmitter.power_w
    best_gain = _gain(score[ranking.best], score[present])
    over = f"{watts(float(score[present]))} of {watts(rated)} W leave the antenna over your bands"
    if decision == present:
        best = named(grid.candidates[ranking.best], names)
        if ranking.best == present or best_gain < 0.05:
            return f"Nothing is worth doing. {over}, and nothing here would better that."
        return (
            f"Nothing is worth doing. {over}; even the best here, {best}, would add only "
            f"{figure(best_gain, 2)} dB, "
            f"less than the {figure(ranking.within_db)} dB you ask for."
        )
    what = named(grid.candidates[decision], names)
    gain = _gain(score[decision], score[present])
    cost = ranking.costs[decision]
    price = f" It costs about {figure(float(cost), 3)}." if np.isfinite(cost) and cost > 0 else ""
    first = (
        f"{what[0].upper()}{what[1:]}: over your bands {watts(float(score[decision]))} of {watts(rated)} W "
        "would leave "
        f"the antenna instead of {watts(float(score[present]))} W, {_heard(gain)}.{price}"
    )
    behind = float(ranking.behind_db[decision])
    if ranking.best != decision:
        best = named(grid.candidates[ranking.best], names)
        extra = "alike" if behind < 0.05 else f"{figure(behind, 2)} dB better"
        dearer = ranking.costs[ranking.best]
        money = f", for {figure(float(dearer), 3)}" if np.isfinite(dearer) else ""
        first += f" The best of all, {best}{money}, is {extra}."
    return first


def not_worth(ranking: Ranking, names: Mapping[str, str]) -> str:
    """The dearest thing that would be hardly heard over the decision; "" where there is none."""
    score = ranking.grid.score_w
    costs = ranking.costs
    decision = ranking.decision
    tried = [
        n
        for n in ranking.order
        if n != decision and np.isfinite(costs[n]) and costs[n] > max(costs[decision], 0.0)
        and abs(_gain(score[n], score[decision])) < AUDIBLE_DB
    ]  # fmt: skip
    if not tried:
        return ""
    n = max(tried, key=lambda n: costs[n])
    gain = _gain(score[n], score[decision])
    change = f"gain {figure(gain, 2)} dB" if gain > 0.05 else "gain nothing"
    return (
        f"Not worth doing: {named(ranking.grid.candidates[n], names)} would {change} over that, for "
        f"{figure(float(costs[n]), 3)}."
    )


def sure(found: list[Doubt], within_db: float, names: Mapping[str, str]) -> str:
    """Which assumption would flip the answer, and to what."""
    flips = [doubt for doubt in found if not doubt.stands]
    if not flips:
        tried = "; ".join(doubt.assumption.text for doubt in found)
        return f"The answer stands, within {figure(within_db)} dB of the best, even if {tried}."
    parts = [
        f"if {doubt.assumption.text}, it would be {named(doubt.instead, names)}"
        f" ({figure(doubt.behind_db, 2)} dB in it)"
        for doubt in flips
    ]
    held = len(found) - len(flips)
    rest = f" {held} of {len(found)} assumptions tried do not change it." if held else ""
    return f"Not quite sure: {'; '.join(parts)}.{rest}"


def missing_prices(bought: tuple[Purchase, ...], names: Mapping[str, str]) -> str:
    """What has no price yet."""
    lacking = [names.get(one.token, one.token) for one in bought if one.price is None]
    return f"No price is set for {', '.join(lacking)}." if lacking else ""


def _gain(after: float, before: float) -> float:
    if before <= 0:
        return float("inf") if after > 0 else 0.0
    return float(decibels(after / before))


def _heard(gain_db: float) -> str:
    if not np.isfinite(gain_db):
        return "where now nothing leaves"
    if abs(gain_db) < AUDIBLE_DB:
        return f"{figure(gain_db, 2)} dB, which nobody hears"
    if gain_db < DB_PER_S_UNIT / 2:
        return f"{figure(gain_db, 2)} dB, which one hears"
    return f"{figure(gain_db, 2)} dB or {figure(gain_db / DB_PER_S_UNIT, 2)} S-units"
