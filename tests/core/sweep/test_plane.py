"""Moving the plane: there and back is the identity; what cannot be is said."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.sweep.conftest import swept
from tests.said import refused
from tests.strategies import INLINE, LINE, TRANSFORMER
from tithe.core import Inline, Line, Resonator, Station, Transformer, Transmitter, Tuner, solve
from tithe.core.sweep import Analyzer, describe, features, flattery, measure, move, with_phase, without_phase
from tithe.document import shelf
from tithe.text import say

FREQ = np.linspace(3e6, 30e6, 40)
GAMMAS = st.lists(
    st.builds(lambda r, a: r * np.exp(1j * a), st.floats(0, 0.95), st.floats(-3.1, 3.1)),
    min_size=40, max_size=40,
)  # fmt: skip


@given(st.lists(LINE | INLINE | TRANSFORMER, min_size=1, max_size=4), GAMMAS)
def test_into_the_run_and_out_again_is_the_identity(parts, gammas):
    sweep = with_phase(FREQ, np.array(gammas))
    chain = tuple(parts)
    inward = move(sweep, chain, len(chain), 0)
    back = move(inward.sweep, chain, 0, len(chain)).sweep
    # Rounding grows by what the run takes twice: an attenuator of 40 dB leaves 8 digits fewer.
    worst = 10 ** (2 * float(np.max(inward.between_db)) / 10)
    mismatch = max((max(p.ratio, 1 / p.ratio) for p in chain if isinstance(p, Transformer)), default=1.0)
    assert np.abs(back.gamma - sweep.gamma).max() < 1e-9 * max(1.0, worst * mismatch * 1e-4)


def test_measured_in_the_room_and_moved_is_the_antenna(dipole_station):
    analyzer = Analyzer(6.6e6, 7.6e6, 201)
    room = measure(dipole_station, 0, analyzer)
    moved = move(room, dipole_station.chain, 0, 2)
    truth = swept(dipole_station.antenna, analyzer.freq_hz)
    assert np.abs(moved.sweep.gamma - truth.gamma).max() < 1e-9
    assert moved.contradiction == ()
    # The same plane as the budget's: SWR at the radio without a tuner.
    assert room.swr[100] == pytest.approx(solve(dipole_station, analyzer.freq_hz[100:101]).swr[0])
    assert "There it is resonant too" in say(describe(moved.sweep, features(moved.sweep)))


def test_a_long_cable_flatters_the_antenna(dipole_station):
    poor = replace(dipole_station, antenna=Resonator(7.1e6, 200, 12))
    room = measure(poor, 0, Analyzer(6.6e6, 7.6e6, 201))
    moved = move(room, poor.chain, 0, 2)
    taken, there = features(room).dips[0], features(moved.sweep).dips[0]
    assert taken.swr < 0.8 * there.swr == pytest.approx(3.2, rel=1e-6)
    assert "flatters the antenna" in say(flattery(taken, there, float(moved.between_db[0])))
    assert flattery(there, there, 0.0) == ()


def test_too_much_loss_taken_away_contradicts_the_sweep(dipole_station):
    truth = measure(dipole_station, 0, Analyzer(6.6e6, 7.6e6, 201, noise=1e-4))
    wrong = (dipole_station.chain[0], Line(shelf.line_type("rg-174"), 80.0, "run"))
    moved = move(truth, wrong, 0, 2)
    assert "does not agree with the sweep" in say(moved.contradiction)
    assert "“run”" in say(moved.contradiction)


@given(st.floats(1.0, 8.0), st.floats(1, 60))
def test_swr_alone_moves_by_twice_the_matched_loss(ratio, length_m):
    """|Γ_L| = |Γ_in|·10^(matched/10), beyond 1 a contradiction."""
    line = Line(shelf.line_type("rg-58"), length_m)
    moved = move(without_phase(FREQ, np.full(40, ratio)), (line,), 0, 1)
    rho = (ratio - 1) / (ratio + 1) * 10 ** (line.matched_db(FREQ) / 10)
    assert moved.sweep.rho == pytest.approx(rho)
    if rho.max() > 1.1:
        assert moved.contradiction


def test_what_stands_between_is_taken_as_it_is():
    sweep = with_phase(FREQ, np.full(40, 0.3 + 0.2j))
    auto, by_hand = Tuner(), Tuner(setting={"c1": 1e-10, "l": 2e-6, "c2": 1e-10})
    left_out = move(sweep, (auto, Inline(0.5, bypassed=True)), 0, 2)
    assert left_out.out_of_line == ("tuner",)
    assert np.abs(left_out.sweep.gamma - sweep.gamma).max() < 1e-12
    through = move(sweep, (by_hand,), 0, 1)
    assert np.abs(through.sweep.gamma - sweep.gamma).max() > 0.01
    with refused("an SWR without its phase"):
        move(without_phase(FREQ, np.full(40, 2.0)), (Transformer(ratio=4),), 0, 1)
    with refused("must be a reference plane from 0 to 1"):
        move(sweep, (by_hand,), 0, 2)


def test_the_simulated_analyzer_errs_as_its_sheet_says(dipole_station):
    matched = Station(Transmitter(), (), Resonator(7e6, 50, 0.0))
    seen = measure(matched, 0, Analyzer(6e6, 8e6, 400, directivity_db=30, seed=4))
    assert seen.rho == pytest.approx(10 ** (-30 / 20))
    noisy = measure(matched, 0, Analyzer(6e6, 8e6, 4000, noise=0.01))
    assert noisy.gamma.real.std() == pytest.approx(0.01, rel=0.1)
    shorted = Station(Transmitter(), (), Resonator(7e6, 1e-6, 0.0))
    drifted = measure(shorted, 0, Analyzer(6e6, 8e6, 101, drift_db=-0.5, drift_deg=10))
    assert drifted.rho[-1] == pytest.approx(10 ** (-0.5 / 20))
    assert np.degrees(np.angle(-drifted.gamma[-1])) == pytest.approx(10)
    again = [measure(dipole_station, 1, Analyzer(6e6, 8e6, 50, noise=0.01, seed=s)).gamma for s in (7, 7, 8)]
    assert np.array_equal(again[0], again[1])
    assert not np.array_equal(again[0], again[2])


def test_q_survives_the_noise_that_a_move_through_open_line_makes_uneven():
    """Sixty noisy sweeps of a resonator of Q 10 through lengths of open line and ribbon, moved to the
    feedpoint: one even estimate of the noise gave Q off by more than itself in the median."""
    errors = []
    for seed in range(60):
        slug = ("window-450", "ribbon-300", "open-600")[seed % 3]
        chain = (Line(shelf.line_type(slug), np.random.default_rng(seed).uniform(5, 40)),)
        station = Station(Transmitter(), chain, Resonator(7.1e6, 60, 10))
        seen = measure(station, 0, Analyzer(6.6e6, 7.6e6, 1001, noise=0.003, seed=seed))
        result = features(move(seen, chain, 0, 1).sweep)
        errors.append(min(abs(resonance.q / 10 - 1) for resonance in result.resonances))
    assert np.median(errors) < 0.03
    assert np.quantile(errors, 0.9) < 0.08


def test_noise_is_carried_through_a_move_as_gamma_is_stretched():
    """Against the scatter of a thousand sweeps of one antenna, at points from one end of the band to the
    other."""
    chain = (Line(shelf.line_type("window-450"), 21.0),)
    station = Station(Transmitter(), chain, Resonator(7.1e6, 60, 10))
    true = measure(station, 0, Analyzer(6.6e6, 7.6e6, 41, noise=0.0))
    rng = np.random.default_rng(1)
    noisy = true.gamma + 1e-4 * (rng.normal(size=(1000, 41)) + 1j * rng.normal(size=(1000, 41)))
    moved = np.array([move(with_phase(true.freq_hz, g), chain, 0, 1).sweep.gamma for g in noisy])
    known = move(with_phase(true.freq_hz, true.gamma, np.full(41, 1e-4)), chain, 0, 1).sweep.noise
    # The spread of 2,000 numbers is known to 1/√4000 = 1.6 %; five times that over 41 points.
    np.testing.assert_allclose(known, np.sqrt(np.var(moved, axis=0) / 2), rtol=0.08)
