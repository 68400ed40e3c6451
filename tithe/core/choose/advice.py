"""The verdict in sentences: what to do, what it buys, what would not be worth doing, and how sure that is."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from tithe.core.arrays import decibels
from tithe.core.budget import AUDIBLE_DB, DB_PER_S_UNIT
from tithe.core.choose.placements import Candidate
from tithe.core.choose.rank import Purchase, Ranking
from tithe.core.choose.sensitivity import Doubt
from tithe.core.wording import figure, span, watts

_ALIKE_DB = 0.05


def named(candidate: Candidate, names: Mapping[str, str]) -> str:
    """A candidate in words: its place and its line."""
    if candidate.present:
        return "what stands now"
    return f"{candidate.title}, on {names.get(candidate.line, candidate.line)}"


def verdict(ranking: Ranking, names: Mapping[str, str]) -> str:
    """What to do, and what it buys over what stands now, if anything stands."""
    if ranking.present is None:
        return _to_build(ranking, names)
    decision, best, present = ranking.decision, ranking.best, ranking.present
    score = ranking.grid.score_w
    gain, best_gain = (_gain(score[n], score[present]) for n in (decision, best))
    now = f"{_power(ranking, present)} of {watts(_rated(ranking))} W leave the antenna over your bands"
    best_named = f"{named(ranking.grid.candidates[best], names)}{_money(ranking, best)}"
    if decision == present:
        # Among those alike in power the cheapest goes first; what would add most is asked by itself.
        most = max(ranking.order, key=lambda n: score[n])
        most_gain = _gain(score[most], score[present])
        if most == present or most_gain < _ALIKE_DB:
            return f"Nothing is worth doing. {now}, and nothing here would better that."
        most_named = f"{named(ranking.grid.candidates[most], names)}{_money(ranking, most)}"
        return (
            f"Nothing is worth doing. {now}; even what would add most, {most_named} would add only "
            f"{figure(most_gain, 2)} dB, no more than the {figure(ranking.within_db)} dB you let pass."
        )
    what = named(ranking.grid.candidates[decision], names)
    if gain < AUDIBLE_DB and decision != best:
        return (
            f"Hardly worth doing. {now}; the cheapest within {figure(ranking.within_db)} dB of the best, "
            f"{what}{_money(ranking, decision)} would add {_heard(gain)}. The best, {best_named} would add "
            f"{_heard(best_gain)}."
        )
    return (
        f"{_capital(what)}: over your bands {_power(ranking, decision)} of {watts(_rated(ranking))} W would "
        f"leave the antenna instead of {_power(ranking, present)} W, "
        f"{_heard(gain)}.{_price_and_best(ranking, names)}"
    )


def _to_build(ranking: Ranking, names: Mapping[str, str]) -> str:
    """The verdict where nothing stands yet."""
    what = named(ranking.grid.candidates[ranking.decision], names)
    return (
        f"{_capital(what)}: over your bands {_power(ranking, ranking.decision)} of {watts(_rated(ranking))} "
        f"W would leave the antenna.{_price_and_best(ranking, names)}"
    )


def _price_and_best(ranking: Ranking, names: Mapping[str, str]) -> str:
    """What the decision costs, and how much better the best of all would be."""
    decision, best = ranking.decision, ranking.best
    cost, said = float(ranking.costs[decision]), ""
    if np.isfinite(cost) and cost > 0:
        said = f" It costs about {figure(cost)}."
    if best != decision:
        behind = float(ranking.behind_db[decision])
        extra = "no better" if behind < _ALIKE_DB else f"{figure(behind, 2)} dB better"
        what = named(ranking.grid.candidates[best], names)
        said += f" The best of all, {what}{_money(ranking, best)} is {extra}."
    return said


def _rated(ranking: Ranking) -> float:
    return ranking.grid.question.station.transmitter.power_w


def _money(ranking: Ranking, n: int) -> str:
    cost = float(ranking.costs[n])
    return f", for {figure(cost)}," if np.isfinite(cost) and cost > 0 else ","


_IN_THE_ROOM = ("none", "radio", "room")


def not_worth(ranking: Ranking, names: Mapping[str, str]) -> str:
    """What would not be worth its money, beside the best of all; "" where nothing suggests itself.

    First the dearest that nothing beats and that would hardly be heard over the decision; else a better coax
    alone, with the match where it is, where that costs as much and gives less.
    """
    score, costs, decision = ranking.grid.score_w, ranking.costs, ranking.decision
    named_already = (decision, ranking.best, ranking.present)
    dearer = [n for n in ranking.frontier if n not in named_already and costs[n] > costs[decision]]
    hardly = [n for n in dearer if _gain(score[n], score[decision]) < AUDIBLE_DB]
    if hardly:
        n = hardly[-1]
        what = named(ranking.grid.candidates[n], names)
        gain = figure(_gain(score[n], score[decision]), 2)
        return f"Not worth doing: {what} would gain {gain} dB over that, for {figure(float(costs[n]))}."
    rivals = [
        n
        for n in ranking.order
        if ranking.grid.candidates[n].placement in _IN_THE_ROOM
        and n not in named_already
        and costs[n] >= max(float(costs[decision]), 1e-9)
        and score[n] < score[decision]
    ]
    if not rivals:
        return ""
    n = rivals[0]
    less = figure(-_gain(score[n], score[decision]), 2)
    return (
        f"Not worth doing: better coax alone. {_capital(named(ranking.grid.candidates[n], names))}, for "
        f"{figure(float(costs[n]))}, would radiate {less} dB less than that."
    )


def _power(ranking: Ranking, n: int) -> str:
    """The watts of a candidate, with their interval where the phase is not known."""
    low, high = (float(end) for end in ranking.grid.spread_w[n])
    middle = watts(float(ranking.grid.score_w[n]))
    if watts(low) == watts(high):
        return middle
    return f"{middle} ({span(watts, low, high)}, depending on the phase)"


def _capital(text: str) -> str:
    return f"{text[0].upper()}{text[1:]}"


def sure(found: list[Doubt], within_db: float, names: Mapping[str, str]) -> str:
    """Which assumption would flip the answer, and to what."""
    flips = [doubt for doubt in found if not doubt.stands]
    if not flips:
        tried = "; ".join(doubt.assumption.text for doubt in found)
        near = f"within {figure(within_db)} dB of the best"
        return f"The answer stands, {near}, with each of these by itself: {tried}."
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
