"""Requests that once broke the server, or must be refused: each with a sentence, none with a 500."""

import json

import pytest

from tests.document.test_station_file import EXAMPLE
from tests.web.test_stations_api import send

pytestmark = pytest.mark.django_db
HUGE = 10**24
LINE = {"kind": "line", "line": {"r0_ohm": 50, "velocity_factor": 0.66, "k1": 0.5, "k2": 0.01}, "length_m": 0}


def raw(client, path, text, **headers):
    return client.post(path, text, content_type="application/json", headers=headers)


def rule(response):
    return response.json()["errors"][0]["rule"]


@pytest.fixture
def mill_id(client, mill):
    return send(client, "post", "/api/stations", mill).json()["id"]


def test_half_a_surrogate_pair_is_no_character(client):
    for text in ('{"name": "\\ud800"}', '{"\\udfff": 1}', '["\\ud83d\\ude00", "\\ud83d"]'):
        response = raw(client, "/api/stations", text)
        assert response.status_code == 422
        assert "surrogate" in rule(response)
    assert "surrogate" not in raw(client, "/api/stations", '{"name": "\\ud83d\\ude00"}').content.decode()


def test_numbers_beyond_the_database_are_not_found_or_refused(client, mill_id):
    for path in (
        f"/api/stations/{HUGE}",
        f"/api/stations/{mill_id}/revisions/{HUGE}",
        f"/api/stations/{HUGE}/file",
    ):
        assert client.get(path).status_code == 404
    assert client.get(f"/api/stations/{mill_id}/radials?sweep={HUGE}").status_code < 500
    assert client.get(f"/api/stations/{mill_id}/log?offset={2**63 - 1}").status_code == 422
    body = {"version": HUGE, "document": EXAMPLE}
    assert send(client, "put", f"/api/stations/{mill_id}", body).status_code < 500
    look = {"bands": [], "over": [HUGE], "comfort_swr": 2}
    assert send(client, "post", f"/api/sweeps/{HUGE}/look", look).status_code < 500


@pytest.mark.parametrize("taken", ["0001-01-01T00:00:00+14:00", "9999-12-31T23:59:59-12:00", "0001-01-01"])
def test_a_moment_at_the_end_of_the_calendar_is_refused(client, mill, taken):
    sweep = {"title": "x", "content": "# MHz S RI R 50\n7 0.1 0\n8 0.1 0\n", "taken": taken}
    response = send(client, "post", "/api/stations", mill | {"sweeps": [sweep]})
    assert response.status_code == 422
    assert response.json()["errors"][0]["place"].endswith("sweeps[0].taken")


def test_numbers_as_text_below_their_least_and_subnormals_are_refused_where_they_stand(client, mill):
    response = send(client, "post", "/api/shelf/own", {"title": "x", "part": LINE, "price": "-1"})
    assert (response.status_code, rule(response)) == (422, "must be 0 or more (it is -1)")
    mill["chain"][2] |= {"setting": {"c1_pf": 100, "l_uh": 1e-320, "c2_pf": 100}}
    response = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1})
    assert response.status_code == 422
    assert any("too small to be meant" in error["rule"] for error in response.json()["errors"])


def test_a_line_of_ones_own_that_passes_nothing_leaves_choose_as_it_was(client, mill):
    awful = LINE | {"line": LINE["line"] | {"k1": 1e12}}
    made = send(
        client, "post", "/api/shelf/own", {"title": "wet string", "part": awful, "price": "9999999999.99"}
    )
    assert made.status_code == 201
    lines = b"".join(send(client, "post", "/api/choose", {"document": mill}).streaming_content).splitlines()
    answer = json.loads(lines[-1])["answer"]
    assert (
        "Left out, since next to nothing would arrive through so much of it: wet string."
        in answer["shortcomings"]
    )
    assert not any(candidate["line_name"] == "wet string" for candidate in answer["candidates"])


@pytest.mark.parametrize(
    "headers",
    [{"Origin": "http://["}, {"Origin": "http://elsewhere.example"}, {"Sec-Fetch-Site": "cross-site"},
     {"Sec-Fetch-Site": "same-site"}],
)  # fmt: skip
def test_changes_from_elsewhere_are_refused(client, headers):
    assert raw(client, "/api/stations/start/empty", "{}", **headers).status_code == 403
    assert client.get("/api/stations", headers=headers).status_code == 403
    assert client.get("/", headers=headers).status_code == 200


def test_changes_come_as_json_and_answers_are_not_kept(client):
    response = client.post(
        "/api/stations/start/empty", "x=1", content_type="application/x-www-form-urlencoded"
    )
    assert response.status_code == 415
    assert (
        raw(client, "/api/stations/start/empty", "{}", **{"Sec-Fetch-Site": "same-origin"}).status_code == 201
    )
    listed = client.get("/api/stations")
    assert listed.headers["Cache-Control"] == "no-store"
    assert "form-action 'self'" in client.get("/").headers["Content-Security-Policy"]
    assert client.post("/", "x", content_type="text/plain").status_code == 405


def test_a_request_too_large_is_refused_in_json(client):
    response = raw(client, "/api/solve", "a" * 13_000_000)
    assert (response.status_code, rule(response)) == (413, "The request is larger than 12 MB.")


@pytest.mark.parametrize(
    ("text", "what"),
    [
        ("[" + "1.5," * 2_000_000 + "1]", "1,500,000 values"),
        ("[" + "[]," * 700_000 + "1]", "600,000 lists"),
        ("{" + ",".join(f'"{n}":1' for n in range(700_000)) + "}", "600,000 keys"),
    ],
)
def test_a_text_of_more_than_a_station_holds_is_refused_before_it_fills_the_memory(client, text, what):
    response = client.post("/api/stations", data=text, content_type="application/json")
    assert response.status_code == 422
    assert rule(response) == f"The file holds more than {what}"


def test_a_tuner_that_would_lose_everything_is_refused(client, mill):
    rated = {
        "kind": "tuner",
        "network": "rated",
        "reach_swr": 3.0,
        "loss_db_at_1": 1.0,
        "loss_db_at_reach": 1e12,
    }
    body = {"document": mill | {"chain": [rated]}, "mhz": 7.1}
    (refused,) = send(client, "post", "/api/solve", body).json()["errors"]
    assert refused["place"] == "document.chain[0].loss_db_at_reach"
    assert refused["rule"] == "must be 100 or less (it is 1e+12)"
    assert refused["sentence"] == "The chain[0].loss_db_at_reach must be 100 or less (it is 1e+12)."


def test_bytes_that_are_no_text_are_refused_wherever_they_come(client):
    for path in ("/api/stations", "/api/library/line", "/api/solve"):
        response = raw(client, path, b'{"text": "\xff\xfe"}')
        assert (response.status_code, rule(response)) == (422, "The request is not UTF-8 text")


@pytest.mark.parametrize("body", [b"9" * 400, b'{"a": NaN}', b"\xff", b'{"a": 1, "a": 2}'])
def test_an_address_that_is_none_is_refused_whatever_comes_with_it(client, body):
    answer = client.post("/api/sweeps/none/antenna", body, content_type="application/json")
    assert answer.status_code == 422, answer.content
    assert answer.json()["errors"][0]["place"] == "pk"
