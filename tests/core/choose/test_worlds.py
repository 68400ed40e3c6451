"""Worlds that a choice may meet: each solved as a station of its own, the rule, and what knowing is worth."""

from dataclasses import replace
from functools import cache

import numpy as np
import pytest

from tests import full
from tests.core.choose.conftest import BANDS, LINES, PRICES, make_kit, make_station
from tests.said import refused
from tithe.core import Band, Resonator, SwrAntenna, Tuner, solve, table
from tithe.core.choose import (
    SeenAntenna,
    Site,
    Uncertain,
    Wishes,
    candidates,
    closer,
    cost,
    evaluate,
    finding_out,
    judged,
    parts_of,
    question,
    rank,
    sure,
    to_buy,
    tried,
    worlds,
)
from tithe.core.choose.decide import Rule, decide
from tithe.core.choose.find_out import find_out, measurable
from tithe.core.choose.tried import Tried, near, quantile
from tithe.core.twoport import Port
from tithe.text import say

NAMES = {"thin": "thin coax", "good": "good coax", "open": "open wire"}
SITE, NO_WISHES = Site(40.0, 6.0, 3.0), Wishes()


def last(steps):
    *_, result = steps
    return result


def judged_for(station, kit, site=SITE, wishes=NO_WISHES, within=1.0, wet=0.25, seed=1, **how):
    request = question(station)
    chosen = candidates(site, kit, wishes)
    costs = np.array([cost(to_buy(item, kit, PRICES)) for item in chosen])
    ranking = rank(evaluate(request, kit, chosen), costs, within)
    drawn = worlds(request, kit, Uncertain(wet, how.pop("measured", {})), seed)
    return judged(ranking, last(tried(ranking, drawn)), **how)


def chosen_by(result):
    return result.ranking.grid.candidates[result.by_worlds]


WILD = make_station(15 - 400j, 40.0, tuner=Tuner("l", c_max_f=1e-8))


@cache
def wild():
    return judged_for(WILD, make_kit())


def test_a_world_is_that_station_solved_by_itself():
    """Each candidate in a world beside `solve` over its own parts, antenna by antenna."""
    kit, result = make_kit(), wild()
    drawn, request = result.tried.worlds, result.ranking.grid.question
    weights = request.weights / request.weights.sum()
    antennas = len(drawn.antenna_weight)
    for g, a, k in ((0, 0, 0), (3, 5, 1), (5, 11, 2), (7, 12, 3)):
        _, other = drawn.in_group(g)
        item = result.ranking.grid.candidates[result.tried.which[k]]
        alone = {token: replace(kit, coax={token: line}).coax[token] for token, line in other.coax.items()}
        lines = {
            token: replace(line, factor=line.factor[a, 0])
            for token, line in {**alone, **other.open_lines, **other.indoors}.items()
        }
        mine = replace(
            other,
            coax={t: lines[t] for t in other.coax},
            open_lines={t: lines[t] for t in other.open_lines},
            indoors={t: lines[t] for t in other.indoors},
        )
        port = Port(drawn.antenna.port.v[a], drawn.antenna.port.i[a])
        seen = SeenAntenna(request.freq_hz, port)
        station = replace(WILD, chain=tuple(parts_of(item.items, mine)), antenna=seen)
        by_band = solve(station, request.freq_hz).sky_w.reshape(-1, 3).mean(axis=1)
        watts = 10 ** (result.tried.score_db[k, g * antennas + a] / 10)
        assert watts <= float(by_band @ weights) * (1 + 1e-9)  # less where its parts bear less
        if np.all(result.ranking.grid.limit_share[result.tried.which[k]] == 1):
            assert watts == pytest.approx(float(by_band @ weights), rel=1e-6)


def test_the_same_question_meets_the_same_worlds_and_others_decide_alike():
    first, again, other = wild(), *(judged_for(WILD, make_kit(), seed=seed) for seed in (1, 5))
    assert np.array_equal(first.tried.score_db, again.tried.score_db)
    assert not np.array_equal(first.tried.score_db, other.tried.score_db)
    assert chosen_by(first) == chosen_by(other)
    assert first.tried.weight.sum() == pytest.approx(1)
    assert len(first.tried.weight) == 104


def test_what_rain_spoils_is_taken_where_it_is_always_dry():
    soaked = replace(LINES["open"], wet_factor=80.0)
    kit = make_kit(lines={**LINES, "open": soaked})
    station = make_station(60 - 150j, 40.0, tuner=Tuner("l", c_max_f=1e-8))
    by_rain = {wet: judged_for(station, kit, wet=wet) for wet in full.of((0.0, 0.4), (0.0, 0.4, 1.0))}
    assert chosen_by(by_rain[0.0]).line == "open"
    assert all(chosen_by(result).line != "open" for wet, result in by_rain.items() if wet)
    typed = by_rain[0.4]
    assert typed.ranking.grid.candidates[typed.as_typed].line == "open"
    as_typed = judged_for(station, kit, wet=0.4, school="as-typed")
    assert as_typed.ranking.decision == typed.as_typed
    doubt = next(doubt for doubt in as_typed.doubts if doubt.id == "wet")
    assert not doubt.stands and doubt.right_in < 0.5
    said = say(sure(as_typed, NAMES))
    assert "on good coax, on wet days alone." in said
    right = as_typed.tried.right_in(1.0)[as_typed.decided.n]
    assert right == pytest.approx(0.6, abs=0.05)


def made(score_db, weight=None, costs=(), within=1.0, worth=50.0, allowed=None):
    score = np.array(score_db, dtype=float)
    count = score.shape[1]
    weight = np.full(count, 1 / count) if weight is None else np.array(weight)
    result = Tried(None, tuple(range(len(score))), score, weight)
    open_to = np.ones(len(score), dtype=bool) if allowed is None else np.array(allowed)
    return result, Rule(np.array(costs, dtype=float), open_to, within, worth)


def test_the_rule_takes_the_cheapest_that_is_near_enough_and_more_where_a_db_is_worth_it():
    tens = np.ones(10)
    best, near_one, far_once = 10 * tens, 9.2 * tens, np.r_[9.9 * tens[:8], 5.0, 5.0]
    result, rule = made([best, near_one, far_once], costs=[100, 40, 10])
    assert decide(result, rule).n == 1  # the third is far behind in two of ten; 0.8 dB are no 60 worth
    assert decide(*made([best, near_one, far_once], costs=[70, 40, 10])).n == 0  # for 30 they are
    assert decide(*made([best, near_one, far_once], costs=[70, 40, 10], worth=0.0)).n == 1
    assert decide(*made([best, near_one, far_once], costs=[100, 40, 10], within=4.0)).n == 2
    dear = decide(*made([best, near_one, far_once], costs=[70, 40, 10], allowed=[False, False, True]))
    assert (dear.n, dear.near_enough) == (2, False)
    unknown = decide(*made([best, near_one], costs=[np.nan, np.nan]))
    assert (unknown.n, unknown.near_enough) == (0, True)
    assert quantile(np.array([[3.0, 1.0, 2.0]]), np.array([0.2, 0.5, 0.3]), 0.5) == [1.0]
    with refused(r"db_worth: must be 0 or more \(it is -1\)"):
        made([best], costs=[1], worth=-1.0)


def test_far_candidates_change_nothing():
    """All candidates tried, beside those that were near as typed."""
    result = wild()
    ranking = result.ranking
    everyone = replace(ranking, within_db=300.0)
    assert len(near(everyone)) > len(near(ranking))
    whole = last(tried(everyone, result.tried.worlds))
    rule = Rule(ranking.costs[list(whole.which)], np.ones(len(whole.which), dtype=bool))
    assert whole.which[decide(whole, rule).n] == result.by_worlds


@pytest.mark.parametrize(
    "antenna",
    [
        SwrAntenna(((6.9e6, 4.0), (30e6, 4.0))),
        Resonator(7.1e6, 25, 12),
        table(tuple((f * 1e6, 20 + 40 * n, 150 - 90 * n) for n, f in enumerate((6.9, 7.3, 13.5, 14.6)))),
    ][: full.of(1, 3)],
)
def test_the_decision_loses_no_more_in_fresh_worlds_than_that_of_one_world_as_typed(antenna):
    kit = make_kit()
    station = replace(make_station(50, 40.0, tuner=Tuner("l", c_max_f=1e-8)), antenna=antenna)
    station = replace(station, bands=BANDS[: 1 if isinstance(antenna, Resonator) else 2])
    result = judged_for(station, kit)
    request, short = result.ranking.grid.question, []
    for seed in range(2, full.of(3, 6)):
        fresh = last(tried(result.ranking, worlds(request, kit, Uncertain(), seed)))
        mean = fresh.short_db @ fresh.weight
        short.append([mean[fresh.which.index(n)] for n in (result.by_worlds, result.as_typed)])
    by_worlds, as_typed = np.mean(short, axis=0)
    dearer = result.ranking.costs[result.as_typed] - result.ranking.costs[result.by_worlds]
    assert by_worlds <= as_typed + max(dearer, 0) / 50 + 0.05


def test_what_a_measurement_is_worth_is_what_it_would_bring_by_brute_force():
    """The antenna known: drawn by the hundred anew, decided with it known, over other worlds."""
    kit = make_kit(lines={**LINES, "good": replace(LINES["good"], k1=0.9)})
    swr = SwrAntenna(((6.9e6, 6.0), (30e6, 6.0)))
    station = replace(make_station(50, 25.0, tuner=Tuner("l", c_max_f=1e-8)), antenna=swr)
    result = judged_for(station, kit, Site(25.0, 4.0, 3.0), Wishes(fed_against_ground=True))
    parts = dict(measurable(result.tried))
    assert {"antenna", "line", "coil"} >= set(parts) and len(parts["antenna"]) == 13
    assert "antenna" in {item.id for item in find_out(result.tried, result.rule, result.decided)}
    outcome = {item.id: item.worth_db for item in closer(result).find_out}
    request, gained = result.ranking.grid.question, []
    for seed in range(3, full.of(6, 33)):
        fresh = last(tried(result.ranking, worlds(request, kit, Uncertain(), seed)))
        n = fresh.which.index(result.by_worlds)
        for some in dict(measurable(fresh))["antenna"]:
            here = fresh.among(some)
            best = decide(here, result.rule).n
            value = result.rule.value(here.score_db @ here.weight) / result.rule.db_worth
            gained.append(value[best] - value[n])
    assert outcome.get("antenna", 0.0) == pytest.approx(max(np.mean(gained), 0.0), rel=0.25, abs=0.05)


def test_what_is_measured_is_not_worth_measuring_and_what_decides_nothing_is_said_to():
    kit = make_kit()
    short = make_station(60 - 10j, 5.0, "good")
    result = judged_for(short, replace(kit, owned_line="good"), Site(5.0, 2.0, 1.0))
    assert result.find_out == ()
    assert say(finding_out(result)).startswith("Nothing you could measure would better this")
    measured = {"thin": (0.0, 0.03)}
    spread = [
        np.std(judged_for(WILD, kit, measured=item).tried.worlds.line["thin"]) for item in ({}, measured)
    ]
    assert spread[1] < 0.3 * spread[0]


def test_steel_and_seats_that_nobody_tells_are_among_the_worlds():
    low = replace(
        make_station(40 - 100j, 20.0), bands=(Band("80 m", 3.5e6, 3.8e6), Band("40 m", 7.0e6, 7.2e6))
    )
    low = replace(low, antenna=table(((3e6, 40, -100), (8e6, 40, -100))))
    drawn = worlds(question(low), make_kit(), Uncertain())
    thin: list = [drawn.in_group(g)[1].coax["thin"] for g in range(len(drawn.groups))]
    assert {line.low_band for line in thin} == {1.0, LINES["thin"].low_band_factor}
    shares = [drawn.in_group(g)[1].parts["choke"].series_share for g in range(len(drawn.groups))]
    assert set(shares) == {0.0, 0.25, 0.75, 1.0}


def test_the_share_of_wet_days_is_a_share():
    with refused(r"wet_share: must lie between 0 and 1 \(it is 1.5\)"):
        Uncertain(1.5)
