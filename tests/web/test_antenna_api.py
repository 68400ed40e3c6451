"""Antennas that are planned, over the API."""

import pytest

from tests.web.test_stations_api import send

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
    assert [one["mhz"] for one in answer["results"]] == [7.1, 14.2]
    assert 0 < answer["results"][0]["sky_share"] < 1
    assert "Most of it hangs on" in answer["sentence"]
    without = send(client, "post", "/api/antenna/estimate", body | {"sky": False}).json()
    assert without["results"][0] == answer["results"][0] | {"sky_share": None, "low_angle_share": None}


@pytest.mark.parametrize(
    ("antenna", "mhz", "place"),
    [
        ({"kind": "unknown"}, 7.1, "antenna"),
        (VERTICAL | {"height_m": -1}, 7.1, "antenna.height_m"),
        (VERTICAL, 1e5, "antenna"),
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
    working = send(client, "post", "/api/working", figure).json()
    radiated = answer["here"]["result"]["total"]["radiated_w"]
    assert working["values"] == pytest.approx([radiated["min"], radiated["median"], radiated["max"]])


def test_lengths_that_suit_are_told_for_the_whole_station(client, mill):
    mill["antenna"] = {"kind": "wires", "shape": "dipole", "length_m": 20}
    mill["bands"] = [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}]
    body = {"document": mill, "from_m": 18, "to_m": 22, "count": 9}
    answer = send(client, "post", "/api/antenna/lengths", body).json()
    assert [one["length_m"] for one in answer["lengths"]] == [18, 18.5, 19, 19.5, 20, 20.5, 21, 21.5, 22]
    assert answer["field"] == "length_m"
    assert answer["sentence"]
    for change, place in (({"to_m": 10}, "to_m"), ({"count": 1000}, "count"), ({"from_m": 0}, "from_m")):
        refused = send(client, "post", "/api/antenna/lengths", body | change)
        assert refused.status_code == 422
        assert refused.json()["errors"][0]["place"] == place
