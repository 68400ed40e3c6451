"""A loss that grows over a year, and one that does not."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.log.test_reconcile import BEFORE, BEHIND, RUN, random_station, read
from tithe.core import InputError
from tithe.core.log.taken import Taken
from tithe.core.log.trend import day, grown
from tithe.core.log.unknowns import more_lossy, unknowns_of


def year(factor, seed):
    """A day in spring and one a year later, by which the run has come to lose so many times as much."""
    rng = np.random.default_rng(seed)
    station, freqs = random_station(rng)
    real = unknowns_of(station).applied(np.zeros(3), np.zeros(len(freqs)))
    after = replace(real, chain=(*real.chain[:RUN], more_lossy(real.chain[RUN], factor)))
    return station, [found for one in (real, after) if (found := read(station, one, freqs, rng))]


def run_of(station):
    return unknowns_of(station).parts.index(RUN)


def test_a_run_that_loses_four_times_as_much_is_seen_to_and_one_that_stays_is_not():
    grew: list[bool] = []
    stayed: list[bool] = []
    for seed in range(12):
        for factor, out in ((4.0, grew), (1.0, stayed)):
            station, readings = year(factor, seed)
            if len(readings) == 2:
                days = [day(station, one) for one in readings]
                out.append(grown(days, run_of(station)))
    assert np.mean(grew) >= 0.5
    assert np.mean(stayed) <= 0.05


def test_a_day_implies_what_the_readings_do_within_its_interval():
    station, (readings, _) = year(1.0, 3)
    found = day(station, readings)
    assert (found.loss_db.low <= found.loss_db.value).all()
    assert (found.loss_db.value <= found.loss_db.high).all()
    assert found.loss_db.low.shape == (3, len(found.freq_hz))


def test_days_that_have_no_frequency_in_common_are_not_laid_side_by_side():
    station, freqs = random_station(np.random.default_rng(5))
    one = day(station, [Taken(float(freqs[0]), BEHIND, 90.0, 9.0)])
    other = day(station, [Taken(float(freqs[0]) + 1e5, BEFORE, 90.0, 9.0)])
    assert not grown([one, other], run_of(station))
    assert not grown([one], run_of(station))
    with pytest.raises(InputError, match="no-readings"):
        day(station, [])
