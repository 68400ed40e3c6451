"""The door of a shared server: who comes in, how often one may try, and what a browser is protected from."""

import json
import os
import re
import subprocess
import sys
from datetime import timedelta
from pathlib import Path

import pytest
from django.contrib.auth.models import User
from django.test import Client
from django.utils import timezone

from tests import full
from tests.web.shared import PASSWORD, ask, logged_in, people, shared  # noqa: F401 - fixtures
from tithe.core.errors import InputError
from tithe.web.people import records, services
from tithe.web.people.models import Invitation, Record
from tithe.web.stations import demo
from tithe.web.stations.models import Station


def log_in(client, name, password, **more):
    return client.post("/log-in", {"username": name, "password": password, **more})


def without_token(response):
    return re.sub(r'value="\w{64}"', "", response.content.decode())


def test_who_has_not_come_in_sees_the_door_alone(people):  # noqa: F811
    stranger = Client()
    for path in ("/", "/stations", "/stations/1/log", "/account", "/anything"):
        led = stranger.get(path)
        assert led.status_code == 302 and led["Location"] == f"/log-in?next={path.replace('/', '%2F')}"
    assert stranger.get("/api/openapi.json").status_code == 401
    page = stranger.get("/log-in")
    assert page.status_code == 200 and "ann" not in page.content.decode()
    # Nobody can register, and a link that there is none of leads nowhere.
    for path in ("/invitation/guessed", "/link/guessed"):
        assert stranger.get(path).status_code == 404


def test_a_name_that_there_is_none_of_is_answered_as_a_wrong_password(people):  # noqa: F811
    answers = [without_token(log_in(Client(), name, "wrong")) for name in ("ann", "nobody")]
    assert answers[0].replace("ann", "") == answers[1].replace("nobody", "")


def test_of_very_many_guesses_ten_are_looked_at(people):  # noqa: F811
    guesser = Client(REMOTE_ADDR="203.0.113.5")
    statuses = [log_in(guesser, "ann", f"guess {n}").status_code for n in range(full.of(100, 1000))]
    assert statuses[:9] == [200] * 9 and set(statuses[10:]) == {429}
    # Even the right one does not help from there then, nor another name; elsewhere ann comes in.
    assert log_in(guesser, "ann", PASSWORD).status_code == 429
    assert log_in(guesser, "bea", PASSWORD).status_code == 429
    assert log_in(Client(REMOTE_ADDR="198.51.100.7"), "ann", PASSWORD).status_code == 302


def test_coming_in_begins_a_session_of_its_own_and_leads_nowhere_else(people):  # noqa: F811
    client = Client()
    client.get("/log-in")
    session = client.session
    session["set"] = "by somebody else"
    session.save()
    fixed = session.session_key
    client.cookies.load({"tithe-session": str(fixed)})
    led = log_in(client, "ann", PASSWORD, next="https://evil.example/")
    assert led["Location"] == "/" and client.session.session_key != fixed
    assert Client(headers={"cookie": f"tithe-session={fixed}"}).get("/api/stations").status_code == 401
    for next_ in ("//evil.example", "javascript:alert(1)", "\\\\evil.example"):
        assert log_in(Client(), "bea", PASSWORD, next=next_)["Location"] == "/"
    assert log_in(Client(), "bea", PASSWORD, next="/stations/3")["Location"] == "/stations/3"


def test_a_change_carries_this_servers_own_token(people):  # noqa: F811
    client = Client(enforce_csrf_checks=True)
    assert log_in(client, "ann", PASSWORD).status_code == 403
    token = re.search(r'value="(\w{64})"', client.get("/log-in").content.decode())[1]
    assert log_in(client, "ann", PASSWORD, csrfmiddlewaretoken=token).status_code == 302
    document = json.dumps(demo.start("empty").model_dump(exclude_none=True))
    place = "/api/stations"
    assert client.post(place, document, content_type="application/json").status_code == 403
    client.get("/")
    mine = {"X-CSRFToken": client.cookies["tithe-csrf"].value}
    kept = client.post(place, document, content_type="application/json", headers=mine)
    assert kept.status_code == 201
    elsewhere = {**mine, "Origin": "https://evil.example"}
    assert client.post(place, document, content_type="application/json", headers=elsewhere).status_code == 403
    # A question changes nothing, and is still not asked from elsewhere.
    request = json.dumps({"document": json.loads(document)})
    assert client.post("/api/next", request, content_type="application/json").status_code == 403


def test_no_page_is_framed_and_no_other_name_is_answered(people):  # noqa: F811
    ann = logged_in(people["ann"])
    for client, path in ((Client(), "/log-in"), (Client(), "/"), (ann, "/account"), (ann, "/api/stations")):
        answer = client.get(path)
        assert answer["X-Frame-Options"] == "DENY"
        assert "frame-ancestors 'none'" in answer["Content-Security-Policy"]
        assert client.get(path, headers={"host": "evil.example"}).status_code == 400
    assert logged_in(people["ann"]).get("/account").headers["Cache-Control"].count("no-store")


def test_an_invitation_lets_one_person_in_once_within_a_week(people):  # noqa: F811
    ann = logged_in(people["ann"])
    page = ann.post("/account/invitations", {"note": "for Fay"}).content.decode()
    path = re.search(r"/invitation/[\w-]+", page)[0]
    assert path not in ann.get("/account").content.decode()  # it is shown once
    guest, late = Client(), Client()
    weak = guest.post(path, {"name": "fay", "new_password1": "password", "new_password2": "password"})
    assert "too common" in weak.content.decode() and not User.objects.filter(username="fay").exists()
    taken = guest.post(path, {"name": "Ann", "new_password1": PASSWORD, "new_password2": PASSWORD})
    assert "already" in taken.content.decode()
    right = {"name": "fay", "new_password1": PASSWORD, "new_password2": PASSWORD}
    assert guest.post(path, right)["Location"] == "/"
    assert guest.get("/api/stations").json() == []
    assert late.get(path).status_code == 404
    assert late.post(path, right | {"name": "gus"}).status_code == 404
    assert "Only those who look after" in guest.post("/account/invitations").content.decode()

    old = services.invite(people["ann"])
    Invitation.objects.filter(used=None).update(until=timezone.now() - timedelta(seconds=1))
    assert late.get(f"/invitation/{old}").status_code == 404
    back = services.invite(people["ann"])
    ann.post(
        f"/account/invitations/{Invitation.objects.get(used=None, until__gt=timezone.now()).pk}/take-back"
    )
    with pytest.raises(InputError):
        services.accept(back, "hal", PASSWORD)
    assert not User.objects.filter(username__in=("gus", "hal")).exists()


def test_sessions_are_listed_ended_and_end_with_another_password(people):  # noqa: F811
    here, there = Client(headers={"user-agent": "Desk"}), Client(headers={"user-agent": "Phone"})
    for client in (here, there):
        log_in(client, "ann", PASSWORD)
        assert client.get("/api/stations").status_code == 200
    page = here.get("/account").content.decode()
    assert "Desk" in page and "Phone" in page
    other = re.search(r"/account/sessions/(\d+)/end", page)[0]
    bea = logged_in(people["bea"])
    bea.post(other)  # it is not hers
    assert there.get("/api/stations").status_code == 200
    here.post(other)
    assert there.get("/api/stations").status_code == 401

    log_in(there, "ann", PASSWORD)
    new = "another long walk by the mill"
    sent = {"old_password": PASSWORD, "new_password1": new, "new_password2": new}
    assert "all other sessions have ended" in here.post("/account", sent).content.decode()
    assert here.get("/api/stations").status_code == 200
    assert there.get("/api/stations").status_code == 401
    here.post("/log-out")
    assert here.get("/api/stations").status_code == 401
    assert log_in(here, "ann", PASSWORD).status_code == 200  # the old one is none any more


def test_the_first_account_is_given_what_was_kept_alone(db):
    alone = Client()
    ask(alone, "POST", "/api/stations", demo.start("empty").model_dump(exclude_none=True))
    assert ask(alone, "GET", "/api/stations/1/sharing").status_code == 404
    first, second = (services.add(name, PASSWORD) for name in ("ann", "bea"))
    assert first.is_staff and not second.is_staff
    assert Station.objects.get().owner == first
    # Served alone again, everything is there as before, and nobody is asked.
    (row,) = ask(alone, "GET", "/api/stations").json()
    assert row["owner"] is None and row["right"] == "own"
    with pytest.raises(InputError, match="last-keeper"):
        services.remove(first, second)


def test_settings_of_a_shared_server_are_fit_for_it(tmp_path):
    result = {name: value for name, value in os.environ.items() if name != "DJANGO_ALLOW_ASYNC_UNSAFE"} | {
        "TITHE_SHARED_NAMES": "radio.example.org", "TITHE_SHARED_ENCRYPTED": "1", "TITHE_DATA": str(tmp_path),
    }  # fmt: skip
    manage = Path(__file__).parents[2] / "manage.py"
    done = subprocess.run(
        [sys.executable, manage, "check", "--deploy", "--fail-level", "WARNING"],
        env=result,
        capture_output=True,
        text=True,
        check=False,
    )
    assert done.returncode == 0, done.stderr


def test_who_came_in_and_who_touched_what_was_shared_is_on_record_for_ninety_days(people):  # noqa: F811
    records._noted.clear()
    ann, bea, carl = (Client() for _ in range(3))
    log_in(carl, "carl", "wrong")
    for client, name in ((ann, "ann"), (bea, "bea"), (carl, "carl")):
        log_in(client, name, PASSWORD)
    pk = ask(ann, "POST", "/api/stations", demo.start("empty").model_dump(exclude_none=True)).json()["id"]
    place = f"/api/stations/{pk}"
    for name, edits in (("bea", False), ("carl", True)):
        ask(ann, "PUT", f"{place}/sharing", {"name": name, "edits": edits})
    by_link = Client()
    by_link.get(ask(ann, "POST", f"{place}/links").json()["path"])
    for client in (ann, bea, bea, by_link):
        ask(client, "GET", place)
    ask(bea, "PATCH", place, {"name": "refused"})  # what may not be is no change
    for name in ("one", "two"):
        ask(carl, "PATCH", place, {"name": name})
    carl.post("/log-out")
    rows = [(item["name"], item["what"]) for item in ask(ann, "GET", f"{place}/record").json()]
    assert rows == [("carl", "changed"), ("", "saw"), ("bea", "saw")]
    came = [(item.name, item.what) for item in services.came_and_went()][::-1]
    assert came == [
        ("carl", "refused"), ("ann", "log-in"), ("bea", "log-in"), ("carl", "log-in"), ("carl", "log-out"),
    ]  # fmt: skip
    Record.objects.filter(name="bea").update(when=timezone.now() - records.KEPT - timedelta(hours=1))
    assert records.forget() == 2 and Record.objects.count() == len(rows) + len(came) - 2
