"""Every path of the API with every number of another person's things: nothing is read or written where it
does not belong. A path without its line here fails."""

import json
import re

import pytest
from django.db import connection, transaction
from django.test import Client
from django.test.utils import CaptureQueriesContext

from tests.next_steps import NothingToDo
from tests.web.shared import ask, logged_in, people, phone_for, shared, told  # noqa: F401 - fixtures
from tithe.answers.question import every
from tithe.site.generate import OPENAPI
from tithe.web.library import api as library
from tithe.web.log.models import LogEntry
from tithe.web.people import services
from tithe.web.practice.models import Round
from tithe.web.stations import demo
from tithe.web.stations.models import OwnPart, ReadLink, Revision, Share, Station
from tithe.web.sweeps.models import KeptSweep

SECRET = "Nobody elses mast"
DOCUMENT = demo.start("hollin-lane-school").model_dump(exclude_none=True) | {"name": SECRET}
for _key in ("sweeps", "readings", "remarks"):
    DOCUMENT.pop(_key, None)
SWEEP = "# MHZ S RI R 50\n" + "".join(f"{6.9 + n / 10} {0.02 * n} 0.1\n" for n in range(5))
READ, EDIT, OWN, MINE = "read", "edit", "own", "mine"
"""Who may: whoever reads, edits or owns the station; whose own it is, shared with nobody."""
Q = {"document": DOCUMENT}
TRIM = {"trim": {"target_mhz": 7.1}}
READING = {"mhz": 7.1, "at": "radio", "swr": 2}
LOOK = {"shown": 0, "bands": DOCUMENT["bands"]}

KEPT = {
    ("GET", "/api/stations/{station}"): (READ, None),
    ("GET", "/api/stations/{station}/file"): (READ, None),
    ("GET", "/api/stations/{station}/revisions"): (READ, None),
    ("GET", "/api/stations/{station}/revisions/1"): (READ, None),
    ("GET", "/api/stations/{station}/log"): (READ, None),
    ("GET", "/api/stations/{station}/log.csv"): (READ, None),
    ("GET", "/api/stations/{station}/sweeps"): (READ, None),
    ("GET", "/api/stations/{station}/radials"): (READ, None),
    ("GET", "/api/log/{entry}/before"): (READ, None),
    ("GET", "/api/log/{entry}/promise"): (READ, None),
    ("GET", "/api/sweeps/{sweep}/file?shown=0"): (READ, None),
    ("POST", "/api/stations/{station}/next"): (READ, Q),
    ("POST", "/api/stations/{station}/trend"): (READ, Q),
    ("POST", "/api/stations/{station}/reconcile"): (READ, Q),
    ("POST", "/api/stations/{station}/trim"): (READ, TRIM),
    ("POST", "/api/sweeps/{sweep}/look"): (READ, LOOK),
    ("POST", "/api/sweeps/{sweep}/working"): (READ, LOOK | {"figure": "dips[0].swr"}),
    ("POST", "/api/sweeps/{sweep}/antenna"): (READ, None),
    ("POST", "/api/sweeps/{sweep}/drift"): (READ, {"shown": 0}),
    ("POST", "/api/stations/{station}/copy"): (READ, None),
    ("POST", "/api/stations/{station}/phone"): (READ, None),
    ("PUT", "/api/stations/{station}"): (EDIT, {"version": 1, "document": DOCUMENT}),
    ("PATCH", "/api/stations/{station}"): (EDIT, {"name": "renamed"}),
    ("POST", "/api/stations/{station}/log"): (EDIT, {"note": {"text": "storm"}}),
    ("POST", "/api/stations/{station}/log/readings"): (EDIT, {"readings": [READING]}),
    ("PUT", "/api/log/{entry}"): (EDIT, {"note": {"text": "other"}}),
    ("PATCH", "/api/log/{entry}"): (EDIT, {"removed": True}),
    ("POST", "/api/stations/{station}/sweeps"): (EDIT, {"text": SWEEP}),
    ("PATCH", "/api/sweeps/{sweep}"): (EDIT, {"title": "other"}),
    ("GET", "/api/stations/{station}/sharing"): (OWN, None),
    ("GET", "/api/stations/{station}/record"): (OWN, None),
    ("PUT", "/api/stations/{station}/sharing"): (OWN, {"name": "emil", "edits": True}),
    ("DELETE", "/api/stations/{station}/sharing/bea"): (OWN, None),
    ("POST", "/api/stations/{station}/links"): (OWN, None),
    ("DELETE", "/api/stations/{station}/links/{link}"): (OWN, None),
    ("GET", "/api/practice/{round}"): (MINE, None),
    ("POST", "/api/practice/{round}/read"): (MINE, {"how": "meter", "at": 0, "mhz": 7.1}),
    ("POST", "/api/practice/{round}/answer"): (MINE, {"cause": "water"}),
    ("DELETE", "/api/shelf/own/{part}"): (MINE, None),
}  # fmt: skip
"""What each asks of whoever asks it, with a body that is right."""
LISTS = {
    ("GET", "/api/stations"), ("GET", "/api/shelf"), ("GET", "/api/library/file"),
    ("GET", "/api/practice/score"),
}  # fmt: skip
"""What tells of several things at once."""
NEW = {
    ("POST", "/api/stations"), ("POST", "/api/stations/file"), ("POST", "/api/stations/start/{slug}"),
    ("POST", "/api/shelf/own"), ("POST", "/api/library/line"), ("POST", "/api/practice"),
}  # fmt: skip
"""What keeps something new, of one's own."""


def _shape(path):
    """Without what stands in its braces, and without its query."""
    return re.sub(r"\{\w+\}|(?<=/)(1|bea)$", "{}", path.split("?")[0])


def test_every_path_has_its_line():
    questions = {f"/api/{re.sub(r'{[^}]*}', '{}', item.path)}" for item in every()}
    known = {(method, _shape(path)) for method, path in (*KEPT, *LISTS, *NEW)}
    for path, item in json.loads(OPENAPI.read_text("utf-8"))["paths"].items():  # of today: its own test
        for method in item:
            assert _shape(path) in questions or (method.upper(), _shape(path)) in known, (method, path)


@pytest.fixture
def ann(people):  # noqa: F811 - the fixture
    """Ann's things by their numbers, and everybody's browsers: bea reads, carl edits, dora read until it was
    taken back, emil has nothing to do with it; one came by a link, and one by none. Ann has two phones,
    signed in for this station and for another of hers."""
    client = logged_in(people["ann"])
    station = ask(client, "POST", "/api/stations", DOCUMENT).json()
    pk = station["id"]
    changed = DOCUMENT | {"notes": "as it was changed"}
    ask(client, "PUT", f"/api/stations/{pk}", {"version": 1, "document": changed})
    sweep = ask(client, "POST", f"/api/stations/{pk}/sweeps", {"text": SWEEP, "title": SECRET}).json()
    ask(client, "PATCH", f"/api/sweeps/{sweep['id']}", {"baseline": True})
    entry = ask(client, "POST", f"/api/stations/{pk}/log", {"note": {"text": SECRET}}).json()
    there = ask(client, "POST", "/api/practice", {"level": 1}).json()
    line = {"kind": "line", "label": SECRET, "line": "rg-213", "length_m": 10.0}
    part = ask(client, "POST", "/api/shelf/own", {"title": SECRET, "part": line}).json()
    for name, edits in (("bea", False), ("carl", True), ("dora", False)):
        ask(client, "PUT", f"/api/stations/{pk}/sharing", {"name": name, "edits": edits})
    ask(client, "DELETE", f"/api/stations/{pk}/sharing/dora")
    link = ask(client, "POST", f"/api/stations/{pk}/links").json()
    by_link = Client()
    assert by_link.get(link["path"])["Location"] == f"/stations/{pk}"
    numbers = {
        "station": pk, "sweep": sweep["id"], "entry": entry["key"], "round": there["id"],
        "part": part["id"], "link": link["id"],
    }  # fmt: skip
    browsers = {name: logged_in(user) for name, user in people.items()} | {
        "link": by_link,
        "stranger": Client(),
        "phone": phone_for(client, pk),
    }
    other = ask(client, "POST", "/api/stations/start/empty").json()["id"]
    browsers["elsewhere"] = phone_for(client, other)
    return numbers, browsers


def _kept():
    """All that is kept, as it stands in the database."""
    kept = []
    with connection.cursor() as cursor:
        for model in (Station, Revision, Share, ReadLink, OwnPart, KeptSweep, LogEntry, Round):
            cursor.execute(f"SELECT * FROM {model._meta.db_table} ORDER BY {model._meta.pk.column}")
            kept.append(cursor.fetchall())
    return kept


MAY = {
    READ: {"ann", "bea", "carl", "link", "phone"}, EDIT: {"ann", "carl", "phone"},
    OWN: {"ann"}, MINE: {"ann"},
}  # fmt: skip


def test_nothing_of_anothers_is_read_or_written(ann, monkeypatch):
    numbers, browsers = ann
    monkeypatch.setattr(library, "ToDo", NothingToDo)  # it takes as long as a choice
    for method, path in KEPT:
        with transaction.atomic():
            _walk(numbers, browsers, method, path)
            transaction.set_rollback(True)


def _walk(numbers, browsers, method, path):
    needs, body = KEPT[method, path]
    before = _kept()
    for who in ("stranger", "emil", "dora", "elsewhere", "link", "bea", "carl", "phone", "ann"):
        # What makes another station of it, or a phone's code, is for who came in by an account.
        alone = path.endswith(("/copy", "/phone")) and who in ("link", "phone")
        may = who in MAY[needs] and not alone
        sees = who in MAY[READ] and needs != MINE
        answer = ask(browsers[who], method, path.format(**numbers), body)
        said, about = told(answer), (method, path, who)
        if may:
            assert answer.status_code not in (401, 403, 404), (*about, said)
        elif "shelf" in path and who != "stranger":
            assert answer.status_code in (204, 403), (
                *about,
                said,
            )  # there is none of that number to take away
        else:
            expected = 401 if who == "stranger" else 403 if sees else 404
            assert answer.status_code == expected, (*about, answer.status_code, said)
            assert SECRET not in said, about
        after = _kept()
        assert (may and method != "GET") or after == before, about
        before = after


def test_what_is_anothers_looks_like_what_is_not_there(ann):
    """The same status, the same words, and as many questions to the database."""
    numbers, browsers = ann
    ask(browsers["emil"], "GET", "/api/stations")  # where he sits is noted
    for method, path in KEPT:
        if "{round}" in path:
            continue
        seen = []
        for numbered in (numbers, dict.fromkeys(numbers, 987_654)):
            with CaptureQueriesContext(connection) as queries:
                answer = ask(browsers["emil"], method, path.format(**numbered), KEPT[method, path][1])
            said = told(answer)
            for number in numbered.values():
                said = said.replace(str(number), "N")
            seen.append((answer.status_code, said, len(queries)))
        assert seen[0] == seen[1], (method, path)


@pytest.mark.parametrize("who", ["emil", "dora", "stranger", "link", "phone", "elsewhere"])
def test_lists_counts_and_files_hold_ones_own_alone(ann, who):
    _, browsers = ann
    for method, path in LISTS:
        for request in (path, f"{path}?removed=true") if path.endswith("stations") else (path,):
            answer = ask(browsers[who], method, request)
            said = told(answer)
            assert answer.status_code == (401 if who == "stranger" else 200)
            if not (who in ("link", "phone") and path == "/api/stations" and request == path):
                assert SECRET not in said, (who, request)
    # What could be chosen from is not of another's shelf either.
    if who in ("emil", "dora"):
        said = told(ask(browsers[who], "POST", "/api/choose", Q))
        assert "own-" not in said


def test_what_is_kept_anew_is_ones_own(ann, people):  # noqa: F811 - the fixture
    numbers, browsers = ann
    theirs = told(ask(browsers["ann"], "GET", "/api/library/file")).splitlines()
    for line in theirs:  # the same file, taken in by another: nothing of it is there already
        answer = ask(browsers["emil"], "POST", "/api/library/line", json.loads(line))
        assert answer.status_code == 200 and not answer.json()["already"]
    bodies = {
        "/api/stations": DOCUMENT,
        "/api/stations/file": {"text": json.dumps(DOCUMENT)},
        "/api/stations/start/{slug}": None,
        "/api/shelf/own": {"title": "x", "part": DOCUMENT["chain"][0]},
        "/api/library/line": {"format": "tithe-library", "version": 2},
        "/api/practice": {"level": 1},
    }
    for method, path in NEW:
        made = ask(browsers["emil"], method, path.format(slug="empty"), bodies[path])
        assert made.status_code in (200, 201), (path, told(made))
        for who in ("link", "phone", "stranger"):
            refused = ask(browsers[who], method, path.format(slug="empty"), bodies[path])
            assert refused.status_code == (401 if who == "stranger" else 403), (who, path)
    for model in (Station, OwnPart, Round):
        assert not model.objects.filter(owner=None).exists()
    assert Station.objects.filter(owner=people["emil"]).count() == 5
    mine = ask(browsers["ann"], "GET", "/api/stations").json()
    assert numbers["station"] in [item["id"] for item in mine] and len(mine) == 2


def test_what_is_taken_back_is_gone_at_once(ann):
    numbers, browsers = ann
    place = f"/api/stations/{numbers['station']}"
    for who in ("link", "bea", "carl"):
        assert ask(browsers[who], "GET", place).status_code == 200
    ask(browsers["ann"], "DELETE", f"{place}/links/{numbers['link']}")
    ask(browsers["ann"], "DELETE", f"{place}/sharing/bea")
    ask(browsers["ann"], "PUT", f"{place}/sharing", {"name": "carl", "edits": False})
    assert ask(browsers["link"], "GET", place).status_code == 401
    assert ask(browsers["bea"], "GET", place).status_code == 404
    assert ask(browsers["carl"], "PATCH", place, {"name": "x"}).status_code == 403
    # What is deleted is its owner's alone to see and to bring back.
    ask(browsers["ann"], "PATCH", place, {"removed": True})
    assert ask(browsers["carl"], "PATCH", place, {"removed": False}).status_code == 404
    assert ask(browsers["carl"], "GET", "/api/stations?removed=true").json() == []
    assert ask(browsers["ann"], "PATCH", place, {"removed": False}).status_code == 200


def test_who_goes_leaves_what_they_own_to_whom_they_name(ann, people):  # noqa: F811 - the fixture
    numbers, browsers = ann
    services.promote(people["carl"])
    services.remove(people["ann"], people["carl"])
    station = Station.objects.get(pk=numbers["station"])
    assert station.owner == people["carl"] and OwnPart.objects.get().owner == people["carl"]
    assert ask(browsers["ann"], "GET", "/api/stations").status_code == 401
    assert ask(browsers["carl"], "GET", f"/api/stations/{station.pk}").json()["right"] == "own"


def test_a_list_of_ones_own_costs_no_more_questions_the_longer_it_is(people):  # noqa: F811 - the fixture
    client = logged_in(people["ann"])
    counts = []
    for _ in range(2):
        for _ in range(3):
            ask(client, "POST", "/api/stations", DOCUMENT)
        with CaptureQueriesContext(connection) as queries:
            rows = ask(client, "GET", "/api/stations").json()
        assert {row["right"] for row in rows} == {"own"}
        counts.append(len(queries))
    assert counts[0] == counts[1]
