"""What an analyzer's calibration leaves: the model that draws it, and the intervals that come of it."""

from dataclasses import replace

import numpy as np
import pytest

from tithe.core import InputError
from tithe.core.bench.check import checked
from tithe.core.bench.residual import Residual, carried, flat, interval, thinned

PERFECT = Residual(200, 0, 0, 0, 0, 0, 0)
PIECES = np.array([[1.0], [-1.0], [0.0]]) * np.ones(20) + 0j


def test_a_perfect_instrument_shows_what_is_there():
    shown = PERFECT.shown(PIECES, np.random.default_rng(1), 3)
    assert shown.shape == (3, 3, 20)
    assert np.abs(shown - PIECES).max() < 1e-9


def test_nineteen_instruments_of_twenty_are_within_their_sheet():
    """By the errors that a check with ideal pieces finds at any one frequency."""
    sheet = Residual(40, 0.05, 0.5, 0, 0, 0, 1)
    shown = sheet.shown(PIECES, np.random.default_rng(1), 4000)
    for k in (0, 7, 19):
        item = np.array([7e6])
        texts = [checked(item, *(shown[d, s, k : k + 1] for s in range(3))) for d in range(800)]
        for within in (
            [check.directivity_db >= 40 for check in texts],
            [check.source_db >= 39.9 for check in texts],
            [check.tracking_db <= 0.05 for check in texts],
            [check.tracking_deg <= 0.5 for check in texts],
        ):
            assert np.mean(within) == pytest.approx(0.95, abs=0.025)
    gammas = sheet.resistor(np.random.default_rng(2), 4000)
    ohm = 50 * (1 + gammas) / (1 - gammas)
    assert np.mean(np.abs(ohm - 50) <= 0.5) == pytest.approx(0.95, abs=0.02)


def test_the_same_seed_is_the_same_instrument():
    first, other = (Residual().shown(PIECES, np.random.default_rng(seed)) for seed in (5, 5))
    assert (first == other).all()
    assert (first != Residual().shown(PIECES, np.random.default_rng(6))).any()


def test_a_noisy_sweep_counts_as_noisy_as_it_is():
    rng = np.random.default_rng(3)
    smooth = np.exp(-2j * np.linspace(0, 3, 200))
    noisy = smooth + 0.004 * (rng.normal(size=200) + 1j * rng.normal(size=200))
    assert Residual().with_noise_of(smooth).noise == Residual().noise
    assert Residual().with_noise_of(smooth, noisy).noise == pytest.approx(0.004, rel=0.35)
    assert Residual().with_noise_of(smooth[:5]).noise == Residual().noise


def test_intervals_are_those_of_the_errors():
    rng = np.random.default_rng(4)
    result = np.array(3.0)
    low, middle, high = interval(result, result + rng.normal(size=20000) * 0.1)
    assert middle - low == pytest.approx(0.196, rel=0.03)
    assert high - middle == pytest.approx(0.196, rel=0.03)
    low, middle, high = interval(result, result + 0.2 + rng.normal(size=20000) * 0.1)
    assert high < 3.05  # of draws that lie above what was found, the truth lies below it


@pytest.mark.parametrize("points", [50, 200, 1000])
def test_thinned_draws_scatter_as_all_points_would(points):
    """A straight line through noise: its slope and its height, by all points and by every so many."""
    x = np.linspace(0, 1, points)
    slopes = np.vstack([np.stack([np.ones(points), x], 1), np.zeros((points, 2))])
    some, each = thinned(points)
    noise = Residual(200, 0, 0, 0, 0, 0.01, 0)
    truth = np.zeros((1, points)) + 0j
    errors = noise.shown(truth[:, some], np.random.default_rng(1), 3000, each)
    scatter = carried(slopes, errors, points).std(axis=0)
    known = 0.01 * np.sqrt(np.diag(np.linalg.inv(slopes.T @ slopes)))
    assert scatter == pytest.approx(known, rel=0.08)
    assert flat(truth).shape == (2 * points,)


def test_what_no_instrument_is_gets_refused():
    for place, bad in (
        ("directivity_db", 0.0), ("tracking_db", 9.0), ("tracking_deg", 90.0), ("drift_db", -1.0),
        ("drift_deg", 99.0), ("noise", 0.5), ("load_pct", 50.0),
    ):  # fmt: skip
        with pytest.raises(InputError, match=place):
            replace(Residual(), **{place: bad})
