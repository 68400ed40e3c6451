"""The verdict: what to do, what it buys, what would not be worth doing, and how sure that is."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from tithe.core.arrays import decibels
from tithe.core.budget import AUDIBLE_DB, DB_PER_S_UNIT
from tithe.core.choose.find_out import Worth
from tithe.core.choose.judged import Judged, School
from tithe.core.choose.placements import Candidate
from tithe.core.choose.power_message import power_message
from tithe.core.choose.rank import Purchase, Ranking
from tithe.core.message import Message, Messages, tell

_ALIKE_DB = 0.05


def named(candidate: Candidate, names: Mapping[str, str]) -> Message:
    """A candidate by its place and its line; ``names`` of lines by token."""
    if candidate.present:
        return tell("choose.present")
    line = names.get(candidate.line, candidate.line)
    return tell("choose.candidate", place=tell(f"placement.{candidate.placement}"), line=line)


def verdict(ranking: Ranking, names: Mapping[str, str], school: School = "as-typed") -> Messages:
    """What to do, and what it buys over what stands now, if anything stands; ``school``: by which the ranking
    is decided."""
    decision, best, present = ranking.decision, ranking.best, ranking.present
    rated_w = ranking.grid.question.station.transmitter.power_w

    def costed(n: int) -> Message:
        return tell("choose.costed", what=named(ranking.grid.candidates[n], names), money=_money(ranking, n))

    score = ranking.grid.score_w
    what = named(ranking.grid.candidates[decision], names)
    sky = ranking.grid.question.antenna.sky is not None
    then = {"what": what, "power": _power(ranking, decision), "rated_w": rated_w, "sky": sky}
    if present is None:
        return tell("choose.build", **then), *_price_and_best(ranking, names)
    gain, best_gain = (_gain(score[n], score[present]) for n in (decision, best))
    now = {"now": _power(ranking, present), "rated_w": rated_w, "sky": sky}
    if decision == present:
        # Among those alike in power the cheapest goes first; what would add most is asked by itself.
        most = max(ranking.order, key=lambda n: score[n])
        most_gain = _gain(score[most], score[present])
        if most == present or most_gain < _ALIKE_DB:
            return (tell("choose.nothing-better", **now),)
        more = {"most": costed(most), "gain_db": most_gain, "within_db": ranking.within_db}
        beyond = most_gain > ranking.within_db + _ALIKE_DB
        return (tell("choose.nothing-worth-it" if beyond else "choose.nothing-worth", **now, **more),)
    if gain < AUDIBLE_DB and decision != best:
        rivals = {"cheapest": costed(decision), "best": costed(best)}
        gains = {"gain": _heard(gain), "best_gain": _heard(best_gain)}
        code = "choose.hardly" if school == "as-typed" else "choose.hardly-worlds"
        return (tell(code, **now, **rivals, **gains, within_db=ranking.within_db),)
    instead = tell("choose.do", **then, now=_power(ranking, present), gain=_heard(gain))
    return instead, *_price_and_best(ranking, names)


def _price_and_best(ranking: Ranking, names: Mapping[str, str]) -> Messages:
    """What the decision costs, and how much better the best of all would be."""
    decision, best = ranking.decision, ranking.best
    cost, said = float(ranking.costs[decision]), list[Message]()
    if np.isfinite(cost) and cost > 0:
        said.append(tell("choose.costs", cost=cost))
    if best != decision:
        behind = float(ranking.behind_db[decision])
        rival = {"what": named(ranking.grid.candidates[best], names), "money": _money(ranking, best)}
        alike = behind < _ALIKE_DB
        said.append(tell("choose.best-alike" if alike else "choose.best-of-all", **rival, better_db=behind))
    return tuple(said)


def _money(ranking: Ranking, n: int) -> Message:
    cost = float(ranking.costs[n])
    return tell("choose.for", cost=cost) if np.isfinite(cost) and cost > 0 else tell("choose.for-nothing")


_IN_THE_ROOM = ("none", "radio", "room")


def not_worth(ranking: Ranking, names: Mapping[str, str]) -> Messages:
    """What would not be worth its money, beside the best of all; nothing where nothing suggests itself.

    First the dearest that nothing beats and that would hardly be heard over the decision; else a better coax
    alone, with the match where it is, where that costs as much and gives less.
    """
    score, costs, decision = ranking.grid.score_w, ranking.costs, ranking.decision
    named_already = (decision, ranking.best, ranking.present)

    def against(n: int) -> dict[str, object]:
        what, gain = named(ranking.grid.candidates[n], names), _gain(score[n], score[decision])
        return {"what": what, "cost": float(costs[n]), "apart_db": abs(gain)}

    dearer = [n for n in ranking.frontier if n not in named_already and costs[n] > costs[decision]]
    hardly = [n for n in dearer if _gain(score[n], score[decision]) < AUDIBLE_DB]
    if hardly:
        return (tell("choose.not-worth", **against(hardly[-1])),)
    rivals = [
        n
        for n in ranking.order
        if ranking.grid.candidates[n].placement in _IN_THE_ROOM
        and n not in named_already
        and costs[n] >= max(float(costs[decision]), 1e-9)
        and score[n] < score[decision]
    ]
    return (tell("choose.not-coax-alone", **against(rivals[0])),) if rivals else ()


def _power(ranking: Ranking, n: int) -> Message:
    """The watts of a candidate, with their interval where the antenna is not wholly known."""
    low, high = (float(end) for end in ranking.grid.spread_w[n])
    return power_message(ranking.grid.question.station, float(ranking.grid.score_w[n]), (low, high))


def sure(judged: Judged, names: Mapping[str, str]) -> Messages:
    """In how many of the worlds tried the decision is right, and what would make another one right."""
    n, within = judged.decided.n, judged.rule.within_db
    right = float(judged.tried.right_in(within)[n])
    said = [tell("choose.right-in", within_db=within, right=of_hundred(right))]
    if not judged.decided.near_enough:
        behind = float(judged.tried.nine_of_ten_db[n])
        said.append(tell("choose.none-near", within_db=within, twice_db=2 * within, behind_db=behind))
    flips = _flips(judged, names)
    if flips:
        said.append(tell("choose.another-right", flips=flips))
    elif right > _CERTAIN:
        said.append(tell("choose.whatever"))
    return tuple(said)


def _flips(judged: Judged, names: Mapping[str, str]) -> list[Message]:
    """What would be right instead, and in which worlds, the weightiest first."""
    worlds: dict[int, list[str]] = {}
    for doubt in judged.doubts:
        if not doubt.stands:
            worlds.setdefault(doubt.instead, []).append(doubt.id)
    return [
        tell(
            "choose.right-where",
            instead=named(judged.ranking.grid.candidates[judged.tried.which[instead]], names),
            worlds=[tell(f"world.{world_id}") for world_id in ids],
        )
        for instead, ids in list(worlds.items())[:_FLIPS]
    ]


_CERTAIN, _FLIPS = 0.9, 2


def finding_out(judged: Judged) -> Messages:
    """What to measure first, or that nothing would change it."""
    if not judged.find_out:
        stays = judged.by_worlds == judged.ranking.present
        return (tell("find.nothing-stays" if stays else "find.nothing"),)
    first, *others = judged.find_out
    planned = bool(judged.tried.worlds.soils)
    said = [find_first(judged, first)]
    said += [tell("find.then", what=_measured(finding, planned), **_worth(finding)) for finding in others]
    if not others:
        said.append(tell("find.nothing-else"))
    return tuple(said)


def find_first(judged: Judged, worth: Worth) -> Message:
    """What is to be measured first of all."""
    return tell("find.first", what=_measured(worth, bool(judged.tried.worlds.soils)), **_worth(worth))


def _measured(worth: Worth, planned: bool) -> Message:
    """What is measured; an antenna that is planned is built first."""
    return tell(f"find.{worth.id}-planned" if planned and worth.id == "antenna" else f"find.{worth.id}")


def _worth(worth: Worth) -> dict[str, object]:
    return {
        "effort": tell(f"effort.{worth.effort}"),
        "minutes": worth.minutes,
        "changes": of_hundred(worth.changes_in),
        "worth": _gained(worth),
    }


def _gained(worth: Worth) -> Message:
    if worth.saved > _LEAST_MONEY and worth.gained_db >= _ALIKE_DB:
        return tell("find.both", gained_db=worth.gained_db, saved=worth.saved)
    if worth.saved > _LEAST_MONEY and worth.gained_db <= -_ALIKE_DB:
        return tell("find.saves-for-less", saved=worth.saved, lost_db=-worth.gained_db)
    if worth.saved > _LEAST_MONEY:
        return tell("find.saves", saved=worth.saved)
    if worth.saved < -_LEAST_MONEY:
        return tell("find.for-more", gained_db=worth.gained_db, more=-worth.saved)
    return tell("find.gains", gained_db=worth.gained_db)


_LEAST_MONEY = 0.5


def of_hundred(share: float) -> int:
    """Whole hundredths; neither none nor all unless it is so."""
    return int(np.clip(round(100 * share), share > _NOTHING, 100 - (share < 1 - _NOTHING)))


_NOTHING = 1e-9


def missing_prices(bought: tuple[Purchase, ...], names: Mapping[str, str]) -> Messages:
    """What has no price yet."""
    lacking = [names.get(item.token, item.token) for item in bought if item.price is None]
    return (tell("choose.no-price", parts=lacking),) if lacking else ()


def _gain(after: float, before: float) -> float:
    if before <= 0:
        return float("inf") if after > 0 else 0.0
    return float(decibels(after / before))


def _heard(gain_db: float) -> Message:
    if not np.isfinite(gain_db):
        return tell("choose.from-nothing")
    if abs(gain_db) < AUDIBLE_DB:
        return tell("choose.inaudible", gain_db=gain_db)
    if gain_db < DB_PER_S_UNIT / 2:
        return tell("choose.audible", gain_db=gain_db)
    return tell("choose.s-units", gain_db=gain_db, s_units=gain_db / DB_PER_S_UNIT)
