"""What has happened to the demo stations: as it would be there, with something to show for every view."""

import pytest

from tests import full
from tithe.answers.log.kept import kept_with
from tithe.core.log import reconcile
from tithe.document.readings import core_readings
from tithe.web.library import services
from tithe.web.stations import demo


def explained(document, day):
    """What the readings of a day are weighed as."""
    there = document.model_copy(
        update={"readings": [reading for reading in document.readings if reading.date == day]}
    )
    station = there.to_core()
    readings = core_readings(there.readings, station)
    known, _ = kept_with(there, station, readings)
    return reconcile.reconcile(station, readings, there.causes, known).causes[0]


def test_the_storm_is_found_in_the_readings_and_only_there():
    """Nothing is written into the readings: the run with water in it was solved, and read with errors."""
    mill = demo.life("brackenfell-mill").now
    days = list(dict.fromkeys(reading.date for reading in mill.readings))
    calm = [day for day in days if day != "2025-11-18"]
    result = {day: explained(mill, day) for day in ("2025-11-18", *full.of(calm[::3], calm))}
    assert {day for day, one in result.items() if one.id != "as-described"} == {"2025-11-18"}
    assert result["2025-11-18"].id == "water" and result["2025-11-18"].weight > 0.9
    assert all(item.weight > 0.8 for item in result.values())


@pytest.mark.django_db
def test_the_mill_has_two_years_behind_it(client):
    services.load_demos()
    first, *others = client.get("/api/stations").json()
    pk = first["id"]
    assert first["name"] == "Brackenfell Mill" and len(others) == 3
    log = client.get(f"/api/stations/{pk}/log?limit=500").json()["rows"]
    assert {row["kind"] for row in log} == {"reading", "note", "sweep", "preset", "change"}
    days = sorted(row["date"] for row in log if row["date"])
    assert days[0][:4] == "2024" and days[-1][:7] == "2026-09"
    swept = client.get(f"/api/stations/{pk}/sweeps").json()
    assert sum(item["baseline"] for item in swept) == 1 and sum(item["trim"] for item in swept) == 3
    changes = [what for row in log if row["kind"] == "change" for what in row["body"]["what"]]
    assert any(what.startswith("run to the mast: line") for what in changes)
    revisions = client.get(f"/api/stations/{pk}/revisions").json()
    assert [revision["version"] for revision in revisions] == [4, 3, 2, 1]
    # A save goes on from there.
    document = client.get(f"/api/stations/{pk}").json()["document"]
    body = {"version": 5, "document": document | {"notes": "read again"}}
    assert client.put(f"/api/stations/{pk}", body, content_type="application/json").status_code == 200


@pytest.mark.parametrize("slug", demo.DEMOS)
def test_every_state_before_was_a_station(slug):
    life = demo.life(slug)
    moments = [until for until, _ in life.earlier]
    assert moments == sorted(moments)
    for _, document in life.earlier:
        document.to_core()
    assert life.now.remarks
