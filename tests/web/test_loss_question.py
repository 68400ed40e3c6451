"""The first question over the API and on the command line: answers as promised, refusals at their place."""

import json

import numpy as np
import pytest

from tests.core.test_line_loss import sampled_db
from tests.web.test_stations_api import send
from tithe.site.cli import main

pytestmark = pytest.mark.django_db
ASKED = {"lines": ["rg-58", "rg-213"], "length_m": 30, "mhz": 14.2, "swr": 3}


def test_two_lines_side_by_side_with_both_pictures(client):
    answer = send(client, "post", "/api/loss", ASKED).json()
    assert [line["name"] for line in answer["lines"]] == ["RG-58C/U", "RG-213/U"]
    first, second = answer["lines"]
    assert len(first["over_swr"]) == len(answer["ratios"])
    assert [band["name"] for band in answer["bands"]][:2] == ["80 m", "60 m"]
    assert len(first["over_bands"]) == len(answer["bands"])
    assert first["loss_db"]["min"] > second["loss_db"]["max"]


def test_what_it_makes_is_a_station_that_is_kept_and_solved(client):
    answer = send(client, "post", "/api/loss", {**ASKED, "tuner": "own-3"}).json()
    document = answer["lines"][1]["station"]
    kept = send(client, "post", "/api/stations", document)
    assert kept.status_code == 201
    solved = send(client, "post", "/api/solve", {"document": document, "mhz": 14.2}).json()
    radiated = solved["here"]["result"]["total"]["radiated_w"]
    assert radiated["median"] == answer["lines"][1]["radiated_w"]["median"]


@pytest.mark.parametrize(
    ("change", "place", "rule"),
    [
        ({"swr": 0.5}, "swr", "must be 1 or more"),
        ({"swr": "three"}, "swr", "must be a number (it is 'three')"),
        ({"lines": ["rg-99"]}, "lines", "is not on the shelf"),
        ({"lines": []}, "lines", ""),
        ({"lines": ["rg-58"] * 4}, "lines", ""),
        ({"length_m": 0}, "length_m", "must be above 0"),
        ({"length_m": 30_000, "mhz": 400}, "length_m", "no power would arrive"),
        ({"swr": 30, "read_at": "radio"}, "swr", "contradicts the run"),
        ({"tuner": "huge"}, "tuner", "must be one of"),
        ({"power_w": 1e300}, "power_w", ""),
        ({"r_ohm": -3}, "r_ohm", "must be 0 or more"),
        ({"mhz": 0}, "mhz", "must be above 0"),
    ],
)
def test_a_question_that_cannot_be_answered_is_refused_at_its_place(client, change, place, rule):
    response = send(client, "post", "/api/loss", ASKED | change)
    assert response.status_code == 422
    error = response.json()["errors"][0]
    assert error["place"] == place
    assert rule in error["rule"]


def test_the_command_prints_the_loss_round_the_circle_and_says_it(client, capsys):
    """Against the circle of loads, the radio matched: the line alone counts; by slug or its own figures."""
    ratio, turns = 3.0, 4000
    for line in ("rg-58", "50,0.66,1.365,0.0269"):
        command = ["loss", line, "30", "--mhz", "14.2", "--swr", str(ratio), "--power", "50", "--json"]
        assert main(command) == 0
        answer = json.loads(capsys.readouterr().out)
        losses = sampled_db(ratio, 30.0, 14.2, turns)
        for key, ends in (
            ("total_db", losses),
            ("additional_db", losses - answer["matched_db"]),
            ("out_w", 50 * 10 ** (-losses / 10)),
        ):
            span = answer[key]
            assert (span["min"], span["max"]) == pytest.approx((ends.min(), ends.max()), rel=0.01)
            assert span["min"] <= span["median"] <= span["max"]
        rho = ((ratio - 1) / (ratio + 1)) ** 2
        a = 10 ** (answer["matched_db"] / 10)
        assert answer["handbook_db"] == pytest.approx(
            10 * np.log10((a * a - rho) / (a * (1 - rho))), rel=1e-6
        )
        assert answer["swr_antenna"]["min"] == pytest.approx(3)
    assert main(["loss", "rg-58", "30", "--mhz", "14.2", "--swr", "2", "--at", "radio", "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    assert answer["swr_radio"]["max"] == pytest.approx(2)
    assert answer["swr_antenna"]["min"] > 2.5
    command = ["loss", "rg-58", "30", "--mhz", "14.2", "--r", "20", "--beside", "rg-213", "--json"]
    assert main(command) == 0
    answer = json.loads(capsys.readouterr().out)
    assert answer["total_db"]["min"] == answer["total_db"]["max"]
    assert answer["beside"][0]["line"] == "RG-213/U"
    assert main(["loss", "rg-58", "6", "--mhz", "3.65", "--r", "5", "--tuner", "t-wide"]) == 0
    said = capsys.readouterr().out
    assert "of 100 W arrive at the antenna. 6 m of RG-58C/U take 0.16 dB when matched" in said
    assert "ends in a low impedance" in said
    for wrong, error in ((["--swr", "0.2"], "swr: must be 1 or more (it is 0.2)\n"),):
        assert main(["loss", "rg-58", "30", "--mhz", "14.2", *wrong]) == 2
        assert capsys.readouterr().err == error
    assert main(["loss", "50,0.66,1.365", "30", "--mhz", "14.2", "--json"]) == 2
    assert "is not on the shelf" in capsys.readouterr().err


def test_a_figure_is_told_in_its_other_forms_or_refused(client):
    answer = client.get("/api/equivalents", {"form": "return_loss_db", "value": 18, "of_w": 400}).json()
    assert answer["sentence"] == "Of each 400 W sent there, 6.3 W come back: SWR 1.29, return loss 18 dB."
    assert {row["form"]: row["text"] for row in answer["rows"]}["share"] == "1.6 %"
    across = client.get("/api/equivalents", {"form": "volts", "value": 100, "ohm": 200}).json()
    assert across["rows"][0]["text"] == "50 W"
    for query in (
        {"form": "swr", "value": 0.5},
        {"form": "db", "value": "nan"},
        {"form": "pints", "value": 1},
    ):
        refused = client.get("/api/equivalents", query)
        assert refused.status_code == 422
        assert refused.json()["errors"][0]["rule"]
