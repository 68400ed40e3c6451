"""Stepped and rated tuners, and lines fitted from readings."""

import itertools
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.said import refused
from tests.strategies import FREQ, LOAD
from tithe.core import (
    RatedTuner,
    Station,
    SteppedTuner,
    Transmitter,
    fitted_line,
    solve,
    table,
)
from tithe.core.parts.tuner.elements import Strays
from tithe.core.reflection import reflection, swr
from tithe.core.twoport import Port
from tithe.text import say


def port(z):
    return Port(np.array([z]), np.array([1 + 0j]))


@given(FREQ, LOAD, st.sampled_from([Strays(), Strays(60e-9, 10e-12)]))
def test_stepped_finds_the_best_of_all_its_steps(freq, z, strays):
    """Against every one of the 2 × 16 × 16 settings of a small tuner."""
    tuner = SteppedTuner(c_bits=4, l_bits=4, c_step_f=60e-12, l_step_h=0.3e-6, strays=strays)
    load = port(z)
    tuned = tuner.tune(np.array([freq]), load, 50.0)

    def miss(two_port):
        source = two_port.input(load)
        return float(np.abs(reflection(source.v, source.i, 50.0))[0])

    best = min(
        miss(
            ladder.two_port(
                np.array([freq]),
                np.array([[near * step[ladder.near.kind]], [cross * step[ladder.cross.kind]]]),
            )
        )
        for step in ({"coil": tuner.l_step_h, "capacitor": tuner.c_step_f},)
        for ladder in tuner.ladders
        for near, cross in itertools.product(range(16), range(16))
    )
    assert miss(tuned.two_port) == pytest.approx(best, rel=1e-9, abs=1e-12)
    for name, value in tuned.setting.items():
        steps = value[0] / (tuner.l_step_h if name == "l" else tuner.c_step_f)
        assert steps == pytest.approx(round(steps), abs=1e-6)


def test_stepped_settings_by_hand_repeat_what_auto_found():
    tuner, load, f = SteppedTuner(), port(30 - 120j), np.array([7.1e6])
    auto = tuner.tune(f, load, 50.0)
    setting: dict[str, Any] = {name: float(value[0]) for name, value in auto.setting.items()}
    setting["form"] = auto.form_slugs[int(auto.form[0])]
    by_hand = SteppedTuner(setting=setting).tune(f, load, 50.0)
    assert by_hand.input(load).z_ohm[0] == pytest.approx(auto.input(load).z_ohm[0])
    assert auto.matched[0]


@given(FREQ, LOAD, st.integers(1, 255))
def test_a_bare_coil_bears_the_same_whatever_the_form_is_called(freq, z, steps):
    """With no capacitor switched in both forms are one circuit; only the coil limits it."""
    load, limits = port(z), []
    for form in ("l-coil-then-shunt-c", "l-shunt-c-then-coil"):
        setting = {"form": form, "c": 0.0, "l": steps * 0.05e-6}
        tuner = SteppedTuner(setting=setting, capacitor_volts=1000, coil_amps=4)
        tuned = tuner.tune(np.array([freq]), load, 50.0)
        source = tuned.input(load)
        limits.append(tuned.details(source.powered(np.ones(1)), load.powered(np.ones(1))).limit_w[0])
        assert limits[-1] == pytest.approx(4**2 * source.z_ohm[0].real, rel=1e-9)
    assert limits[0] == pytest.approx(limits[1], rel=1e-12)


@given(FREQ, LOAD, st.floats(1.5, 20), st.floats(0, 1), st.floats(0, 2))
def test_rated_tuner_keeps_its_sheet(freq, z, reach, at_1, more):
    tuner = RatedTuner(reach, at_1, at_1 + more)
    station = Station(Transmitter(), (tuner,), table(((freq, z.real, z.imag),)))
    budget = solve(station, [freq])
    ratio = float(swr(np.abs(reflection(np.array(z), np.array(1 + 0j), 50.0))))
    stage = budget.stages[0]
    assert stage.tuned.matched[0] == (ratio <= reach * (1 + 1e-12))
    if ratio <= reach:
        assert budget.swr[0] == pytest.approx(1, abs=1e-6)
        expected = at_1 + more * (ratio - 1) / (reach - 1)
        assert stage.loss_db[0] == pytest.approx(expected, abs=1e-9)
    else:
        assert budget.swr[0] == pytest.approx(ratio / reach)
        assert stage.loss_db[0] == pytest.approx(at_1 + more, abs=1e-9)
        assert say(stage.tuned.shortfall(0).message).startswith("reaches SWR ")


def test_rated_tuner_at_open_and_short_stays_finite():
    for load in (Port(np.array([1 + 0j]), np.array([0j])), Port(np.array([0j]), np.array([1 + 0j]))):
        source = RatedTuner().tune(np.array([7e6]), load, 50.0).input(load)
        assert np.isfinite([source.v[0], source.i[0]]).all()
        assert source.power_w[0] == pytest.approx(0, abs=1e-12)


@given(st.floats(0, 3), st.floats(0, 0.05), st.lists(st.floats(1, 50), min_size=2, max_size=8, unique=True))
def test_a_fit_through_exact_readings_returns_their_line(k1, k2, mhz):
    readings = tuple((f * 1e6, k1 * np.sqrt(f) + k2 * f) for f in sorted(mhz))
    line = fitted_line(readings, 50.0, 0.8)
    at = np.array(sorted(mhz)) * 1e6
    fitted = line.k1 * np.sqrt(at / 1e6) + line.k2 * at / 1e6
    np.testing.assert_allclose(fitted, [db for _, db in readings], atol=1e-6)
    assert line.fit_residual_db_per_100m == pytest.approx(0, abs=1e-6)


def test_a_fit_tells_its_residual_and_needs_two_frequencies():
    readings = ((1e6, 0.7), (4e6, 1.1), (16e6, 2.6))
    line: Any = fitted_line(readings, 50.0, 0.66)
    misses = [line.k1 * np.sqrt(f / 1e6) + line.k2 * f / 1e6 - db for f, db in readings]
    assert line.fit_residual_db_per_100m == pytest.approx(np.sqrt(np.mean(np.square(misses))))
    assert line.k1 > 0
    with refused("two different frequencies"):
        fitted_line(((1e6, 0.7), (1e6, 0.8)), 50.0, 0.66)
