"""One pass over many candidates gives what `solve` gives one by one; the map, the lengths and the
break-even."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests import full
from tests.core.choose.conftest import LINES, make_kit, make_station
from tests.said import refused
from tests.strategies import LOAD
from tithe.core import Line, RatedTuner, SteppedTuner, SwrAntenna, Tuner, solve
from tithe.core.bearable import bearable_share
from tithe.core.choose import (
    Site,
    Wishes,
    break_evens,
    candidates,
    contour_matched_db,
    contour_swr,
    evaluate,
    parts_of,
    points,
    question,
    safe_lengths,
)
from tithe.core.errors import InputError
from tithe.core.reflection import handbook_loss_db, rho_of_swr, swr
from tithe.text import say


@settings(max_examples=full.of(8, 60))
@given(LOAD, st.floats(5, 80))
def test_the_single_pass_is_solve_one_by_one(z, run_m):
    kit, site = make_kit(), Site(run_m, 4.0, 2.0)
    request = question(make_station(z, run_m, tuner=Tuner()))
    chosen = candidates(site, kit, Wishes())
    grid = evaluate(request, kit, chosen)
    for n, item in enumerate(chosen):
        station = replace(request.station, chain=tuple(parts_of(item.items, kit)), antenna=request.antenna)
        alone = solve(station, request.freq_hz)
        share = bearable_share(alone)
        assert grid.radiated_w[n] == pytest.approx(alone.radiated_w * share, rel=1e-9, abs=1e-12)
        assert grid.bearable[n] == pytest.approx(share, rel=1e-9)


def test_power_is_borne_by_the_first_part_to_reach_its_rating():
    """100 W on a matched 50 Ω line is 70.7 V: a line for 50 V bears half; a tuner's limit in watts counts
    as such."""
    weak = replace(LINES["good"], max_volts_rms=50.0)
    station = make_station(50 + 0j, 5.0, "good")
    chain = (replace(station.chain[0], line=weak), station.chain[1])
    share = bearable_share(solve(replace(station, chain=chain), np.array([7.1e6])))
    assert share[0] == pytest.approx(0.5, rel=0.02)
    tuner = Tuner("l", capacitor_volts=90.0, c_max_f=1e-8)
    budget = solve(make_station(5 - 300j, 5.0, "good", tuner=tuner), np.array([7.1e6]))
    limit = budget.stages[0].details.limit_w[0]
    assert bearable_share(budget)[0] == pytest.approx(min(1.0, limit / 100.0))
    assert limit < 100


@given(st.floats(0.01, 10), st.sampled_from([0.5, 1.0, 3.0, 6.0]))
def test_a_contour_is_where_the_handbook_says(matched_db, level):
    ratio = float(contour_swr(np.array([matched_db]), level)[0])
    if not np.isfinite(ratio):
        return
    assert float(handbook_loss_db(matched_db, rho_of_swr(ratio))) - matched_db == pytest.approx(
        level, abs=1e-6
    )
    assert contour_matched_db(ratio, level) == pytest.approx(matched_db, rel=1e-6)


def test_with_the_phase_unknown_the_map_gives_the_whole_span():
    """SWR 5 behind a short line: the extra loss depends on whether the line's end is a crest of current or
    of volts."""
    known = make_station(50 + 0j, 3.0)
    request = question(replace(known, antenna=SwrAntenna(((6.9e6, 5.0), (30e6, 5.0)))))
    budget = solve(replace(request.station, antenna=request.antenna), request.freq_hz)
    low, middle, high = points(budget, ("x",) * 6)[0].extra_db
    assert low < middle < high
    extremes = []
    for z in (10 + 0j, 250 + 0j):
        stage = solve(replace(known, antenna=make_station(z, 3.0).antenna), request.freq_hz[:1]).stages[0]
        extremes.append(stage.loss_db[0] - stage.details.matched_db[0])
    assert low - 1e-6 <= min(extremes) < max(extremes) <= high + 1e-6


def test_no_length_of_line_makes_a_low_swr_cost_much():
    """The extra loss of an SWR grows with the line's loss to 10 log(1/(1−ρ²)), 0.51 dB at 2:1, and no
    further."""
    assert contour_matched_db(2.0, 1.0) == float("inf")
    assert contour_matched_db(1.0, 0.5) == float("inf")
    assert contour_matched_db(2.0, 0.4) < 10


def test_the_map_places_bands_by_what_the_line_really_loses():
    request = question(make_station(15 - 400j, 40.0))
    budget = solve(replace(request.station, antenna=request.antenna), request.freq_hz)
    result = points(budget, tuple(str(k) for k in range(6)))
    line = budget.stages[0]
    assert [p.matched_db for p in result] == pytest.approx(line.details.matched_db)
    extra = line.loss_db[0, 0] - line.details.matched_db[0]
    assert result[0].extra_db == pytest.approx((extra, extra, extra))
    assert result[0].region == "match outside"


@pytest.mark.parametrize(
    "tuner", [RatedTuner(4.0), Tuner(c_max_f=150e-12, l_max_h=6e-6), SteppedTuner(l_bits=5)]
)
def test_safe_lengths_are_those_that_solve_matches(tuner):
    station = replace(make_station(20 + 120j, 20.0, "good", tuner=tuner), comfort_swr=1.5)
    request = question(station)
    result = safe_lengths(request, 10.0, 22.0, 1.0)
    for k, length in enumerate(result.length_m):
        run = replace(station.chain[1], length_m=float(length))
        budget = solve(replace(station, chain=(tuner, run, station.chain[2])), request.freq_hz)
        stage = budget.stages[0]
        ok = stage.details.tuned.matched
        if not isinstance(tuner, RatedTuner):
            ok = ok | (stage.swr_in <= 1.5)
        assert result.reached[k].tolist() == ok.reshape(2, 3).all(axis=-1).tolist()
        share = bearable_share(budget)
        assert result.bears_w[k] == pytest.approx(100 * share.reshape(2, 3).min(axis=-1))
        assert result.sky_w[k] == pytest.approx((budget.sky_w * share).reshape(2, 3).mean(axis=-1))
        assert result.spread_w[k] == pytest.approx(np.stack([result.sky_w[k]] * 2, axis=-1))
    safe = (result.reached & (result.bears_w > 99.9)).all(axis=1)
    assert ((result.margin_m > 0) == safe).all()
    assert say(result.messages)


@pytest.mark.parametrize("low_m", [1e4, 1e6, 1e9])
def test_lengths_that_lose_everything_are_refused_before_anything_overflows(low_m):
    request = question(make_station(20 + 120j, 20.0, tuner=Tuner()))
    with pytest.raises(InputError, match="loses-everything"):
        safe_lengths(request, low_m, 2 * low_m, low_m / 4)


def test_what_a_line_bears_at_a_length_is_what_it_bears_with_that_length_alone():
    """A run that reaches its volts at some lengths, or its heat, beside the station with it."""
    station = make_station(20 + 120j, 20.0, "thin", tuner=RatedTuner(30.0), power_w=400.0)
    for weak in ({"max_volts_rms": 200.0}, {"heat_w_per_m": 4.0}):
        run = replace(station.chain[1], line=replace(LINES["thin"], **weak))
        request = question(replace(station, chain=(station.chain[0], run, station.chain[2])))
        result = safe_lengths(request, 10.0, 22.0, 1.0)
        for k, length in enumerate(result.length_m):
            chain = (station.chain[0], replace(run, length_m=float(length)), station.chain[2])
            share = bearable_share(solve(replace(station, chain=chain), request.freq_hz))
            assert result.bears_w[k] == pytest.approx(400 * share.reshape(2, 3).min(axis=-1))
        assert 0 < result.bears_w.min() < 390


def test_a_length_at_which_the_tuner_bears_little_does_not_suit_and_what_leaves_is_told():
    """Reach, loss and stress are three answers: a tuner that matches at every length bears all of the power
    at some only."""
    weak = Tuner("t-highpass", coil_q=200, capacitor_q=1500, c_max_f=500e-12, l_max_h=40e-6,
                 capacitor_volts=500, coil_amps=3)  # fmt: skip
    station = make_station(30 - 400j, 25.0, "open", tuner=weak, bands=(make_station(1, 1).bands[0],))
    result = safe_lengths(question(station), 10.0, 30.0, 0.5)
    assert result.reached.all()
    assert 0 < (result.margin_m > 0).sum() < len(result.length_m)
    assert ((result.margin_m > 0) == (result.bears_w[:, 0] > 99.9)).all()
    suits = result.margin_m > 0
    assert result.sky_w[result.best, 0] == result.sky_w[suits].max()
    held = result.length_m[int(np.argmin(result.bears_w[:, 0]))]
    there = replace(station, chain=(weak, replace(station.chain[1], length_m=float(held)), station.chain[2]))
    text = say(safe_lengths(question(there), 10.0, 30.0, 0.5).messages)
    assert "the tuner reaches every band, but less than the 100 W of the radio is borne" in text
    assert f"{result.bears_w.min():.3g} W on 40 m" in text
    assert f"The most on the weakest band leaves at {result.length_m[result.best]:.3g} m" in text


def test_with_the_phase_open_what_leaves_at_a_length_has_its_interval():
    """The ends are those of the station solved at that length over the same phases."""
    station = replace(
        make_station(50, 20.0, "thin", tuner=RatedTuner(9.0)), antenna=SwrAntenna(((6.9e6, 4.0), (30e6, 4.0)))
    )
    request = question(station, 6)
    result = safe_lengths(request, 10.0, 14.0, 2.0)
    for k, length in enumerate(result.length_m):
        chain = (station.chain[0], replace(station.chain[1], length_m=float(length)), station.chain[2])
        budget = solve(replace(station, chain=chain, antenna=request.antenna), request.freq_hz)
        leaves = budget.sky_w * bearable_share(budget)
        for pick, ends in ((np.min, result.spread_w[k, :, 0]), (np.max, result.spread_w[k, :, 1])):
            assert ends == pytest.approx(pick(leaves, axis=0).reshape(2, 3).mean(axis=-1))
    assert (result.spread_w[..., 0] < result.sky_w).all() and (result.sky_w < result.spread_w[..., 1]).all()
    assert "depending on the phase" in say(result.messages)


def test_safe_lengths_say_what_is_out_and_how_far():
    station = make_station(
        500 + 0j, 10.6, "good", tuner=RatedTuner(5.0), bands=(make_station(1, 1).bands[0],)
    )
    result = safe_lengths(question(station), 8.0, 20.0, 0.1)
    # A line of any length leaves SWR 10 at 7 MHz but for its loss: nothing is inside a reach of 5.
    assert "No length from 8 to 20 m puts 40 m inside" in say(result.messages)
    wide = replace(station, chain=(RatedTuner(11.0), *station.chain[1:]))
    assert "Every length from 8 to 20 m" in say(safe_lengths(question(wide), 8.0, 20.0, 0.1).messages)
    # Thin coax brings SWR 10 down to 5 at about 10 m: longer runs are inside a reach of 5, shorter ones not.
    both = replace(make_station(500 + 0j, 7.0, "thin", tuner=RatedTuner(5.0)), bands=station.bands)
    text = say(safe_lengths(question(both), 5.0, 40.0, 0.5).messages)
    assert "the tuner does not reach 40 m;" in text
    assert "m longer would do" in text
    there = replace(both, chain=(both.chain[0], replace(both.chain[1], length_m=35.0), both.chain[2]))
    assert "The present 35 m are safe" in say(safe_lengths(question(there), 5.0, 40.0, 0.5).messages)
    assert "lie outside these bounds" in say(safe_lengths(question(there), 5.0, 30.0, 0.5).messages)
    with refused("has no tuner at work"):
        safe_lengths(question(make_station(50, 10.0)), 5, 10)
    with refused("must be larger"):
        safe_lengths(question(wide), 1, 1000, 0.01)


def test_break_even_lies_where_the_gain_crosses(kit):
    request = question(make_station(50 + 0j, 20.0, bands=(make_station(1, 1).bands[1],)))
    feedpoint, opened = break_evens(request, kit, Site(20.0), "thin", "open", 1.0)
    assert feedpoint.wins_from_m is None  # into a matched load the place of the match changes nothing
    assert opened.wins_from_m == pytest.approx(
        float(np.interp(1.0, opened.gain_db, opened.length_m)), rel=0.35
    )
    assert np.all(np.diff(opened.gain_db) > -0.2)
    assert "begins to gain 1 dB" in say(opened.message)
    assert swr(0.5) == 3


def test_a_line_may_have_many_lengths_at_once():
    lengths = np.array([5.0, 10.0])[:, None]
    line, f = LINES["good"], np.array([7e6, 14e6])
    both = Line(line, lengths).two_port(f)
    assert both.a[1] == pytest.approx(Line(line, 10.0).two_port(f).a)
    with refused("length_m"):
        Line(line, np.array([5.0, -1.0]))
