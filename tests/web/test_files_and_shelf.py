"""Files in and out, starts, arrangements compared, ledgers, the shelf and the bands, through the API."""

import csv
import io
import json
from datetime import timedelta

import pytest
from django.utils import timezone
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.answers import by_name
from tests.web.test_stations_api import send
from tithe.core.bands import REGIONS, USUAL
from tithe.document import shelf, station_file
from tithe.web.stations import demo, services
from tithe.web.stations.models import OwnPart, Revision, Station

pytestmark = pytest.mark.django_db


def test_export_and_import_give_the_same_bytes(client, mill):
    first = send(client, "post", "/api/stations", mill).json()
    text = client.get(f"/api/stations/{first['id']}/file").content.decode()
    second = send(client, "post", "/api/stations", text).json()
    assert second["id"] != first["id"]
    assert client.get(f"/api/stations/{second['id']}/file").content.decode() == text
    assert station_file.read(text) == station_file.read(json.dumps(mill))
    third = send(client, "post", "/api/stations/file", {"text": text}).json()
    assert client.get(f"/api/stations/{third['id']}/file").content.decode() == text


@pytest.mark.parametrize(
    "text",
    [
        "",
        "{",
        "[" * 90_000,
        '{"format": NaN}',
        '{"format": ' + "9" * 90_000 + "}",
        "\u0000",
        "null",
        "\ud7ff",
    ],
)
def test_a_malformed_file_is_refused_and_nothing_is_kept(client, text):
    response = send(client, "post", "/api/stations", text)
    assert response.status_code == 422
    assert response.json()["errors"][0]["rule"]
    assert not Station.objects.exists()


@settings(max_examples=40, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.text(max_size=300))
def test_any_text_as_a_file_gets_an_answer(client, text):
    for response in (
        send(client, "post", "/api/stations", text),
        send(client, "post", "/api/antenna/read", {"text": text}),
    ):
        assert response.status_code in (200, 201, 422)


def test_a_script_in_a_name_is_only_a_name(client, mill):
    mill["name"] = "</script><script>alert(1)</script>"
    kept = send(client, "post", "/api/stations", mill).json()
    assert kept["name"] == mill["name"]
    response = client.get(f"/api/stations/{kept['id']}/file")
    assert "<script" not in response.headers["Content-Disposition"]
    assert response.headers["Content-Type"].startswith("application/json")


def test_every_start_can_be_started(client):
    for slug in (*demo.DEMOS, demo.EMPTY):
        kept = client.post(f"/api/stations/start/{slug}", content_type="application/json").json()
        answer = send(client, "post", "/api/solve", {"document": kept["document"], "mhz": 14.2}).json()
        assert (answer["here"] is None) == (slug == demo.EMPTY)
    assert answer["why"].startswith("The antenna is not described yet: ")
    assert client.post("/api/stations/start/nowhere", content_type="application/json").status_code == 404


def test_past_states_are_listed_and_whole(client, mill):
    kept = send(client, "post", "/api/stations", mill).json()
    path = f"/api/stations/{kept['id']}"
    for version, name in enumerate(("second", "third"), start=1):
        send(client, "put", path, {"version": version, "document": kept["document"] | {"name": name}})
    rows = client.get(f"{path}/revisions").json()
    assert [row["version"] for row in rows] == [2, 1]
    assert client.get(f"{path}/revisions/1").json()["document"]["name"] == mill["name"]
    assert client.get(f"{path}/revisions/9").status_code == 404
    assert Revision.objects.count() == 2


def test_arrangements_are_compared_band_by_band(client, mill):
    at_mast = [part for part in mill["chain"] if part["kind"] != "tuner"]
    at_mast.append(next(part for part in mill["chain"] if part["kind"] == "tuner"))
    mill["arrangements"] = [{"name": "tuner at the mast", "chain": at_mast, "antenna": mill["antenna"]}]
    answer = send(client, "post", "/api/compare", {"document": mill, "mhz": 10.12, "other": 0})
    comparison = by_name(answer.content)
    rows = {row.name: row for row in comparison.rows}
    solved = send(client, "post", "/api/solve", {"document": mill, "mhz": 10.12}).json()
    now = {row["name"]: row["radiated_w"] for row in solved["rail"]}
    assert rows["30 m"].now_w == pytest.approx(now["30 m"])
    assert rows["30 m"].gain_db == pytest.approx(rows["30 m"].gain_s_units * 6)
    assert rows["30 m"].then_w > 3 * rows["30 m"].now_w
    assert comparison.sentence.startswith("“tuner at the mast” would be heard to differ on ")
    assert comparison.other.sentence.startswith("On 30 m, ")
    missing = send(client, "post", "/api/compare", {"document": mill, "mhz": 7.1, "other": 3})
    assert missing.json()["errors"][0]["sentence"] == "The arrangements[3] is not there."


def test_faults_in_a_kept_arrangement_are_named_there(client, mill):
    broken = [{"kind": "line", "line": "rg-1", "length_m": 3}]
    mill["arrangements"] = [{"name": "x", "chain": broken, "antenna": {"kind": "unknown"}}]
    response = send(client, "post", "/api/compare", {"document": mill, "mhz": 7.1, "other": 0})
    assert response.json()["errors"][0]["place"] == "document.arrangements[0].chain[0].line"


def test_ledgers_add_up_and_stand_in_the_csv(client, mill):
    mill["chain"][0]["label"] = "=cmd()"
    mill["chain"][1]["label"] = " \n=cmd()"
    ledgers = by_name(send(client, "post", "/api/ledgers", {"document": mill}).content)
    assert [ledger.name for ledger in ledgers] == [band.name for band in USUAL]
    text = send(client, "post", "/api/ledgers.csv", {"document": mill}).content.decode()
    rows = list(csv.DictReader(io.StringIO(text)))
    for ledger in ledgers:
        mine = [row for row in rows if row["band"] == ledger.name]
        taken = sum(float(row["taken_w_median"]) for row in mine)
        assert taken + ledger.result.total.radiated_w == pytest.approx(100, rel=1e-4)
    assert rows[2]["part"] == "'=cmd()"
    assert rows[3]["part"] == "' \n=cmd()"


def test_the_csv_of_a_planned_antenna_ends_with_its_soil_and_adds_up_to_the_sky(client, mill):
    mill |= {"antenna": {"kind": "wires", "shape": "dipole", "length_m": 20, "height_m": 5}}
    mill["bands"] = [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}]
    text = send(client, "post", "/api/ledgers.csv", {"document": mill}).content.decode()
    *_, antenna, soil = csv.DictReader(io.StringIO(text))
    assert (antenna["kind"], soil["kind"]) == ("antenna", "soil")
    rows = list(csv.DictReader(io.StringIO(text)))
    taken = sum(float(row["taken_w_median"]) for row in rows)
    assert taken + float(soil["out_w_median"]) == pytest.approx(100, rel=1e-4)
    assert float(soil["taken_w_min"]) < float(soil["taken_w_median"]) < float(soil["taken_w_max"])


def test_the_shelf_holds_sound_parts_and_ones_own(client):
    for item in shelf.parts():
        assert item.part.to_core().label
    own = {"title": "my cable", "part": {"kind": "line", "line": "rg-58", "length_m": 12}, "price": "31.50"}
    kept = send(client, "post", "/api/shelf/own", own).json()
    listed = client.get("/api/shelf").json()
    assert [item["title"] for item in listed["own"]] == ["my cable"]
    assert len(listed["lines"]) == 20
    client.delete(f"/api/shelf/own/{kept['id']}")
    assert not OwnPart.objects.exists()
    bad = own | {"price": "cheap"}
    assert send(client, "post", "/api/shelf/own", bad).json()["errors"][0]["place"] == "own.price"
    wrong = own | {"part": {"kind": "line", "line": "rg-1", "length_m": 12}}
    assert send(client, "post", "/api/shelf/own", wrong).status_code == 422


def test_lines_beside_each_other_lose_what_each_would_in_that_place(client, mill):
    """Each row against the station solved with that very line put there."""
    at = next(n for n, part in enumerate(mill["chain"]) if part["label"] == "run to the mast")
    mhz = 14.2
    own = {
        "kind": "line",
        "label": "o",
        "length_m": 25,
        "line": {"r0_ohm": 75, "velocity_factor": 0.8, "k1": 1, "k2": 0.1},
    }
    kept = send(client, "post", "/api/shelf/own", {"title": "Mine", "part": own, "price": "50"}).json()[
        "token"
    ]
    mill["choice"] = {"prices": {"rg-58": 3.0}}
    request = {"document": mill, "mhz": mhz, "place": at + 1, "length_m": 12.5}
    answer = send(client, "post", "/api/shelf/compare", request).json()
    rows = {row["token"]: row for row in answer["lines"]}
    assert rows.keys() == {kept, *shelf.lines()}
    for token, line in ((kept, own["line"]), ("rg-58", "rg-58"), ("window-450", "window-450")):
        chain = list(mill["chain"])
        chain[at] = {**chain[at], "line": line, "length_m": 12.5}
        solved = send(client, "post", "/api/solve", {"document": {**mill, "chain": chain}, "mhz": mhz}).json()
        stage = solved["here"]["result"]["stages"][at]
        for key in ("matched_db", "loss_db", "limit_w"):
            expected = stage[key] if stage[key] is None else pytest.approx(stage[key], rel=1e-9)
            assert rows[token][key] == expected, (token, key)
        for key in ("matched_db", "loss_db"):
            ask = request | {"token": token, "figure": key}
            values = send(client, "post", "/api/shelf/compare/working", ask).json()["values"]
            assert values == pytest.approx([rows[token][key]], rel=1e-9), (token, key)
    for wrong, place in (
        ({"token": "none", "figure": "loss_db"}, "token"),
        ({"token": "rg-58", "figure": "price"}, "figure"),
    ):
        refused = send(client, "post", "/api/shelf/compare/working", request | wrong).json()
        assert refused["errors"][0]["place"] == place
    assert rows["rg-58"]["price"] == 37.5
    assert rows[kept]["price"] == 25
    assert rows["rg-213"]["price"] == pytest.approx(2.4 * 12.5)


@pytest.mark.parametrize(
    ("change", "place", "rule"),
    [
        ({"place": 99}, "place", "must be"),
        ({"length_m": 0}, "length_m", "must be above 0"),
        ({"mhz": 1.0}, "antenna", ""),
    ],
)
def test_a_comparison_that_cannot_be_made_is_refused_at_its_place(client, mill, change, place, rule):
    request = {"document": mill, "mhz": 7.1, "place": 0, "length_m": 10} | change
    error = send(client, "post", "/api/shelf/compare", request).json()["errors"][0]
    assert error["place"].startswith(place)
    assert rule in error["rule"]


def test_lines_are_compared_matched_before_an_antenna_that_is_not_described(client, mill):
    known = {"document": mill, "mhz": 7.1, "place": 0, "length_m": 10}
    request = known | {"document": mill | {"antenna": {"kind": "unknown"}}}
    answer, with_antenna = (
        send(client, "post", "/api/shelf/compare", item).json() for item in (request, known)
    )
    assert answer["why"].startswith("The antenna is not described yet")
    assert with_antenna["why"] == ""
    for row, full in zip(answer["lines"], with_antenna["lines"], strict=True):
        assert row == full | {"loss_db": None, "limit_w": None}


def test_a_line_through_which_nothing_arrives_stands_without_a_loss(client, mill):
    request = {"document": mill, "mhz": 28.5, "place": 0, "length_m": 3000}
    rows = {row["token"]: row for row in send(client, "post", "/api/shelf/compare", request).json()["lines"]}
    assert rows["rg-174"]["loss_db"] is None
    assert rows["rg-174"]["matched_db"] > 400
    assert rows["hard-78"]["loss_db"] > 10


def test_bands_of_the_regions_are_in_order_and_apart(client):
    served = {row["region"]: row["bands"] for row in client.get("/api/bands").json()}
    assert set(served) == set(REGIONS) == {1, 2, 3}
    for bands in served.values():
        edges = [edge for band in bands for edge in (band["low_mhz"], band["high_mhz"])]
        assert edges == sorted(edges)
        assert len(bands) == 11


def test_antenna_files_are_read_by_their_content(client, mill):
    def read(text):
        return send(client, "post", "/api/antenna/read", {"text": text}).json()

    assert read(mill["antenna"]["content"])["antenna"]["kind"] == "touchstone"
    table = read("Freq (kHz);R;X\n7000;50,5;-3\n7100;52;0\n")["antenna"]
    assert table == {"kind": "table", "label": "", "points": [[7.0, 50.5, -3.0], [7.1, 52.0, 0.0]]}
    swr = read("# from a notebook\nMHz,SWR\n7.0,1.8\n7.2,2\n")["antenna"]
    assert swr["points"] == [[7.0, 1.8], [7.2, 2.0]]
    for text, complaint in (
        ("a,b\n1,2\n", ("line 1", "must head a column with the frequency")),
        ("f,swr\n7,2\n", ("line 1", "must give the frequency’s unit")),
        ("MHz,swr\n7,0.5\n", ("line 2", "has an SWR of 0.5")),
        ("MHz,swr\n7,2\n6,2\n", ("line 3", "must have a higher frequency")),
        ("MHz,R,X\n7,1\n", ("line 2", "holds 2 columns; 3 are needed")),
        ("MHz,R,X\n7,x,2\n", ("line 2", "holds 'x' where a number belongs")),
        ("", ("file", "holds no data lines")),
    ):
        (error,) = read(text)["errors"]
        assert error["place"] == complaint[0]
        assert error["rule"].startswith(complaint[1])


def test_a_station_is_renamed_copied_with_its_sweeps_removed_and_brought_back(client, mill):
    kept = send(client, "post", "/api/stations", mill).json()
    path = f"/api/stations/{kept['id']}"
    sweep = "# MHz S RI R 50\n7 0.1 0.2\n7.1 0.2 0.1\n7.2 0.3 0.1\n"
    send(client, "post", f"{path}/sweeps", {"text": sweep, "title": "spring"})
    renamed = send(client, "patch", path, {"name": "The old mill"}).json()
    assert (renamed["name"], renamed["version"]) == ("The old mill", 2)
    assert client.get(path).json()["document"]["name"] == "The old mill"
    assert client.get(f"{path}/revisions/1").json()["document"]["name"] == mill["name"]
    twin = send(client, "post", f"{path}/copy", {}).json()
    assert (twin["name"], twin["version"]) == ("The old mill (copy)", 1)
    assert [row["title"] for row in client.get(f"/api/stations/{twin['id']}/sweeps").json()] == ["spring"]
    assert send(client, "patch", path, {"removed": True}).status_code == 200
    assert [row["id"] for row in client.get("/api/stations").json()] == [twin["id"]]
    assert [row["id"] for row in client.get("/api/stations?removed=true").json()] == [kept["id"]]
    assert client.get(path).status_code == 404
    save = {"version": 2, "document": kept["document"]}
    assert send(client, "put", path, save).status_code == 404
    assert services.another_day() == 0
    send(client, "patch", path, {"removed": False})
    assert client.get(path).json()["version"] == 2
    send(client, "patch", path, {"removed": True})
    Station.objects.filter(pk=kept["id"]).update(removed=timezone.now() - timedelta(days=31))
    # A clock that is wrong for a week ends nothing.
    assert [services.another_day() for _ in range(services.KEPT_DAYS - 1)] == [0] * 7
    assert services.another_day() == 1
    assert not Station.objects.filter(pk=kept["id"]).exists()
