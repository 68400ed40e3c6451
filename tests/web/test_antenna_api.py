"""Antennas that are planned, over the API."""

import json

import numpy as np
import pytest

from tests.web.test_stations_api import send


def lines(response):
    return [json.loads(line) for line in response.getvalue().decode().splitlines()]


pytestmark = pytest.mark.django_db
VERTICAL = {
    "kind": "wires",
    "shape": "vertical",
    "height_m": 8,
    "radials": 8,
    "radial_m": 5,
    "coil": {"uh": 4},
}


def test_where_the_wires_run_and_what_they_will_be(client):
    body = {"antenna": VERTICAL, "mhz": [7.1, 14.2]}
    answer = send(client, "post", "/api/antenna/estimate", body).json()
    assert answer["wires"] == [{"start": [0, 0, 0], "end": [0, 0, 8]}]
    assert len(answer["radials"]) == 8
    assert answer["coils"] == [[0, 0, 4]]
    assert [result["mhz"] for result in answer["results"]] == [7.1, 14.2]
    assert 0 < answer["results"][0]["sky_share"] < 1
    assert "Most of it hangs on" in answer["sentence"]
    without = send(client, "post", "/api/antenna/estimate", body | {"sky": False}).json()
    assert without["results"][0] == answer["results"][0] | {"low_angle_share": None}


@pytest.mark.parametrize(
    ("antenna", "mhz", "place"),
    [
        ({"kind": "unknown"}, 7.1, "antenna"),
        (VERTICAL | {"height_m": -1}, 7.1, "antenna.height_m"),
        (VERTICAL, 1e5, "antenna"),
        (VERTICAL | {"measured": {"mhz": 7.1, "r_ohm": 9, "radials": 4}}, 7.1, "antenna.measured.r_ohm"),
    ],
)
def test_what_cannot_be_planned_is_refused_at_its_place(client, antenna, mhz, place):
    response = send(client, "post", "/api/antenna/estimate", {"antenna": antenna, "mhz": [mhz]})
    assert response.status_code == 422
    assert response.json()["errors"][0]["place"] == place


def test_a_station_of_wires_is_kept_solved_and_chosen_for(client, mill):
    mill["antenna"] = {"kind": "wires", "shape": "end-fed", "wire_m": 16}
    kept = send(client, "post", "/api/stations", mill)
    assert kept.status_code == 201
    answer = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()
    assert answer["here"]["sentence"].startswith("On 40 m, between")
    assert all(row["state"] != "unknown" for row in answer["rail"])
    figure = {"document": mill, "mhz": 7.1, "figure": "total.radiated_w"}
    derivation = send(client, "post", "/api/working", figure).json()
    radiated = answer["here"]["result"]["total"]["radiated_w"]
    assert derivation["values"] == pytest.approx([radiated["min"], radiated["median"], radiated["max"]])


def test_lengths_that_suit_are_told_for_the_whole_station(client, mill):
    mill["antenna"] = {"kind": "wires", "shape": "dipole", "length_m": 20}
    mill["bands"] = [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}]
    body = {"document": mill, "from_m": 18, "to_m": 22, "count": 9}
    *steps, last = lines(send(client, "post", "/api/antenna/lengths", body))
    assert steps == [{"done": n, "of": 9} for n in range(1, 10)]
    answer = last["answer"]
    assert [length["length_m"] for length in answer["lengths"]] == [
        18,
        18.5,
        19,
        19.5,
        20,
        20.5,
        21,
        21.5,
        22,
    ]
    assert answer["field"] == "length_m"
    assert answer["sentence"]
    for change, place in (({"to_m": 10}, "to_m"), ({"count": 1000}, "count"), ({"from_m": 0}, "from_m")):
        refused = send(client, "post", "/api/antenna/lengths", body | change)
        assert refused.status_code == 422
        assert refused.json()["errors"][0]["place"] == place


def dipole_on_open_line(mill):
    line = {"kind": "line", "label": "open line", "line": "window-450", "length_m": 14}
    return mill | {
        "antenna": {"kind": "wires", "shape": "dipole", "length_m": 20, "height_m": 10},
        "chain": [{"kind": "tuner", "label": "tuner", "network": "t-highpass"}, line],
        "bands": [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}],
    }


def test_what_if_and_widths_are_told_for_the_station_with_the_files_own_names(client, mill):
    document = dipole_on_open_line(mill)
    answer = send(client, "post", "/api/antenna/what-if", {"document": document}).json()
    assert answer["bands"] == ["40 m"]
    assert {field["place"] for change in answer["changes"] for field in change["fields"]} == {
        "length_m", "height_m", "feed_share",
    }  # fmt: skip
    assert answer["now"]["bears_w"] == [None]
    document["antenna"] = VERTICAL
    answer = send(client, "post", "/api/antenna/what-if", {"document": document}).json()
    for change in answer["changes"]:
        changed = json.loads(json.dumps(VERTICAL))
        for field in change["fields"]:
            target, name = (
                (changed["coil"], field["place"][5:]) if "." in field["place"] else (changed, field["place"])
            )
            target[name] = field["value"]
        body = {"document": document | {"antenna": changed | {"spread": False}}, "mhz": 7.1}
        solved = send(client, "post", "/api/solve", body).json()["here"]["result"]["antenna"]["sky_w"]
        assert change["outcome"]["sky_w"] == [pytest.approx(solved)]
    document["antenna"] = VERTICAL | {"height_m": 3, "coil": {"uh": 25}}
    widths = send(client, "post", "/api/antenna/widths", {"document": document}).json()
    (band,) = widths["bands"]
    assert band["own"]["at_2"][0] < 7.1 < band["own"]["at_2"][1]
    assert "40 m cannot be used from edge to edge" in widths["sentence"]
    for path in ("what-if", "widths"):
        refused = send(client, "post", f"/api/antenna/{path}", {"document": mill})
        assert refused.json()["errors"][0]["place"] == "antenna"


def test_pairs_come_with_their_progress_and_where_the_run_is(client, mill):
    body = {
        "document": dipole_on_open_line(mill), "count": 5, "wire_from_m": 12, "wire_to_m": 28,
        "line_from_m": 8, "line_to_m": 20,
    }  # fmt: skip
    *steps, last = lines(send(client, "post", "/api/antenna/pairs", body))
    assert steps[-1] == {"done": 5, "of": 5}
    assert last["answer"]["line_at"] == 1
    assert np.shape(last["answer"]["count"]) == (5, 5)
    assert "The tuner reaches every band" in last["answer"]["sentence"]
    refused = send(client, "post", "/api/antenna/pairs", body | {"line_to_m": 5})
    assert refused.json()["errors"][0]["place"] == "line_to_m"
    body["document"]["chain"] = body["document"]["chain"][:1]
    refused = send(client, "post", "/api/antenna/pairs", body)
    assert (refused.status_code, refused.json()["errors"][0]["place"]) == (422, "chain")


def test_an_estimate_is_held_against_what_was_measured(client, mill):
    plan = {"kind": "wires", "shape": "dipole", "length_m": 20, "height_m": 10}
    short = plan | {"length_m": 19, "spread": False}
    mhz = np.linspace(6.8, 7.6, 9).tolist()
    seen = send(client, "post", "/api/antenna/estimate", {"antenna": short, "mhz": mhz}).json()["results"]
    points = [[item["mhz"], item["r_ohm"]["median"], item["x_ohm"]["median"]] for item in seen]
    body = {"plan": plan, "measured": {"kind": "table", "points": points}}
    answer = send(client, "post", "/api/antenna/fit", body).json()
    assert [point["measured"][:2] for point in answer["points"]] == [
        pytest.approx(point[1:]) for point in points
    ]
    assert "wires 5 % shorter than typed" in answer["sentence"]
    kept = send(client, "post", "/api/stations", mill | {"plan": plan}).json()
    assert kept["document"]["plan"]["length_m"] == 20
    refused = send(client, "post", "/api/antenna/fit", body | {"measured": {"kind": "unknown"}})
    assert refused.json()["errors"][0]["rule"].startswith("must be measured with its phase")


def test_wires_that_would_take_too_long_are_refused_before_they_are_begun(client, mill):
    wires = [[0, 3 * k, 5, 30, 3 * k, 6] for k in range(40)]
    antenna = {"kind": "wires", "shape": "wires", "wires": wires, "feed": [15, 0, 5.5]}
    bands = [{"name": f"{k}", "low_mhz": 3 + k / 10, "high_mhz": 3.05 + k / 10} for k in range(60)]
    document = mill | {"antenna": antenna, "bands": bands}
    request = [
        ("solve", {"document": document, "mhz": 7.1}),
        ("antenna/estimate", {"antenna": antenna, "mhz": [7.1] * 100}),
        ("antenna/widths", {"document": document}),
    ]
    for path, body in request:
        response = send(client, "post", f"/api/{path}", body)
        assert response.status_code == 422, path
        assert "fewer wires" in response.json()["errors"][0]["rule"], path


def test_two_plans_are_compared_by_what_leaves_for_the_sky_and_a_plan_with_a_measurement_is_not(client, mill):
    """A vee two metres higher: the wires take as much as before, the soil much less."""
    low = {"kind": "wires", "shape": "inverted-vee", "leg_m": 10, "apex_m": 6, "ground": "average"}
    kept = {key: mill[key] for key in ("transmitter", "chain")}
    measured = {"kind": "table", "points": [[7.0, 50, 0], [7.2, 50, 0]]}
    document = mill | {
        "antenna": low,
        "bands": [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}],
        "arrangements": [
            {"name": "higher", **kept, "antenna": low | {"apex_m": 8}},
            {"name": "as measured", **kept, "antenna": measured},
        ],
    }
    higher, other = (
        send(client, "post", "/api/compare", {"document": document, "mhz": 7.1, "other": n}).json()
        for n in (0, 1)
    )
    (row,) = higher["rows"]
    solved = send(client, "post", "/api/solve", {"document": document, "mhz": 7.1}).json()["here"]["result"]
    assert row["now_w"] == pytest.approx(solved["antenna"]["sky_w"])
    assert row["gain_db"]["median"] > 1
    assert "leave for the sky" in higher["sentence"]
    assert other["rows"][0]["now_w"] == pytest.approx(solved["antenna"]["radiated_w"])
    assert "of one of the two antennas only" in other["sentence"]


def test_a_solved_station_tells_its_planned_antenna_as_it_is_estimated_alone(client, mill):
    """So that a wire that is dragged takes one question and not two."""
    bands = [("40 m", 7.0, 7.2), ("20 m", 14.0, 14.35)]
    named = [{"name": name, "low_mhz": low, "high_mhz": high} for name, low, high in bands]
    document = mill | {"antenna": VERTICAL, "bands": named}
    middles = [(low + high) / 2 for _, low, high in bands]
    request = {"antenna": VERTICAL | {"spread": False}, "mhz": middles, "sky": False}
    alone = send(client, "post", "/api/antenna/estimate", request).json()
    beyond = {"bands": [{"name": "23 cm", "low_mhz": 1200, "high_mhz": 1300}]}
    for changed, result in (({}, alone), (beyond, None), ({"antenna": mill["antenna"]}, None)):
        body = {"document": document | changed, "mhz": 7.1}
        assert send(client, "post", "/api/solve", body).json()["planned"] == result
