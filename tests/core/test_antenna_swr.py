"""Antennas known by SWR only: the whole circle, read here or there, and contradictions."""

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.strategies import FREQ, logarithmic
from tithe.core import (
    AttenuatedLine,
    InputError,
    Line,
    LossResistance,
    Station,
    SwrAntenna,
    Transmitter,
    Tuner,
    solve,
    table,
)
from tithe.core.line import constants
from tithe.core.reflection import reflection, reflection_of, rho_of_swr, swr
from tithe.formats import shelf

RG_58 = shelf.line_type("rg-58")


def one_point(freq, ratio, **more):
    return SwrAntenna(((freq, ratio),), **more)


@given(FREQ, logarithmic(1, 50), st.floats(1, 40))
def test_every_true_load_of_that_swr_lies_inside_the_span(freq, ratio, length):
    chain = (Tuner("l", c_max_f=3e-9), Line(RG_58, length))
    budget = solve(Station(Transmitter(), chain, one_point(freq, ratio)), [freq])
    assert budget.radiated_w.shape == (72, 1)
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
    with pytest.raises(
        InputError, match=r"SWR 5 in the room at 28 MHz contradicts the run, which loses 7.98 dB"
    ):
        solve(station, [28e6])


def test_points_are_interpolated_never_extrapolated_and_never_below_one():
    antenna = SwrAntenna(((7e6, 3.0), (7.2e6, 1.0)))
    assert antenna.rho(np.array([7.1e6]))[0] == pytest.approx(0.25)
    with pytest.raises(InputError, match=r"7 to 7\.2 MHz"):
        antenna.rho(np.array([7.3e6]))
    with pytest.raises(InputError, match="an SWR is never below 1"):
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
    with pytest.raises(InputError, match="at every phase"):
        solve(Station(Transmitter(), (), one_point(7e6, 1.0, loss=LossResistance(((1e6, 60.0),)))), [7e6])
