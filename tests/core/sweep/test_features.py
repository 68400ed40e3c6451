"""Dips, resonances, widths and Q of synthetic resonators, and what noise must not make of them."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.sweep.conftest import swept
from tests.said import refused
from tests.strategies import logarithmic
from tithe.core import Line, Resonator, Station, Transmitter, table
from tithe.core.station import Band
from tithe.core.sweep import (
    Analyzer,
    describe,
    features,
    impedance,
    measure,
    move,
    noise_of,
    read_band,
    with_phase,
    without_phase,
)
from tithe.document import shelf
from tithe.text import say

RESONATORS = st.builds(Resonator, st.floats(2e6, 30e6), logarithmic(12, 250), st.floats(3, 60))


def lowest_of(resonator, step):
    """Where |Γ| is least, by brute force, to a thousandth of the step."""
    near = resonator.f0_hz + step * np.linspace(-4, 4, 8001)
    return near[np.argmin(swept(resonator, near).rho)]


@given(RESONATORS, st.floats(0.03, 0.3), st.floats(0, 1))
def test_dip_and_resonance_are_found_between_the_points(resonator, spacing, offset):
    """Within 1/20 of the spacing, from three points in the width of the resonance up."""
    step = resonator.f0_hz / resonator.q * spacing
    count = int(min(3 / spacing, 0.8 * resonator.f0_hz / step))
    result = features(swept(resonator, resonator.f0_hz + step * (np.arange(-count, count + 1) + offset)))
    dip = result.dips[0]
    assert dip.freq_hz == pytest.approx(lowest_of(resonator, step), abs=step / 20)
    assert dip.resonance.freq_hz == pytest.approx(resonator.f0_hz, abs=step / 20)
    assert dip.resonance.r_ohm == pytest.approx(resonator.r_ohm, rel=1e-3)
    assert dip.resonance.q == pytest.approx(resonator.q, rel=0.01)
    assert dip.resonance.kind == "series"


@given(st.floats(3, 60), st.sampled_from([1.5, 2.0, 3.0]))
def test_width_of_a_matched_resonator_is_the_textbook_one(q, ratio):
    """B = f₀(s − 1)/(Q√s) for R = R₀ (to first order in B/f₀, hence the tolerance of its square)."""
    resonator = Resonator(7e6, 50, q)
    bandwidth = 7e6 * (ratio - 1) / (q * np.sqrt(ratio))
    sweep = swept(resonator, np.linspace(7e6 - 2.1e6, 7e6 + 3e6, 601))
    width = next(w for w in features(sweep).dips[0].widths if w.swr == ratio)
    assert width.width_hz == pytest.approx(bandwidth, rel=3e-3 + (bandwidth / 7e6) ** 2)


@given(st.integers(0, 10**6), st.sampled_from([0.0005, 0.002, 0.01]), st.integers(100, 3000))
def test_noise_invents_no_resonance(seed, noise, points):
    """A real load, a far-off antenna and one true resonance, as the simulated analyzer shows them."""
    for antenna, count in (
        (table(((1e6, 48.0, 0.5), (60e6, 52.0, 0.5))), 0),
        (table(((1e6, 20.0, -900.0), (60e6, 30.0, -400.0))), 0),
        (Resonator(7.1e6, 70, 12), 1),
    ):
        station = Station(Transmitter(), (), antenna)
        result = features(measure(station, 0, Analyzer(6.3e6, 8.1e6, points, noise=noise, seed=seed)))
        assert len(result.resonances) == count
        assert len(result.dips) == count
        assert result.noise == pytest.approx(noise, rel=0.35)
        if count:
            # σ of the place is about noise/(slope·√points in the dip); six of them, with room for the window.
            spacing = 1.8e6 / points
            slack = 12 * noise * 7.1e6 / 12 / np.sqrt(max(0.3e6 / spacing, 1)) + 0.05 * spacing
            assert result.dips[0].resonance.freq_hz == pytest.approx(7.1e6, abs=slack)


def test_without_phase_the_dip_is_found_and_the_resonance_is_not():
    truth = swept(Resonator(7.1e6, 65, 12), np.linspace(6.5e6, 7.7e6, 41))
    result = features(without_phase(truth.freq_hz, truth.swr))
    assert result.dips[0].freq_hz == pytest.approx(features(truth).dips[0].freq_hz, abs=1.5e3)
    assert result.dips[0].resonance is None
    assert "nobody can tell" in say(describe(without_phase(truth.freq_hz, truth.swr), result))


def test_readings_at_band_edges_put_the_dip_inside_its_band():
    """Three readings close together, the next ones far away: those say nothing of the dip between the
    three."""
    mhz = np.array([3.5, 3.65, 3.8, 7.0, 7.1, 7.2, 14.0, 14.35])
    ratio = np.array([6.0, 3.0, 5.0, 1.8, 1.5, 1.9, 3.0, 2.6])
    result = features(without_phase(mhz * 1e6, ratio))
    first, second = result.dips
    assert first.freq_hz == pytest.approx(7.095e6, abs=0.02e6)
    assert first.swr == pytest.approx(1.5, abs=0.02)
    assert second.freq_hz == pytest.approx(3.66e6, abs=0.03e6)
    assert second.swr == pytest.approx(3.0, abs=0.1)
    assert result.falls_at == "high"


def test_a_dip_outside_is_said_to_lie_outside():
    falling = swept(Resonator(8e6, 50, 12), np.linspace(7e6, 7.5e6, 51))
    result = features(falling)
    assert (result.dips, result.falls_at) == ((), "high")
    assert "a dip lies above the sweep" in say(describe(falling, result))


def test_noise_of_a_smooth_sweep_is_nearly_nothing():
    assert noise_of(swept(Resonator(7e6, 50, 30), np.linspace(6e6, 8e6, 200))) < 1e-6


def test_bands_say_what_they_need():
    sweep = swept(Resonator(7.1e6, 50, 12), np.linspace(6.9e6, 7.4e6, 101))
    band = Band("40 m", 7.0e6, 7.2e6)
    reading = read_band(sweep, band, 2.0)
    assert reading.need == "nothing"
    assert reading.least <= reading.middle == pytest.approx(1.0, abs=0.01)
    assert reading.worst == pytest.approx(np.max([reading.low, reading.high]), rel=1e-9)
    assert read_band(sweep, band, 1.2).need == "radio"
    sharp = swept(Resonator(7.1e6, 50, 60), sweep.freq_hz)
    assert read_band(sharp, band, 2.0).need == "wide"
    partly = read_band(sweep, Band("edge", 7.3e6, 7.6e6), 2.0)
    assert (partly.need, partly.high) == (None, None)
    assert partly.low > 1


def test_total_reflection_and_single_points_are_read_without_a_warning():
    for gamma in (1.0, -1.0, 1j):
        sweep = with_phase(np.linspace(1e6, 2e6, 50), np.full(50, gamma + 0j))
        assert features(sweep).dips == ()
        assert np.isinf(sweep.swr).all()
    assert features(with_phase(np.array([7e6]), np.array([0.2 + 0j]))).dips == ()


@given(RESONATORS, st.floats(1.05, 4.0))
def test_width_edges_lie_on_their_swr(resonator, ratio):
    """Whatever the level, the SWR of the truth at both edges is that level (to a thousandth)."""
    freq = np.linspace(resonator.f0_hz * 0.5, resonator.f0_hz * 1.5, 801)
    dips = features(swept(resonator, freq), comfort_swr=ratio).dips
    width = next(w for w in dips[0].widths if w.swr == ratio)
    if not width.reached:
        assert dips[0].swr > ratio
        return
    for edge in (width.low_hz, width.high_hz):
        if edge is not None:
            assert swept(resonator, np.array([edge])).swr[0] == pytest.approx(ratio, rel=1e-3)


@given(RESONATORS, st.floats(0, 40), st.sampled_from(["rg-213", "rg-58", "window-450"]))
def test_through_a_cable_nothing_returns_more_than_it_gets(resonator, length_m, slug):
    """And on a 50 Ω line the SWR in the room is never above that at the antenna, but for its Z₀ being not
    quite real."""
    run = (Line(shelf.line_type(slug), length_m),)
    freq = np.linspace(resonator.f0_hz * 0.8, resonator.f0_hz * 1.2, 401)
    seen = move(swept(resonator, freq), run, 1, 0).sweep
    assert (seen.rho < 1 + 1e-9).all()
    if run[0].line.r0_ohm == 50:
        assert (seen.rho <= swept(resonator, freq).rho + 0.02).all()


def test_a_parallel_resonance_is_told_from_a_series_one():
    """A full-wave wire: R in the thousands, X falling through zero."""
    q, f0, r = 15.0, 14.0e6, 3000.0
    freq = np.linspace(12e6, 16e6, 401)
    y = (1 + 1j * q * (freq / f0 - f0 / freq)) / r
    result = features(with_phase(freq, (1 / y - 50) / (1 / y + 50)))
    assert [resonance.kind for resonance in result.resonances] == ["parallel"]
    assert result.resonances[0].freq_hz == pytest.approx(f0, abs=500)
    assert result.resonances[0].r_ohm == pytest.approx(r, rel=1e-3)
    assert result.resonances[0].q == pytest.approx(q, rel=0.02)


def test_several_dips_come_deepest_first_each_with_its_own_resonance():
    freq = np.linspace(6e6, 24e6, 1801)
    low, high = Resonator(7.1e6, 80, 14), Resonator(21.2e6, 55, 18)
    z = np.where(freq < 14e6, impedance(swept(low, freq).gamma), impedance(swept(high, freq).gamma))
    result = features(with_phase(freq, (z - 50) / (z + 50)))
    assert [round(d.resonance.freq_hz / 1e6, 2) for d in result.dips[:2]] == [21.2, 7.1]
    assert result.dips[0].swr < result.dips[1].swr
    text = say(describe(with_phase(freq, (z - 50) / (z + 50)), result))
    assert text.startswith("The SWR is lowest at 21.2 MHz, 1.1.")
    assert "more dip" in text


def test_interpolation_is_linear_and_never_beyond_the_points():
    sweep = with_phase(np.array([7e6, 8e6]), np.array([0.2 + 0.2j, 0.4 - 0.2j]))
    assert sweep.at(np.array([7.5e6])).gamma[0] == pytest.approx(0.3)
    with refused("nothing is extrapolated"):
        sweep.at(np.array([8.1e6]))
    assert sweep.covers(7e6, 8e6)
    assert not sweep.covers(6.9e6, 7.5e6)
    with refused("rising"):
        with_phase(np.array([8e6, 7e6]), np.zeros(2))
