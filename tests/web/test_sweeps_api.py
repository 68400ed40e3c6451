"""Sweeps over the API: kept with their run, read at any joint, trimmed, compared, and carried by the file."""

import json
from datetime import timedelta

import numpy as np
import pytest

from tests.web.test_stations_api import send
from tithe.site.cli import main
from tithe.web.sweeps.models import KeptSweep

pytestmark = pytest.mark.django_db


@pytest.fixture
def station(client, mill):
    return send(client, "post", "/api/stations", mill).json()


def simulated(client, document, joint=0, **instrument):
    body = {"document": document, "joint": joint, "start_mhz": 6.5, "stop_mhz": 7.7, "points": 121}
    response = send(client, "post", "/api/sweeps/simulate", body | instrument)
    assert response.status_code == 200, response.content
    return response.json()["text"]


def kept(client, station, text, **fields):
    body = {"text": text, "title": "sweep", "chain": station["document"]["chain"]} | fields
    response = send(client, "post", f"/api/stations/{station['id']}/sweeps", body)
    assert response.status_code == 201, response.content
    return response.json()


def ask(client, sweep, what="look", status=200, **body):
    response = send(client, "post", f"/api/sweeps/{sweep['id']}/{what}", body)
    assert response.status_code == status, response.content
    return response.json()


def test_measured_in_the_room_and_shown_at_the_feedpoint(client, station, mill):
    sweep = kept(client, station, simulated(client, mill), joint=0)
    ask(client, sweep, bands=mill.get("bands", []))
    there = ask(client, sweep, shown=7, bands=[{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}])
    assert there["reading"]["dips"][0]["mhz"] == pytest.approx(7.090, abs=0.002)
    assert there["reading"]["dips"][0]["resonance"]["mhz"] == pytest.approx(7.100, abs=0.002)
    assert there["out_of_line"] == ["room tuner"]
    band = there["reading"]["bands"][0]
    assert (band["need"], band["taken_worst"] < band["swr_worst"]) == ("nothing", True)
    assert "flatters the antenna" in there["flattery"]
    assert there["contradiction"] == ""
    antenna = ask(client, sweep, "antenna")["antenna"]
    solved = send(client, "post", "/api/solve", {"document": mill | {"antenna": antenna}, "mhz": 7.1}).json()
    truth = send(client, "post", "/api/solve", {"document": mill, "mhz": 7.1}).json()
    radiated = [item["here"]["result"]["total"]["radiated_w"] for item in (solved, truth)]
    assert radiated[0] == pytest.approx(radiated[1], abs=0.05)


def test_the_command_line_reads_what_the_screen_reads(client, station, mill, tmp_path, capsys):
    path = tmp_path / "room.s1p"
    path.write_text(simulated(client, mill, joint=5, noise=0.001), "utf-8")
    assert main(["sweep", str(path), "--through", "rg-213:38", "--json"]) == 0
    said = json.loads(capsys.readouterr().out)
    sweep = kept(client, station, path.read_text("utf-8"), joint=5)
    screen = ask(client, sweep, shown=6, bands=station["document"]["bands"])
    assert said.pop("contradiction") == screen["contradiction"]
    for band in screen["reading"]["bands"]:
        band.pop("taken_worst", None)
    assert said == screen["reading"]
    assert main(["sweep", str(path), "--through", "rope:3"]) == 2
    assert "'rope' is not on the shelf" in capsys.readouterr().err
    assert main(["sweep", str(path), "--through", "rg-58:80"]) == 0
    assert "does not agree with the sweep" in capsys.readouterr().out


def test_csv_is_recognised_confirmed_and_kept(client, station):
    text = "7000;1.5\n7100;1.2\n7200;1.6\n"
    answer = send(client, "post", "/api/sweeps/recognise", {"text": text}).json()
    assert (answer["kind"], answer["rows"][0]) == ("csv", ["7000", "1.5"])
    assert answer["question"]
    columns = {"frequency": 0, "unit": "khz", "holds": "swr", "first": 1}
    sweep = kept(client, station, text, columns=columns)
    reading = ask(client, sweep)["reading"]
    assert (reading["phase"], reading["dips"][0]["resonance"]) == (False, None)
    antenna = ask(client, sweep, "antenna")["antenna"]
    assert (antenna["kind"], antenna["plane"]) == ("swr", "feedpoint")
    assert antenna["points"][1][1] > 1.2  # the run hides a part of it
    refused = send(client, "post", f"/api/stations/{station['id']}/sweeps", {"text": "MHz,SWR\n7,0.5\n"})
    sentence = "Line 2 has an SWR of 0.5; an SWR is never below 1."
    assert refused.json()["errors"][0]["sentence"] == sentence
    assert KeptSweep.objects.count() == 1


def test_a_trim_in_three_steps_with_a_wrong_one(client, station, mill):
    def at(f0, title, change=None):
        antenna = {"kind": "resonator", "f0_mhz": f0, "r_ohm": 60, "q": 12}
        text = simulated(client, mill | {"antenna": antenna}, joint=7)
        return kept(client, station, text, joint=7, title=title, trim=True, change_m=change)

    at(6.9, "as it was")
    at(6.8, "longer", 0.15)
    at(7.05, "cut", -0.35)
    goal = {"target_mhz": 7.1, "wire_m": 10.2, "sides": 2, "means": "wire", "aim": "resonance"}
    answer = send(client, "post", f"/api/stations/{station['id']}/trim", {"trim": goal}).json()
    assert [step["course"] for step in answer["steps"]] == ["start", "wrong", "nearer"]
    assert answer["change_m"] == pytest.approx(10.2 * (7.05 / 7.1 - 1), rel=1e-2)
    assert answer["step_m"] == pytest.approx(answer["change_m"] / 2)
    assert "kHz per centimetre" in answer["learned"]
    assert send(client, "post", "/api/stations/999/trim", {"trim": goal}).status_code == 404
    other = send(client, "post", "/api/stations", mill).json()["id"]
    empty = send(client, "post", f"/api/stations/{other}/trim", {"trim": goal}).json()
    assert "nobody knows the way" in empty["sentence"]


def test_radials_are_counted_from_kept_sweeps(client, station, mill):
    for count, r in ((4, 55), (8, 46)):
        antenna = {"kind": "resonator", "f0_mhz": 7.1, "r_ohm": r, "q": 12}
        text = simulated(client, mill | {"antenna": antenna}, joint=7)
        sweep = kept(client, station, text, joint=7)
        change = {"radials": count, "radial_m": 5}
        assert send(client, "patch", f"/api/sweeps/{sweep['id']}", change).status_code == 200
    answer = client.get(f"/api/stations/{station['id']}/radials").json()
    assert [round(r["r_ohm"]) for r in answer["readings"]] == [55, 46]
    assert answer["readings"][1]["wire_m"] == 40
    assert answer["next_count"] == 16
    assert 37 < answer["next_r_low_ohm"] <= answer["next_r_high_ohm"] < 46


def test_one_baseline_and_what_changed_since(client, station, mill):
    first = kept(client, station, simulated(client, mill, noise=0.001))
    assert "No baseline is set" in ask(client, first, "drift", status=404)["errors"][0]["sentence"]
    send(client, "patch", f"/api/sweeps/{first['id']}", {"baseline": True})
    broken = json.loads(json.dumps(mill))
    broken["antenna"] = {"kind": "table", "points": [[1.8, 1e6, 0], [30, 1e6, 0]]}
    later = kept(client, station, simulated(client, broken, noise=0.001, seed=2))
    answer = ask(client, later, "drift")
    assert answer["causes"][0]["id"] == "connection"
    send(client, "patch", f"/api/sweeps/{later['id']}", {"baseline": True})
    rows = client.get(f"/api/stations/{station['id']}/sweeps").json()
    assert [row["baseline"] for row in rows] == [False, True]
    send(client, "patch", f"/api/sweeps/{later['id']}", {"removed": True})
    assert ask(client, first, "drift", status=404)


def test_sweeps_through_different_runs_meet_only_at_the_radio_or_the_feedpoint(client, station, mill):
    """A part was put in between the two: joint 7 of the one is not joint 7 of the other."""
    first = kept(client, station, simulated(client, mill, noise=0.001), title="before")
    send(client, "patch", f"/api/sweeps/{first['id']}", {"baseline": True})
    longer = json.loads(json.dumps(mill))
    longer["chain"].insert(6, {"kind": "line", "label": "tail", "line": "rg-58", "length_m": 6})
    text = simulated(client, longer, noise=0.001, seed=2)
    second = kept(client, station, text, chain=longer["chain"], title="after")
    assert ask(client, second, "drift", shown=8)["causes"] == []  # the same antenna at its feedpoint
    look = ask(client, second, shown=8, over=[first["id"]])
    here, there = look["curve"], look["under"][0]["curve"]
    assert np.interp(7.1, here["mhz"], here["re"]) == pytest.approx(
        np.interp(7.1, there["mhz"], there["re"]), abs=0.01
    )
    refused = ask(client, second, "drift", status=422, shown=7)
    assert "taken through: show both at the radio or the feedpoint" in refused["errors"][0]["rule"]
    assert ask(client, second, "look", status=422, shown=9)["errors"][0]["place"] == "shown"


def test_the_station_file_carries_the_sweeps(client, station, mill):
    sweep = kept(client, station, simulated(client, mill), joint=2, title="spring", trim=True, change_m=0.1)
    send(client, "patch", f"/api/sweeps/{sweep['id']}", {"baseline": True})
    text = client.get(f"/api/stations/{station['id']}/file").content.decode()
    again = send(client, "post", "/api/stations", text).json()
    assert "sweeps" not in again["document"] or again["document"]["sweeps"] == []
    row = client.get(f"/api/stations/{again['id']}/sweeps").json()[0]
    wanted = {"title": "spring", "joint": 2, "baseline": True, "trim": True, "change_m": 0.1}
    assert {key: row[key] for key in wanted} == wanted
    assert client.get(f"/api/stations/{again['id']}/file").content.decode() == text
    save = {"version": again["version"], "document": json.loads(text)}
    refused = send(client, "put", f"/api/stations/{again['id']}", save)
    assert (refused.status_code, "kept by themselves" in refused.content.decode()) == (422, True)
    wrong = json.loads(text)
    wrong["sweeps"][0]["joint"] = 40
    refused = send(client, "post", "/api/stations", wrong).json()
    assert refused["errors"][0]["place"] == "sweeps[0].joint"


def test_exports_at_any_joint(client, station, mill):
    sweep = kept(client, station, simulated(client, mill), title="spring")
    s1p = client.get(f"/api/sweeps/{sweep['id']}/file?shown=7").content.decode()
    csv = client.get(f"/api/sweeps/{sweep['id']}/file?shown=7&form=csv").content.decode()
    assert s1p.startswith("! spring\n# MHz S RI R 50\n")
    assert csv.startswith("MHz,R,X,SWR,return loss dB\n6.5,")
    without = kept(client, station, "MHz,SWR\n7,2\n7.1,1.5\n")
    assert client.get(f"/api/sweeps/{without['id']}/file?shown=0").status_code == 422


def test_ten_thousand_points_are_thinned_for_the_picture_and_no_dip_is_lost(client, station):
    freq = np.linspace(1.8, 30, 10_001)
    rho = np.full(10_001, 0.9)
    rho[5_000] = 0.1
    text = "MHz,SWR\n" + "\n".join(f"{f:.6f},{(1 + r) / (1 - r):.6f}" for f, r in zip(freq, rho, strict=True))
    look = ask(client, kept(client, station, text))
    assert len(look["curve"]["mhz"]) < 1_500
    assert min(look["curve"]["swr"]) == pytest.approx(1.222, abs=0.01)
    window = ask(client, kept(client, station, text), window={"low_mhz": 15, "high_mhz": 16})
    assert 350 < len(window["curve"]["mhz"]) < 360


def test_an_swr_only_antenna_cannot_be_measured_with_phase(client, mill):
    document = mill | {"antenna": {"kind": "swr", "points": [[7.0, 2.0], [7.2, 2.0]]}}
    body = {"document": document, "joint": 0, "start_mhz": 7.0, "stop_mhz": 7.2}
    refused = send(client, "post", "/api/sweeps/simulate", body)
    assert refused.status_code == 422
    assert "nobody knows the phase" in refused.json()["errors"][0]["rule"]


def test_the_trim_log_goes_by_arrival_and_says_that_the_clock_went_backwards(client, station, mill):
    """The second sweep dated two hours before the first: it is still the second, and the advice the same."""
    goal, steps = {"target_mhz": 7.05, "wire_m": 10.2, "sides": 2, "means": "wire", "aim": "lowest"}, []
    for title, change in (("as hung", None), ("cut", -0.15)):
        shorter = mill | {
            "antenna": {"kind": "resonator", "f0_mhz": 6.8 if change is None else 6.9, "r_ohm": 55, "q": 9}
        }
        text = simulated(client, shorter, joint=7)
        steps.append(kept(client, station, text, joint=7, title=title, trim=True, change_m=change))
    before = send(client, "post", f"/api/stations/{station['id']}/trim", {"trim": goal}).json()
    late = KeptSweep.objects.get(pk=steps[1]["id"])
    late.taken = KeptSweep.objects.get(pk=steps[0]["id"]).taken - timedelta(hours=2)
    late.save()
    after = send(client, "post", f"/api/stations/{station['id']}/trim", {"trim": goal}).json()
    assert [step["title"] for step in after["steps"]] == ["as hung", "cut"]
    assert after["change_m"] == before["change_m"]
    assert after["sentence"] == (
        f"{before['sentence']} The clock went backwards between “as hung” and “cut”: they are judged in "
        "the order in which they came."
    )
