"""Dials and presets: what they tell of the antenna, and what rows they predict."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.tuner_use.stations import ANTENNA, LINE, RATED, brute_swr, nodal, station
from tithe.core import InputError, SteppedTuner, Tuner, solve
from tithe.core.parts.tuner.dial import Dial, straight
from tithe.core.tuner_use.antenna import antenna_by_presets
from tithe.core.tuner_use.chart import chart, cost_s
from tithe.core.tuner_use.fit import fit_dials
from tithe.core.tuner_use.load import load_of
from tithe.core.tuner_use.loads import loads_at
from tithe.core.tuner_use.practice import true_dials, turned
from tithe.core.tuner_use.predict import predict
from tithe.core.tuner_use.preset import Preset
from tithe.core.tuner_use.rows import rows

DIALS = {"c1": straight((0, 100), 20e-12, 250e-12), "l": straight((0, 100), 0.0, 30e-6),
         "c2": straight((0, 100), 250e-12, 20e-12)}  # fmt: skip


def test_the_station_answers_to_a_turned_dial_as_to_the_knob_it_stands_for():
    at = {"c1": 30.0, "l": 12.0, "c2": 70.0}
    (there, _) = turned(station(), 0, DIALS, Preset(7.1e6, at)).chain
    assert isinstance(there, Tuner)
    assert there.setting == pytest.approx({"c1": 89e-12, "l": 3.6e-6, "c2": 89e-12})
    assert true_dials(RATED, DIALS, None) == DIALS
    hidden = true_dials(RATED, DIALS, 7)
    assert hidden == true_dials(RATED, {}, 7)
    assert hidden != true_dials(RATED, {}, 8)
    for name, dial in hidden.items():
        low, high = (0, 30e-6) if name == "l" else (20e-12, 250e-12)
        first, last = dial.line[1]
        assert low <= first < low + 0.1 * (high - low)
        assert high - 0.1 * (high - low) < last <= high
    for wrong, place in (({"c1": 101.0}, "dials.c1"), ({"l": -1.0}, "dials.l")):
        with pytest.raises(InputError) as refused:
            turned(station(), 0, DIALS, Preset(7.1e6, at | wrong))
        assert refused.value.place == place


def test_a_predicted_row_holds_where_the_load_is_a_little_else():
    item, rng = station(), np.random.default_rng(1)
    inside = []
    for freq, result in [(p.freq_hz, p) for p in chart(item, 0, DIALS, []).predicted]:
        assert set(result.intervals) == {"c1", "l", "c2"}
        load = complex(loads_at(item, 0, np.array([freq]))[0])
        for _ in range(40):
            off = rng.normal(size=2) @ [1, 1j]
            real = predict(RATED, DIALS, freq, load * (1 + 0.025 * off), 50.0).dials
            inside += [
                result.intervals[name][0] <= number <= result.intervals[name][1]
                for name, number in real.items()
            ]
    assert np.mean(inside) >= 0.9


def test_a_later_row_takes_the_place_of_one_of_the_same_spot():
    spot = {"c1": 10.0, "l": 20.0, "c2": 30.0}
    presets = [
        Preset(7.05e6, spot, date="2026-05-01"),
        Preset(7.16e6, spot, date="2026-05-01"),
        Preset(7.052e6, spot | {"l": 23.0}, date="2026-04-01"),
        Preset(7.049e6, spot | {"c1": 8.0}, date="2026-06-01"),
    ]
    result = rows(station(), 0, RATED, {}, presets)
    assert [row.newer for row in result] == [3, None, 0, None]
    assert result[0].moved == {"c1": -2.0, "l": 0.0, "c2": 0.0}
    assert [row.band for row in result] == [1, 1, 1, 1]
    assert all(row.expected_swr is None for row in result)


def predicted(item, dials=DIALS, tuner=RATED):
    """A preset in the middle of each band that is known."""
    return [Preset(p.freq_hz, p.dials, p.swr, p.form) for p in chart(item, 0, dials, []).predicted if p.dials]


def test_the_matches_tell_the_antenna_through_the_run():
    item = station()
    presets = predicted(item)
    assert len(presets) == 4
    every = rows(item, 0, RATED, DIALS, presets)
    assert [row.expected_swr for row in every] == pytest.approx([1] * 4, abs=1e-6)
    result = antenna_by_presets(item, 0, DIALS, presets, every)
    assert not result.active
    for point in result.points:
        port = ANTENNA.terminals(np.array([point.freq_hz]))
        assert point.z_ohm == pytest.approx(complex(port.z_ohm[0]), rel=1e-6)
    rng, inside = np.random.default_rng(2), []
    for _ in range(12):
        read = [
            Preset(
                p.freq_hz, {k: float(np.clip(n + rng.uniform(-0.5, 0.5), 0, 100)) for k, n in p.dials.items()}
            )
            for p in presets
        ]
        for point in antenna_by_presets(item, 0, DIALS, read, every).points:
            z = complex(ANTENNA.terminals(np.array([point.freq_hz])).z_ohm[0])
            inside.append(
                point.r_ohm[0] <= z.real <= point.r_ohm[1] and point.x_ohm[0] <= z.imag <= point.x_ohm[1]
            )
    assert np.mean(inside) >= 0.95
    with pytest.raises(InputError, match="two-tuners"):
        antenna_by_presets(replace(item, chain=(RATED, Tuner(), LINE)), 0, DIALS, presets, every)


def test_a_dial_that_is_known_is_held_and_tells_the_others_better():
    tuner = RATED
    presets = predicted(station())[:3]
    loads = loads_at(station(), 0, np.array([p.freq_hz for p in presets]))
    alone = fit_dials(tuner, {}, presets, loads, 50.0)
    held = fit_dials(tuner, {"l": DIALS["l"]}, presets, loads, 50.0)
    assert held.fitted == ("c1", "c2")
    assert held.dials["l"] is DIALS["l"]
    for k, name in ((0, "c1"), (1, "c2")):
        wide = np.sqrt(np.diag(alone.covariance))[[0, 1] if name == "c1" else [4, 5]]
        assert (np.sqrt(np.diag(held.covariance))[2 * k : 2 * k + 2] < wide).all()
    with pytest.raises(InputError, match="taps-not-told"):
        fit_dials(tuner, {"l": Dial((1, 12), taps=True)}, presets, loads, 50.0)


def test_of_taps_the_one_that_loses_least_is_predicted():
    taps = tuple((float(n), 0.4e-6 * 1.35**n) for n in range(1, 13))
    dials = DIALS | {"l": Dial((1, 12), taps, "letters", taps=True)}
    for freq in (3.65e6, 7.1e6, 14.2e6):
        load = complex(loads_at(station(), 0, np.array([freq]))[0])
        result = predict(RATED, dials, freq, load, 50.0)
        losses = {}
        for number, value in taps:
            tuner = replace(RATED, l_min_h=value * (1 - 1e-6), l_max_h=value * (1 + 1e-6))
            match = tuner.ladders[0].match(np.array([freq]), np.array([load]), 50.0)
            if match.matched[0]:
                losses[number] = nodal(tuner, match.values[:, 0], 0, freq, load)[1]
        assert result.dials["l"] == min(losses, key=losses.get)
        values = np.array([float(dials[name].value(result.dials[name])) for name in ("c1", "l", "c2")])
        assert brute_swr(RATED, values, freq, load) == pytest.approx(1, abs=1e-3)
    with pytest.raises(InputError, match="no-tap"):
        dials["l"].value(2.5)


def test_taps_that_are_too_many_are_refused_before_they_are_tried():
    many = Dial((0, 20), tuple((float(n), 20e-12 + n * 1e-11) for n in range(21)), taps=True)
    with pytest.raises(InputError, match="too-many-taps"):
        predict(RATED, {"c1": many, "l": DIALS["l"], "c2": many}, 7.1e6, 50 + 0j, 50.0)
    assert cost_s(station(), 0, {"c1": many, "c2": many}, []) > 5


def test_a_row_beyond_its_dial_is_named_and_the_others_still_tell():
    presets = predicted(station())
    table = replace(DIALS["c1"], points=((10.0, 43e-12), (50.0, 135e-12), (90.0, 227e-12)))
    beyond = [replace(presets[0], dials=presets[0].dials | {"c1": 95.0}), *presets[1:]]
    result = chart(station(), 0, DIALS | {"c1": table}, beyond)
    assert 0 in result.beyond
    assert len(result.loads) == len(presets) - len(result.beyond)
    assert result.rows[0].expected_swr is None
    antenna = antenna_by_presets(station(), 0, DIALS | {"c1": table}, beyond, result.rows)
    assert presets[0].freq_hz not in [point.freq_hz for point in antenna.points]


@pytest.mark.filterwarnings("error")
def test_a_coil_at_nothing_tells_no_load_but_breaks_nothing():
    result = load_of(RATED, DIALS, Preset(7.1e6, {"c1": 50.0, "l": 0.0, "c2": 50.0}), 50.0)
    assert np.isfinite([*result.r_ohm, *result.x_ohm, result.z_ohm.real]).all()


def test_a_dial_knows_better_than_the_sheet_how_far_a_part_reaches():
    wide = DIALS | {"c1": straight((0, 100), 10e-12, 300e-12)}
    item = turned(station(), 0, wide, Preset(7.1e6, {"c1": 100.0, "l": 20.0, "c2": 50.0})).chain[0]
    assert isinstance(item, Tuner)
    assert item.standing[0] == pytest.approx(300e-12)


def test_a_preset_that_no_antenna_could_be_behind_is_named():
    presets = predicted(station())
    run = replace(LINE, length_m=60.0)  # much lossier than what the matches were made through
    lossy = replace(station(), chain=(RATED, run))
    every = rows(lossy, 0, RATED, DIALS, presets)
    result = antenna_by_presets(lossy, 0, DIALS, presets, every)
    assert result.active
    assert len(result.active) + len(result.points) == len(presets)
    assert all(point.z_ohm.real > 0 and point.r_ohm[0] > 0 for point in result.points)


def test_a_relay_tuner_s_presets_count_steps_and_tell_the_load_to_within_what_is_left():
    item = station(SteppedTuner())
    presets = predicted(item, {}, item.chain[0])
    assert len(presets) >= 3
    result = chart(item, 0, {}, presets)
    assert [row.expected_swr for row in result.rows] == pytest.approx([p.swr for p in presets], rel=1e-6)
    for preset, outcome in zip(presets, result.loads, strict=True):
        z = complex(loads_at(item, 0, np.array([preset.freq_hz]))[0])
        assert outcome.r_ohm[0] <= z.real <= outcome.r_ohm[1]
        assert outcome.x_ohm[0] <= z.imag <= outcome.x_ohm[1]
    there = turned(item, 0, true_dials(item.chain[0], {}, 5), presets[0])
    assert float(solve(there, np.array([presets[0].freq_hz])).swr[0]) == pytest.approx(presets[0].swr)
    with pytest.raises(InputError, match="one-of"):
        load_of(item.chain[0], {}, Preset(7e6, {"l": 1.0, "c": 1.0}, form="t"), 50.0)
