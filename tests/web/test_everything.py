"""Large texts kept once; everything out in one file and back, from this version and from an earlier one."""

import json
import sqlite3
from contextlib import closing
from datetime import timedelta

import numpy as np
import pytest
from django.utils import timezone

from tests import forked, full
from tests.web.test_data_folder import tithe
from tests.web.test_server_process import Server, begin, folder  # noqa: F401 - a fixture
from tests.web.test_stations_api import send
from tithe.document import station_file
from tithe.web.actor import ALONE
from tithe.web.stations import services, texts
from tithe.web.stations.models import OwnPart, Revision, Station, Text

DB = pytest.mark.django_db


def sweep_text(points, seed=0):
    rng = np.random.default_rng(seed)
    rows = zip(np.linspace(1.8, 30, points), *rng.uniform(-0.5, 0.5, (2, points)), strict=True)
    return "# MHz S RI R 50\n" + "".join(f"{f:.6f} {re:.17f} {im:.17f}\n" for f, re, im in rows)


def saved(client, kept, **changes):
    body = {"version": kept["version"], "document": kept["document"] | changes}
    return (
        kept
        | send(client, "put", f"/api/stations/{kept['id']}", body).json()
        | {"document": body["document"]}
    )


@DB
def test_many_states_of_a_long_antenna_are_kept_in_less_than_a_megabyte(client, mill):
    antenna = {"kind": "touchstone", "content": sweep_text(10_001)}
    kept = send(client, "post", "/api/stations", mill | {"antenna": antenna}).json()
    station = Station.objects.get(pk=kept["id"])
    for n in range(full.of(60, 200)):
        station = services.save(ALONE, station.pk, station.version, _named(station, f"state {n}"))
    assert Text.objects.count() == 3  # the sweep, the tuner's presets, its dials
    with closing(_cursor()) as cursor:
        cursor.execute("SELECT sum(length(document)) FROM stations_revision")
        assert cursor.fetchone()[0] + sum(map(len, Text.objects.values_list("body", flat=True))) < 1_000_000
    old = client.get(f"/api/stations/{kept['id']}/revisions/40").json()["document"]
    assert (old["name"], old["antenna"]["content"]) == ("state 38", antenna["content"])


def _named(station, name):
    return station_file.validate(station.document | {"name": name})


def _cursor():
    from django.db import connection

    return connection.cursor()


@DB
def test_texts_that_nothing_refers_to_are_dropped_and_no_others(client, mill):
    table = {"kind": "table", "points": [[1.8 + k / 100, 50, k] for k in range(400)]}
    kept = send(client, "post", "/api/stations", mill | {"antenna": table}).json()
    send(client, "post", f"/api/stations/{kept['id']}/sweeps", {"text": sweep_text(100)})
    texts.keep("x" * 3000)
    assert (Text.objects.count(), texts.drop_unused()) == (5, 0)  # they are young
    Text.objects.update(added=timezone.now() - timedelta(days=2))
    assert texts.drop_unused() == 1
    assert (
        client.get(f"/api/stations/{kept['id']}").json()["document"]["antenna"]["points"] == table["points"]
    )


@DB
def test_an_export_larger_than_a_question_comes_back_and_what_would_not_is_refused_at_the_door(client, mill):
    kept = send(client, "post", "/api/stations", mill).json()
    path = f"/api/stations/{kept['id']}"
    for n in range(3):
        assert send(client, "post", f"{path}/sweeps", {"text": sweep_text(82_000, n)}).status_code == 201
    text = client.get(f"{path}/file").content.decode()
    assert len(text) > 12_000_000
    again = send(client, "post", "/api/stations", text)
    assert again.status_code == 201
    assert client.get(f"/api/stations/{again.json()['id']}/file").content.decode() == text
    statuses = (send(client, "post", f"{path}/sweeps", {"text": sweep_text(82_000, n)}) for n in range(3, 8))
    refused = next(item for item in statuses if item.status_code != 201)
    assert "MB of sweeps at most" in refused.json()["errors"][0]["rule"]
    assert len(client.get(f"{path}/file").content) < 40_000_000


@DB
def test_everything_out_and_back_carries_history_sweeps_put_away_and_the_shelf(client, mill):
    antenna = {"kind": "touchstone", "content": sweep_text(200)}
    kept = saved(client, send(client, "post", "/api/stations", mill | {"antenna": antenna}).json(), name="B")
    kept = saved(client, kept, name="C")
    path = f"/api/stations/{kept['id']}"
    for n, title in enumerate(("seen", "put away")):
        row = send(client, "post", f"{path}/sweeps", {"text": sweep_text(50, n), "title": title}).json()
    send(client, "patch", f"/api/sweeps/{row['id']}", {"removed": True})
    own = {"title": "my coil", "part": {"kind": "inline", "label": "coil", "loss_db": 0.2}, "price": "12.50"}
    send(client, "post", "/api/shelf/own", own)
    long_ago = timezone.now() - timedelta(days=300)
    Revision.objects.filter(version=1).update(saved=long_ago)
    lines = b"".join(client.get("/api/library/file")).decode().splitlines()
    for model in (Station, OwnPart, Text):
        model.objects.all().delete()
    for line in lines:
        assert send(client, "post", "/api/library/line", line).status_code == 200
    station = Station.objects.get()
    assert (station.name, station.version) == ("C", 3)
    assert station_file.validate(station.document) == station_file.validate(kept["document"])
    assert [(item.version, item.document["name"]) for item in station.revisions.all()] == [
        (2, "B"),
        (1, mill["name"]),
    ]
    assert station.revisions.get(version=1).saved == long_ago
    assert [(item.title, item.removed) for item in station.sweeps.all()] == [
        ("seen", False),
        ("put away", True),
    ]
    assert [str(item.price) for item in OwnPart.objects.all()] == ["12.50"]
    assert saved(client, client.get(f"/api/stations/{station.pk}").json(), name="D")["version"] == 4


@DB
@pytest.mark.parametrize(
    ("line", "place"),
    [
        ("[]", ""),
        ('{"format": "tithe-library", "version": 3}', "version"),
        ('{"station": {"antenna": {"kind": "touchstone", "content": {"kept": "aa"}}}, "version": 1,'
         ' "history": [], "sweeps": []}', "station"),
        ('{"station": {"chain": [{"presets": {"kept": [3]}}]}, "version": 1, "history": [],'
         ' "sweeps": []}', "station"),
        ('{"station": {}, "version": 1, "history": [], "sweeps": []}', "document.format"),
    ],
)  # fmt: skip
def test_a_line_that_is_none_is_refused_and_nothing_of_it_is_kept(client, line, place):
    response = send(client, "post", "/api/library/line", line)
    assert response.status_code == 422
    assert response.json()["errors"][0]["place"] == place
    assert not Station.objects.exists()


@DB
def test_a_history_that_contradicts_itself_is_refused_and_doubles_on_the_shelf_do_no_harm(client, mill):
    state = {"version": 1, "document": mill}
    line = {"station": mill, "version": 3, "history": [state, state], "sweeps": []}
    refused = send(client, "post", "/api/library/line", line).json()["errors"]
    assert refused[0]["sentence"] == "The history must name each earlier version once, newest first."
    assert not Station.objects.exists()
    own = {"title": "x", "part": {"kind": "inline", "label": "coil", "bypassed": False, "loss_db": 0.2}}
    for _ in range(2):
        assert send(client, "post", "/api/shelf/own", own).status_code == 201
    assert send(client, "post", "/api/library/line", own).status_code == 200


def test_the_command_line_takes_everything_to_another_folder(folder, tmp_path):  # noqa: F811
    begin(folder)
    out, other = tmp_path / "all.jsonl", tmp_path / "other"
    assert tithe(folder, "export", out)[0] == 0
    status, said, complaint = tithe(other, "import", out)
    assert (status, complaint) == (0, "")
    assert "Brackenfell Mill" in said
    again = tmp_path / "again.jsonl"
    assert tithe(other, "export", again)[0] == 0
    assert again.read_text() == out.read_text()
    status, said, complaint = tithe(other, "import", out)
    assert "Taken in: no station. 4 were taken in before" in said
    assert tithe(other, "export", again)[0] == 0
    assert again.read_text() == out.read_text()
    whole = out.read_text().splitlines()
    for cut in (whole[:-1], whole[:3] + whole[4:], [whole[0]]):
        out.write_text("\n".join(cut) + "\n")
        status, said, complaint = tithe(tmp_path / "empty", "import", out)
        assert (status, said, "cut off" in complaint) == (2, "", True)
    out.write_text(whole[0].replace("2", "1") + "\n{]\n")
    status, said, complaint = tithe(other, "import", out)
    assert (status, "line 2" in complaint) == (2, True)


def test_a_folder_of_an_earlier_version_opens_with_all_that_it_held(folder, tmp_path):  # noqa: F811
    """Made by the migrations of before, filled by hand: texts then stood in each state and each sweep."""
    folder.mkdir()
    for app, name in (("sweeps", "0002"), ("stations", "0003")):
        assert forked.run(["migrate", app, name, "-v", "0"], folder, main=forked.DJANGO).returncode == 0
    text = sweep_text(500)
    document = {
        "format": "tithe-station", "version": 1, "name": "old", "chain": [],
        "antenna": {"kind": "touchstone", "content": text},
        "arrangements": [{"name": "x", "chain": [], "antenna": {"kind": "touchstone", "content": text}}],
    }  # fmt: skip
    now = "2026-11-20 10:00:00"
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as db, db:
        row = (1, "old", json.dumps(document), 2, now, "")
        db.execute(
            "INSERT INTO stations_station (id,name,document,version,updated,last_key) VALUES (?,?,?,?,?,?)",
            row,
        )
        before = json.dumps(document | {"name": "older"})
        db.execute(
            "INSERT INTO stations_revision (version,document,saved,station_id) VALUES (1,?,?,1)",
            (before, now),
        )
        db.execute(
            "INSERT INTO sweeps_keptsweep (title,content,taken,joint,chain,baseline,trim,removed,station_id) "
            "VALUES ('spring',?,?,0,'[]',1,0,0,1)",
            (text, now),
        )
    server = Server(folder)
    kept = server.call("GET", "/api/stations/1")
    assert station_file.validate(kept["document"]) == station_file.validate(document)
    assert server.call("GET", "/api/stations/1/revisions/1")["document"]["name"] == "older"
    assert [row["title"] for row in server.call("GET", "/api/stations/1/sweeps")] == ["spring"]
    server.kill()
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as db:
        assert db.execute("SELECT body FROM stations_text").fetchall() == [(text,)]
    assert list((folder / "copies").glob("before-*"))


def test_lines_of_ones_own_and_odd_readings_of_an_earlier_version_keep_what_they_meant(folder):  # noqa: F811
    """A choice named a line by its number in that database; a reading without a figure was taken once."""
    folder.mkdir()
    for app, name in (("sweeps", "0004"), ("stations", "0005"), ("log", "0001")):
        assert forked.run(["migrate", app, name, "-v", "0"], folder, main=forked.DJANGO).returncode == 0
    line = {"r0_ohm": 50, "velocity_factor": 0.9, "k1": 0.01, "k2": 0}
    part = {"kind": "line", "label": "own", "line": line, "length_m": 20, "bypassed": False}
    document = {
        "format": "tithe-station", "version": 1, "name": "old", "chain": [part],
        "antenna": {"kind": "resonator", "f0_mhz": 7.1, "r_ohm": 60, "q": 9},
        "choice": {"lines_off": ["own-1", "rg-58"], "prices": {"own-1": 2.0, "own-3": 90.0, "rg-58": 1.0}},
    }  # fmt: skip
    now = "2026-11-20 10:00:00"
    with closing(sqlite3.connect(folder / "tithe.sqlite3")) as db, db:
        db.execute("INSERT INTO stations_ownpart (id,title,part) VALUES (1,'wonder',?)", (json.dumps(part),))
        db.execute(
            "INSERT INTO stations_station (id,name,document,version,updated,last_key) "
            "VALUES (1,'old',?,2,?,'')",
            (json.dumps(document), now),
        )
        db.execute(
            "INSERT INTO stations_revision (version,document,saved,station_id) VALUES (1,?,?,1)",
            (json.dumps(document), now),
        )
        for body in ({"mhz": 7.1, "at": "mast", "note": "wet"}, {"mhz": 7.1, "at": "radio", "swr": 1.5}):
            db.execute(
                "INSERT INTO log_logentry (kind,taken,mhz,body,removed,station_id) "
                "VALUES ('reading',?,7.1,?,0,1)",
                (now, json.dumps(body)),
            )
    server = Server(folder)
    (own,) = server.call("GET", "/api/shelf")["own"]
    for path in ("/api/stations/1", "/api/stations/1/revisions/1"):
        choice = server.call("GET", path)["document"]["choice"]
        assert choice["lines_off"] == [own["token"], "rg-58"]
        assert choice["prices"] == {own["token"]: 2.0, "own-3": 90.0, "rg-58": 1.0}
    rows = server.call("GET", "/api/stations/1/log?kind=note&kind=reading")["rows"]
    assert sorted(row["kind"] for row in rows) == ["note", "reading"]
    result = next(row["body"]["text"] for row in rows if row["kind"] == "note")
    assert result == "Read at mast, 7.1 MHz: no figure. wet"
    server.kill()
    assert tithe(folder, "check")[0] == 0
