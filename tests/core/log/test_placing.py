"""Where a meter would tell most, against the station solved with another antenna and against meters that
err."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.log.stations import FAR, KNOWN, NEAR, gamma_of, with_gamma
from tithe.core import InputError, Station, Transmitter, solve
from tithe.core.antenna import table
from tithe.core.log.case import in_state
from tithe.core.log.placing import RANGES_W, places
from tithe.core.parts.meter import Meter

STATION, CHAIN = KNOWN, KNOWN.chain
FREQS = (7.1e6, 14.2e6)
FREQ = FREQS[0]
TUNER = 3


def by_question(station, freq=FREQ):
    return {place.question: place for place in places(station, freq)}


def test_a_tuner_that_matches_hides_each_side_from_the_other():
    result = by_question(STATION)
    assert set(result) == {"fold-back", "antenna-well", "tuner-set", "tuner-loss"}
    assert np.isinf(result["antenna-well"].errors[: TUNER + 1]).all()
    assert np.isfinite(result["antenna-well"].errors[TUNER + 1 :]).all()
    for question in ("fold-back", "tuner-set"):
        assert np.isfinite(result[question].errors[: TUNER + 1]).all()
        assert np.isinf(result[question].errors[TUNER + 1 :]).all()
    assert result["tuner-set"].joint == TUNER
    assert result["fold-back"].joint == 0
    assert np.flatnonzero(np.isfinite(result["tuner-loss"].errors)).tolist() == [TUNER, TUNER + 1]


def test_without_a_tuner_the_antenna_is_seen_everywhere_and_best_at_itself():
    result = by_question(in_state(STATION, "bypass"))
    assert set(result) == {"fold-back", "antenna-well"}
    errors = result["antenna-well"].errors
    assert np.isfinite(errors).all()
    assert errors[0] == errors.max()
    assert result["antenna-well"].joint >= 5


def test_a_change_of_the_antenna_shrinks_on_the_way_as_the_station_solved_with_it_says():
    station = in_state(STATION, "bypass")
    freq = np.array([FREQ])

    def gammas(item):
        budget = solve(item, freq)
        return np.array(
            [port.gamma(50.0)[0] for port in (*(s.source for s in budget.stages), budget.antenna)]
        )

    moved = with_gamma(station, freq, 0.98 * gamma_of(station, freq))
    change = np.abs(gammas(moved) - gammas(station))
    errors = by_question(station)["antenna-well"].errors
    ideal = replace(
        station, chain=tuple(replace(p, accuracy_pct=1e-9) if isinstance(p, Meter) else p for p in CHAIN)
    )
    only_leak = by_question(in_state(ideal, "bypass"))["antenna-well"].errors
    assert only_leak * change == pytest.approx(only_leak[-1] * change[-1], rel=1e-6)
    assert (errors >= only_leak).all()


def test_the_loss_by_two_meters_is_as_sure_as_meters_that_err_make_it():
    result = by_question(STATION)["tuner-loss"]
    rng, freq = np.random.default_rng(4), np.array([FREQ])
    stages = solve(STATION, freq).stages
    losses = []
    for _ in range(4000):
        logs = []
        for at in (NEAR, FAR):
            meter = CHAIN[at]
            assert isinstance(meter, Meter)
            v, i = stages[TUNER + (at == FAR)].source.v[0], stages[TUNER + (at == FAR)].source.i[0]
            there, back = (v + 50 * i) / 2 / np.sqrt(50), (v - 50 * i) / 2 / np.sqrt(50)
            gain = np.exp(rng.normal() * 0.025)
            first, other = (meter.leak / 2 * (rng.normal(size=2) @ [1, 1j]) for _ in range(2))
            slack = 0.05 / 4 * result.full_scale_w
            forward = gain * abs(there + first * back) ** 2 + rng.normal() * slack
            reflected = gain * abs(back + other * there) ** 2 + rng.normal() * slack
            logs.append(np.log(max(forward - reflected, 1e-3)))
        losses.append(10 / np.log(10) * (logs[0] - logs[1]))
    off = np.quantile(np.abs(losses - np.median(losses)), 0.95)
    assert result.errors[TUNER] == pytest.approx(off, rel=0.35)


def test_a_better_meter_errs_less_wherever_it_stands():
    better = replace(
        STATION,
        chain=tuple(
            replace(p, accuracy_pct=2, directivity_db=35) if isinstance(p, Meter) else p for p in CHAIN
        ),
    )
    for first, other in zip(places(better, FREQ), places(STATION, FREQ), strict=True):
        seen = np.isfinite(first.errors)
        assert (seen == np.isfinite(other.errors)).all()
        assert (first.errors[seen] < other.errors[seen]).all()


def test_the_range_holds_the_forward_power_and_no_smaller_one_does():
    freq = np.array([FREQ])
    budget = solve(STATION, freq)
    for place in places(STATION, FREQ):
        ports = [*(stage.source for stage in budget.stages), budget.antenna]
        forward = [abs(port.v[0] + 50 * port.i[0]) ** 2 / 200 for port in ports]
        here = max(forward[place.joint : place.joint + (2 if place.question == "tuner-loss" else 1)])
        assert place.full_scale_w >= here
        assert all(smaller < here for smaller in RANGES_W if smaller < place.full_scale_w)


def test_where_the_antenna_is_not_known_nothing_is_said():
    with pytest.raises(InputError, match="phase-not-known"):
        list(places(STATION, 60e6))
    bare = Station(Transmitter(), (), table(((1e6, 40, 10), (3e7, 40, 10))))
    assert [place.joint for place in places(bare, FREQ)] == [0, 0]
