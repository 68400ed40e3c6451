"""Trimming, counted radials, and what a later sweep says about the baseline."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.sweep.conftest import swept
from tests.said import refused
from tithe.core import Resonator, table
from tithe.core.sweep import (
    Analyzer,
    RadialReading,
    TrimStep,
    advise,
    compare,
    judge,
    judge_radials,
    learned,
    measure,
    without_phase,
)
from tithe.text import say

ANALYZER = Analyzer(5e6, 9e6, 401, noise=0.001)


@given(st.floats(3e6, 30e6), st.floats(0.9, 1.1), st.floats(1, 40))
def test_the_wire_changes_by_the_ratio_of_frequencies(target, ratio, wire_m):
    advice = advise(target * ratio, target, wire_m, 2, "wire")
    if advice.change is None:
        assert abs(ratio - 1) <= 0.001
        return
    assert (wire_m + advice.change) * target == pytest.approx(wire_m * target * ratio)
    assert advice.step == pytest.approx(advice.change / 2)
    assert ("Lengthen" if ratio > 1 else "Cut") in say(advice.messages)
    assert "Go half" in say(advice.messages)


def test_advice_without_a_length_and_for_a_coil():
    assert "2.1 % of its length" in say(advise(7.25e6, 7.1e6, None, 2, "wire").messages)
    coil = advise(7.0e6, 7.1e6, None, 1, "coil")
    assert coil.change == pytest.approx((7.0 / 7.1) ** 2 - 1)
    assert "less inductance" in say(coil.messages)
    with refused("sides: must lie between 1 and 2"):
        advise(7e6, 7.1e6, 10, 3, "wire")


def test_each_step_is_judged_and_the_last_one_teaches():
    steps = (
        TrimStep(6.90e6),
        TrimStep(6.80e6, +0.15),
        TrimStep(7.00e6, -0.30),
        TrimStep(7.15e6, -0.20),
        TrimStep(7.149e6, 0.001),
        TrimStep(7.10e6, -0.07),
        TrimStep(None),
    )
    verdicts = judge(steps, 7.1e6)
    assert [v.course for v in verdicts] == ["start", "wrong", "nearer", "past", "still", "nearer", "lost"]
    assert "That went the wrong way: it moved 100 kHz down" in say(verdicts[1].messages)
    assert "lies where it should" in say(verdicts[5].messages)
    assert "Shorter should raise it" in say(verdicts[5].messages)
    taught = learned(steps[:3], 7.1e6)
    assert taught.change == pytest.approx(-0.15)
    assert "6.67 kHz per centimetre" in say(taught.messages)
    assert learned(steps[:1], 7.1e6) is None


@given(st.floats(5, 60), st.floats(1, 100), st.sampled_from([1.0, 0.5]))
def test_radials_forecast_holds_the_truth_of_either_law(rest, ground, power):
    readings = tuple(RadialReading(n, rest + ground * n**-power, 5.0) for n in (4, 8, 16))
    verdict = judge_radials(readings)
    now, then = rest + ground * 16**-power, rest + ground * 32**-power
    low, high = verdict.next_gain_db or (0.0, 0.0)
    gain = 10 * np.log10(now / then)
    assert low - 1e-6 <= gain <= high + 1e-6
    assert verdict.readings[-1].wire_m == 80


def test_radials_that_tell_nothing_say_so():
    assert judge_radials((RadialReading(4, 50.0),)).next_count is None
    worse = judge_radials((RadialReading(4, 50.0), RadialReading(8, 55.0)))
    assert "it did not fall" in say(worse.messages)


def at_room(station, **changes):
    return measure(replace(station, **changes), 0, replace(ANALYZER, seed=5))


@pytest.mark.parametrize(
    ("case", "cause", "words"),
    [
        ("same", None, "Nothing has changed"),
        ("longer", "longer", "the wire acts longer"),
        ("shorter", "shorter", "the wire acts shorter"),
        ("wet", "cable-loss", "Water in the cable"),
        ("open", "connection", "a connector, a short or an open"),
        ("ground", "resistance", "the loss in ground, radials, coil or joints"),
        ("jumper", "other-plane", "of line (electrical length) had been added"),
    ],
)
def test_the_likeliest_cause_comes_first(dipole_station, case, cause, words):
    run = dipole_station.chain
    wet = replace(run[1].line, k1=run[1].line.k1 * 1.6, k2=run[1].line.k2 * 2)
    changes = {
        "same": {},
        "longer": {"antenna": Resonator(6.98e6, 60, 12)},
        "shorter": {"antenna": Resonator(7.22e6, 60, 12)},
        "wet": {"chain": (run[0], replace(run[1], line=wet))},
        "open": {"antenna": table(((1e6, 1e7, 0), (60e6, 1e7, 0)))},
        "ground": {"antenna": Resonator(7.1e6, 105, 8)},
        "jumper": {"chain": (replace(run[0], length_m=3.5), run[1])},
    }
    drift = compare(measure(dipole_station, 0, ANALYZER), at_room(dipole_station, **changes[case]))
    assert (drift.causes[0].id if drift.causes else None) == cause
    assert words in say(drift.messages)
    assert [c.strength for c in drift.causes] == sorted((c.strength for c in drift.causes), reverse=True)


def test_drift_works_on_swr_alone_and_refuses_what_has_nothing_in_common():
    freq = np.linspace(6.5e6, 7.7e6, 200)
    before, after = (swept(Resonator(f, 60, 12), freq) for f in (7.1e6, 7.0e6))
    drift = compare(without_phase(freq, before.swr), without_phase(freq, after.swr))
    assert drift.causes[0].id == "longer"
    with refused("no frequencies in common"):
        compare(before, swept(Resonator(14e6, 60, 12), np.linspace(14e6, 15e6, 20)))
