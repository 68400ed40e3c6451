"""Dials, presets and the tuner as an impedance meter, against tuners whose dials are known only to the
test."""

import json
from functools import cache
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import full
from tithe.core import AttenuatedLine, InputError, Line, Station, Transmitter, Tuner
from tithe.core.antenna import table
from tithe.core.parts.tuner.dial import Dial, straight
from tithe.core.parts.tuner.stepped import SteppedTuner
from tithe.core.station import Band
from tithe.core.tuner_use.chart import chart
from tithe.core.tuner_use.fit import LOAD_SHARE, fit_dials
from tithe.core.tuner_use.load import load_of
from tithe.core.tuner_use.predict import predict, predict_known, predict_with
from tithe.core.tuner_use.preset import Preset
from tithe.site.cli import main

TUNERS: dict[str, Tuner] = {
    "t": Tuner(),
    "pi": Tuner("pi", c_max_f=2000e-12),
    "l": Tuner("l-coil-then-shunt-c", c_max_f=2000e-12),
}
FREQS = np.array([3.65, 5.36, 7.1, 10.1, 14.2, 18.1, 21.2, 24.9, 28.5]) * 1e6


def hidden(tuner: Tuner, rng) -> dict[str, Dial]:
    """Dials that run over about the part's range, some the other way round."""
    out = {}
    for name, part in zip(tuner.networks[0].knobs, tuner.ladders[0].elements, strict=True):
        span = part.high - part.low
        ends = part.low + span * rng.uniform(0, 0.1), part.high - span * rng.uniform(0, 0.1)
        out[name] = straight((0, 100), *(ends[::-1] if rng.random() < 0.3 else ends))
    return out


def matches(tuner: Tuner, dials: dict[str, Dial], count: int, rng):
    """Loads all over the disc that it matches within its dials: frequencies, loads, where the dials stand."""
    freqs: list[float] = []
    loads: list[complex] = []
    stands: list[dict[str, float]] = []
    for _ in range(3000):
        if len(freqs) == count:
            break
        gamma = rng.uniform(0.2, 0.8) * np.exp(2j * np.pi * rng.random())
        freq, z = float(rng.choice(FREQS)), complex(50 * (1 + gamma) / (1 - gamma))
        numbers = predict(tuner, dials, freq, z, 50.0).dials
        if numbers:
            freqs.append(freq)
            loads.append(z)
            stands.append(numbers)
    return np.array(freqs), np.array(loads), stands


def about(loads, rng, share=LOAD_SHARE):
    """Loads known to five percent."""
    off = np.sqrt(rng.uniform(size=len(loads))) * np.exp(2j * np.pi * rng.uniform(size=len(loads)))
    return loads * (1 + share * off)


@cache
def held_out(kind: str, count: int, cases: int) -> tuple[Any, Any]:
    """How far off the prediction of a band is that was not among the presets, in the dial's scale, and
    whether its intervals hold."""
    off, inside = [], []
    for seed in range(cases):
        rng = np.random.default_rng(seed)
        tuner = TUNERS[kind]
        dials = hidden(tuner, rng)
        freqs, loads, stands = matches(tuner, dials, count + 1, rng)
        if len(freqs) <= count:
            continue
        known = about(loads, rng)
        presets = [
            Preset(f, {name: float(np.clip(round(n), 0, 100)) for name, n in item.items()}, 1.1)
            for f, item in zip(freqs[:-1].tolist(), stands, strict=False)
        ]
        fitted = fit_dials(tuner, {}, presets, known[:-1], 50.0)
        result = predict_with(tuner, fitted, float(freqs[-1]), complex(known[-1]), 50.0)
        off.append(max(abs(result.dials.get(name, 1e3) - stands[-1][name]) for name in dials) / 100)
        if result.intervals:
            inside += [low <= stands[-1][name] <= high for name, (low, high) in result.intervals.items()]
    return np.array(off), np.array(inside)


@pytest.mark.parametrize(
    ("kind", "cases"), [("t", full.of(4, 20)), ("pi", full.of(3, 10)), ("l", full.of(4, 12))]
)
def test_six_presets_tell_a_band_that_was_never_tuned(kind, cases):
    off, inside = held_out(kind, 6, cases)
    assert len(off) >= cases / 3
    assert (off < 0.10).mean() >= 0.9
    assert inside.mean() >= 0.9


@pytest.mark.parametrize("share", [0.02, 0.03, 0.05])
def test_a_relay_tuners_row_holds_where_it_will_stand_with_the_load_as_it_is(share):
    """Its steps jump with the load: the interval says how far."""
    rng, tuner, inside = np.random.default_rng(7), SteppedTuner(), []
    for _ in range(full.of(16, 40)):
        gamma = rng.uniform(0.2, 0.8) * np.exp(2j * np.pi * rng.random())
        freq, load = float(rng.choice(FREQS)), np.array([50 * (1 + gamma) / (1 - gamma)])
        true = predict_known(tuner, {}, freq, complex(load[0]), 50.0)
        result = predict_known(tuner, {}, freq, complex(about(load, rng, share)[0]), 50.0)
        if true.dials and result.dials and true.form == result.form:
            inside += [result.intervals[n][0] <= at <= result.intervals[n][1] for n, at in true.dials.items()]
    assert len(inside) > full.of(16, 40)
    assert np.mean(inside) >= 0.9


def test_three_presets_begin_to():
    off, inside = held_out("t", 3, full.of(3, 12))
    assert (off < 0.25).mean() >= 0.9
    assert inside.mean() >= 0.9


def test_a_preset_read_wrong_is_named():
    rng = np.random.default_rng(3)
    tuner = TUNERS["l"]
    dials = hidden(tuner, rng)
    freqs, loads, stands = matches(tuner, dials, 7, rng)
    presets = [Preset(f, item, 1.1) for f, item in zip(freqs.tolist(), stands, strict=True)]
    assert fit_dials(tuner, {}, presets, loads, 50.0).odd == ()
    wrong = {name: (number + 35) % 100 for name, number in stands[4].items()}
    presets[4] = Preset(presets[4].freq_hz, wrong, 1.1)
    assert fit_dials(tuner, {}, presets, loads, 50.0).odd == (4,)


@pytest.mark.parametrize("kind", TUNERS)
def test_with_exact_dials_a_match_tells_the_load_exactly_and_otherwise_within_its_interval(kind):
    rng = np.random.default_rng(7)
    tuner = TUNERS[kind]
    dials = hidden(tuner, rng)
    freqs, loads, stands = matches(tuner, dials, 12, rng)
    inside = []
    for f, z, item in zip(freqs.tolist(), loads.tolist(), stands, strict=True):
        assert load_of(tuner, dials, Preset(f, item), 50.0).z_ohm == pytest.approx(z, rel=1e-6)
        for _ in range(6):
            read = {name: float(np.clip(n + rng.uniform(-0.5, 0.5), 0, 100)) for name, n in item.items()}
            result = load_of(tuner, dials, Preset(f, read, 1.1), 50.0)
            inside.append(
                result.r_ohm[0] <= z.real <= result.r_ohm[1] and result.x_ohm[0] <= z.imag <= result.x_ohm[1]
            )
    assert np.mean(inside) >= 0.95


def test_the_interval_of_a_load_is_no_wider_than_twice_what_sampling_gives():
    rng = np.random.default_rng(11)
    tuner = TUNERS["t"]
    dials = hidden(tuner, rng)
    freqs, _, stands = matches(tuner, dials, 4, rng)
    for f, item in zip(freqs.tolist(), stands, strict=True):
        result = load_of(tuner, dials, Preset(f, item, 1.1), 50.0)
        exact = []
        for _ in range(full.of(100, 300)):
            moved = {name: float(np.clip(n + rng.uniform(-0.5, 0.5), 0, 100)) for name, n in item.items()}
            exact.append(load_of(tuner, dials, Preset(f, moved), 50.0).z_ohm)
        r = np.quantile(np.real(exact), [0.025, 0.975])
        # What is left of the match comes on top, so the sampled dials alone are the least there can be.
        assert r[1] - r[0] < result.r_ohm[1] - result.r_ohm[0] + 1e-9
        both = 0.2 * abs(np.mean(exact)) + (r[1] - r[0])
        assert result.r_ohm[1] - result.r_ohm[0] < 2 * both


@given(st.floats(0, 100), st.booleans())
def test_a_dial_goes_there_and_back(number, turned):
    points = ((0.0, 20e-12), (40.0, 90e-12), (100.0, 250e-12))
    dial = Dial((0, 100), tuple((100 - n, v) for n, v in points) if turned else points)
    assert float(dial.number(dial.value(number))) == pytest.approx(number, abs=1e-9)
    line = straight((0, 100), 20e-12, 250e-12)
    assert float(line.value(number)) == pytest.approx(20e-12 + 2.3e-12 * number)


@pytest.mark.parametrize(
    ("dial", "code"),
    [
        ({"points": ((0, 1.0),)}, "dial-by-one-point"),
        ({"points": ((0, 1.0), (50, 3.0), (100, 2.0))}, "dial-turns-back"),
        ({"points": ((10, 1.0), (10, 3.0))}, "number-twice"),
        ({"points": ((0, 1.0), (120, 3.0))}, "between"),
        ({"scale": (5.0, 5.0)}, "above-other"),
        ({"division": 0.0}, "above"),
    ],
)
def test_what_is_no_dial_is_refused(dial, code):
    with pytest.raises(InputError, match=code):
        Dial(**dial)


def test_a_table_ends_where_it_ends():
    dial = Dial((0, 100), ((10, 1.0), (50, 3.0), (80, 4.0)))
    with pytest.raises(InputError, match="between"):
        dial.value(90)
    assert np.isnan(dial.number(5.0))
    with pytest.raises(InputError, match="dial-not-known"):
        Dial().value(10)


ANTENNA = table(tuple((f, 30 + 20 * k, 40 * (-1) ** k) for k, f in enumerate(FREQS)))
BANDS = tuple(Band(f"{f / 1e6:.0f}", f * 0.999, f * 1.001) for f in FREQS[1:-1])


def test_a_chart_in_its_station_sees_the_loads_that_the_run_makes():
    rng = np.random.default_rng(5)
    tuner = TUNERS["t"]
    dials = hidden(tuner, rng)
    line = Line(AttenuatedLine(50.0, 0.66, 0.6, 0.01), 8.0)
    station = Station(Transmitter(), (tuner, line), ANTENNA, bands=BANDS)
    known = chart(station, 0, dials, [])
    presets = [Preset(item.freq_hz, item.dials) for item in known.predicted if item.dials]
    assert len(presets) >= 4
    result = chart(station, 0, dials, presets)
    for load in result.loads:
        freq = np.array([load.freq_hz])
        port = line.two_port(freq).input(ANTENNA.terminals(freq))
        assert load.z_ohm == pytest.approx(port.z_ohm[0], rel=1e-6)
    fitted = chart(station, 0, {}, presets)
    for first, other in zip(known.predicted, fitted.predicted, strict=True):
        for name, number in first.dials.items():
            assert other.dials[name] == pytest.approx(number, abs=5)
            low, high = other.intervals[name]
            assert low <= number <= high


def test_the_command_tells_what_the_presets_tell(tmp_path, capsys):
    dials = {
        "c1": {"points": [[0, 20], [100, 240]]},
        "l": {"scale": [0, 255], "points": [[0, 0.1], [255, 28]]},
        "c2": {"points": [[0, 245], [100, 22]]},
    }
    tuner = {"kind": "tuner", "label": "tuner", "network": "t-highpass"}
    document = {
        "format": "tithe-station", "version": 1, "transmitter": {"power_w": 100},
        "antenna": {
            "kind": "table", "points": [[f / 1e6, 20 + 5 * k, 30 - 10 * k] for k, f in enumerate(FREQS)],
        },
        "bands": [{"name": b.name, "low_mhz": b.low_hz / 1e6, "high_mhz": b.high_hz / 1e6} for b in BANDS],
        "chain": [tuner | {"dials": dials}],
    }  # fmt: skip

    def told():
        file = tmp_path / "station.json"
        file.write_text(json.dumps(document), "utf-8")
        assert main(["presets", str(file), "--json"]) == 0
        return json.loads(capsys.readouterr().out)

    predicted = told()["predicted"]
    rows = [{"mhz": item["mhz"], "dials": item["dials"], "swr": 1.05} for item in predicted if item["dials"]]
    assert len(rows) >= 5
    document["chain"] = [tuner | {"dials": {"l": {"scale": [0, 255]}}, "presets": rows}]
    result = told()
    assert result["odd"] == []
    for name, typed in dials.items():
        for (at, value), (number, wanted), (low, high) in zip(
            result["dials"][name]["points"], typed["points"], result["dials"][name]["interval"], strict=True
        ):
            assert at == number
            assert low < value < high
            assert low <= wanted <= high, name
    document["chain"] = [tuner | {"dials": dials, "presets": rows}]
    assert len(told()["loads"]) == len(rows)
    assert main(["presets", str(tmp_path / "station.json")]) == 0
    assert "the tuner tells the load" in capsys.readouterr().out
    for wrong, said in (
        ({"dials": {"c": {}}}, "chain[0].dials.c: is no knob of this network"),
        ({"presets": [{"mhz": 7.1, "dials": {"l": 3}}]}, "chain[0].presets[0].dials.c1: is missing"),
        ({"dials": {"l": {"points": [[0, 1]]}}}, "chain[0].dials.l.points: needs two points"),
    ):
        document["chain"] = [tuner | wrong]
        (tmp_path / "station.json").write_text(json.dumps(document), "utf-8")
        assert main(["presets", str(tmp_path / "station.json")]) == 2
        assert capsys.readouterr().err.startswith(said)
