"""Antennas known by SWR only: the whole circle, read here or there, and contradictions."""

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.said import refused
from tests.strategies import FREQ, LOAD, PASSIVE, logarithmic
from tithe.answers.station import budget_json
from tithe.core import (
    AttenuatedLine,
    Inline,
    Line,
    LossResistance,
    Meter,
    Station,
    SwrAntenna,
    Transmitter,
    Tuner,
    solve,
    table,
)
from tithe.core.parts.line import constants
from tithe.core.reflection import reflection, reflection_of, rho_of_swr, swr
from tithe.core.twoport import Port
from tithe.document import shelf

RG_58 = shelf.line_type("rg-58")


def one_point(freq, ratio, **more):
    return SwrAntenna(((freq, ratio),), **more)


@given(FREQ, logarithmic(1, 50), st.floats(1, 40))
def test_every_true_load_of_that_swr_lies_inside_the_span(freq, ratio, length):
    chain = (Tuner("l", c_max_f=3e-9), Line(RG_58, length))
    budget = solve(Station(Transmitter(), chain, one_point(freq, ratio)), [freq])
    assert len(budget.radiated_w) >= 72
    low, high = budget.stages[1].loss_db.min(), budget.stages[1].loss_db.max()
    for angle in np.linspace(0.1, 6.2, 7):
        gamma = rho_of_swr(ratio) * np.exp(1j * angle)
        z = 50 * (1 + gamma) / (1 - gamma)
        true = solve(Station(Transmitter(), chain, table(((freq, z.real, z.imag),))), [freq])
        loss = true.stages[1].loss_db[0]
        # 72 phases lie 5° apart; the loss varies by at most its span times half that step.
        slack = (high - low) * 0.05 + 1e-9
        assert low - slack <= loss <= high + slack


@given(FREQ, logarithmic(1.01, 4), st.floats(0, 20))
def test_from_the_room_and_back_again(freq, ratio, length):
    """The antenna taken from a room SWR shows just that SWR in the room, at every phase."""
    line = Line(RG_58, length)
    lost = line.matched_db(np.array([freq]))[0]
    assume(rho_of_swr(ratio) * 10 ** (lost / 10) < 0.97)
    station = Station(Transmitter(), (Tuner(setting="bypass"), line), one_point(freq, ratio, plane="radio"))
    budget = solve(station, [freq])
    np.testing.assert_allclose(budget.swr, ratio, rtol=1e-6)
    at_feedpoint = np.abs(reflection(budget.antenna.v, budget.antenna.i, 50.0))
    # The simple rule takes Z₀ for 50 Ω. Changing the reference by a reflection δ moves Γ by δ(1 + ρ²) at the
    # most (to first order): once at the room's end, carried through the loss, and once at the antenna's.
    _, z0 = constants(RG_58, np.array([freq]))
    delta = float(np.abs(reflection_of(z0, 50.0))[0])
    rho, gain = float(rho_of_swr(ratio)), 10 ** (lost / 10)
    simple = rho * gain
    angle = delta * ((1 + rho**2) * gain + 1 + simple**2)
    np.testing.assert_allclose(at_feedpoint, simple, rtol=0, atol=1.1 * angle + 1e-9)


def test_a_lossless_50_ohm_line_changes_no_swr():
    line = Line(AttenuatedLine(50, 0.66, 0, 0), 13.0)
    budget = solve(Station(Transmitter(), (line,), one_point(7e6, 3.0, plane="radio")), [7e6])
    np.testing.assert_allclose(
        swr(np.abs(reflection(budget.antenna.v, budget.antenna.i, 50.0))), 3, rtol=1e-9
    )


def test_an_swr_that_contradicts_the_cable_is_refused_with_the_reason():
    station = Station(Transmitter(), (Line(RG_58, 100),), one_point(28e6, 5.0, plane="radio"))
    with refused(r"SWR 5 in the room at 28 MHz contradicts the run, which loses 7.98 dB"):
        solve(station, [28e6])


def test_points_are_interpolated_never_extrapolated_and_never_below_one():
    antenna = SwrAntenna(((7e6, 3.0), (7.2e6, 1.0)))
    assert antenna.rho(np.array([7.1e6]))[0] == pytest.approx(0.25)
    with refused(r"7 MHz to 7\.2 MHz"):
        antenna.rho(np.array([7.3e6]))
    with refused("an SWR is never below 1"):
        SwrAntenna(((7e6, 0.9),))


def test_infinite_looking_swr_stays_finite_where_it_can():
    budget = solve(Station(Transmitter(), (Line(RG_58, 10),), one_point(7e6, 1e9)), [7e6])
    assert np.isfinite(budget.radiated_w).all()
    assert budget.radiated_w.max() < 1e-3


def test_phases_with_less_resistance_than_the_loss_are_left_out():
    loss = LossResistance(((1e6, 20.0),))
    budget = solve(Station(Transmitter(), (), one_point(7e6, 4.0, loss=loss)), [7e6])
    resistance = budget.antenna.z_ohm.real
    assert resistance.min() >= 20 * (1 - 1e-9)
    assert resistance.max() == pytest.approx(200, rel=1e-3)
    with refused("at every phase"):
        solve(Station(Transmitter(), (), one_point(7e6, 1.0, loss=LossResistance(((1e6, 60.0),)))), [7e6])


@given(LOAD, FREQ, st.lists(PASSIVE, min_size=1, max_size=4))
def test_what_any_passive_antenna_shows_through_any_run_is_no_contradiction(z, freq, chain):
    """A reading in the room that is true of some antenna is taken, whatever the run transforms it to."""
    f = np.array([freq])
    port = Port(np.array([z]), np.ones(1, complex))
    for part in reversed(chain):
        port = part.two_port(f).input(port)
    seen = float(swr(np.abs(port.gamma(50.0)))[0])
    assume(seen < 1e6)
    station = Station(Transmitter(), tuple(chain), one_point(freq, seen, plane="radio"))
    budget = solve(station, [freq])
    assert (budget.antenna.z_ohm.real >= -1e-6 * np.abs(budget.antenna.z_ohm)).all()
    np.testing.assert_allclose(np.abs(budget.gamma), rho_of_swr(seen), atol=1e-6)


def test_a_true_reading_through_ribbon_is_taken():
    """60 Ω through 30.75 m of 300 Ω ribbon at 28.5 MHz shows SWR 16 and more in the room."""
    line = Line(shelf.line_type("ribbon-300"), 30.75)
    seen = solve(Station(Transmitter(), (line,), table(((28.5e6, 60, 0),))), [28.5e6]).swr[0]
    assert seen == pytest.approx(16.25, rel=0.01)
    budget = solve(Station(Transmitter(), (line,), one_point(28.5e6, seen, plane="radio")), [28.5e6])
    resistance = budget.antenna.z_ohm.real
    assert resistance.min() <= 60 <= resistance.max()


RUNS = {
    "coax alone": (Line(RG_58, 12.0),),
    "T tuner": (Tuner("t-highpass", capacitor_volts=1000, coil_amps=5), Line(RG_58, 25.0), Inline(0.1)),
    "ribbon": (Tuner("l", c_max_f=3e-9), Line(shelf.line_type("window-450"), 17.0), Meter()),
}


@pytest.mark.parametrize("ratio", [20.7, 94.0, 100.0])
@pytest.mark.parametrize("run", RUNS)
def test_the_extremes_are_those_of_the_whole_circle(run, ratio):
    """Against 20,000 phases: volts, amps and SWR to 1 %, watts to 1 % or 10 mW of the 100 W; 72 even phases
    miss the peaks by up to a fifth."""
    station = Station(Transmitter(), RUNS[run], one_point(14.2e6, ratio))
    few = solve(station, [14.2e6])
    all_of_them = solve(station, [14.2e6], np.linspace(0, 1, 20_000, endpoint=False)[:, None])
    for name, figure, least in (
        ("radiated", lambda b: b.radiated_w, 1.0),
        ("swr", lambda b: b.swr, 0.0),
        *((f"taken {n}", lambda b, n=n: b.stages[n].taken_w, 1.0) for n in range(len(RUNS[run]))),
        *((f"volts {n}", lambda b, n=n: np.abs(b.stages[n].source.v), 0.0) for n in range(len(RUNS[run]))),
        *((f"amps {n}", lambda b, n=n: np.abs(b.stages[n].source.i), 0.0) for n in range(len(RUNS[run]))),
        ("feedpoint volts", lambda b: np.abs(b.antenna.v), 0.0),
    ):
        for end in (np.min, np.max):
            result, true = end(figure(few)), end(figure(all_of_them))
            assert result == pytest.approx(true, rel=0.01, abs=0.01 * least), (name, end.__name__)


def test_medians_are_those_of_the_whole_circle_however_many_phases_are_added():
    station = Station(Transmitter(), RUNS["coax alone"], one_point(14.2e6, 60.0))
    figures = budget_json.result(solve(station, [14.2e6]), 0)
    many = solve(station, [14.2e6], np.linspace(0, 1, 20_000, endpoint=False)[:, None])
    assert figures["total"]["radiated_w"]["median"] == pytest.approx(np.median(many.radiated_w), rel=0.05)


def test_the_room_and_a_stated_loss_leave_an_arc():
    """Both ends of the arc are where the resistance is just the loss."""
    line, loss = Line(RG_58, 10.0), LossResistance(((1e6, 20.0),))
    station = Station(Transmitter(), (line,), one_point(7e6, 4.0, plane="radio", loss=loss))
    resistance = solve(station, [7e6]).antenna.z_ohm.real
    assert resistance.min() == pytest.approx(20, rel=1e-6)
    assert resistance[0] == pytest.approx(20, rel=1e-6)


@given(FREQ, st.floats(-2000, 2000), st.lists(PASSIVE, min_size=1, max_size=3))
def test_a_bare_end_shows_the_most_that_a_run_can_and_is_taken(freq, x, chain):
    """A reactance is the edge of what is passive: its own reading contradicts nothing."""
    f = np.array([freq])
    port = Port(np.array([1j * x]), np.ones(1, complex))
    for part in reversed(chain):
        port = part.two_port(f).input(port)
    seen = float(swr(np.minimum(np.abs(port.gamma(50.0)), 1.0))[0])
    assume(1 <= seen < 1e6)
    station = Station(Transmitter(), tuple(chain), one_point(freq, seen, plane="radio"))
    assert np.isfinite(solve(station, [freq]).radiated_w).all()
