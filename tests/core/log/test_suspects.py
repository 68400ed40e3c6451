"""Each slip and fault against a station in which it is really so, solved by itself."""

from dataclasses import replace

import numpy as np
import pytest

from tithe.core import AttenuatedLine, Line, Station, Transmitter, Tuner, solve
from tithe.core.antenna import table
from tithe.core.antenna.resonator import Resonator
from tithe.core.log.model import Model, Slip, in_state, seen
from tithe.core.log.suspects import suspects
from tithe.core.log.taken import RADIO, Taken
from tithe.core.log.unknowns import LINE_MEAN, Faulty, antenna_sd, loss_factor, more_lossy, unknowns_of
from tithe.core.parts.meter import Meter
from tithe.core.parts.transformer import Transformer

LINE = AttenuatedLine(50, 0.66, 0.6, 0.01)
CHAIN = (
    Line(LINE, 5.0, "jumper"),
    Meter("near", 200, 5, 25),
    Line(LINE, 2.0, "patch"),
    Tuner(label="tuner"),
    Meter("far", 200, 5, 25),
    Line(LINE, 25.0, "run"),
    Transformer(ratio=4, loss_db=0.1, label="unun"),
)
ANTENNA = table(((1e6, 20, -30), (7e6, 90, 60), (14e6, 200, -150), (30e6, 40, 20)))
STATION = Station(Transmitter(100.0), CHAIN, ANTENNA)
FREQS = (7.1e6, 14.2e6)
NEAR, FAR = 1, 4
EVERY = tuple(
    Taken(f, at, 80.0, 8.0, tuner=state) for f in FREQS for at in (NEAR, FAR) for state in ("auto", "bypass")
)


def model(readings=EVERY, station=STATION, **changed):
    return replace(Model(unknowns_of(station), readings), **changed)


def observed(one):
    """Forward watts and |Γ| of each reading by the model with everything at its middle."""
    rows = seen(one.readings, one.instruments)
    at = np.zeros(len(one.unknowns.parts))
    log, rho = one.observed(one.solved(at, np.zeros(len(one.freq_hz), dtype=complex)), rows)
    return np.exp(log[rows.is_power]), rho[~rows.is_power]


def shown(station, readings=EVERY):
    """The same by the meters themselves, in a station whose lines lose what is to be expected of them."""
    chain = tuple(
        more_lossy(part, float(np.exp(LINE_MEAN))) if isinstance(part, Line) else part
        for part in station.chain
    )
    watts, rho = [], []
    for one in readings:
        there = in_state(replace(station, chain=chain), one.tuner)
        reading = solve(there, np.array([one.freq_hz])).stages[one.at].reading
        watts.append(reading.forward_w[0])
        rho.append(np.sqrt(reading.reflected_w[0] / reading.forward_w[0]))
    return np.array(watts), np.array(rho)


def close(one, other):
    assert one[0] == pytest.approx(other[0], rel=1e-6)
    assert one[1] == pytest.approx(other[1], rel=1e-6, abs=1e-6)


def changed(at, part):
    chain = list(CHAIN)
    chain[at] = part
    return replace(STATION, chain=tuple(chain))


def test_without_a_slip_the_model_shows_what_the_meters_show():
    close(observed(model()), shown(STATION))


def test_against_another_reference_it_is_a_meter_of_that_reference():
    other = changed(FAR, replace(CHAIN[FAR], reference_ohm=75.0))
    far = tuple(one for one in EVERY if one.at == FAR)
    close(observed(model(far, slip=Slip(reference_ohm=75.0))), shown(other, far))


def test_at_the_wrong_end_it_is_a_meter_that_stands_there():
    near = tuple(one for one in EVERY if one.at == NEAR)
    jumper, meter, patch, *rest = CHAIN
    before = replace(STATION, chain=(meter, jumper, patch, *rest))
    behind = replace(STATION, chain=(jumper, patch, meter, *rest))
    wrong = {one.told.params["line"]: one.model for one in suspects(model(near)) if one.id == "wrong-end"}
    assert set(wrong) == {"jumper", "patch"}
    close(observed(wrong["jumper"]), shown(before, [replace(one, at=0) for one in near]))
    close(observed(wrong["patch"]), shown(behind, [replace(one, at=2) for one in near]))


def test_swapped_powers_are_swapped():
    watts, rho = shown(STATION)
    plain = Slip(swapped=True, only=(3, 5))
    slipped = observed(model(slip=plain))
    for n in range(len(EVERY)):
        assert slipped[0][n] == pytest.approx(watts[n] * (rho[n] ** 2 if n in plain.only else 1), rel=1e-6)
        assert slipped[1][n] == pytest.approx(1 / rho[n] if n in plain.only else rho[n], abs=1e-6)


def test_a_range_misread_by_ten_is_ten_times_or_a_tenth():
    watts, rho = shown(STATION)
    found = [one for one in suspects(model()) if one.id == "multiplier"]
    for one in found:
        told, seen_rho = observed(one.model)
        ratio = told / watts
        mine = list(one.model.slip.only)
        assert ratio[mine] == pytest.approx(10.0 if "too-much" in one.told.code else 0.1)
        assert np.delete(ratio, mine) == pytest.approx(1)
        assert seen_rho == pytest.approx(rho, abs=1e-6)
    assert len(found) == 2 * (2 + len(EVERY))


def test_a_tuner_said_to_be_bypassed_shows_what_it_shows_in_line():
    by_id = {one.id: one.model for one in suspects(model())}
    in_line = tuple(replace(one, tuner="auto") for one in EVERY)
    close(observed(by_id["not-bypassed"]), shown(STATION, in_line))
    out = tuple(replace(one, tuner="bypass") for one in EVERY)
    close(observed(by_id["not-tuned"]), shown(STATION, out))


def test_behind_the_radio_s_own_tuner_the_radio_shows_nothing():
    readings = (*EVERY, Taken(7.1e6, RADIO, swr=1.2))
    second = next(one.model for one in suspects(model(readings)) if one.id == "second-tuner")
    assert observed(second)[1][-1] == 0
    assert observed(second)[1][:-1] == pytest.approx(shown(STATION)[1], abs=1e-6)
    assert not any(one.id == "second-tuner" for one in suspects(model()))


def fault(kind):
    return next(one.model for one in suspects(model()) if one.id == kind)


@pytest.mark.parametrize(
    ("kind", "gamma"),
    [("short", lambda g: -0.98), ("open", lambda g: 0.98)],
)
def test_a_far_end_that_sends_all_back(kind, gamma):
    z = 50 * (1 + gamma(0)) / (1 - gamma(0))
    there = replace(STATION, antenna=table(((1e6, z, 0), (3e7, z, 0))))
    close(observed(fault(kind)), shown(there))


def test_a_ground_that_is_lost_doubles_the_resistance():
    points = []
    for f in (1e6, *FREQS, 3e7):
        z = complex(ANTENNA.terminals(np.array([f])).z_ohm[0])
        points.append((f, 2 * z.real, z.imag))
    close(observed(fault("ground")), shown(replace(STATION, antenna=table(tuple(points)))))


def test_water_makes_a_run_lose_four_times_as_much_and_no_short_lead():
    watery = {one.told.params["line"]: one.model for one in suspects(model()) if one.id == "water"}
    assert set(watery) == {"jumper", "run"}  # two metres of patch are not suspected
    close(observed(watery["run"]), shown(changed(5, more_lossy(CHAIN[5], 4.0))))


def test_a_transformer_beyond_its_band_has_leakage():
    leak = 100 / (2 * np.pi * np.median(FREQS))
    close(observed(fault("out-of-band")), shown(changed(6, replace(CHAIN[6], leakage_h=leak))))


def test_speech_on_an_average_meter_shows_a_share_and_may_be_taken_for_the_peak():
    spoken = tuple(replace(one, emission="speech") for one in EVERY)
    watts, _ = shown(STATION)
    assert observed(model(spoken))[0] == pytest.approx(0.2 * watts)
    peaks = [one for one in suspects(model(spoken)) if one.id == "peak"]
    assert [one.told.params["at"] for one in peaks] == ["near", "far"]
    told, _ = observed(peaks[0].model)
    assert told[[one.at == NEAR for one in EVERY]] == pytest.approx(watts[[one.at == NEAR for one in EVERY]])
    assert not any(one.id == "peak" for one in suspects(model()))
    peak = tuple(replace(one, mode="peak") for one in spoken)
    assert observed(model(peak))[0] == pytest.approx(watts)


def test_what_is_unknown_moves_the_station_as_its_prior_says():
    unknowns = unknowns_of(STATION)
    assert [STATION.chain[n].label for n in unknowns.parts] == ["jumper", "patch", "tuner", "run"]
    for value, factor in ((1.96, 1.5), (-1.96, 0.8)):
        assert loss_factor(CHAIN[0], value) == pytest.approx(factor)
    for value, factor in ((1.96, 2.0), (-1.96, 0.5)):
        assert loss_factor(CHAIN[3], value) == pytest.approx(factor)
    freq = np.array([7.1e6])
    twice = unknowns.applied(np.array([0, 0, 1.96, 0]), np.zeros(1))
    tuner = twice.chain[3]
    assert isinstance(tuner, Tuner)
    assert tuner.coil_q == pytest.approx(100)
    off = unknowns.applied(np.zeros(4), np.array([1 - 1j])).antenna.terminals(freq, None).gamma(50.0)
    assert off == pytest.approx(ANTENNA.terminals(freq).gamma(50.0) + 0.02 * (1 - 1j))
    typed = Resonator(7.1e6, 60.0, 9.0)
    assert antenna_sd(typed) > antenna_sd(ANTENNA)
    assert np.abs(Faulty(ANTENNA, lambda g: g + 3).terminals(freq, None).gamma(50.0)) < 1
