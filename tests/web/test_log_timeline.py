"""What the timeline tells of changes, what came before an entry, what is expected of a reading before it is
kept, and the log as CSV."""

import csv
import io
from datetime import UTC, datetime, timedelta

import pytest

from tests.web.test_log_api import READ, note, rows
from tests.web.test_stations_api import send
from tithe.answers.station.changes_json import changes
from tithe.web.log.models import LogEntry
from tithe.web.stations.models import Revision, Station

pytestmark = pytest.mark.django_db


@pytest.fixture
def kept(client, mill):
    return send(client, "post", "/api/stations", mill).json()["id"]


def save(client, kept, document):
    version = client.get(f"/api/stations/{kept}").json()["version"]
    body = {"document": document, "version": version}
    assert send(client, "put", f"/api/stations/{kept}", body).status_code == 200


def on(day, version):
    """The change that put a state away, as if it had been on another day."""
    Revision.objects.filter(version=version).update(saved=datetime.fromisoformat(f"{day}T12:00:00+00:00"))


def test_changes_of_a_day_are_one_row_that_says_what_changed(client, mill, kept):
    for length in (30, 31, 32):
        mill["chain"][5]["length_m"] = length
        save(client, kept, mill)
    mill["chain"].pop(4)
    save(client, kept, mill)
    for version in (1, 2, 3):
        on("2026-03-01", version)
    on("2026-03-05", 4)
    texts = [row for row in rows(client, kept)["rows"] if row["kind"] == "change"]
    assert [row["body"]["what"] for row in texts] == [
        ["arrestor taken out"],
        ["run to the mast: length 32 m, before 38 m"],
    ]
    assert [row["key"] for row in texts] == [4, 1]
    assert rows(client, kept, "?kind=change&kind=preset")["count"] == 2 + 6


def test_every_change_of_a_document_is_told_and_nothing_else(mill):
    assert changes(mill, mill) == []
    other = {**mill, "name": "Mill", "transmitter": {**mill["transmitter"], "power_w": 400}, "news": 1}
    result = changes(mill, other)
    assert result[:2] == [
        "name Mill, before Brackenfell Mill",
        f"transmitter: power 400 W, before {mill['transmitter']['power_w']} W",
    ]
    assert "news changed" in result
    request = {"finding": {"what": "antenna"}}
    assert changes({"choice": {"within_db": 1}}, {"choice": {"within_db": 1, **request}}) == [
        "wishes of the choice: what to find out first changed"
    ]
    renamed = [{**part, "label": f"the {part.get('label')}"} for part in mill["chain"]]
    assert changes(mill, {**mill, "chain": renamed})[0] == "jumper: label the jumper, before jumper"
    assert changes(mill, {**mill, "chain": mill["chain"][:-1]}) == [f"{mill['chain'][-1]['label']} taken out"]
    beginning = [{"kind": "meter", "label": "new"}, *mill["chain"]]
    assert changes(mill, {**mill, "chain": beginning}) == ["new put in"]


def test_what_changed_before_a_reading_is_told_since_the_last_like_it(client, mill, kept):
    note(client, kept, reading=READ | {"date": "2026-01-10"})
    note(client, kept, reading=READ | {"date": "2026-02-10", "mhz": 7.1})  # another band
    note(client, kept, reading=READ | {"date": "2026-02-11", "at": "radio side"})  # another meter
    note(client, kept, note={"date": "2025-12-24", "text": "long ago"})
    note(client, kept, note={"date": "2026-02-20", "text": "storm"})
    mill["chain"][5]["length_m"] = 30
    save(client, kept, mill)
    on("2026-02-25", 1)
    mill["chain"][5]["length_m"] = 20
    save(client, kept, mill)
    on("2026-04-01", 2)
    key = note(client, kept, reading=READ | {"date": "2026-03-10", "mhz": 21.3}).json()["key"]
    answer = client.get(f"/api/log/{key}/before").json()
    assert answer["since"]["date"].startswith("2026-01-10")
    assert [row["body"].get("text") for row in answer["between"] if row["kind"] == "note"] == ["storm"]
    assert answer["changed"] == ["run to the mast: length 30 m, before 38 m"]
    first = LogEntry.objects.filter(kind="reading").order_by("taken").first()
    assert client.get(f"/api/log/{first.pk}/before").json()["since"] is None
    same_day = note(client, kept, reading=READ | {"date": "2026-03-10"}).json()["key"]
    assert client.get(f"/api/log/{same_day}/before").json()["since"]["key"] == key
    assert client.get("/api/log/999999/before").status_code == 404


def test_what_was_put_away_is_a_list_of_its_own(client, kept):
    key = note(client, kept, note={"date": "2026-01-10", "text": "wrong"}).json()["key"]
    send(client, "patch", f"/api/log/{key}", {"removed": True})
    assert [row["key"] for row in rows(client, kept, "?removed=true")["rows"]] == [key]
    assert all(row["kind"] != "note" for row in rows(client, kept)["rows"])


def test_a_list_over_a_band_is_kept_whole_or_not_at_all(client, mill, kept):
    path = f"/api/stations/{kept}/log/readings"
    every = [
        {"mhz": mhz, "at": "radio side", "swr": swr, "tuner": "bypass", "date": "2026-05-01"}
        for mhz, swr in ((7.0, 1.9), (7.1, 1.3), (7.2, 1.8))
    ]
    keys = send(client, "post", path, {"readings": every}).json()["keys"]
    answer = send(client, "post", f"/api/stations/{kept}/reconcile", {"document": mill}).json()
    assert answer["keys"] == keys
    assert len(answer["answer"]["readings"]) == 3
    wrong = send(client, "post", path, {"readings": [*every, every[0] | {"swr": 0.4}]})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["place"] == "readings[3].swr"
    dated = send(client, "post", path, {"readings": [*every, every[0] | {"date": "soon"}]})
    assert dated.status_code == 422
    assert LogEntry.objects.count() == 3


def test_what_is_expected_stands_beside_a_reading_as_it_is_typed(client, mill):
    def asked(**more):
        body = {"document": mill, "mhz": 7.1, "at": "radio side", **more}
        return send(client, "post", "/api/readings/expected", body).json()

    blank = asked()
    low, high = blank["forward_w"]
    assert low < 99 < high
    assert blank["inside"] is None
    assert any(step.startswith("Key down for 29 s at the most at 100 W") for step in blank["card"])
    assert asked(forward_w=98, reflected_w=0.1)["inside"] is True
    assert asked(forward_w=980, reflected_w=1)["inside"] is False
    assert asked(swr=4)["inside"] is False
    bare = asked(tuner="bypass", mhz=3.65)
    assert bare["swr"][0] > 2
    assert any("bears" in step for step in bare["card"])
    assert asked(at="mast")["errors"][0]["place"] == "at"
    mill["antenna"] = {"kind": "unknown"}
    assert asked()["errors"][0]["rule"]


def test_the_log_as_csv_has_every_row_and_no_formula(client, kept):
    note(client, kept, reading=READ | {"note": "=1+1"})
    note(client, kept, note={"date": "2026-06-01", "text": "storm, hail"})
    response = client.get(f"/api/stations/{kept}/log.csv")
    assert response["Content-Type"].startswith("text/csv")
    table = list(csv.DictReader(io.StringIO(response.content.decode())))
    assert len(table) == rows(client, kept)["count"]
    assert (table[0]["kind"], table[0]["told"]) == ("note", "storm, hail")
    assert (table[1]["forward W"], table[1]["meter"], table[1]["told"]) == ("150", "antenna side", "'=1+1")
    assert table[-1]["kind"] == "preset"


def test_a_trend_tells_each_swr_with_what_its_meter_leaves_open(client, mill, kept):
    for day in range(2):
        date = (datetime(2026, 5, 1, tzinfo=UTC) + timedelta(days=day)).date().isoformat()
        note(client, kept, reading=READ | {"date": date})
    answer = send(client, "post", f"/api/stations/{kept}/trend", {"document": mill}).json()
    (item,) = answer["days"][0]["shown"]
    assert item["low"] < item["swr"] < item["high"]


def test_pieces_put_together_are_the_whole_whatever_lies_between(client, mill, kept):
    for n in range(40):
        note(client, kept, note={"date": f"2026-0{1 + n % 6}-1{n % 9}", "text": str(n)})
    for version, day in ((1, "2026-02-13"), (2, "2026-05-14")):
        mill["notes"] = day
        save(client, kept, mill)
        on(day, version)
    whole = rows(client, kept, "?limit=500")
    assert whole["count"] == len(whole["rows"]) == 40 + 6 + 2
    pieces = [
        row for first in range(0, 50, 7) for row in rows(client, kept, f"?offset={first}&limit=7")["rows"]
    ]
    assert pieces == whole["rows"]


def test_readings_that_the_station_has_no_place_for_any_more_are_left_out_and_said(client, mill, kept):
    path = f"/api/stations/{kept}/reconcile"
    note(client, kept, reading=READ)
    note(client, kept, reading={"mhz": 7.1, "at": "radio side", "forward_w": 98, "date": READ["date"]})
    note(client, kept, reading={"mhz": 50.1, "at": "radio side", "forward_w": 98, "date": READ["date"]})
    mill["chain"][3]["label"] = "outside"
    answer = send(client, "post", path, {"document": mill}).json()
    assert len(answer["keys"]) == 1
    assert answer["answer"]["sentence"].startswith("These readings do not tell what it is")
    assert answer["left_out"] == [
        "No meter called “antenna side” stands in the run now: one reading is left out.",
        "The antenna is not known at 50.1 MHz: one reading is left out.",
    ]
    trend = send(client, "post", f"/api/stations/{kept}/trend", {"document": mill}).json()
    assert {item["at"] for item in trend["days"][0]["shown"]} <= {"radio side"}
    mill["chain"] = []
    nothing = send(client, "post", path, {"document": mill}).json()
    assert (nothing["keys"], nothing["answer"]) == ([], None)
    assert send(client, "post", f"/api/stations/{kept}/trend", {"document": mill}).json()["days"] == []


def test_a_day_with_more_readings_than_are_explained_at_once_does_not_stop_the_trend(client, mill, kept):
    station = Station.objects.get(pk=kept)
    entry = LogEntry.objects.get(pk=note(client, kept, reading=READ).json()["key"])
    LogEntry.objects.bulk_create(
        LogEntry(station=station, kind="reading", taken=entry.taken, mhz=entry.mhz, body=entry.body)
        for _ in range(250)
    )
    answer = send(client, "post", f"/api/stations/{kept}/trend", {"document": mill}).json()
    assert len(answer["days"][0]["shown"]) == 200


def test_where_the_phase_is_open_some_of_many_frequencies_are_explained(client, mill, kept):
    every = [
        {"mhz": round(7 + 0.002 * n, 3), "at": "radio side", "swr": 1.5, "tuner": "bypass"} for n in range(60)
    ]
    send(client, "post", f"/api/stations/{kept}/log/readings", {"readings": every})
    mill["antenna"] = {"kind": "swr", "plane": "radio", "points": [[7.0, 1.9], [7.1, 1.3], [7.2, 1.8]]}
    answer = send(client, "post", f"/api/stations/{kept}/reconcile", {"document": mill}).json()
    assert len(answer["keys"]) == 24
    assert "24 of 60 readings are explained" in answer["left_out"][0]
    assert "every phase" in answer["answer"]["sentence"]


def test_a_reading_into_a_dummy_load_is_none_of_the_antenna(client, mill, kept):
    """Not beside one of the antenna before it, and not among the SWR over time; the CSV says what it was."""
    days = ("2026-05-01", "2026-05-02", "2026-05-03")
    loads: tuple[dict[str, str], ...] = ({}, {"load": "dummy"}, {})
    keys = [
        note(client, kept, reading=READ | {"date": day} | load).json()["key"]
        for day, load in zip(days, loads, strict=True)
    ]
    before = [client.get(f"/api/log/{key}/before").json()["since"] for key in keys]
    assert [item and item["key"] for item in before] == [None, None, keys[0]]
    request = {"document": mill}
    shown = send(client, "post", f"/api/stations/{kept}/trend", request).json()["days"]
    assert [len(day["shown"]) for day in shown] == [1, 0, 1]
    table = list(csv.reader(io.StringIO(client.get(f"/api/stations/{kept}/log.csv").content.decode())))
    assert ["into a dummy load" in row[-1] for row in table if "reading" in row] == [False, True, False]
    body = client.get(f"/api/stations/{kept}/file").json()["readings"]
    assert [item.get("load") for item in body] == [None, "dummy", None]
