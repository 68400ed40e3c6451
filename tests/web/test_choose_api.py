"""Choosing over the API: a stream with progress, the answer of the command line, candidates adopted."""

import json
from dataclasses import replace

import numpy as np
import pytest

from tests import full
from tests.web.test_stations_api import send
from tithe.answers.choose.answers import Choosing
from tithe.answers.choose.found_out import found_out
from tithe.answers.choose.lately import forget
from tithe.core.choose import PLACEMENTS
from tithe.document import station_file
from tithe.document.known import marks_of
from tithe.document.station import StationFile
from tithe.document.work import FindingModel
from tithe.site.cli import main
from tithe.text import say

pytestmark = pytest.mark.django_db
SLUGS = [placement.slug for placement in PLACEMENTS]


def stream(client, document, status=200, path="/api/choose"):
    response = send(client, "post", path, {"document": document})
    assert response.status_code == status, response.content
    if status != 200:
        return response.json()["errors"]
    return [json.loads(line) for line in response.getvalue().decode().splitlines()]


def answer(client, document):
    return stream(client, document)[-1]["answer"]


def ask(client, what, document, **body):
    response = send(client, "post", f"/api/choose/{what}", {"document": document} | body)
    assert response.status_code == 200, response.content
    return response.json()


def test_progress_comes_first_and_the_answer_last(client, mill):
    lines = stream(client, mill)
    done = [line["done"] for line in lines[:-1]]
    assert done == sorted(done)
    assert done[-1] == lines[-2]["of"] == 2 * len(lines[-1]["answer"]["candidates"])
    got = lines[-1]["answer"]
    assert got["sentence"].startswith("Open line to a balanced tuner in the room")
    assert next(c["score_w"] for c in got["candidates"] if c["affordable"]) == max(
        c["score_w"] for c in got["candidates"]
    )
    assert got["candidates"][0]["id"] == got["best"]


def test_what_is_computed_is_kept_while_prices_bounds_schools_or_notes_change(client, mill):
    forget()
    changes: list[dict[str, object]] = [
        {}, {"budget": 300.0}, {"school": "as-typed"}, {"within_db": 6.0}, {"prices": {"open-600": 90.0}},
    ]  # fmt: skip
    choices = [{"line": "open-600"} | change for change in changes]
    texts = [
        stream(client, mill | {"choice": choice, "notes": choice.get("school", "")}) for choice in choices
    ]
    first, *again = texts
    assert all(len(lines) < len(first) for lines in again)
    for choice, lines in zip(choices, texts, strict=True):
        forget()
        assert stream(client, mill | {"choice": choice})[-1] == lines[-1]
    weak = mill | {"choice": choices[0], "transmitter": mill["transmitter"] | {"power_w": 5.0}}
    lines = stream(client, weak)
    assert len(lines) == len(first) and lines[-1]["answer"]["rated_w"] == 5.0


def test_what_is_forbidden_changes_the_verdict_and_what_is_dear_is_left(client, mill):
    first = answer(client, mill)
    no_open = answer(client, mill | {"choice": {"fed_against_ground": True}})
    assert first["decision"] != no_open["decision"]
    assert "rough starting prices" in first["prices_note"]
    note = next(c["note"] for c in first["candidates"] if c["placement"] == "open-room")
    assert "insulate it and do not touch its case under power" in note
    poor = answer(client, mill | {"choice": {"fed_against_ground": True, "budget": 60}})
    bought = {c["id"]: c["cost"] for c in poor["candidates"] if c["affordable"]}
    assert max(cost for cost in bought.values() if cost is not None) <= 60
    priced = answer(client, mill | {"choice": {"prices": {"open-600": 1000}}})
    assert priced["decision"] != first["decision"]
    assert priced["prices_note"] == ""
    loose = answer(client, mill | {"choice": {"within_db": 10, "db_worth": 0}})
    assert loose["sentence"].startswith("Nothing is worth doing")


@full.thorough
def test_it_is_decided_by_what_stands_in_most_worlds_or_as_typed(client):
    """A vee of 12.9 m legs and 15 m of run: ribbon is the cheapest as typed, and helpless when wet."""
    vee = {"kind": "wires", "shape": "inverted-vee", "leg_m": 12.9, "apex_m": 9, "angle_deg": 110}
    garden = {"format": "tithe-station", "version": 1, "chain": [], "antenna": vee | {"ground": "average"}}
    got = answer(client, garden | {"choice": {"run_m": 15}})
    assert got["as_typed"] == "open-room/ribbon-300"
    assert got["decision"] == got["by_worlds"] != got["as_typed"]
    row = {candidate["id"]: candidate for candidate in got["candidates"]}
    ribbon, decided = row[got["as_typed"]], row[got["decision"]]
    assert decided["right_in"] > 0.9 > ribbon["right_in"]
    assert decided["behind_db"]["nine_of_ten"] < 1 < ribbon["behind_db"]["nine_of_ten"]
    assert got["worlds"] >= 100 and f"{100 * decided['right_in']:.0f} of 100" in got["sure"]["sentence"]
    assert got["measure_first"] == [] and "Nothing you could measure" in got["finding_out"]
    again = answer(client, garden | {"choice": {"run_m": 15, "school": "as-typed"}})
    assert again["decision"] == "open-room/ribbon-300" and again["by_worlds"] == got["decision"]
    assert "on wet days alone" in again["sure"]["sentence"]
    dry = answer(client, garden | {"choice": {"run_m": 15, "wet_percent": 0, "db_worth": 0}})
    assert dry["decision"] == "open-room/ribbon-300"
    assert stream(client, garden | {"choice": {"run_m": 15, "wet_percent": 101}}, status=422)


def test_the_command_line_ranks_as_the_screen_does(client, mill, mill_file, capsys):
    assert main(["choose", str(mill_file), "--json"]) == 0
    said = json.loads(capsys.readouterr().out)
    sure = stream(client, mill, path="/api/choose/sure")[-1]["sure"]
    assert said["sure"] == sure
    assert said == answer(client, mill)
    assert main(["choose", str(mill_file)]) == 0
    assert "W, cost 92: open line to a balanced tuner in the room" in capsys.readouterr().out


def test_a_candidate_is_laid_beside_the_present_run_and_adopted(client, mill):
    got = answer(client, mill)
    look = ask(client, "look", mill, id=got["decision"], mhz=10.125)
    assert [part["kind"] for part in look["chain"]] == ["line", "meter", "inline", "tuner", "line"]
    adopted = mill | {"chain": look["chain"], "antenna": look["antenna"]}
    solved = send(client, "post", "/api/solve", {"document": adopted, "mhz": 10.125}).json()
    beside = look["comparison"]["other"]["result"]["total"]["radiated_w"]
    assert solved["here"]["result"]["total"]["radiated_w"] == pytest.approx(beside, rel=1e-6)
    row = next(row for row in look["comparison"]["rows"] if row["name"] == "30 m")
    assert row["then_w"] > 3 * row["now_w"]
    refused = send(client, "post", "/api/choose/look", {"document": mill, "id": "x/y", "mhz": 7.1})
    assert refused.json()["errors"][0]["rule"] == "is no candidate of this question"


def test_an_antenna_read_in_the_room_is_moved_when_the_run_changes(client, mill):
    swr = {"kind": "swr", "plane": "radio", "points": [[7.0, 1.8], [7.2, 1.6]]}
    document = mill | {"antenna": swr, "bands": [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}]}
    document["chain"] = [part for part in mill["chain"] if part["kind"] == "line"]
    request = Choosing(station_file.validate(document))
    look = ask(client, "look", document, id="feedpoint/rg-213", mhz=7.1)
    assert look["antenna"]["plane"] == "feedpoint"
    lost = float(request.station.chain[0].matched_db(7e6) + request.station.chain[1].matched_db(7e6))
    rho = 0.8 / 2.8 * 10 ** (lost / 10)
    assert look["antenna"]["points"][0][1] == pytest.approx((1 + rho) / (1 - rho), rel=1e-6)
    assert look["comparison"]["other"]["result"]["total"]["radiated_w"]["min"] > 0


def test_arrestors_that_block_dc_give_way_to_ones_that_pass_it(client, mill):
    got = answer(client, mill)
    remote = next(c for c in got["candidates"] if c["id"] == "feedpoint/rg-213")
    assert "Arrestor that passes DC" in [item["name"] for item in remote["buy"]]
    look = ask(client, "look", mill, id=remote["id"], mhz=7.1)
    cautions = [c["id"] for c in look["comparison"]["other"]["result"]["cautions"]]
    assert "dc-blocked" not in cautions
    # The line is there already; the tuner in the room is not needed.
    assert [b for b in remote["buy"] if b["unit"] == "m"] == []


def test_map_lengths_and_break_even(client, mill):
    country = ask(client, "map", mill, id="present")
    assert [p["band"] for p in country["points"]][:3] == ["80 m", "60 m", "40 m"]
    places = {p["band"]: p["country"] for p in country["points"]}
    assert (places["40 m"], places["30 m"]) == ("room will do", "match outside")
    assert "On 40 m the SWR costs this line next to nothing" in country["sentence"]
    safe = ask(client, "lengths", mill, low_m=30, high_m=45, step_m=1)
    assert safe["present_m"] == 38
    assert len(safe["length_m"]) == 16
    even = ask(client, "break-even", mill, coax="rg-213", open_line="window-450")
    assert len(even) == 2
    refused = send(client, "post", "/api/choose/break-even", {"document": mill, "coax": "rope"})
    (refusal,) = refused.json()["errors"]
    assert refusal["place"] == "coax"
    assert refusal["rule"].startswith("is no line here; there are rg-174, ")


def test_where_no_coax_lets_anything_through_there_is_nothing_to_break_even_with(client, mill):
    far = mill | {"choice": {"run_m": 1e8}, "antenna": {"kind": "swr", "points": [[1.8, 5], [60, 5]]}}
    body = {"document": far | {"chain": mill["chain"][:1]}, "coax": "", "open_line": ""}
    refused = send(client, "post", "/api/choose/break-even", body)
    assert refused.status_code == 422, refused.content[:300]
    assert "There is no coax" in refused.json()["errors"][0]["sentence"]


def test_own_lines_are_candidates_with_their_price_per_metre(client, mill):
    part = {
        "kind": "line",
        "line": {"r0_ohm": 50, "velocity_factor": 0.9, "k1": 0.01, "k2": 0},
        "length_m": 20,
    }
    own = send(client, "post", "/api/shelf/own", {"title": "wonder line", "part": part, "price": 10}).json()
    got = answer(client, mill)
    mine = next(c for c in got["candidates"] if c["id"] == f"room/{own['token']}")
    assert mine["cost"] == pytest.approx(38 * 0.5)
    assert "wonder line" in mine["name"]


def test_what_cannot_be_asked_is_refused_in_place(client, mill):
    bare = mill | {"chain": []}
    assert stream(client, bare, 422)[0]["place"] == "choice.run_m"
    planned = answer(client, bare | {"choice": {"run_m": 20}})
    assert "present" not in [c["id"] for c in planned["candidates"]]
    assert "instead of" not in planned["sentence"]
    nothing = mill | {"chain": [], "choice": {"run_m": 20, "line": "rg-58", "off": SLUGS}}
    assert stream(client, nothing, 422)[0]["rule"].startswith("rules out every candidate")
    broke = bare | {"choice": {"run_m": 20, "budget": 1}}
    assert stream(client, broke)[-1]["errors"][0]["place"] == "choice.budget"
    far = mill | {"bands": [{"name": "6 m", "low_mhz": 50, "high_mhz": 52}]}
    assert "data reach from edge to edge" in stream(client, far, 422)[0]["rule"]
    long = mill | {"choice": {"indoor_m": 60}}
    assert stream(client, long, 422)[0] == {
        "place": "choice.indoor_m",
        "rule": "must not be longer than the run (38 m)",
        "sentence": "The part indoors must not be longer than the run (38 m).",
    }
    odd = mill | {"choice": {"off": ["roof"]}}
    assert stream(client, odd, 422)[0]["place"] == "choice.off[0]"
    none = mill | {"antenna": {"kind": "unknown"}}
    assert stream(client, none, 422)


@full.thorough
def test_antennas_that_fit_in_a_place_are_ranked_with_their_feeds(client, tmp_path, capsys):
    place = {
        "length_m": 20, "breadth_m": 10, "supports": [{"height_m": 9, "x_m": 10, "y_m": 5}],
        "house": {"x_m": 0, "y_m": 5}, "ground": "poor", "towards": "near", "not": ["end-fed"],
    }  # fmt: skip
    bands = [
        {"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2},
        {"name": "20 m", "low_mhz": 14.0, "high_mhz": 14.35},
    ]
    garden = {"format": "tithe-station", "version": 1, "chain": [], "bands": bands, "place": place}
    garden["antenna"] = {"kind": "resonator", "f0_mhz": 7.1, "r_ohm": 50, "q": 10}
    lines = stream(client, garden, path="/api/choose/antennas")
    ranked = next(line["first"] for line in lines if "first" in line)
    assert "first ranking" in ranked["sentence"] and ranked["rows"][0]["between_w"] is None
    got = lines[-1]["answer"]
    first = got["rows"][0]
    assert got["sentence"] == f"{got['decided']} {got['further']}"
    assert got["drawn"][first["drawn"]]["kind"] == "vee"
    assert first["antenna"]["shape"] == "inverted-vee" and first["placement"].startswith("open-")
    assert {row["antenna"]["shape"] for row in got["rows"]} == {"inverted-vee", "vertical"}
    assert first["watts"] == pytest.approx(sum(band["towards_w"] for band in first["by_band"]) / 2)
    assert all(band["towards_w"] <= band["sky_w"] for row in got["rows"] for band in row["by_band"])
    assert 0 <= first["right_in"] <= 1 and "For far places" in got["sentence"]
    kept = send(client, "post", "/api/stations", garden).json()
    assert client.get(f"/api/stations/{kept['id']}").json()["document"]["place"]["not"] == ["end-fed"]
    solved = send(
        client, "post", "/api/solve", {"document": garden | {"antenna": first["antenna"]}, "mhz": 7.1}
    )
    assert solved.status_code == 200
    file = tmp_path / "garden.json"
    file.write_text(json.dumps(garden), "utf-8")
    assert main(["choose", str(file), "--antennas", "--json"]) == 0
    assert json.loads(capsys.readouterr().out)["rows"][0]["antenna"] == first["antenna"]
    assert main(["choose", str(file), "--antennas"]) == 0
    assert "an inverted vee with legs of" in capsys.readouterr().out
    assert (
        stream(client, garden | {"place": None}, status=422, path="/api/choose/antennas")[0]["place"]
        == "place"
    )
    mixed = garden | {"place": place | {"not": [], "towards_by_band": {"20 m": "far"}}}
    by_band = stream(client, mixed, path="/api/choose/antennas")[-1]["answer"]
    assert "where you want to be heard on each" in by_band["decided"]
    assert "For near places" in by_band["further"] and "far places" in by_band["further"]
    odd = garden | {"place": place | {"towards_by_band": {"17 m": "far"}}}
    refused = stream(client, odd, status=422, path="/api/choose/antennas")[0]
    assert refused["place"] == "place.towards_by_band.17 m"
    beyond = garden | {"place": place | {"house": {"x_m": 30}}}
    assert stream(client, beyond, status=422, path="/api/choose/antennas")[0]["place"] == "place.house.x_m"


@full.thorough
def test_once_it_is_measured_the_decision_says_what_that_changed(client, mill):
    """The antenna is known by its SWR in the room; then measured, and another one than was likely."""
    guessed = {
        "kind": "swr",
        "plane": "radio",
        "points": [[7.0, 1.6], [7.1, 1.3], [7.2, 1.5], [14, 6], [14.35, 5]],
    }
    bands = [
        {"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2},
        {"name": "20 m", "low_mhz": 14.0, "high_mhz": 14.35},
    ]
    before = mill | {"antenna": guessed, "bands": bands}
    got = answer(client, before)
    assert got["found_out"] == ""
    first = next(item for item in got["measure_first"] if item["id"] == "antenna")
    decided = next(candidate for candidate in got["candidates"] if candidate["id"] == got["decision"])
    finding = {
        "what": "antenna", "known": first["known"], "decision": decided["id"], "name": decided["name"],
        "right_in": decided["right_in"],
    }  # fmt: skip
    renamed = before | {"antenna": guessed | {"label": "the old vee"}, "choice": {"finding": finding}}
    assert answer(client, renamed)["found_out"] == ""
    set_out = before | {"choice": {"finding": finding}}
    assert answer(client, set_out)["found_out"] == ""
    short = set_out | {"antenna": {"kind": "resonator", "f0_mhz": 3.6, "r_ohm": 12, "q": 30}}
    now = answer(client, short)
    assert "What is known of R and X at the feedpoint has changed" in now["found_out"]
    row = {candidate["id"]: candidate for candidate in now["candidates"]}
    if now["decision"] == decided["id"]:
        assert "stays what it was" in now["found_out"]
    else:
        gain = row[decided["id"]]["behind_db"]["middle"] or row[decided["id"]]["behind_db"]["as_typed"]
        assert gain > 0 and "over what stood before" in now["found_out"]
    kept = short | {"choice": {"finding": finding | {"decision": now["decision"], "name": "as now"}}}
    assert "stays what it was, as now" in answer(client, kept)["found_out"]
    gone = short | {"choice": {"finding": finding | {"decision": "open-room/none"}}}
    assert "not among what is allowed any more" in answer(client, gone)["found_out"]


def test_what_a_measurement_changed_is_told_without_a_price_and_a_meter_is_no_tuner(mill):
    """Where a price is missing no one says that it costs the same, and a measured meter tells no coil."""
    document = StationFile.model_validate(mill)
    before = marks_of(document)
    meter = next(n for n, part in enumerate(mill["chain"]) if part["kind"] == "meter")
    chain = [dict(part) for part in mill["chain"]]
    mark = {"value": 1.1, "low": 1.05, "high": 1.15, "date": "2026-05-01", "how": "two meters"}
    chain[meter] |= {"scale": 1.1, "measured": {"scale": mark}}
    assert marks_of(StationFile.model_validate(mill | {"chain": chain}))["coil"] == before["coil"]
    request = Choosing(document)
    judged = request.judged()
    ranking = judged.ranking
    other = next(n for n in ranking.order if n != ranking.decision)
    finding = FindingModel(
        what="antenna", known="another", decision=ranking.grid.candidates[other].id, name="what stood"
    )
    settings = request.choice.settings.model_copy(update={"finding": finding})
    choice = replace(request.choice, settings=settings)
    costs = ranking.costs.copy()
    costs[other] = np.nan
    missing = replace(judged, ranking=replace(ranking, costs=costs))
    assert "at a price that is not known" in say(found_out(choice, missing))
    assert "nan" not in say(found_out(choice, missing)).lower()
