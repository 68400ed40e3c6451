"""What a step that was done brought, by readings before and since, beside what they were made of."""

import json

import numpy as np
import pytest

from tithe.core import solve
from tithe.core.arrays import decibels
from tithe.document import station_file
from tithe.web.actor import ALONE
from tithe.web.stations import services
from tithe.web.stations.models import Revision

AT = [7.1, 14.2]
LONG = {"kind": "line", "label": "run", "line": "rg-58", "length_m": 45.0}
METER = {"accuracy_pct": 3, "full_scale_w": 200}
BEFORE = {
    "format": "tithe-station",
    "version": 1,
    "name": "promised",
    "transmitter": {"power_w": 100},
    "chain": [
        {"kind": "meter", "label": "in the room", **METER},
        LONG,
        {"kind": "meter", "label": "at the mast", **METER},
    ],
    "antenna": {"kind": "table", "label": "a", "points": [[3, 60, 10], [30, 60, 10]]},
}
SINCE = BEFORE | {"chain": [BEFORE["chain"][0], LONG | {"line": "rg-213"}, BEFORE["chain"][2]]}
PROMISED = {"id": "change.none/rg-213", "gain_db": [1.5, 2.0, 2.5]}


def read(document, day):
    """Both meters, as the station would show them."""
    budget = solve(station_file.validate(document).to_core(), np.array(AT) * 1e6)
    for stage in (stage for stage in budget.stages if stage.reading is not None):
        for k, mhz in enumerate(AT):
            forward, ratio = float(stage.reading.forward_w[k]), float(stage.reading.swr[k])
            shown = {"forward_w": round(forward, 1), "swr": round(ratio, 2), "power_w": 100.0}
            yield {"mhz": mhz, "at": stage.part.label, "date": day, **shown}


def less_lost():
    """The truth, dB on average."""
    leaves = [
        solve(station_file.validate(item).to_core(), np.array(AT) * 1e6).radiated_w
        for item in (BEFORE, SINCE)
    ]
    return float(np.mean(decibels(leaves[1] / leaves[0])))


def post(client, path, body):
    return client.post(path, json.dumps(body), content_type="application/json")


@pytest.fixture
def kept(client, db):
    """A station that was read, changed on the first of May, and a note of that."""
    pk = post(client, "/api/stations", BEFORE).json()["id"]
    for item in read(BEFORE, "2026-04-20"):
        assert post(client, f"/api/stations/{pk}/log", {"reading": item}).status_code == 201
    services.save(ALONE, pk, 1, station_file.validate(SINCE))
    Revision.objects.filter(station=pk).update(saved="2026-05-01T15:00:00+00:00")
    note = {"date": "2026-05-01", "text": "Done: the run.", "promised": PROMISED}
    return pk, post(client, f"/api/stations/{pk}/log", {"note": note}).json()["key"]


def test_what_was_promised_stands_beside_what_is_measured(client, kept):
    pk, key = kept
    request = f"/api/log/{key}/promise"
    untold = client.get(request).json()
    assert untold["gain_db"] is None and "Nothing has been read since" in untold["sentence"]
    for item in read(SINCE, "2026-05-01"):  # on the very day, when it was done
        post(client, f"/api/stations/{pk}/log", {"reading": item})
    answer = client.get(request).json()
    low, middle, high = answer["gain_db"]
    assert low < less_lost() < high and abs(middle - less_lost()) < 0.3 and high - low < 3
    assert answer["sentence"].startswith("Promised 2 dB more over the bands")
    assert "The two agree." in answer["sentence"]


def test_a_promise_that_was_not_kept_is_told(client, kept):
    pk, _ = kept
    boast = {"date": "2026-05-01", "text": "Done.", "promised": PROMISED | {"gain_db": [7.0, 8.0, 9.0]}}
    key = post(client, f"/api/stations/{pk}/log", {"note": boast}).json()["key"]
    for item in read(SINCE, "2026-06-01"):
        post(client, f"/api/stations/{pk}/log", {"reading": item})
    assert "less than was promised" in client.get(f"/api/log/{key}/promise").json()["sentence"]


def test_other_frequencies_and_other_notes_tell_nothing(client, kept):
    pk, key = kept
    other = next(read(SINCE, "2026-05-10")) | {"mhz": 21.2}
    post(client, f"/api/stations/{pk}/log", {"reading": other})
    answer = client.get(f"/api/log/{key}/promise").json()
    assert answer["gain_db"] is None and "read at 7.1 MHz and 14.2 MHz again" in answer["sentence"]
    plain = post(client, f"/api/stations/{pk}/log", {"note": {"text": "storm"}}).json()["key"]
    assert client.get(f"/api/log/{plain}/promise").status_code == 422
