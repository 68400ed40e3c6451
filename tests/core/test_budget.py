"""The sum: it adds up, agrees with an independent library, and counts three ways."""

import json
from typing import Any

import numpy as np
import pytest
import skrf
from hypothesis import assume, given
from hypothesis import strategies as st
from skrf.network import a2s

from tests.said import refused
from tests.strategies import FREQ, LOAD, PASSIVE, stations
from tithe.answers.station import budget_json
from tithe.core import (
    PROTECTIONS,
    Inline,
    InputError,
    Line,
    LossResistance,
    Meter,
    Protection,
    Resonator,
    Station,
    Transmitter,
    Tuner,
    solve,
    table,
)
from tithe.core.parts.line import constants
from tithe.core.reflection import mismatch_loss_db, reflection_of, swr
from tithe.core.verdict import moving_the_match, state_at, verdict_at
from tithe.document import shelf
from tithe.text import say
from tithe.text.quantities import watts


@given(stations())
def test_every_watt_is_accounted_for(case):
    station, freq = case
    budget = solve(station, [freq])
    taken = budget.drive.held_back_w + budget.drive.turned_back_w + budget.antenna_taken_w
    taken = taken + sum(stage.taken_w for stage in budget.stages)
    assert (taken + budget.radiated_w)[0] == pytest.approx(station.transmitter.power_w, rel=1e-9)
    assert all(stage.taken_w[0] >= -1e-9 * station.transmitter.power_w for stage in budget.stages)
    for before, after in zip(budget.stages, budget.stages[1:], strict=False):
        assert before.out_w[0] == pytest.approx(after.in_w[0], rel=1e-12, abs=1e-12)


@given(st.lists(PASSIVE, min_size=1, max_size=6), FREQ, LOAD)
def test_agrees_with_scikit_rf(parts, freq, z):
    """The same cascade as ABCD matrices through scikit-rf's S-parameters, to 1e-9 of the matrix's size."""
    f = np.array([freq])
    network = None
    for part in parts:
        if isinstance(part, Line):
            # At no length at all scikit-rf nudges the singular matrix by 1e-7 on purpose.
            assume(part.length_m > 0.01)
            gamma, z0 = constants(part.line, f)
            media = skrf.media.DefinedGammaZ0(
                skrf.Frequency.from_f(f, unit="hz"), gamma=gamma, z0=z0, z0_port=50
            )
            item = media.line(part.length_m, "m")
        else:
            port = part.two_port(f)
            abcd = np.array([[[port.a[0], port.b[0]], [port.c[0], port.d[0]]]])
            item = skrf.Network(f=f, f_unit="hz", s=a2s(abcd, 50 * np.ones((1, 2))), z0=50)
        network = item if network is None else network**item
    gamma_load = reflection_of(np.array(z), 50)
    s = network.s[0]
    theirs = s[0, 0] + s[0, 1] * s[1, 0] * gamma_load / (1 - s[1, 1] * gamma_load)
    station = Station(Transmitter(), tuple(parts), table(((freq, z.real, z.imag),)))
    assert abs(solve(station, f).gamma[0] - theirs) < 1e-9


@given(stations())
def test_frequencies_do_not_disturb_one_another(case):
    station, freq = case
    z = station.antenna.terminals(np.array([freq])).z_ohm[0]
    wide = table(((freq * 0.9, z.real, z.imag), (freq * 1.1, z.real, z.imag)))
    station = Station(station.transmitter, station.chain, wide)
    many = solve(station, freq * np.array([0.9, 1.0, 1.1]))
    alone = solve(station, freq * np.array([1.0]))
    assert many.radiated_w[1] == pytest.approx(alone.radiated_w[0], rel=1e-9, abs=1e-12)


def test_an_empty_chain_is_radio_to_antenna():
    station = Station(Transmitter(100, protection=PROTECTIONS["none"]), (), table(((7e6, 150, 0),)))
    budget = solve(station, [7e6])
    assert budget.radiated_w[0] == pytest.approx(75)
    assert budget.counted.mismatch_only_db[0] == pytest.approx(float(mismatch_loss_db(0.5)))
    assert budget.total_db[0] == pytest.approx(float(mismatch_loss_db(0.5)))


def test_a_bypassed_part_is_not_there():
    line = Line(shelf.line_type("rg-58"), 20)
    antenna = table(((7e6, 30, 10),))
    without = solve(Station(Transmitter(), (line,), antenna), [7e6])
    chain = (Tuner(setting="bypass"), line, Inline(3.0, bypassed=True))
    bypassed = solve(Station(Transmitter(), chain, antenna), [7e6])
    assert bypassed.radiated_w[0] == without.radiated_w[0]
    assert bypassed.stages[2].taken_w[0] == 0


@given(st.floats(1, 100))
def test_protection_parts_in_three(ratio):
    rho = np.array([(ratio - 1) / (ratio + 1)])
    for transmitter in (Transmitter(80, protection=p) for p in PROTECTIONS.values()):
        drive = transmitter.drive(rho)
        assert (drive.held_back_w + drive.turned_back_w + drive.accepted_w)[0] == pytest.approx(80)
        assert min(drive.held_back_w[0], drive.turned_back_w[0], drive.accepted_w[0]) >= 0


def test_published_protection_profiles():
    at_3 = np.array([0.5])
    folds = Transmitter(100).drive(at_3)
    assert [folds.held_back_w[0], folds.turned_back_w[0], folds.accepted_w[0]] == pytest.approx(
        [50, 12.5, 37.5]
    )
    assert Transmitter(100, protection=PROTECTIONS["pi-output"]).drive(at_3).accepted_w[0] == pytest.approx(
        100
    )
    assert Transmitter(100, protection=PROTECTIONS["none"]).drive(np.array([1.0])).accepted_w[0] == 0


def test_a_tuner_never_changes_what_the_antenna_side_shows():
    line, antenna = Line(shelf.line_type("rg-213"), 38), table(((7e6, 20, -60),))
    readings = []
    for setting in ("auto", "bypass"):
        chain = (Meter("radio side"), Tuner(setting=setting, c_max_f=1e-9), Meter("antenna side"), line)
        stages = solve(Station(Transmitter(), chain, antenna), [7e6]).stages
        readings.append([stages[0].details.swr[0], stages[2].details.swr[0]])
    assert readings[0][1] == pytest.approx(readings[1][1])
    assert readings[0][0] == pytest.approx(1, abs=1e-6)
    assert readings[1][0] == pytest.approx(readings[1][1])


@given(stations(), st.floats(0.1, 40))
def test_meter_reads_net_power_and_its_interval_holds(case, directivity):
    station, freq = case
    meter = Meter(full_scale_w=200, accuracy_pct=5, directivity_db=directivity)
    budget = solve(Station(station.transmitter, (meter, *station.chain), station.antenna), [freq])
    reading = budget.stages[0].details
    assert (reading.forward_w - reading.reflected_w)[0] == pytest.approx(
        budget.stages[0].in_w[0], rel=1e-9, abs=1e-9
    )
    for value, interval in (
        (reading.forward_w, reading.forward_interval_w),
        (reading.reflected_w, reading.reflected_interval_w),
        (reading.swr, reading.swr_interval),
    ):
        assert interval.low[0] <= value[0] * (1 + 1e-9)
        assert value[0] <= interval.high[0] * (1 + 1e-9)


def test_an_ideal_meter_has_no_doubt():
    stages = solve(Station(Transmitter(), (Meter(),), table(((7e6, 100, 0),))), [7e6]).stages
    reading = stages[0].details
    assert reading.swr_interval.low[0] == pytest.approx(2)
    assert reading.swr_interval.high[0] == pytest.approx(2)


def test_loss_resistance_is_not_radiated():
    antenna = Resonator(7e6, 40, 10, loss=LossResistance(((1e6, 10.0),)))
    budget = solve(Station(Transmitter(100), (Tuner("l", c_max_f=2e-9),), antenna), [7.05e6])
    assert budget.radiated_w[0] / budget.antenna.power_w[0] == pytest.approx(0.75)
    with refused("more than the whole feedpoint resistance"):
        solve(Station(Transmitter(), (), Resonator(7e6, 8, 1, loss=LossResistance(((1e6, 9.0),)))), [7e6])


def test_nothing_is_extrapolated():
    station = Station(Transmitter(), (), table(((7.0e6, 50, 0), (7.2e6, 50, 10))))
    solve(station, [7.0e6, 7.2e6])
    with refused(r"6\.9 MHz lies outside .* \(7 MHz to 7\.2 MHz\)"):
        solve(station, [7.1e6, 6.9e6])
    for wrong in (0.0, -1e6, float("nan"), float("inf")):
        with pytest.raises(InputError):
            solve(station, [wrong])


def test_an_open_antenna_is_a_result():
    """SWR infinite all the way: nothing radiates, nothing is NaN."""
    station = Station(Transmitter(), (Line(shelf.line_type("rg-58"), 10), Tuner()), table(((7e6, 0, 1e11),)))
    budget = solve(station, [7e6])
    assert budget.radiated_w[0] == pytest.approx(0, abs=1e-3)
    assert np.isfinite(budget.drive.held_back_w).all()
    assert swr(np.abs(budget.gamma))[0] >= 1


def test_verdict_names_the_biggest_taker_and_the_moved_match_is_solved():
    line = Line(shelf.line_type("rg-58"), 60, "the long run")
    station = Station(Transmitter(100), (Tuner(label="room tuner"), line), table(((28.5e6, 300, -400),)))
    budget = solve(station, [28.5e6])
    said = verdict_at(budget, 0, "10 m")
    assert (said.biggest.place, said.biggest.label) == ("part", "the long run")
    assert say(said.messages).startswith("On 10 m, ")
    assert f" {watts(budget.radiated_w[0])} of 100 W leave" in say(said.messages)
    assert "would give back" in say(moving_the_match(budget, 0))


def test_on_speech_an_averaging_meter_shows_less_and_the_same_swr():
    antenna = table(((7e6, 100, 0),))
    readings = {}
    for mode in ("average", "peak"):
        meter = Meter(mode=mode, full_scale_w=200, accuracy_pct=2)
        station = Station(Transmitter(100, emission="speech"), (meter,), antenna)
        readings[mode] = solve(station, [7e6]).stages[0].details
    average, peak = readings["average"], readings["peak"]
    assert average.forward_w[0] == pytest.approx(0.2 * peak.forward_w[0])
    assert average.forward_interval_w.low[0] < average.forward_w[0] < average.forward_interval_w.high[0]
    assert average.swr[0] == peak.swr[0] == pytest.approx(2)
    assert average.swr_interval.low[0] <= 2 <= average.swr_interval.high[0]


def test_a_tuner_that_leaves_a_comfortable_swr_has_matched():
    antenna = table(((3.65e6, 8, -420),))
    for comfort, state, words in ((1.05, "unmatched", "No match is made"), (50, None, "within your comfort")):
        station = Station(Transmitter(), (Tuner(l_max_h=14e-6),), antenna, comfort_swr=comfort)
        budget = solve(station, [3.65e6])
        assert not budget.stages[0].details.tuned.matched[0]
        assert words in say(verdict_at(budget, 0).messages)
        assert (state_at(budget, 0) == "unmatched") == (state == "unmatched")


def test_a_radio_that_shuts_down_leaves_the_impedances_as_they_are():
    """Fold-back to nothing: no power flows, yet every Z, SWR, loss and limit is what it is with power."""
    shut = Protection(((1.0, 1.0), (3.0, 0.0)))
    chain = (Meter(), Line(shelf.line_type("rg-58"), 8.0), Tuner("l", setting="bypass"), Inline(0.1))
    antenna = table(((7.1e6, 5, 30),))
    off = solve(Station(Transmitter(protection=shut), chain, antenna), [7.1e6])
    on = solve(Station(Transmitter(protection=PROTECTIONS["none"]), chain, antenna), [7.1e6])
    assert off.radiated_w[0] == 0
    assert off.drive.held_back_w[0] == pytest.approx(100)
    assert off.swr[0] == pytest.approx(on.swr[0])
    dark: Any = budget_json.result(off, 0)
    lit: Any = budget_json.result(on, 0)
    assert dark["antenna"]["r_ohm"] == pytest.approx(5)
    for a, b in zip(dark["stages"], lit["stages"], strict=True):
        for key in ("r_in_ohm", "x_in_ohm", "swr_in", "loss_db"):
            assert a[key] == pytest.approx(b[key]), key
    assert dark["stages"][0]["swr"] == pytest.approx(on.swr[0])
    assert dark["stages"][1]["limit_w"] == pytest.approx(lit["stages"][1]["limit_w"])
    assert dark["stages"][1]["heat_w_per_m_max"] == 0


def test_a_tuner_behind_a_radio_that_shuts_down_still_tells_what_it_bears():
    shut = Protection(((1.0, 1.0), (1.5, 0.0)))
    tuner = Tuner(setting={"c1": 50e-12, "l": 2e-6, "c2": 50e-12}, capacitor_volts=1000, coil_amps=5)
    limits = [
        solve(Station(Transmitter(protection=p), (tuner,), table(((7.1e6, 5, 30),))), [7.1e6])
        .stages[0].details.limit_w[0]
        for p in (shut, PROTECTIONS["none"])
    ]  # fmt: skip
    assert limits[0] == pytest.approx(limits[1])


def test_a_short_and_an_open_behind_a_line_are_told_without_a_warning():
    for z in ((0, 0), (1e9, 0), (0, 1e9)):
        antenna = table(((7.0e6, *z), (7.2e6, *z)))
        budget = solve(
            Station(Transmitter(), (Tuner(), Line(shelf.line_type("rg-58"), 10)), antenna), [7.1e6]
        )
        text = json.dumps(budget_json.result(budget, 0), allow_nan=False)
        assert "handbook_note" in text


@given(st.floats(0.1, 0.4), st.floats(20, 120), st.floats(-30, 30), st.floats(0, 360))
def test_an_swr_read_on_speech_lies_in_its_interval(share, r, x, phase):
    """The instrument as it is: one share of the peak on both powers, a leak at some phase, an error of
    scale."""
    meter = Meter(full_scale_w=300, accuracy_pct=2, directivity_db=36)
    antenna, leak = table(((7e6, r, x),)), 10 ** (-36 / 20) * np.exp(1j * np.radians(phase))
    transmitter = Transmitter(500, emission="speech", protection=PROTECTIONS["none"])
    budget = solve(Station(transmitter, (meter,), antenna), [7e6])
    reading = budget.stages[0].details
    gamma = complex(budget.gamma[0])
    for up, down in ((6.0, -6.0), (-6.0, 6.0), (0.0, 0.0)):
        seen = share * 500 * abs(1 + leak * gamma) ** 2 + up
        back = max(share * 500 * abs(gamma + leak) ** 2 + down, 0.0)
        shown = (np.sqrt(seen) + np.sqrt(back)) / max(np.sqrt(seen) - np.sqrt(back), 1e-12)
        assert reading.swr_interval.low[0] - 1e-9 <= shown <= reading.swr_interval.high[0] + 1e-9


def test_the_audited_meter_on_speech_says_how_far_off_it_may_be():
    meter = Meter(full_scale_w=300, accuracy_pct=2, directivity_db=36)
    station = Station(Transmitter(500, emission="speech"), (meter,), table(((7e6, 57, 0),)))
    interval = solve(station, [7e6]).stages[0].details.swr_interval
    assert interval.low[0] == 1
    assert 2.2 < interval.high[0] < 2.3
