"""How to take a reading: the figures on its card against the station solved, and honest meters."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.log.stations import BEFORE, BEHIND, random_station, read
from tithe.core import AttenuatedLine, Line, PlannedAntenna, solve
from tithe.core.log.card import card, instructions, key_down_s
from tithe.core.log.case import in_state
from tithe.core.log.instruments import shown_rho
from tithe.core.log.placing import places
from tithe.core.log.reconcile import reconcile
from tithe.core.log.taken import RADIO, Taken
from tithe.core.wires.estimate import Plan
from tithe.core.wires.ground import SOILS
from tithe.core.wires.shapes import InvertedVee


def test_the_card_tells_what_the_meter_will_show_and_the_swr_at_the_radio():
    rng = np.random.default_rng(1)
    for _ in range(6):
        station, freqs = random_station(rng)
        for state in ("auto", "bypass"):
            budget = solve(in_state(station, state), freqs[:1])
            for at in (BEFORE, BEHIND):
                result = card(station, float(freqs[0]), at, state)
                assert result.forward_w == pytest.approx(budget.stages[at].reading.forward_w[0], rel=1e-9)
                assert result.swr_at_radio == pytest.approx(budget.stages[0].swr_in[0], rel=1e-9)
                assert result.better_w is None or result.forward_w <= result.better_w < result.scale_w


def test_honest_meters_show_it_within_the_error_that_is_told():
    rng = np.random.default_rng(6)
    inside = []
    for _ in range(40):
        station, freqs = random_station(rng)
        for item in read(station, station, freqs, rng):
            result = card(station, item.freq_hz, item.at, item.tuner)
            inside.append(abs(item.forward_w - result.forward_w) <= result.error_w * 1.1)
    assert np.mean(inside) >= 0.85  # what leaks in the coupler comes on top


def test_an_swr_as_shown_holds_the_true_one_within_what_its_meter_leaves_open():
    rng = np.random.default_rng(9)
    inside = []
    for _ in range(60):
        station, freqs = random_station(rng)
        for item in read(station, station, freqs, rng):
            if item.tuner == "bypass" and (span := shown_rho(station, item)) is not None:
                budget = solve(in_state(station, "bypass"), np.array([item.freq_hz]))
                true = abs(budget.stages[item.at].source.gamma(50.0)[0])
                inside.append(span[0] <= true <= span[2])
    assert np.mean(inside) >= 0.9


def test_the_key_is_down_the_shorter_the_more_comes_back_and_the_less_is_borne():
    seconds = [key_down_s(rho) for rho in np.linspace(0, 1, 20)]
    assert seconds == sorted(seconds, reverse=True)
    assert (seconds[0], seconds[-1]) == (30, 3)
    station, _ = random_station(np.random.default_rng(2))
    hot = Line(AttenuatedLine(50, 0.66, 0.8, 0.01, heat_w_per_m=0.05), 20, "run")
    thin = replace(station, chain=(*station.chain[:-1], hot))
    result = card(thin, 7.1e6, RADIO, "auto")
    assert result.weak is not None
    assert result.weak[1] < 100
    assert result.key_down_s < card(station, 7.1e6, RADIO, "auto").key_down_s
    assert any(step.code == "card.weak" for step in instructions(result, thin))


def test_beside_a_planned_antenna_everything_is_told_of_the_one_that_is_typed():
    planned = PlannedAntenna(Plan(InvertedVee(10, 9), SOILS["average"]))
    station, _ = random_station(np.random.default_rng(2))
    planned_station = replace(station, antenna=planned)
    result = card(planned_station, 7.1e6, BEFORE, "bypass")
    alone = solve(in_state(replace(station, antenna=planned.alone), "bypass"), np.array([7.1e6]))
    assert result.swr_at_radio == pytest.approx(alone.stages[0].swr_in[0], rel=1e-9)
    assert [place.question for place in places(planned_station, 7.1e6)][:2] == ["fold-back", "antenna-well"]
    told_of = reconcile(planned_station, [Taken(7.1e6, BEFORE, 90.0, 5.0, tuner="bypass")])
    assert told_of.losses[0].shape == (3, 1)
