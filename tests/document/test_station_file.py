"""The station file: what it says is what is solved; what is wrong is named at its place."""

import json
from typing import Any

import jsonschema
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.said import line, rule
from tithe.document import station_file
from tithe.document.errors import StationError
from tithe.document.parts import KINDS
from tithe.site import generate

EXAMPLE = {
    "format": "tithe-station",
    "version": 1,
    "name": "Brackenfell Mill",
    "notes": "",
    "transmitter": {"power_w": 100, "reference_ohm": 50, "foldback": "folds-from-2"},
    "chain": [
        {"kind": "line", "label": "jumper", "line": "rg-58", "length_m": 1.2},
        {"kind": "meter", "label": "radio side",
         "full_scale_w": 200, "accuracy_pct": 5, "directivity_db": 25},
        {"kind": "tuner", "label": "room tuner", "network": "t-highpass", "setting": "auto",
         "coil_q": 200, "capacitor_q": 1500, "c_min_pf": 20, "c_max_pf": 250, "l_max_uh": 30,
         "capacitor_volts": 1000, "coil_amps": 5},
        {"kind": "meter", "label": "antenna side"},
        {"kind": "inline", "label": "arrestor", "loss_db": 0.05, "z_ohm": 50, "passes_dc": False},
        {"kind": "line", "label": "run to the mast",
         "line": {"r0_ohm": 50, "velocity_factor": 0.66, "k1": 0.598, "k2": 0.0073}, "length_m": 38},
        {"kind": "transformer", "label": "4:1", "ratio": 4, "loss_db": 0.2},
    ],
    "antenna": {"label": "inverted vee", "kind": "table",
                "points": [[7.0, 63, -23], [7.1, 67, 0], [7.2, 70, 23]]},
}  # fmt: skip


def with_change(place, value):
    """The example with one value replaced; ``place`` is a list of keys."""
    data = json.loads(json.dumps(EXAMPLE))
    at = data
    for key in place[:-1]:
        at = at[key]
    at[place[-1]] = value
    return data


def refusals(data):
    with pytest.raises(StationError) as caught:
        station_file.read(data if isinstance(data, str) else json.dumps(data)).to_core()
    return [line(error) for error in caught.value.errors]


def test_the_contract_example_is_read_and_written_whole():
    document = station_file.read(json.dumps(EXAMPLE))
    again = station_file.read(station_file.write(document))
    assert again == document
    station: Any = document.to_core()
    assert [part.label for part in station.chain][:2] == ["jumper", "radio side"]
    assert station.chain[2].c_max_f == pytest.approx(250e-12)


def test_shipped_schema_is_current_and_accepts_the_example():
    text = generate.STATION_SCHEMA.read_text("utf-8")
    assert text == generate.station_schema_text(), "run `make types`"
    schema = json.loads(text)
    jsonschema.validate(EXAMPLE, schema)
    for place, value in ((["chain", 0, "length_m"], -3), (["chain", 2, "c_maxpf"], 3), (["version"], 2)):
        with pytest.raises(jsonschema.ValidationError):
            jsonschema.validate(with_change(place, value), schema)


@pytest.mark.parametrize(
    ("place", "value", "complaint"),
    [
        (["chain", 5, "length_m"], -3, "chain[5].length_m: must be 0 or more (it is -3)"),
        (["chain", 5, "length_m"], "abc", "chain[5].length_m: must be a number (it is 'abc')"),
        (["chain", 5, "length_m"], True, "chain[5].length_m: must be a number (it is True)"),
        (["chain", 2, "c_max_pf"], 20, "chain[2].c_max_pf: must be above c_min_pf (20)"),
        (["chain", 2, "coil_q"], 0, "chain[2].coil_q: must be above 0 (it is 0)"),
        (
            ["chain", 3, "accuracy_pct"],
            5,
            "chain[3].accuracy_pct: is a share of full_scale_w, which is missing",
        ),
        (["chain", 5, "line", "velocity_factor"], 1.5, "chain[5].line.velocity_factor: must be 1 or less"),
        (
            ["chain", 4, "kind"],
            "box",
            f"chain[4].kind: must be one of {', '.join(KINDS)}",
        ),
        (["antenna", "points", 1], [6.9, 50, 0], "antenna.points[1]: must have a higher frequency"),
        (["antenna", "points", 1, 1], -4, "antenna.points[1][1]: must be 0 or more (it is -4)"),
        (["transmitter", "foldback"], "soft", "transmitter.foldback: "),
        (["version"], 2, "version: must be one of 1 (it is 2)"),
        (["chain"], "none", "chain: must be a list (it is 'none')"),
    ],
)
def test_each_fault_is_named_at_its_place(place, value, complaint):
    result = refusals(with_change(place, value))
    assert result[0].startswith(complaint), result


def test_unknown_keys_are_refused_with_the_allowed_ones():
    (text,) = refusals(with_change(["chain", 4, "lss_db"], 1))
    assert text.startswith("chain[4].lss_db: is not a key here; allowed are ")
    assert "loss_db" in text
    (text,) = refusals(with_change(["colour"], "red"))
    assert text.startswith("colour: is not a key here; allowed are format, version")


def test_unknown_line_names_the_shelf():
    (text,) = refusals(with_change(["chain", 0, "line"], "rg-1"))
    assert text.startswith("chain[0].line: 'rg-1' is not on the shelf; there are rg-174, ")


def test_all_faults_come_together():
    data = with_change(["chain", 0, "line"], "rg-1")
    data["chain"][5]["line"] = "rg-2"
    assert len(refusals(data)) == 2
    data["chain"][0]["length_m"] = data["chain"][5]["length_m"] = -1
    assert len(refusals(data)) == 2


@pytest.mark.parametrize(
    ("text", "complaint"),
    [
        ("", "line 1: is not JSON"),
        ('{"a": NaN}', "The file holds NaN, which is no number of JSON"),
        ('{"a": -Infinity}', "The file holds -Infinity"),
        ('{"a": 1, "a": 2}', "The file names a key twice"),
        ("[" * 100_000, "The file is nested too deeply"),
        ('{"a": ' + "9" * 100_000 + "}", "The file holds a number with too many digits"),
        (" " * 48_000_001, "The file is larger than 48 MB"),
        ("[]", "must be an object"),
        ("12", "must be an object"),
    ],
)
def test_hostile_text_gets_a_sentence(text, complaint):
    assert refusals(text)[0].startswith(complaint)


JSON = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False) | st.text(max_size=20),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=12), inner, max_size=4),
    max_leaves=12,
)


@given(
    st.sampled_from([["chain"], ["chain", 0], ["chain", 2, "setting"], ["chain", 5, "line"], ["antenna"],
                     ["antenna", "points"], ["antenna", "loss_ohm"], ["transmitter"], ["bands"], ["name"],
                     ["chain", 5, "length_m"], ["transmitter", "foldback"]]),
    JSON,
)  # fmt: skip
def test_any_json_anywhere_is_read_or_refused_with_a_place(place, value):
    try:
        station_file.read(json.dumps(with_change(place, value))).to_core()
    except StationError as error:
        assert all(rule(e) for e in error.errors)
        assert all(e.place.startswith(place[0]) for e in error.errors)
