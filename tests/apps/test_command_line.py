"""The command line: the contract's names, exit status and one-line complaints."""

import json

import pytest

from tests.formats.test_station_file import EXAMPLE
from tithe.site.cli import main

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
    assert set(result["transmitter"]) == {"rated_w", "held_back_w", "turned_back_w", "accepted_w", "swr"}
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
            "antenna: 6.5 MHz lies outside the antenna's data (7 to 7.2 MHz); nothing is extrapolated",
        ),
        ({}, "-1", "mhz: every frequency must be a finite number above 0"),
        ({}, "nan", "mhz: every frequency must be a finite number above 0"),
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
