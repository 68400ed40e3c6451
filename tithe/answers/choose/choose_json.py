"""A ranking as the command line and the API give it. Infinite and unknown figures become null."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from itertools import groupby
from typing import Any

import numpy as np

from tithe.answers import working_json
from tithe.answers.choose import shapes as s
from tithe.answers.choose.found_out import found_out
from tithe.answers.spans import three as three_of
from tithe.answers.station.budget_shapes import Figure
from tithe.answers.working_shapes import WorkingOut
from tithe.core import InputError, solve
from tithe.core.budget import DB_PER_S_UNIT, Budget
from tithe.core.choose import (
    LEVELS_DB,
    PLACEMENTS,
    BreakEven,
    Candidate,
    Grid,
    Judged,
    Lengths,
    Point,
    Question,
    Ranking,
    Tried,
    Worth,
    closer,
    contour_matched_db,
    contour_swr,
    cost,
    finding_out,
    guessed_bands,
    how_used,
    judged,
    missing_prices,
    named,
    not_worth,
    parts_of,
    points,
    rank,
    shortcomings,
    sure,
    to_buy,
    verdict,
)
from tithe.core.cost import Pause, go_on
from tithe.core.message import Messages, tell
from tithe.core.working import working_of_map, workings_of_break_even, workings_of_lengths
from tithe.document.choice import Choice
from tithe.text import placement_note, say

_MAP_MATCHED_DB = np.geomspace(0.02, 20, 80)


def ranked(choice: Choice, grid: Grid) -> Ranking:
    """The grid ranked by what the document asks."""
    costs = np.array([cost(to_buy(candidate, choice.kit, choice.prices)) for candidate in grid.candidates])
    try:
        return rank(grid, costs, choice.settings.within_db, choice.settings.budget)
    except InputError as error:
        raise error.under("choice") from None


def decided(choice: Choice, ranking: Ranking, tried: Tried, pause: Pause = go_on) -> Judged:
    """The ranking judged by the school that the document asks for."""
    settings = choice.settings
    return closer(judged(ranking, tried, settings.school, settings.db_worth), pause)


def answer(choice: Choice, judged: Judged) -> s.ChooseAnswer:
    """The whole answer."""
    ranking = judged.ranking
    grid, question = ranking.grid, ranking.grid.question
    known = {band.name for band in question.bands}
    chosen = grid.candidates[ranking.decision]
    bought = to_buy(chosen, choice.kit, choice.prices)
    undone = shortcomings(ranking, _typical_heat(choice, chosen, question))
    in_order = set(ranking.order)
    order = [*ranking.order, *(n for n in range(len(grid.candidates)) if n not in in_order)]
    return {
        "sentence": say(verdict(ranking, choice.names, judged.school)),
        "not_worth": say(not_worth(ranking, choice.names)),
        "shortcomings": say((*undone, *how_used(question), *_left_out(choice))),
        "guessed": guessed_bands(question),
        "prices_note": say((*missing_prices(bought, choice.names), *_rough_prices(choice))),
        "within_db": ranking.within_db,
        "within_w": float(grid.score_w[ranking.best] * 10 ** (-ranking.within_db / 10)),
        "rated_w": question.station.transmitter.power_w,
        "bands": [band.name for band in question.bands],
        "left_out": [band.name for band in question.station.bands if band.name not in known],
        "run_m": choice.site.run_m,
        "indoor_m": choice.site.indoor_m,
        "lead_m": choice.site.lead_m,
        "best": grid.candidates[ranking.best].id,
        "decision": chosen.id,
        "school": judged.school,
        "as_typed": grid.candidates[judged.as_typed].id,
        "by_worlds": grid.candidates[judged.by_worlds].id,
        "worlds": judged.tried.score_db.shape[1],
        "db_worth": judged.rule.db_worth,
        "wet_share": judged.tried.worlds.uncertain.wet_share,
        "sure": _sureness(choice, judged),
        "found_out": say(found_out(choice, judged)),
        "measure_first": [_measure(choice, finding) for finding in judged.find_out],
        "finding_out": say(finding_out(judged)),
        "candidates": [_candidate(choice, judged, n) for n in order],
        "places": _places(choice),
        "fed_against_ground": choice.wishes.fed_against_ground,
        "prices": [
            {"token": token, "name": choice.names.get(token, token), "price": price,
             "per_m": token in choice.kit.lines}
            for token, price in choice.prices.items() if token in choice.models
        ],
    }  # fmt: skip


def _typical_heat(choice: Choice, candidate: Candidate, question: Question) -> list[str]:
    """Of its parts those whose rating of heat is a usual one."""
    chain = question.station.chain if candidate.present else parts_of(candidate.items, choice.kit)
    return [p.label for p in chain if p.max_heat_w is not None and p.ratings.max_heat_w is None]


def _places(choice: Choice) -> list[s.PlaceGroup]:
    """What the station could have, whatever was ruled out by name: by the tuner on coax, then open line."""
    allowed = [
        place for place in PLACEMENTS if replace(choice.wishes, off=frozenset()).allows(place, choice.kit)
    ]
    groups = groupby(allowed, key=lambda place: place.tuner if place.family == "coax" else "open")
    return [
        {
            "title": say(tell(f"places.{group}")),
            "places": [{"slug": place.slug, "title": say(tell(f"placement.{place.slug}"))} for place in ones],
        }
        for group, ones in groups
    ]


def _left_out(choice: Choice) -> Messages:
    lossy = (tell("choose.left-out", lines=list(choice.lossy)),) if choice.lossy else ()
    by_shape = choice.wishes.fed_against_ground and choice.settings.fed_against_ground is None
    return (*lossy, *((tell("choose.against-ground"),) if by_shape else ()))


def _rough_prices(choice: Choice) -> Messages:
    return () if choice.settings.prices else (tell("choose.rough-prices"),)


def _candidate(choice: Choice, judged: Judged, n: int) -> s.CandidateOut:
    ranking, at = judged.ranking, judged.place(n)
    tried = judged.tried
    grid, candidate = ranking.grid, ranking.grid.candidates[n]
    low, high = grid.spread_w[n]
    regret, by_band, reach, limit = (
        ranking.regret_db[n],
        grid.by_band_w[n],
        grid.reach[n],
        grid.limit_share[n],
    )
    rated = grid.question.station.transmitter.power_w
    return {
        "id": candidate.id,
        "placement": candidate.placement,
        "title": say(tell(f"placement.{candidate.placement}")),
        "line": candidate.line,
        "name": say(named(candidate, choice.names)),
        "note": placement_note(candidate.placement),
        "line_name": choice.names.get(candidate.line, candidate.line),
        "score_w": float(grid.score_w[n]),
        "score_low_w": float(low),
        "score_high_w": float(high),
        "behind_db": {
            "as_typed": _plain(ranking.behind_db[n]),
            "middle": None if at is None else _plain(tried.middle_db[at]),
            "nine_of_ten": None if at is None else _plain(tried.nine_of_ten_db[at]),
        },
        "right_in": None if at is None else min(float(tried.right_in(ranking.within_db)[at]), 1.0),
        "cost": _plain(ranking.costs[n]),
        "affordable": n in ranking.order,
        "unbeaten": n in ranking.frontier,
        "buy": [
            {"name": choice.names[b.token], "quantity": b.quantity, "unit": b.unit, "price": b.price}
            for b in to_buy(candidate, choice.kit, choice.prices)
        ],
        "cells": [
            {
                "radiated_w": float(by_band[k]),
                "share": float(by_band[k] / rated),
                "regret_db": _plain(regret[k]),
                "regret_s_units": _plain(regret[k] / DB_PER_S_UNIT),
                "reach": "all" if reach[k] == 1 else "none" if reach[k] == 0 else "some",
                "limit_w": float(limit[k] * rated),
            }
            for k in range(len(by_band))
        ],
    }  # fmt: skip


def _span(three: tuple[float, float, float]) -> Figure:
    """Least, middle and most as the API's figures are: one number where they are one."""
    low, middle, high = (_plain(value) for value in three)
    return middle if low == middle == high else three_of(low, middle, high)


def _plain(value: Any) -> float | None:
    return float(value) if np.isfinite(value) else None


def _sureness(choice: Choice, judged: Judged) -> s.Sureness:
    """How sure the answer is."""
    candidates = judged.ranking.grid.candidates
    return {
        "sentence": say(sure(judged, choice.names)),
        "doubts": [
            {
                "id": doubt.id,
                "text": say(tell(f"world.{doubt.id}")),
                "stands": doubt.stands,
                "behind_db": _plain(doubt.behind_db),
                "right_in": min(doubt.right_in, 1.0),
                "instead": say(named(candidates[judged.tried.which[doubt.instead]], choice.names)),
            }
            for doubt in judged.doubts
        ],
    }


def _measure(choice: Choice, worth: Worth) -> s.MeasureFirst:
    return {
        "id": worth.id,
        "changes_in": min(worth.changes_in, 1.0),
        "worth_db": worth.worth_db,
        "gained_db": worth.gained_db,
        "saved": worth.saved,
        "effort": worth.effort,
        "minutes": worth.minutes,
        "text": say(tell(f"find.{worth.id}")),
        "known": choice.known[worth.id],
    }


def loss_map(choice: Choice, question: Question, chosen: str, candidates: Iterable[Candidate]) -> s.LossMap:
    """The map of extra loss with the bands of a candidate, and what it takes to cross the wanted contour."""
    candidate = next(c for c in candidates if c.id == chosen)
    budget = _on_the_map(choice, question, candidate)
    middles = slice(1, None, 3)
    names = tuple(name for band in question.bands for name in ("", band.name, ""))
    losses = points(budget, names)[middles]
    within = max(choice.settings.within_db, 0.1)
    return {
        "id": candidate.id,
        "name": say(named(candidate, choice.names)),
        "contours": [
            {
                "level_db": level,
                "matched_db": _MAP_MATCHED_DB.tolist(),
                "swr": [_plain(v) for v in contour_swr(_MAP_MATCHED_DB, level)],
            }
            for level in LEVELS_DB
        ],
        "points": [
            {
                "band": p.band,
                "matched_db": p.matched_db,
                "swr": _plain(p.swr),
                "extra_db": _span(p.extra_db),
                "handbook_extra_db": _plain(p.handbook_extra_db),
                "country": p.region,
                "swr_to_cross": _plain(float(contour_swr(np.array([p.matched_db]), within)[0])),
                "run_to_cross_m": _run_to_cross(p.swr, p.matched_db, within, choice.site.run_m),
            }
            for p in losses
        ],
        "within_db": within,
        "sentence": say(_regions(losses)),
    }


def map_working(choice: Choice, question: Question, candidate: Candidate, figure: str) -> WorkingOut:
    """How a figure of the map comes about: ``points[2].extra_db``. Raises `InputError` where there is
    none."""
    middles = list(range(1, len(question.freq_hz), 3))
    within = max(choice.settings.within_db, 0.1)
    budget = _on_the_map(choice, question, candidate)
    return working_json.working(*working_of_map(budget, middles, within, choice.site.run_m, figure))


def _on_the_map(choice: Choice, question: Question, candidate: Candidate) -> Budget:
    """A candidate at the edges and the middle of every band."""
    chain = question.station.chain if candidate.present else tuple(parts_of(candidate.items, choice.kit))
    return solve(replace(question.station, chain=chain, antenna=question.antenna), question.freq_hz)


def _run_to_cross(ratio: float, matched_db: float, within_db: float, run_m: float) -> float | None:
    """The length of the same line at which the band crosses the contour."""
    if matched_db <= 0:
        return None
    return _plain(contour_matched_db(ratio, within_db) / matched_db * run_m)


def _regions(points: list[Point]) -> Messages:
    """Which bands lie in which region of the map."""
    codes = {"room will do": "map.room", "either": "map.either", "match outside": "map.outside"}
    places = {code: [point.band for point in points if point.region == name] for name, code in codes.items()}
    return tuple(tell(code, bands=bands) for code, bands in places.items() if bands)


def break_even(break_evens: Iterable[BreakEven]) -> list[s.BreakEvenOut]:
    """Gains over lengths of run."""
    return [
        {
            "base": say(tell(f"placement.{result.base.placement}")),
            "rival": say(tell(f"placement.{result.rival.placement}")),
            "length_m": result.length_m.tolist(),
            "gain_db": [_plain(v) for v in result.gain_db],
            "wins_from_m": result.wins_from_m,
            "sentence": say(result.message),
            "workings": working_json.several(workings_of_break_even(result)),
        }
        for result in break_evens
    ]


def lengths(result: Lengths, names: list[str]) -> s.LengthsAnswer:
    """Which lengths put which bands inside the tuner's reach."""
    return {
        "sentence": say(result.messages),
        "present_m": result.present_m,
        "length_m": result.length_m.tolist(),
        "margin_m": result.margin_m.tolist(),
        "best_m": float(result.length_m[result.best]),
        "bands": [
            {
                "name": name,
                "reached": result.reached[:, k].tolist(),
                "bears_w": result.bears_w[:, k].tolist(),
                "sky_w": result.sky_w[:, k].tolist(),
            }
            for k, name in enumerate(names)
        ],
        "workings": working_json.several(workings_of_lengths(result)),
    }
