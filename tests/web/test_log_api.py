"""The log of a station: readings and notes kept, one timeline with sweeps, presets and changes, and what
explains the readings."""

import json
from time import perf_counter

import numpy as np
import pytest

from tests.web.test_everything import sweep_text
from tests.web.test_stations_api import send
from tithe.site.cli import main
from tithe.web.log.models import LogEntry
from tithe.web.sweeps.models import KeptSweep

pytestmark = pytest.mark.django_db
READ = {"mhz": 21.225, "at": "antenna side", "forward_w": 150, "reflected_w": 52, "date": "2026-05-01"}


@pytest.fixture
def kept(client, mill):
    return send(client, "post", "/api/stations", mill).json()["id"]


def note(client, kept, **entry):
    return send(client, "post", f"/api/stations/{kept}/log", entry)


def rows(client, kept, query=""):
    return client.get(f"/api/stations/{kept}/log{query}").json()


def test_everything_that_is_dated_stands_on_one_line_of_time(client, mill, kept):
    assert note(client, kept, reading=READ).status_code == 201
    assert note(client, kept, note={"date": "2026-06-01", "text": "storm"}).status_code == 201
    text = {"text": sweep_text(50), "title": "after the storm", "taken": "2026-06-02"}
    assert send(client, "post", f"/api/stations/{kept}/sweeps", text).status_code == 201
    result = rows(client, kept)
    kinds = [row["kind"] for row in result["rows"]]
    assert result["count"] == len(kinds) == 3 + 6
    assert sorted(kinds) == ["note", *["preset"] * 6, "reading", "sweep"]
    dates = [row["date"] for row in result["rows"]]
    assert dates == sorted(dates, reverse=True)
    assert kinds[:2] != ["preset", "preset"]
    only = rows(client, kept, "?kind=reading")["rows"]
    assert [row["body"]["forward_w"] for row in only] == [150]
    band = rows(client, kept, "?low_mhz=21&high_mhz=21.5")["rows"]
    assert sorted(row["kind"] for row in band) == ["preset", "reading", "sweep"]
    KeptSweep.objects.update(low_mhz=None, high_mhz=None)  # as an earlier version kept it
    swept = rows(client, kept, "?low_mhz=7&high_mhz=7.2")["rows"]
    assert sorted(row["kind"] for row in swept) == ["preset", "preset", "sweep"]
    assert rows(client, kept, "?low_mhz=50&high_mhz=54")["rows"] == []
    assert [row["kind"] for row in rows(client, kept, "?offset=1&limit=2")["rows"]] == kinds[1:3]


def test_an_entry_is_put_right_put_away_and_brought_back(client, kept):
    key = note(client, kept, reading=READ).json()["key"]
    send(client, "put", f"/api/log/{key}", {"reading": READ | {"forward_w": 140}})
    assert rows(client, kept, "?kind=reading")["rows"][0]["body"]["forward_w"] == 140
    send(client, "patch", f"/api/log/{key}", {"removed": True})
    assert rows(client, kept, "?kind=reading")["count"] == 0
    send(client, "patch", f"/api/log/{key}", {"removed": False})
    assert rows(client, kept, "?kind=reading")["count"] == 1
    assert send(client, "put", "/api/log/999999", {"reading": READ}).status_code == 404


@pytest.mark.parametrize(
    ("entry", "place"),
    [
        ({}, ""),
        ({"reading": READ | {"at": "mast"}}, "reading.at"),
        ({"reading": READ | {"forward_w": None, "reflected_w": None}}, "reading.forward_w"),
        ({"reading": READ | {"mhz": 0}}, "reading.mhz"),
        ({"reading": READ | {"date": "last spring"}}, "date"),
        ({"note": {"text": ""}}, "note.text"),
        ({"note": {"text": "x"}, "reading": READ}, ""),
    ],
)
def test_what_cannot_be_noted_is_refused_at_its_place(client, kept, entry, place):
    response = note(client, kept, **entry)
    assert response.status_code == 422
    assert response.json()["errors"][0]["place"] == place
    assert not LogEntry.objects.exists()


def test_readings_of_one_day_are_explained_together(client, mill, kept):
    path = f"/api/stations/{kept}/reconcile"
    assert send(client, "post", path, {"document": mill}).json() == {
        "keys": [],
        "answer": None,
        "left_out": [],
    }
    note(client, kept, reading=READ | {"date": "2026-01-01"})
    keys = [
        note(client, kept, reading=item).json()["key"]
        for item in (READ, {"mhz": 21.225, "at": "radio", "swr": 1.1, "date": "2026-05-01"})
    ]
    answer = send(client, "post", path, {"document": mill}).json()
    assert answer["keys"] == keys
    assert answer["answer"]["sentence"].startswith("The readings fit the station as it is described")
    assert "Both meters are right" in answer["answer"]["sentence"]
    assert "sent again" in answer["answer"]["sentence"]
    assert [reading["inside"] for reading in answer["answer"]["readings"]] == [True, True]
    assert answer["answer"]["next"][0]["gain"] > 0
    one = send(client, "post", path, {"document": mill, "readings": keys[:1]}).json()
    assert one["keys"] == keys[:1]
    slip = note(client, kept, reading=READ | {"forward_w": 1500, "reflected_w": 520}).json()["key"]
    wrong = send(client, "post", path, {"document": mill, "readings": [*keys[1:], slip]}).json()["answer"]
    assert wrong["explanations"][0]["id"] == "multiplier"
    assert not all(reading["inside"] for reading in wrong["readings"])


def test_what_readings_tell_is_taken_over_and_then_agrees(client, mill, kept):
    mill["chain"][5]["line"] = {"r0_ohm": 50, "velocity_factor": 0.66, "k1": 0.9, "k2": 0.01}
    there = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()["here"]["result"]
    mill["chain"][5]["line"] |= {"k1": 0.6, "k2": 0.007}  # what its owner believes
    for at in (1, 3):
        stage = there["stages"][at]
        for tuner in ("auto", "bypass"):
            shown = {key: round(stage[key], 2) for key in ("forward_w", "reflected_w")}
            note(client, kept, reading={"mhz": 7.1, "at": stage["label"], "tuner": tuner} | shown)
    answer = send(client, "post", f"/api/stations/{kept}/reconcile", {"document": mill}).json()["answer"]
    places = {change["place"]: change["value"] for change in answer["changes"]}
    assert set(places) <= {"transmitter.power_w", "chain[0].line", "chain[2].coil_q", "chain[5].line"}
    if "chain[5].line" in places:
        assert places["chain[5].line"]["k1"] > 0.6  # it loses more than its owner believes
    assert 90 < places.get("transmitter.power_w", 100) < 110
    for place, value in places.items():
        part = mill["chain"][int(place[6])] if place.startswith("chain") else mill["transmitter"]
        part[place.rsplit(".", 1)[1]] = value
    assert send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).status_code == 200


def year_of_readings(client, mill, kept):
    """The mill read in three springs, its run corroding between the second and the third."""
    for date, k1 in (("2024-05-01", 0.6), ("2025-05-01", 0.6), ("2026-05-01", 2.6)):
        mill["chain"][5]["line"] = {"r0_ohm": 50, "velocity_factor": 0.66, "k1": k1, "k2": 0.008}
        for mhz in (7.1, 21.225):
            there = send(client, "post", "/api/solve", {"document": mill, "mhz": mhz}).json()["here"][
                "result"
            ]
            for at in (1, 3):
                stage = there["stages"][at]
                shown = {key: round(stage[key], 2) for key in ("forward_w", "reflected_w")}
                entry = {"mhz": mhz, "at": stage["label"], "date": date} | shown
                assert note(client, kept, reading=entry).status_code == 201
    mill["chain"][5]["line"]["k1"] = 0.6
    note(client, kept, note={"date": "2025-11-20", "text": "storm"})


def test_a_corroded_cable_is_found_over_the_years(client, mill, kept):
    path = f"/api/stations/{kept}/trend"
    assert "two days" in send(client, "post", path, {"document": mill}).json()["sentence"]
    year_of_readings(client, mill, kept)
    answer = send(client, "post", path, {"document": mill}).json()
    assert [day["date"] for day in answer["days"]] == ["2024-05-01", "2025-05-01", "2026-05-01"]
    assert answer["sentence"].startswith("Run to the mast loses more since 2026-05-01")
    assert "Noted in between: “storm”" in answer["sentence"]
    last = send(client, "post", f"/api/stations/{kept}/reconcile", {"document": mill}).json()["answer"]
    assert last["explanations"][0]["id"] == "water"
    (change,) = (change for change in last["changes"] if change["place"] == "chain[5].line")
    assert 1.5 < change["value"]["k1"] < 4  # it was 2.6, and 0.6 is written
    assert {item["at"] for item in answer["days"][0]["shown"]} == {"radio side", "antenna side"}
    band = send(client, "post", path, {"document": mill, "low_mhz": 7, "high_mhz": 7.2}).json()
    assert {loss["mhz"] for day in band["days"] for loss in day["losses"]} == {7.1}
    for entry in LogEntry.objects.filter(taken__year=2026):
        send(client, "patch", f"/api/log/{entry.pk}", {"removed": True})
    steady = send(client, "post", path, {"document": mill}).json()
    assert "no loss that these meters tell has clearly grown" in steady["sentence"]


def test_where_a_meter_would_tell_most_is_said_for_each_question(client, mill):
    answer = send(client, "post", "/api/meters/places", {"document": mill, "mhz": 7.1}).json()
    assert [item["question"] for item in answer] == ["fold-back", "antenna-well", "tuner-set", "tuner-loss"]
    assert answer[2]["text"].startswith("Is the tuner set? Between jumper and radio side, range 100 W")
    assert len(answer[1]["errors"]) == len(mill["chain"]) + 1
    assert answer[1]["errors"][:3] == [None, None, None]
    mill["antenna"] = {"kind": "unknown"}
    assert send(client, "post", "/api/meters/places", {"document": mill, "mhz": 7.1}).status_code == 422


def test_the_log_goes_along_in_files_copies_and_everything(client, mill, kept):
    note(client, kept, reading=READ)
    note(client, kept, note={"date": "2026-06-01", "text": "storm"})
    text = client.get(f"/api/stations/{kept}/file").content.decode()
    document = json.loads(text)
    assert document["readings"] == [READ | {"tuner": "auto", "note": ""}]
    assert document["remarks"] == [{"date": "2026-06-01", "text": "storm"}]
    again = send(client, "post", "/api/stations", text).json()["id"]
    twin = send(client, "post", f"/api/stations/{kept}/copy", {}).json()["id"]
    for other in (again, twin):
        assert rows(client, other)["count"] == rows(client, kept)["count"]
    assert not client.get(f"/api/stations/{again}").json()["document"].get("readings")
    every = client.get("/api/library/file").getvalue().decode().splitlines()
    line = next(line for line in every if '"entries"' in line)
    LogEntry.objects.all().delete()
    for item in every:
        send(client, "post", "/api/library/line", item)
    assert LogEntry.objects.count() == 6
    assert json.loads(line)["entries"][1]["note"]["text"] == "storm"
    wrong = send(client, "post", "/api/stations", mill | {"readings": [READ | {"date": "never"}]})
    assert wrong.json()["errors"][0]["place"] == "readings[0].date"


def test_a_save_carries_no_log_and_a_long_log_is_read_by_pieces(client, mill, kept):
    station = client.get(f"/api/stations/{kept}").json()
    body = {"document": station["document"] | {"readings": [READ]}, "version": station["version"]}
    assert send(client, "put", f"/api/stations/{kept}", body).status_code == 422
    entry = LogEntry.objects.get(pk=note(client, kept, reading=READ).json()["key"])
    many = [
        LogEntry(station_id=kept, kind="reading", taken=entry.taken, mhz=7.1, body=entry.body)
        for _ in range(3000)
    ]
    LogEntry.objects.bulk_create(many)
    begun = perf_counter()
    result = rows(client, kept, "?limit=50&kind=reading")
    took = perf_counter() - begun
    assert (result["count"], len(result["rows"])) == (3001, 50)
    print(f"measured: a log of 3,000 entries read, ms {1000 * took:.0f}")


def test_the_command_explains_the_readings_of_a_file(tmp_path, mill, capsys):
    mill["readings"] = [
        {"mhz": 7.1, "at": "radio side", "forward_w": 98, "reflected_w": 1},
        {"mhz": 7.1, "at": "antenna side", "forward_w": 9.6, "reflected_w": 0.2},
    ]
    file = tmp_path / "station.json"

    def run(*more):
        file.write_text(json.dumps(mill), "utf-8")
        return main(["reconcile", str(file), *more]), capsys.readouterr()

    status, result = run("--json")
    answer = json.loads(result.out)
    assert status == 0
    assert set(answer) >= {"losses", "power_w", "explanations", "next"}
    assert answer["explanations"][0]["id"] == "multiplier"
    assert answer["power_w"]["min"] < 100 < answer["power_w"]["max"]
    told_of = {item["label"] for item in (*answer["losses"], *answer["silent"])}
    assert told_of == {"jumper", "room tuner", "run to the mast"}
    status, result = run()
    assert "scale was misread or is off" in result.out
    for reading in mill["readings"]:
        reading |= {"forward_w": 19.8, "reflected_w": 0.2, "mode": "speech"}
    spoken = json.loads(run("--json")[1].out)  # an average meter shows a fifth of it
    assert spoken["explanations"][0]["id"] == "as-described"
    mill["readings"][1]["at"] = "mast"
    status, result = run()
    assert (status, result.out) == (2, "")
    assert result.err.startswith("readings[1].at: is no meter of the chain ('mast')")


def test_how_often_each_cause_is_met_is_shown_and_known_better_at_a_station(client, mill, kept):
    table = send(client, "post", "/api/readings/causes", {"document": mill}).json()
    usual = {item["id"]: item for item in table}
    assert usual["antenna"]["usual"] > usual["other"]["usual"] > 0
    assert all(item["often"] == item["usual"] and item["text"] and item["size"] for item in table)
    for tuner in ("auto", "bypass"):
        note(client, kept, reading={"mhz": 7.1, "at": "antenna side", "swr": 1.9, "tuner": tuner})
    path = f"/api/stations/{kept}/reconcile"

    def share(cause):
        answer = send(client, "post", path, {"document": mill}).json()["answer"]["explanations"]
        return sum(item["weight"] for item in answer if item["id"] == cause)

    before = share("ground")
    mill["causes"] = {"ground": 3.0}
    table = send(client, "post", "/api/readings/causes", {"document": mill}).json()
    assert next(item["often"] for item in table if item["id"] == "ground") == 3.0
    assert share("ground") > 2 * before
    mill["causes"] = {"as-described": 0}
    refused = send(client, "post", path, {"document": mill})
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["place"] == "causes.as-described"
    mill["causes"] = {"gremlins": 1.0}
    assert send(client, "post", path, {"document": mill}).status_code == 422


def moved_sweep(share):
    """Of a resonator of 58 Ω at 7.05 MHz and Q 11 that has moved by a share of its frequency."""
    rows = ["# MHz S RI R 50"]
    for f in np.linspace(6.9, 7.3, 41):
        z = 58 * (1 + 11j * (f / 7.05 / (1 + share) - 7.05 * (1 + share) / f))
        gamma = (z - 50) / (z + 50)
        rows.append(f"{f:.6f} {gamma.real:.9f} {gamma.imag:.9f}")
    return "\n".join(rows)


def test_sweeps_presets_and_what_was_measured_are_counted_with_the_readings(
    client, mill, kept, tmp_path, capsys
):
    mill["antenna"] = {"kind": "resonator", "f0_mhz": 7.05, "r_ohm": 58, "q": 11}
    tuner = mill["chain"][2]
    tuner["measured"] = {"coil_q": {"value": 200, "points": [[7.1, 180, 220]]}}
    tuner["presets"] = [{"mhz": 7.1, "dials": {"c1": 50, "l": 50, "c2": 50}, "date": "2026-06-02"}]
    reading = {"mhz": 7.1, "at": "antenna side", "tuner": "bypass", "swr": 1.9, "date": "2026-06-02"}
    note(client, kept, reading=reading)
    sweep = {
        "text": moved_sweep(0.05),
        "title": "at the mast",
        "joint": len(mill["chain"]),
        "chain": mill["chain"],
    }
    path = f"/api/stations/{kept}/reconcile"

    def found():
        answer = send(client, "post", path, {"document": mill}).json()["answer"]
        return {explanation["id"]: explanation["weight"] for explanation in answer["explanations"]}, " ".join(
            answer["beside"]
        )

    before, result = found()
    assert "what was measured of “room tuner”" in result
    assert "nobody typed what its dials stand for" in result
    send(client, "post", f"/api/stations/{kept}/sweeps", sweep | {"taken": "2026-06-01"})
    assert found()[0] == before  # of another day, and no baseline
    send(client, "post", f"/api/stations/{kept}/sweeps", sweep | {"taken": "2026-06-02"})
    shares, result = found()
    assert "the sweep “at the mast” of the same day" in result
    assert shares["antenna"] > 0.8 > before["antenna"]
    other = sweep | {"joint": 0, "chain": [*mill["chain"][:6], *mill["chain"][7:]], "taken": "2026-05-02"}
    key = send(client, "post", f"/api/stations/{kept}/sweeps", other | {"title": "old"}).json()["id"]
    send(client, "patch", f"/api/sweeps/{key}", {"baseline": True})
    assert "run beyond where it was taken has changed" in found()[1]
    file = tmp_path / "station.json"
    whole = {"readings": [reading], "sweeps": [{key: value for key, value in sweep.items() if key != "text"}]}
    whole["sweeps"][0] |= {"content": sweep["text"], "taken": "2026-06-02"}
    file.write_text(json.dumps(mill | whole), "utf-8")
    assert main(["reconcile", str(file), "--json"]) == 0
    by_file = json.loads(capsys.readouterr().out)
    assert by_file["explanations"][0]["weight"] == pytest.approx(shares["antenna"])
