"""What comes next: three steps at the most, in the order that hurts, decides, brings, or has grown old."""

import json
from datetime import date

import pytest

from tests import full
from tithe.answers.to_do.to_do import ToDo
from tithe.core.cost import go_on
from tithe.document import station_file
from tithe.site.cli import main
from tithe.web.stations import demo

TODAY = date(2026, 11, 29)
LINE = {"kind": "line", "label": "run", "line": "rg-213", "length_m": 10.0}
MATCHED = {"kind": "table", "label": "matched", "points": [[6.9, 50, 0], [7.3, 50, 0]]}
QUIET = {
    "format": "tithe-station",
    "version": 1,
    "name": "quiet",
    "transmitter": {"power_w": 100},
    "chain": [LINE, {"kind": "meter", "label": "at the mast", "accuracy_pct": 3, "full_scale_w": 200}],
    "antenna": MATCHED,
    "bands": [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}],
}


def told(**keys):
    document = station_file.validate(QUIET | keys)
    return ToDo(document).answer(TODAY, go_on)


def sweep(day, **keys):
    content = "# MHZ S RI R 50\n" + "".join(f"{6.9 + n / 10} {0.02 * n} 0.1\n" for n in range(5))
    return {
        "title": "at the feedpoint",
        "content": content,
        "taken": day,
        "joint": 2,
        "chain": QUIET["chain"],
    } | keys


def test_a_station_that_wants_nothing_is_left_alone():
    answer = told()
    assert answer["steps"] == []
    assert answer["sentence"].startswith("Nothing needs doing")


def test_an_antenna_known_at_one_frequency_is_to_be_known_on_its_bands_first():
    answer = told(antenna={"kind": "swr", "label": "a", "points": [[7.1, 3.0]]})
    assert answer["left_out"] == []
    (step,) = [step for step in answer["steps"] if step["kind"] == "measure"]
    assert step["view"] == "sweep" and step["text"].startswith("The antenna is known at 7.1 MHz alone.")
    wider = told(antenna={"kind": "swr", "label": "a", "points": [[7.05, 3.0], [7.1, 2.0]]})
    assert "from 7.05 MHz to 7.1 MHz alone" in wider["steps"][0]["text"]


def test_what_can_break_goes_first_then_what_to_build():
    chain = [{"kind": "line", "label": "run", "line": "rg-174", "length_m": 60.0}]
    chain.insert(0, {"kind": "inline", "label": "switch", "loss_db": 0.1, "z_ohm": 50, "max_power_w": 20})
    steps = told(chain=chain)["steps"]
    assert steps[0]["kind"] == "caution"
    assert steps[0]["part"] == 0 and steps[0]["mhz"] == pytest.approx(7.1) and steps[0]["gain_db"] is None
    change = next(step for step in steps if step["kind"] == "change")
    low, middle, high = (change["gain_db"][key] for key in ("min", "median", "max"))
    # 60 m of RG-174 lose 5 to 6 dB at 7 MHz: no line of the shelf can give back more than that.
    assert 1 < low <= middle <= high < 8
    assert change["cost"] > 0 and change["effort"] in ("outdoors", "climbing")


def test_readings_that_nothing_described_explains_go_before_a_choice_by_the_description():
    read = {"mhz": 7.1, "at": "at the mast", "forward_w": 40.0, "swr": 1.05, "power_w": 100.0}
    lossy = told(readings=[read | {"date": "2026-11-20"}])["steps"]
    assert lossy[0]["kind"] == "explain" and lossy[0]["view"] == "log"
    # Read again when it was right, the older ones no longer count.
    mended = read | {"forward_w": 93.0, "date": "2026-11-25"}
    answer = told(readings=[read | {"date": "2026-11-20"}, mended])
    assert all(step["kind"] != "explain" for step in answer["steps"])


def test_a_baseline_grows_old_until_something_newer_lies_beside_it():
    old = sweep("2026-07-01T12:00:00+00:00", baseline=True)
    (step,) = told(sweeps=[old])["steps"]
    assert step["id"] == "baseline" and step["effort"] == "outdoors" and "5 months" in step["text"]
    assert told(sweeps=[sweep("2026-10-01T12:00:00+00:00", baseline=True)])["steps"] == []
    assert told(sweeps=[old, sweep("2026-11-01T12:00:00+00:00")])["steps"] == []


def test_a_half_trimmed_wire_is_trimmed_on():
    log = [sweep("2026-11-20T12:00:00+00:00", trim=True)]
    goal = {"target_mhz": 7.1, "wire_m": 10.0}
    content = "# MHZ S RI R 50\n" + "".join(
        f"{6.8 + n / 50} {0.1 + abs(n - 5) / 40} {(n - 5) / 60}\n" for n in range(30)
    )
    steps = told(trim=goal, sweeps=[log[0] | {"content": content}])["steps"]
    assert steps[0]["kind"] == "trim" and "7.1 MHz" in steps[0]["brings"]


@pytest.mark.django_db
def test_the_page_is_told_by_what_is_kept_beside_its_document(client):
    body = json.dumps(QUIET)
    pk = client.post("/api/stations", body, content_type="application/json").json()["id"]
    read = {
        "mhz": 7.1,
        "at": "at the mast",
        "forward_w": 40.0,
        "swr": 1.05,
        "power_w": 100.0,
        "date": "2026-11-20",
    }
    client.post(
        f"/api/stations/{pk}/log", json.dumps({"reading": read, "key": "1"}), content_type="application/json"
    )
    request = json.dumps({"document": QUIET})
    kept = client.post(f"/api/stations/{pk}/next", request, content_type="application/json").json()
    alone = client.post("/api/next", request, content_type="application/json").json()
    assert kept["steps"][0]["kind"] == "explain"
    assert alone["steps"] == []


def test_each_demo_station_has_something_to_do_in_three_steps_at_most():
    for slug in full.of([*demo.DEMOS][:2], demo.DEMOS):
        answer = ToDo(demo.start(slug)).answer(TODAY, go_on)
        assert 1 <= len(answer["steps"]) <= 3, slug
        assert answer["left_out"] == []


def test_the_command_tells_the_same(tmp_path, capsys):
    file = tmp_path / "quiet.json"
    file.write_text(json.dumps(QUIET | {"sweeps": [sweep("2020-01-01T12:00:00+00:00", baseline=True)]}))
    assert main(["next", str(file), "--json"]) == 0
    (step,) = json.loads(capsys.readouterr().out)["steps"]
    assert {"id", "text", "gain_db", "cost", "effort"} <= set(step)
    assert main(["next", str(file)]) == 0
    assert capsys.readouterr().out.startswith("1. The baseline is of 2020-01-01")


def test_what_was_noted_as_done_makes_room_for_the_next_until_a_season_is_over():
    chain = [{"kind": "line", "label": "run", "line": "rg-174", "length_m": 60.0}]
    before = told(chain=chain)
    change = next(step for step in before["steps"] if step["kind"] == "change")
    noted = {"date": "2026-11-01", "text": "built", "done": change["id"]}
    after = told(chain=chain, remarks=[noted])
    assert change["id"] not in [step["id"] for step in after["steps"]]
    assert after["done"] == [
        f"Noted as done on 2026-11-01: {change['text']} The run as it is described does not have it yet."
    ]
    assert told(chain=chain, remarks=[noted | {"date": "2026-05-01"}])["steps"] == before["steps"]


@pytest.mark.django_db
def test_who_goes_to_measure_takes_along_what_stood_so_that_the_choice_can_say_what_it_changed(client):
    document = demo.start("hollin-lane-school").model_dump(exclude_none=True)
    document |= {"remarks": [], "readings": [], "sweeps": []}
    measure = [step for step in told(**document)["steps"] if step["kind"] == "measure"]
    for item in measure:
        assert item["id"] == f"measure.{item['remember']['what']}"
        document["choice"] = document.get("choice", {}) | {"finding": item["remember"]}
        request = json.dumps({"document": document})
        streamed = b"".join(client.post("/api/choose", request, content_type="application/json"))
        answer = [json.loads(line) for line in streamed.splitlines()][-1]["answer"]
        assert answer["found_out"] == ""  # nothing is known any better yet
    assert measure
