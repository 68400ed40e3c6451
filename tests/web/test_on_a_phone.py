"""A code in the room signs a phone in for one station: once, for minutes, and for nothing else."""

from datetime import timedelta
from urllib.parse import urlsplit

import pytest
from django.contrib.sessions.models import Session
from django.test import Client
from django.utils import timezone

from tests.web.shared import ask, logged_in, people, phone_for, shared, told  # noqa: F401 - fixtures
from tithe.site.sharing import Sharing
from tithe.web.people.models import PhoneCode
from tithe.web.people.services import change_password
from tithe.web.stations.models import Station


@pytest.fixture
def ann(people):  # noqa: F811
    client = logged_in(people["ann"])
    return client, ask(client, "POST", "/api/stations/start/quarry-hedge").json()["id"]


def code_of(client, station, **more):
    made = client.post(f"/api/stations/{station}/phone", content_type="application/json", **more)
    assert made.status_code == 201, told(made)
    return made.json()


def test_a_code_opens_its_station_on_one_phone_once(ann):
    client, station = ann
    made = code_of(client, station)
    path = urlsplit(made["address"]).path
    assert path.rsplit("/", 1)[1] not in PhoneCode.objects.values_list("digest", flat=True)
    # Programs that look at a link before its reader do not use it up.
    for _ in range(2):
        looked = Client().get(path)
        assert looked.status_code == 200 and "Quarry Hedge" in told(looked) and "ann" in told(looked)
    phone = Client()
    assert phone.post(path)["Location"] == f"/garden/{station}"
    assert phone.get(f"/garden/{station}").status_code == 200
    assert [row["right"] for row in ask(phone, "GET", "/api/stations").json()] == ["edit"]
    for again in (Client().post(path), Client().get(path), Client().post("/phone/guessed")):
        assert again.status_code == 404 and "not good any more" in told(again)


def test_a_code_is_good_for_minutes_and_gives_way_to_the_next(ann):
    client, station = ann
    first = code_of(client, station)
    second = code_of(client, station)
    assert Client().get(urlsplit(first["address"]).path).status_code == 404
    assert timedelta(minutes=4) < PhoneCode.objects.get().until - timezone.now() < timedelta(minutes=5)
    PhoneCode.objects.update(until=timezone.now() - timedelta(seconds=1))
    assert Client().post(urlsplit(second["address"]).path).status_code == 404


def test_a_phone_is_let_in_nowhere_else_and_ends_as_other_sessions_do(ann, people):  # noqa: F811
    client, station = ann
    phone = phone_for(client, station)
    for path in ("/account", "/account/invitations", "/account/people/1/remove", "/account/sessions/1/end"):
        answer = phone.post(path)
        assert answer.status_code == 403 and "signed in for one station" in told(answer), path
    assert people["ann"].is_active and Session.objects.count() == 2
    assert ", for one station" in told(client.get("/account"))
    seat = people["ann"].seats.get(program="", session_key=phone.cookies["tithe-session"].value)
    client.post(f"/account/sessions/{seat.pk}/end")
    assert ask(phone, "GET", f"/api/stations/{station}").status_code == 401
    another = phone_for(client, station)
    change_password(people["ann"], "another long walk by the mill")
    assert ask(another, "GET", f"/api/stations/{station}").status_code == 401


def test_a_phone_may_no_more_than_its_person_and_at_once(ann, people):  # noqa: F811
    client, station = ann
    place = f"/api/stations/{station}"
    ask(client, "PUT", f"{place}/sharing", {"name": "bea", "edits": False})
    phone = phone_for(logged_in(people["bea"]), station)
    note = {"note": {"text": "outside"}}
    assert ask(phone, "POST", f"{place}/log", note).status_code == 403
    ask(client, "PUT", f"{place}/sharing", {"name": "bea", "edits": True})
    assert ask(phone, "POST", f"{place}/log", note).status_code == 201
    ask(client, "DELETE", f"{place}/sharing/bea")
    assert ask(phone, "GET", place).status_code == 404


def test_the_address_is_one_that_a_phone_can_reach(ann, settings):
    client, station = ann
    settings.ALLOWED_HOSTS = ["localhost", "testserver", "mill.example"]
    assert code_of(client, station)["address"].startswith("http://testserver/phone/")
    settings.SHARING = Sharing(("localhost", "mill.example"), False)
    by_loopback = code_of(client, station, HTTP_HOST="localhost:8443")
    assert by_loopback["address"].startswith("http://mill.example:8443/phone/")
    square = by_loopback["square"]
    assert {len(row) for row in square} == {len(square)} and set("".join(square)) == {"0", "1"}
    settings.SHARING = Sharing(("localhost",), False)
    refused = client.post(
        f"/api/stations/{station}/phone", content_type="application/json", HTTP_HOST="localhost:8443"
    )
    assert refused.status_code == 422 and "a --name that the phone can reach" in told(refused)


def test_what_a_phone_sends_again_is_kept_once(ann):
    client, station = ann
    phone = phone_for(client, station)
    sweep = {"text": "MHz;SWR\n7;2\n7.1;1.5\n7.2;2\n", "trim": True, "change_m": -0.1, "key": "k1"}
    first, again = (ask(phone, "POST", f"/api/stations/{station}/sweeps", sweep) for _ in range(2))
    assert first.status_code == again.status_code == 201 and first.json() == again.json()
    another = ask(phone, "POST", f"/api/stations/{station}/sweeps", sweep | {"key": "k2"}).json()
    assert another["id"] != first.json()["id"]
    kept = Station.objects.get(pk=station).sweeps
    assert kept.filter(trim=True).count() == 2
    # A copy is a station of its own: the phone's keys are not its.
    twin = ask(client, "POST", f"/api/stations/{station}/copy").json()["id"]
    assert set(Station.objects.get(pk=twin).sweeps.values_list("key", flat=True)) == {""}


def test_a_keeper_removes_an_account_on_the_page_and_nobody_else_does(ann, people):  # noqa: F811
    client, station = ann
    gone, heir = people["bea"], people["carl"]
    ask(logged_in(gone), "POST", "/api/stations/start/empty")
    remove = f"/account/people/{gone.pk}/remove"
    assert "Only those who look after" in told(logged_in(people["dora"]).post(remove, {"to": heir.pk}))
    for to in ("", gone.pk, "x", 987_654):
        assert "to whom goes" in (said := told(client.post(remove, {"to": to}))) or "somebody else" in said
    assert client.post(remove, {"to": heir.pk})["Location"] == "/account"
    assert [item.owner for item in Station.objects.exclude(pk=station)] == [heir]
    assert "Remove bea" not in told(client.get("/account"))
    last = client.post(f"/account/people/{people['ann'].pk}/remove", {"to": heir.pk})
    assert "promote somebody first" in told(last)
