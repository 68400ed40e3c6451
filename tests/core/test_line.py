"""Feedlines: published figures, limits, and the standing wave."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.strategies import FREQ, LINE_TYPE, LOAD, LOSSLESS_LINE
from tithe.core import AttenuatedLine, Line, Station, Transmitter, TwoWireLine, solve, table
from tithe.core.parts.line import SPEED_OF_LIGHT, constants
from tithe.document import shelf

RG_213 = AttenuatedLine(50, 0.66, 0.598, 0.0073)


def stage_of(line, length_m, freq_hz, z):
    station = Station(Transmitter(100), (Line(line, length_m),), table(((freq_hz, z.real, z.imag),)))
    return solve(station, [freq_hz]).stages[0]


@pytest.mark.parametrize(
    ("length", "mhz", "load", "z_in", "loss", "handbook"),
    [
        (40, 7.1, 20 - 60j, 100.401 - 100.981j, 1.812, 1.778),
        (40, 3.65, 12 - 310j, 3.147 + 4.149j, 10.137, 9.949),
        (6, 3.65, 5 + 0j, None, 0.5522, 0.3411),
        (6, 3.65, 2000 + 0j, None, 0.4349, 1.2169),
    ],
)
def test_published_figures(length, mhz, load, z_in, loss, handbook):
    stage = stage_of(RG_213, length, mhz * 1e6, load)
    assert stage.loss_db[0] == pytest.approx(loss, abs=6e-4)
    assert stage.details.handbook_db[0] == pytest.approx(handbook, abs=6e-5 if handbook < 1.5 else 6e-4)
    if z_in is not None:
        assert abs(stage.source.z_ohm[0] - z_in) < 1e-3


def test_published_constants():
    _, z0 = constants(RG_213, np.array([7.1e6]))
    assert abs(z0[0] - (50.002 - 0.394j)) < 6e-4
    assert stage_of(RG_213, 40, 7.1e6, 50 + 0j).details.matched_db[0] == pytest.approx(0.6581, abs=5e-5)


def test_extra_loss_can_be_negative():
    """A short line ended by a high resistance carries less current than when matched."""
    stage = stage_of(AttenuatedLine(50, 0.66, 0.6, 0), 0.5, 3.65e6, 150 + 0j)
    assert stage.loss_db[0] < stage.details.matched_db[0]


@given(LINE_TYPE, FREQ, LOAD)
def test_zero_length_is_nothing(line, freq, z):
    stage = stage_of(line, 0.0, freq, z)
    assert stage.loss_db[0] == pytest.approx(0, abs=1e-12)
    assert stage.source.z_ohm[0] == pytest.approx(z, rel=1e-9)


@given(st.floats(0, 200), FREQ, LOAD)
def test_a_lossless_line_takes_nothing(length, freq, z):
    # 1e-9: rounding only; the power is a difference of terms up to the SWR (here below 1e4) larger.
    assert stage_of(LOSSLESS_LINE, length, freq, z).loss_db[0] == pytest.approx(0, abs=1e-9)


@given(LINE_TYPE, FREQ, LOAD, st.floats(0, 60), st.floats(0, 60))
def test_two_lengths_are_their_sum(line, freq, z, item, two):
    f = np.array([freq])
    whole, parts = (
        Line(line, item + two).two_port(f),
        Line(line, item).two_port(f) @ Line(line, two).two_port(f),
    )
    for a, b in zip(whole, parts, strict=True):
        np.testing.assert_allclose(a, b, rtol=1e-8, atol=1e-8 * np.abs(whole.a).max() * 600)


def test_a_matched_line_loses_its_matched_loss():
    f = np.array([7.1e6])
    _, z0 = constants(RG_213, f)
    stage = stage_of(RG_213, 40, 7.1e6, complex(z0[0]))
    # Z₀ is slightly reactive, so that a conjugate-free ending still ripples a little.
    assert stage.loss_db[0] == pytest.approx(stage.details.matched_db[0], rel=2e-3)


@given(LINE_TYPE, FREQ, LOAD, st.floats(0.1, 120))
def test_crests_of_volts_and_amps_are_the_true_ones(line, freq, z, length):
    details = stage_of(line, length, freq, z).details
    x = np.linspace(0, length, 20_001)[:, None]
    along = details.at(x)
    (volts, volts_at), (amps, amps_at) = details.volts_peak_max, details.amps_rms_max
    brute_v, brute_i = np.sqrt(2) * np.abs(along.v), np.abs(along.i)
    # The grid misses a crest by at most its spacing: 120 m / 20,000 is a 1.7e-3 rad step, squared 3e-6.
    assert volts[0] == pytest.approx(brute_v.max(), rel=1e-5)
    assert amps[0] == pytest.approx(brute_i.max(), rel=1e-5)
    assert np.sqrt(2) * np.abs(details.at(volts_at).v)[0] == pytest.approx(volts[0], rel=1e-9)
    assert np.abs(details.at(amps_at).i)[0] == pytest.approx(amps[0], rel=1e-9)


@given(LINE_TYPE, FREQ, LOAD, st.floats(0.1, 120))
def test_heat_along_the_line_adds_up_to_what_it_takes(line, freq, z, length):
    stage = stage_of(line, length, freq, z)
    x = np.linspace(0, length, 4001)[:, None]
    along, f = stage.details.at(x), np.array([freq])
    heat = (
        line.series_ohm_per_m(f) * np.abs(along.i) ** 2 + line.shunt_siemens_per_m(f) * np.abs(along.v) ** 2
    )
    assert np.trapezoid(heat[:, 0], x[:, 0]) == pytest.approx(stage.taken_w[0], rel=1e-4, abs=1e-9)
    assert stage.details.heat_w_per_m_max[0] <= heat.max() * (1 + 1e-4) or heat.max() == 0


def test_two_wire_geometry_agrees_with_the_shelf():
    line = TwoWireLine(2.05e-3, 100e-3, 0.975)
    row = shelf.lines()["open-600"]
    assert line.r0_ohm == pytest.approx(row.r0_ohm, rel=0.01)
    f = np.array([10e6])
    gamma, _ = constants(line, f)
    shelf_db_per_100m = row.k1_db_per_100m * np.sqrt(10)
    assert gamma.real[0] * 868.59 == pytest.approx(shelf_db_per_100m, rel=0.02)
    assert 2 * np.pi * f[0] / gamma.imag[0] == pytest.approx(0.975 * SPEED_OF_LIGHT, rel=1e-3)
