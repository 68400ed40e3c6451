"""By hand: moves of the knobs, and how far one may move before turning them again, against brute force."""

from dataclasses import replace
from itertools import combinations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.tuner_use.stations import LINE, RATED, brute_swr, nodal, station
from tithe.core import Transmitter, solve
from tithe.core.transmitter import NO_PROTECTION, Protection
from tithe.core.tuner_use.hands import by_the_dials, by_the_meter, halves
from tithe.core.tuner_use.loads import loads_at
from tithe.core.tuner_use.retune import covering, limits_of, retuning


@pytest.mark.parametrize("freq", [3.65e6, 7.1e6, 14.2e6, 28.5e6])
def test_each_move_leaves_the_swr_it_says_and_both_ways_end_at_a_match(freq):
    tuner = RATED
    load = complex(loads_at(station(), 0, np.array([freq]))[0])
    values = halves(tuner)
    route = by_the_meter(tuner, values, freq, load, 50.0)
    assert route.swr <= 1.5
    names = tuner.networks[0].knobs
    for move in route.moves:
        values = values.copy()
        values[names.index(move.knob)] = move.value
        if move.follows:
            values[names.index(move.follows)] = move.follows_value
        assert brute_swr(tuner, values, freq, load) == pytest.approx(move.swr, rel=1e-6)
    assert nodal(tuner, values, 0, freq, load)[1] == pytest.approx(route.loss_db, abs=1e-6)
    goal = by_the_dials(tuner, halves(tuner), freq, load, 50.0)
    assert goal.swr == pytest.approx(1, abs=1e-5)
    assert len({move.knob for move in goal.moves}) == len(goal.moves) <= 3
    best = solve(station(), np.array([freq])).stages[0]
    assert goal.loss_db == pytest.approx(float(best.loss_db[0]), abs=1e-6)
    assert goal.loss_db <= route.loss_db + 0.05 or route.swr > 1.001


def test_no_order_of_moves_ends_where_nothing_matches():
    tuner = replace(RATED, network="l-coil-then-shunt-c", c_max_f=30e-12, l_max_h=0.2e-6)
    assert by_the_dials(tuner, halves(tuner), 3.65e6, 2 - 300j, 50.0) is None
    assert by_the_meter(tuner, halves(tuner), 3.65e6, 2 - 300j, 50.0).swr > 1.5


def test_one_may_move_to_where_the_swr_is_the_limit():
    result = retuning(station(), 0, {}, [], [])
    assert [item.band.name for item in result] == ["80 m", "40 m", "20 m", "10 m"]
    for one in result:
        (spot,) = one.spots
        tuned = solve(station(), np.array([spot.freq_hz])).stages[0].tuned
        fixed = replace(RATED, setting=dict(zip(("c1", "l", "c2"), tuned.values[:, 0], strict=True)))
        over = solve(station(fixed), one.freq_hz).swr
        assert spot.swr == pytest.approx(over, rel=1e-6)
        assert one.bare == pytest.approx(solve(replace(station(), chain=(LINE,)), one.freq_hz).swr)
        for limit, within in zip(one.limits, spot.within, strict=True):
            assert within is not None
            low, high = within
            ends = solve(station(fixed), np.array([low, high])).swr
            for end, edge, ratio in zip((low, high), one.freq_hz[[0, -1]], ends, strict=True):
                assert ratio < limit if end == edge else ratio == pytest.approx(limit, abs=0.06)
        for limit, free in zip(one.limits, one.bare_within, strict=True):
            assert (free is None) == (one.bare.min() > limit)
            assert free is None or free[0] <= one.freq_hz[np.argmin(one.bare)] <= free[1]
        assert one.covers[1] is not None
        assert one.covers[0] >= one.covers[1] >= 1


def test_the_radio_s_own_limit_is_looked_at_where_it_is_another():
    assert limits_of(Transmitter()) == (1.5, 2.0)
    late = Protection(((1, 1), (3, 1), (5, 0.2)))
    assert limits_of(Transmitter(protection=late)) == (1.5, 2.0, 3.0)
    assert limits_of(Transmitter(protection=NO_PROTECTION)) == (1.5, 2.0)


@given(st.lists(st.integers(0, 3), min_size=2, max_size=7), st.integers(0, 3))
def test_covering_is_as_small_as_any(reaches, more):
    size = len(reaches)
    good = np.array(
        [[abs(k - f) <= reaches[k] + (more if f > k else 0) for f in range(size)] for k in range(size)]
    )
    least = next(
        n for n in range(1, size + 1)
        if any(good[list(some)].any(axis=0).all() for some in combinations(range(size), n))
    )  # fmt: skip
    assert covering(good) == least
    good[0] = good[:, 0] = False
    assert covering(good) is None
