"""The command line: the contract's names, exit status and one-line complaints."""

import io
import json

import pytest

from tests.document.test_station_file import EXAMPLE
from tithe.answers.choose.lately import forget
from tithe.site.cli import main

RADIO = {"rated_w", "held_back_w", "turned_back_w", "not_sent_w", "accepted_w", "swr"}
FIGURES = {"in_w", "taken_w", "out_w", "loss_db", "r_in_ohm", "x_in_ohm", "swr_in", "volts_peak", "amps_rms"}


@pytest.fixture
def station(tmp_path):
    path = tmp_path / "station.json"
    path.write_text(json.dumps(EXAMPLE))
    return path


def test_solve_prints_the_contract(station, capsys):
    assert main(["solve", str(station), "--mhz", "7.05", "--mhz", "7.1", "--json"]) == 0
    results = json.loads(capsys.readouterr().out)["results"]
    assert [r["mhz"] for r in results] == pytest.approx([7.05, 7.1])
    result = results[1]
    assert set(result["transmitter"]) == RADIO
    assert all(FIGURES | {"label", "kind"} <= set(stage) for stage in result["stages"])
    tuner, line, meter = result["stages"][2], result["stages"][5], result["stages"][1]
    assert {"setting", "efficiency", "matched", "limit_w"} <= set(tuner)
    assert set(tuner["setting"]) == {"c1_pf", "l_uh", "c2_pf"}
    assert {"matched_db", "extra_db", "handbook_db", "volts_peak_max", "volts_peak_max_at_m"} <= set(line)
    assert {"forward_w", "reflected_w", "swr"} <= set(meter)
    assert set(result["counted"]) == {"mismatch_only_db", "handbook_db", "whole_chain_db"}
    shares = result["transmitter"]["held_back_w"] + result["transmitter"]["turned_back_w"]
    shares += sum(s["taken_w"] for s in result["stages"]) + result["antenna"]["taken_w"]
    assert shares + result["total"]["radiated_w"] == pytest.approx(100, rel=1e-9)
    assert tuner["efficiency"] == pytest.approx(tuner["out_w"] / tuner["in_w"])


def test_demo_station_adds_up_on_every_band_and_matches_or_says_why(mill_file, capsys):
    bands = [3.65, 5.36, 7.1, 10.12, 14.2, 18.1, 21.2, 24.94, 28.5]
    main(["solve", str(mill_file), "--json", *(word for f in bands for word in ("--mhz", str(f)))])
    for result in json.loads(capsys.readouterr().out)["results"]:
        radio = result["transmitter"]
        taken = radio["held_back_w"] + radio["turned_back_w"] + result["antenna"]["taken_w"]
        taken += sum(stage["taken_w"] for stage in result["stages"])
        assert taken + result["antenna"]["radiated_w"] == pytest.approx(100, rel=1e-9)
        tuner = next(s for s in result["stages"] if s["kind"] == "tuner")
        assert tuner["matched"] or tuner["lacks"]
        if tuner["matched"]:
            assert (tuner["r_in_ohm"], tuner["x_in_ohm"]) == (pytest.approx(50), pytest.approx(0, abs=1e-6))


def test_plain_output_is_a_sentence(station, capsys):
    assert main(["solve", str(station), "--mhz", "7.1"]) == 0
    assert "of 100 W leave the antenna." in capsys.readouterr().out


@pytest.mark.parametrize(
    ("change", "mhz", "complaint"),
    [
        (
            {},
            "6.5",
            "antenna: 6.5 MHz lies outside the antenna’s data (7 MHz to 7.2 MHz); nothing is extrapolated",
        ),
        ({}, "-1", "mhz: must be a finite number above 0"),
        ({}, "nan", "mhz: must be a finite number above 0"),
        (
            {"chain": [{"kind": "line", "line": "rg-58", "length_m": -3}]},
            "7.1",
            "chain[0].length_m: must be 0 ",
        ),
    ],
)
def test_complaints_are_one_line_on_standard_error(station, capsys, change, mhz, complaint):
    station.write_text(json.dumps(EXAMPLE | change))
    assert main(["solve", str(station), f"--mhz={mhz}", "--json"]) == 2
    said = capsys.readouterr()
    assert said.out == ""
    assert said.err.startswith(complaint)
    assert said.err.count("\n") == 1


def test_unreadable_files_are_named(tmp_path, capsys):
    assert main(["solve", str(tmp_path / "none.json"), "--mhz", "7"]) == 2
    assert "cannot be read" in capsys.readouterr().err
    (tmp_path / "bytes.json").write_bytes(b"\xff\xfe\x00")
    assert main(["solve", str(tmp_path / "bytes.json"), "--mhz", "7"]) == 2
    assert "is not UTF-8 text" in capsys.readouterr().err


def test_swr_only_gives_spans_and_other_tuners_their_settings(station, capsys):
    chain = [
        {"kind": "tuner", "network": "stepped-l", "label": "relays"},
        {
            "kind": "line",
            "line": {"r0_ohm": 50, "velocity_factor": 0.7, "readings": [[7, 1.6], [28, 3.4]]},
            "length_m": 9,
        },
    ]
    antenna = {"kind": "swr", "plane": "radio", "points": [[7.0, 3.0], [7.2, 1.5]]}
    station.write_text(json.dumps(EXAMPLE | {"chain": chain, "antenna": antenna}))
    assert main(["solve", str(station), "--mhz", "7.1", "--json"]) == 0
    (result,) = json.loads(capsys.readouterr().out)["results"]
    span = result["total"]["radiated_w"]
    assert set(span) == {"min", "median", "max"}
    assert span["min"] <= span["median"] <= span["max"]
    relays, line = result["stages"]
    assert set(relays["setting"]) == {"c_pf", "l_uh"}
    assert line["fit_residual_db_per_100m"] == pytest.approx(0, abs=1e-9)
    rated = {
        "kind": "tuner",
        "network": "rated",
        "reach_swr": 3,
        "loss_db_at_1": 0.1,
        "loss_db_at_reach": 0.4,
    }
    station.write_text(json.dumps(EXAMPLE | {"chain": [rated]}))
    assert main(["solve", str(station), "--mhz", "7.1", "--json"]) == 0
    (result,) = json.loads(capsys.readouterr().out)["results"]
    assert result["stages"][0]["matched"] is True
    assert 0.1 <= result["stages"][0]["loss_db"] <= 0.4


def test_knobs_by_hand_are_used_and_refused_in_file_units(station, capsys):
    data = json.loads(station.read_text())
    data["chain"][2]["setting"] = {"c1_pf": 100, "l_uh": 3, "c2_pf": 100}
    station.write_text(json.dumps(data))
    assert main(["solve", str(station), "--mhz", "7.1", "--json"]) == 0
    tuner = json.loads(capsys.readouterr().out)["results"][0]["stages"][2]
    assert tuner["setting"] == pytest.approx({"c1_pf": 100, "l_uh": 3, "c2_pf": 100})
    assert tuner["matched"] is False
    data["chain"][2]["setting"]["c2_pf"] = 900
    station.write_text(json.dumps(data))
    assert main(["solve", str(station), "--mhz", "7.1"]) == 2
    assert capsys.readouterr().err == "chain[2].setting.c2_pf: must lie in the range 20 to 250\n"


@pytest.mark.parametrize(
    ("network", "mhz", "load", "setting", "efficiency"),
    [
        ("l", 7.1, [20, -60], {"c_pf": 539.46, "l_uh": 1.8963}, 0.97850),
        ("l-capacitor-then-shunt-l", 7.1, [20, -60], {"c_pf": 263.03, "l_uh": 0.94444}, 0.97571),
        ("t-highpass", 3.65, [12, -310], {"c1_pf": 51.14, "l_uh": 13.491, "c2_pf": 250}, 0.74564),
    ],
)
def test_published_tuner_figures_through_the_file(station, capsys, network, mhz, load, setting, efficiency):
    """With the ranges left out: what such tuners usually have reaches the published settings."""
    data = EXAMPLE | {
        "chain": [{"kind": "tuner", "network": network}],
        "antenna": {"kind": "table", "points": [[mhz, *load]]},
    }
    station.write_text(json.dumps(data))
    assert main(["solve", str(station), "--mhz", str(mhz), "--json"]) == 0
    (result,) = json.loads(capsys.readouterr().out)["results"]
    (tuner,) = result["stages"]
    assert tuner["matched"] is True
    assert tuner["setting"] == pytest.approx(setting, rel=1e-4)
    assert tuner["efficiency"] == pytest.approx(efficiency, abs=6e-6)
    assert result["transmitter"]["swr"] == pytest.approx(1, abs=1e-6)


@pytest.mark.parametrize("network", ["l", "t-highpass", "t-lowpass", "pi", "stepped-l"])
def test_usual_ranges_match_an_ordinary_load(station, capsys, network):
    chain = [{"kind": "tuner", "network": network}]
    station.write_text(json.dumps(EXAMPLE | {"chain": chain}))
    assert main(["solve", str(station), "--mhz", "7.05", "--json"]) == 0
    (result,) = json.loads(capsys.readouterr().out)["results"]
    assert result["stages"][0]["matched"] is True
    assert result["stages"][0]["efficiency"] > 0.9


def asked(monkeypatch, capsys, question, request):
    monkeypatch.setattr("sys.stdin", io.StringIO(json.dumps(request)))
    status = main(["ask", question])
    return status, capsys.readouterr()


@pytest.mark.django_db
def test_any_question_is_answered_without_a_server_as_the_api_answers_it(client, monkeypatch, capsys):
    document = {key: value for key, value in EXAMPLE.items() if key not in ("sweeps", "readings", "remarks")}
    for question, request in (
        ("solve", {"document": document, "mhz": 7.1}),
        ("schools/resonance", {"document": document, "mhz": 7.1}),
        ("choose", {"document": document}),
        ("ledgers.csv", {"document": document}),
    ):
        status, said = asked(monkeypatch, capsys, question, request)
        forget()
        answer = client.post(f"/api/{question}", json.dumps(request), content_type="application/json")
        body = b"".join(answer) if answer.streaming else answer.content
        assert status == (0 if answer.status_code == 200 else 2), question
        if status == 0:
            assert said.out.strip() == body.decode().strip()
        else:
            assert said.err.strip() == answer.json()["errors"][0]["sentence"].strip()


def test_a_wrong_request_names_its_place_and_a_wrong_question_those_there_are(monkeypatch, capsys):
    status, said = asked(monkeypatch, capsys, "equivalents", {"form": "swr", "value": "three"})
    assert (status, said.out) == (2, "")
    assert said.err.startswith("value: must be a number")
    status, said = asked(monkeypatch, capsys, "nothing", {})
    assert status == 2
    assert "bench/meter" in said.err
    assert main(["ask"]) == 0
    assert "bench/meter: " in capsys.readouterr().out
