"""What may be asked and what may not: refused in a sentence at its place, never an error of the server's own;
and what is kept is kept once, whoever asks again."""

import json
from unittest.mock import patch

import pytest
from django.db import OperationalError

from tests import full
from tests.web.test_stations_api import send
from tithe.text.rules import RULES
from tithe.web.log.models import LogEntry
from tithe.web.stations import services
from tithe.web.stations.models import OwnPart, Station

pytestmark = pytest.mark.django_db
READ = {"mhz": 7.1, "at": "antenna side", "forward_w": 90.0, "reflected_w": 5.0, "date": "2026-05-01"}
VERBS = {
    "is", "are", "must", "has", "have", "needs", "holds", "cannot", "does", "goes", "leaves", "looks",
    "makes", "mixes", "names", "returns", "rules", "sends", "stands", "tells", "touches", "tunes",
}  # fmt: skip


@pytest.fixture
def kept(client, mill):
    return send(client, "post", "/api/stations", mill).json()["id"]


def sentence(response, status=422):
    assert response.status_code == status, response.content[:300]
    return response.json()["errors"][0]["sentence"]


def test_every_rule_reads_on_with_a_verb_or_is_a_sentence_of_its_own():
    for code, rule in RULES.items():
        first = rule.split()[0]
        if code.startswith("rule.") and first[0].islower():
            assert first in VERBS, f"{code}: “{rule}” has no subject"


@pytest.mark.parametrize(
    ("query", "result"),
    [
        ("stations/{}/log?limit=501", "The limit must be 500 or less (it is 501)."),
        ("stations/{}/log?limit=0", "The limit must be 1 or more (it is 0)."),
        ("stations/{}/log?high_mhz=0", "The high_mhz must be above 0 (it is 0)."),
        ("stations/{}/log?offset=x", "The offset is not as it must be"),
        ("equivalents?form=swr&value=2&ohm=0", "The resistance must be above 0 (it is 0)."),
        ("equivalents?form=wrong&value=2", "The form must be one of"),
        ("stations/x", "The pk is not as it must be"),
    ],
)
def test_what_a_query_may_not_ask_is_refused_at_its_place(client, kept, query, result):
    assert result in sentence(client.get(f"/api/{query.format(kept)}"))


def test_numbers_of_three_hundred_digits_are_refused_wherever_they_stand(client, mill):
    long = "1" + "0" * 309
    for body in (
        f'{{"document": {json.dumps(mill)}, "mhz": {long}}}',
        json.dumps({"document": mill, "mhz": 7.1}).replace('"power_w": 100', f'"power_w": {long}'),
    ):
        response = client.post("/api/solve", body, content_type="application/json")
        assert "too many digits" in sentence(response)
    text = mill | {"notes": long}
    assert send(client, "post", "/api/stations", text).status_code == 201


def test_what_is_not_there_is_404_as_json_whatever_is_asked_of_it(client, kept):
    gone = send(client, "post", f"/api/stations/{kept}/copy", {}).json()["id"]
    send(client, "patch", f"/api/stations/{gone}", {"removed": True})
    for pk in (gone, 999, 2**63, 10**40):
        for path in ("", "/revisions", "/revisions/1", "/sweeps", "/radials", "/log", "/log.csv", "/file"):
            assert "is not kept here" in sentence(client.get(f"/api/stations/{pk}{path}"), 404), path
        note = {"note": {"text": "x"}}
        assert "is not kept here" in sentence(send(client, "post", f"/api/stations/{pk}/log", note), 404)
    assert sentence(client.get("/api/nope"), 404) == "There is nothing at this address."
    assert sentence(client.delete("/api/solve"), 405) == "This address is not asked that way."


@pytest.mark.parametrize(
    "wrong",
    [{"forward_w": None, "reflected_w": None}, {"swr": 2.0}, {"forward_w": None}, {"swr": 0.5}, {"mhz": 0}],
)
def test_a_reading_that_is_none_is_not_taken_and_breaks_no_log(client, mill, kept, wrong):
    read = {key: value for key, value in (READ | wrong).items() if value is not None}
    key = send(client, "post", f"/api/stations/{kept}/log", {"reading": READ}).json()["key"]
    assert send(client, "post", f"/api/stations/{kept}/log", {"reading": read}).status_code == 422
    assert send(client, "put", f"/api/log/{key}", {"reading": read}).status_code == 422
    assert send(client, "post", f"/api/stations/{kept}/log/readings", {"readings": [read]}).status_code == 422
    # One that an earlier version took is left out of what is explained, and a note in a file.
    body = {name: read[name] for name in ("mhz", "at", "forward_w", "swr", "reflected_w") if name in read}
    if "swr" not in wrong and "mhz" not in wrong:
        entry = LogEntry.objects.get(pk=key)
        LogEntry.objects.create(station_id=kept, kind="reading", taken=entry.taken, mhz=7.1, body=body)
        answer = send(client, "post", f"/api/stations/{kept}/reconcile", {"document": mill}).json()
        assert "no figures that a meter can show" in answer["left_out"][0]
        text = client.get(f"/api/stations/{kept}/file").content.decode()
        again = send(client, "post", "/api/stations", text).json()["id"]
        assert LogEntry.objects.filter(station_id=again, kind="note").count() == 1


def test_an_entry_sent_twice_is_kept_once(client, kept):
    path = f"/api/stations/{kept}/log"
    first = send(client, "post", path, {"reading": READ, "key": "a"}).json()
    assert send(client, "post", path, {"reading": READ, "key": "a"}).json() == first
    assert send(client, "post", path, {"reading": READ, "key": "b"}).json() != first
    every = {"readings": [READ, READ], "key": "c"}
    keys = send(client, "post", f"{path}/readings", every).json()
    assert send(client, "post", f"{path}/readings", every).json() == keys
    assert LogEntry.objects.filter(station_id=kept).count() == 4


def test_a_page_of_another_folder_changes_nothing_and_a_save_goes_by_documents(client, mill, kept):
    there = client.get(f"/api/stations/{kept}")
    folder = there.headers["X-Tithe-Folder"]
    body = {"version": 1, "document": mill | {"name": "Mine"}}
    text = sentence(send(client, "put", f"/api/stations/{kept}", body, **{"X-Tithe-Folder": "0"}), 412)
    assert "another data folder" in text
    # The same number of another state, as after a copy was put back, is no state to go on from.
    wrong = body | {"digest": "0" * 32}
    assert send(client, "put", f"/api/stations/{kept}", wrong).status_code == 409
    right = body | {"digest": there.json()["digest"]}
    saved = send(client, "put", f"/api/stations/{kept}", right, **{"X-Tithe-Folder": folder}).json()
    assert saved["version"] == 2
    assert saved["digest"] == Station.objects.get(pk=kept).digest != right["digest"]


@pytest.mark.parametrize(
    ("said", "result"),
    [
        ("database or disk is full", "is full"),
        ("attempt to write a readonly database", "cannot be written"),
        ("database is locked", "Another program holds the database"),
        ("database disk image is malformed", "tithe check"),
    ],
)
def test_a_disk_that_takes_nothing_is_named(client, mill, kept, said, result):
    body = {"version": 1, "document": mill}
    with patch.object(Station, "save", side_effect=OperationalError(said)):
        assert result in sentence(send(client, "put", f"/api/stations/{kept}", body), 503)
    with patch.object(LogEntry, "save", side_effect=OperationalError(said)):
        note = {"note": {"text": "x"}}
        assert result in sentence(send(client, "post", f"/api/stations/{kept}/log", note), 503)
    assert client.get(f"/api/stations/{kept}").json()["version"] == 1


def test_a_moved_station_means_the_same_line_of_ones_own(client, mill):
    line = {"r0_ohm": 50, "velocity_factor": 0.9, "k1": 0.01, "k2": 0}
    part = {"kind": "line", "line": line, "length_m": 20}
    other = send(client, "post", "/api/shelf/own", {"title": "first", "part": part}).json()
    own = send(client, "post", "/api/shelf/own", {"title": "wonder line", "part": part}).json()
    chosen = mill | {"choice": {"lines_off": [own["token"]], "prices": {own["token"]: 3.0}}}
    send(client, "post", "/api/stations", chosen)
    deleted = send(client, "post", "/api/stations", mill | {"name": "Deleted"}).json()["id"]
    note = send(client, "post", f"/api/stations/{deleted}/log", {"note": {"text": "put away"}}).json()["key"]
    send(client, "patch", f"/api/log/{note}", {"removed": True})
    send(client, "patch", f"/api/stations/{deleted}", {"removed": True})
    every = client.get("/api/library/file").getvalue().decode().splitlines()
    Station.objects.all().delete()
    OwnPart.objects.all().delete()
    for _ in range(2):  # a second try doubles nothing
        for one in every:
            assert send(client, "post", "/api/library/line", one).status_code == 200
    assert sorted(OwnPart.objects.values_list("title", flat=True)) == ["first", "wonder line"]
    station = Station.objects.get(removed=None)
    answer = b"".join(send(client, "post", "/api/choose", {"document": station.document}).streaming_content)
    lines = {candidate["line"] for candidate in json.loads(answer.splitlines()[-1])["answer"]["candidates"]}
    assert other["token"] in lines
    assert own["token"] not in lines
    back = Station.objects.exclude(removed=None).get()
    assert back.name == "Deleted"
    assert [(item.body["text"], item.removed) for item in back.log.all()] == [("put away", True)]
    services.remove(back, False)
    assert client.get(f"/api/stations/{back.pk}").status_code == 200


def test_a_log_of_thousands_of_readings_comes_back(client, kept):
    many = full.of(3_000, 15_000)
    entry = LogEntry.objects.get(
        pk=send(client, "post", f"/api/stations/{kept}/log", {"reading": READ}).json()["key"]
    )
    LogEntry.objects.bulk_create(
        LogEntry(station_id=kept, kind="reading", taken=entry.taken, mhz=7.1, body=entry.body)
        for _ in range(many - 1)
    )
    text = client.get(f"/api/stations/{kept}/file").content.decode()
    again = send(client, "post", "/api/stations", text)
    assert again.status_code == 201, again.content[:300]
    assert LogEntry.objects.filter(station_id=again.json()["id"]).count() == many
