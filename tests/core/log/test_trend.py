"""A loss that grows over a year, one that does not, and one that comes and goes."""

from dataclasses import replace

import numpy as np
import pytest

from tests import full
from tests.core.log.stations import BEFORE, BEHIND, RUN, random_station, read, truth
from tithe.core import InputError
from tithe.core.log.taken import Taken
from tithe.core.log.trend import course, day_evidence, grown
from tithe.core.log.unknowns import unknowns_of
from tithe.core.parts.meter import Meter
from tithe.core.parts.more_lossy import more_lossy


def days_of(seed, *factors, moved=0.0):
    """A station with a meter at its feedpoint too, and a day for each factor of what its run loses."""
    rng = np.random.default_rng(seed)
    station, freqs = random_station(rng)
    far = Meter("far", 200, 5, 25)
    station = replace(station, chain=(*station.chain, far))
    real, _ = truth(station, freqs, rng)
    days = []
    for factor in factors:
        there = replace(real, chain=(*real.chain[:RUN], more_lossy(real.chain[RUN], factor), far))
        days.append(
            day_evidence(station, [*read(station, there, freqs, rng), *_at_the_far_end(there, freqs)])
        )
    return days, unknowns_of(station).parts.index(RUN)


def _at_the_far_end(real, freqs):
    from tithe.core import solve

    source = solve(real, freqs).stages[RUN + 1].source
    waves = [np.abs(source.v + sign * 50 * source.i) ** 2 / 200 for sign in (1, -1)]
    return [Taken(f, RUN + 1, *map(float, two)) for f, *two in zip(freqs.tolist(), *waves, strict=True)]


def test_a_run_that_loses_three_times_as_much_is_seen_to_and_one_that_stays_is_not():
    seeds = range(full.of(2, 12))
    grew = [grown(*days_of(seed, 1.0, 3.0)) for seed in seeds]
    stayed = [grown(*days_of(seed, 1.0, 1.0)) for seed in seeds]
    assert np.mean(grew) >= 0.9
    assert not any(stayed)


def test_it_is_told_since_when_and_where_it_comes_and_goes():
    days, run = days_of(3, 1.0, 1.0, 4.0, 4.0)
    result = course(days, run)
    assert (result.kind, result.since) == ("since", 2)
    assert result.before < 1.6 < 2.5 < result.then
    days, run = days_of(3, 1.0, 4.0, 1.0, 4.0, 1.0)
    result = course(days, run)
    assert (result.kind, result.days) == ("now-and-then", (1, 3))


def test_a_run_that_loses_more_in_rain_is_told_by_the_weather_that_was_noted():
    days, run = days_of(3, 1.0, 4.0, 1.0, 4.0)
    rain = [replace(one, wet=n % 2 == 1) for n, one in enumerate(days)]
    result = course(rain, run)
    assert (result.kind, result.days) == ("when-wet", (1, 3))
    assert result.before < 2 < result.then and grown(rain, run)
    other_days = course([replace(one, wet=n < 2) for n, one in enumerate(days)], run)
    assert (other_days.kind, other_days.days) == ("now-and-then", (1, 3))
    station, freqs = random_station(np.random.default_rng(5))
    readings = [Taken(float(freqs[0]), BEFORE, 100.0, 1.0, weather=item) for item in (None, "dry", "wet")]
    assert [day_evidence(station, readings[:n]).wet for n in (1, 2, 3)] == [None, False, True]


def test_where_no_reading_bears_on_a_loss_that_is_what_is_told():
    station, freqs = random_station(np.random.default_rng(5))
    behind = unknowns_of(station).parts.index(RUN)
    days = [day_evidence(station, [Taken(float(freqs[0]), BEFORE, 100.0, 0.0)]) for _ in range(2)]
    assert course(days, behind).kind == "not-told"
    assert not grown(days, behind)
    with pytest.raises(InputError, match="no-readings"):
        day_evidence(station, [])


def test_a_day_implies_what_the_readings_do_within_its_interval():
    station, freqs = random_station(np.random.default_rng(3))
    result = day_evidence(station, [Taken(float(f), BEHIND, 90.0, 9.0) for f in freqs])
    assert (result.loss_db.low <= result.loss_db.value).all()
    assert (result.loss_db.value <= result.loss_db.high).all()
    assert result.loss_db.low.shape == (3, len(result.freq_hz))
    assert np.exp(result.prior).sum(axis=1) == pytest.approx(1)
