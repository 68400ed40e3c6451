"""The API: keeps stations safely, solves without keeping, refuses with sentences."""

import json
import stat
from copy import deepcopy

import pytest
from ninja.openapi.schema import OpenAPISchema

from tests import full
from tests.answers import by_name
from tithe.site import generate
from tithe.site.api import api
from tithe.site.description import Description
from tithe.site.secret import secret_key
from tithe.web.library.services import load_demos
from tithe.web.stations.models import Revision, Station

pytestmark = pytest.mark.django_db


def send(client, method, path, body, **headers):
    text = body if isinstance(body, str | bytes) else json.dumps(body)
    return getattr(client, method)(path, data=text, content_type="application/json", headers=headers)


def test_generated_schema_is_current():
    assert generate.OPENAPI.read_text("utf-8") == generate.openapi_text(), "run `make types`"


def test_the_description_is_what_the_framework_makes_shape_by_shape_and_is_made_once():
    description = Description(api, "api/")
    shapes = deepcopy(description.schemas)
    pairs = list(description.frames)
    for model, mode in pairs[:: full.of(12, 1)]:
        ours = description._create_schema_from_model(model, mode=mode)
        assert ours == OpenAPISchema._create_schema_from_model(description, model, mode=mode)
    assert (
        description.schemas == shapes
    )  # where the framework's had been other ones, they would stand there now
    assert api.get_openapi_schema() is api.get_openapi_schema()


def test_solve_keeps_nothing_and_answers_as_typed(client, mill):
    response = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1})
    assert response.status_code == 200
    answer = by_name(response.content)
    assert [row.name for row in answer.rail][:3] == ["80 m", "60 m", "40 m"]
    assert answer.here.sentence.startswith("On 40 m, ")
    waves = [wave for wave in answer.here.waves if wave]
    crest = answer.here.result.stages[5].volts_peak_max
    # The drawn points miss the crest by less than half their spacing.
    assert max(waves[1].volts_peak) == pytest.approx(crest, rel=2e-3)
    assert not Station.objects.exists()


def test_a_band_outside_the_data_is_said_not_failed(client, mill):
    mill["antenna"] = {"kind": "table", "points": [[7, 60, -20], [7.2, 70, 20]]}
    rail = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()["rail"]
    assert {row["name"]: row["state"] for row in rail}["80 m"] == "unknown"
    answer = send(client, "post", "/api/solve", {"document": mill, "mhz": 21}).json()
    assert answer["here"] is None
    assert "7 MHz to 7.2 MHz" in answer["why"]


def test_faults_come_with_their_places(client, mill):
    mill["chain"][5]["length_m"] = -3
    mill["chain"][0]["length_m"] = "abc"
    response = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1})
    assert response.status_code == 422
    assert {e["place"] for e in response.json()["errors"]} == {
        "document.chain[0].length_m",
        "document.chain[5].length_m",
    }
    mill["chain"][0]["length_m"] = mill["chain"][5]["length_m"] = 1
    mill["chain"][0]["line"] = "rg-1"
    mill["antenna"]["content"] = "# MHz S RI R 50\n7 0 zero\n"
    errors = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()["errors"]
    assert {e["place"] for e in errors} == {"document.chain[0].line", "document.antenna.content.line 2"}


@pytest.mark.parametrize("body", [b"\xff", "{", '{"mhz": NaN}', "[" * 50_000, b"x" * 13_000_000])
def test_hostile_bodies_get_a_sentence(client, body):
    response = send(client, "post", "/api/solve", body)
    assert 400 <= response.status_code < 500
    assert response.json()["errors"][0]["rule"]


def test_save_keeps_the_past_and_refuses_a_stale_version(client, mill):
    kept = send(client, "post", "/api/stations", mill).json()
    path = f"/api/stations/{kept['id']}"
    changed = kept["document"] | {"name": "Changed"}
    assert send(client, "put", path, {"version": 1, "document": changed}).json()["version"] == 2
    stale = send(client, "put", path, {"version": 1, "document": kept["document"]})
    assert stale.status_code == 409
    assert stale.json()["document"]["name"] == "Changed"
    assert client.get(path).json()["document"]["name"] == "Changed"
    assert Revision.objects.get().document["name"] == mill["name"]
    refused = send(client, "put", path, {"version": 2, "document": changed | {"chain": 3}})
    assert refused.status_code == 422
    assert client.get(path).json()["version"] == 2


def test_what_is_kept_is_what_was_sent(client, mill):
    kept = send(client, "post", "/api/stations", mill).json()
    document = client.get(f"/api/stations/{kept['id']}").json()["document"]
    for key, value in mill.items():
        if key != "chain" and key != "transmitter":
            assert document[key] == value
    for before, after in zip(mill["chain"], document["chain"], strict=True):
        rows = before.pop("presets", []), after.get("presets", [])
        assert all(old.items() <= new.items() for old, new in zip(*rows, strict=True))
        dials = before.pop("dials", {})
        assert all(dial.items() <= after["dials"][knob].items() for knob, dial in dials.items())
        assert before.items() <= after.items()


def test_unknown_station(client):
    response = client.get("/api/stations/99")
    assert response.status_code == 404
    assert response.json()["errors"][0]["rule"] == "Station 99 is not kept here"


def test_other_sites_are_refused(client, mill):
    response = send(client, "post", "/api/stations", mill, Origin="http://elsewhere.example")
    assert response.status_code == 403
    assert not Station.objects.exists()


def test_demo_is_loaded_once(client):
    load_demos()
    load_demos()
    names = [row["name"] for row in client.get("/api/stations").json()]
    assert names == ["Brackenfell Mill", "Hollin Lane School", "Quarry Hedge", "Sallow Croft"]


def test_the_page_is_served_with_a_strict_policy(client):
    page = client.get("/")
    assert b'id="app"' in page.content
    assert "default-src 'self'" in page.headers["Content-Security-Policy"]


def test_secret_key_is_made_once_for_its_owner_only(tmp_path):
    key = secret_key(tmp_path / "data")
    assert len(key) >= 50
    assert secret_key(tmp_path / "data") == key
    assert stat.S_IMODE((tmp_path / "data" / "secret-key").stat().st_mode) == 0o600


def test_the_same_save_twice_is_one_save(client, mill):
    """A save whose answer was lost comes again under its name: no conflict, no second state in the past."""
    kept = send(client, "post", "/api/stations", mill).json()
    body = {"version": 1, "document": kept["document"] | {"name": "New name"}, "key": "a-1"}
    first, second = (send(client, "put", f"/api/stations/{kept['id']}", body) for _ in range(2))
    assert (first.status_code, second.status_code) == (200, 200)
    assert first.json()["version"] == second.json()["version"] == 2
    assert len(client.get(f"/api/stations/{kept['id']}/revisions").json()) == 1
    other = send(client, "put", f"/api/stations/{kept['id']}", body | {"key": "b-1"})
    assert other.status_code == 409
