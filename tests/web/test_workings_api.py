"""Workings over the API: the figure that stands on the screen, to the digit, from the same request."""

import pytest

from tests.web import test_choose_api as choosing
from tests.web import test_sweeps_api as sweeps
from tests.web.test_stations_api import send

pytestmark = pytest.mark.django_db
station = sweeps.station


def test_of_the_ledger(client, mill):
    body = {"document": mill, "mhz": 14.2}
    result = send(client, "post", "/api/solve", body).json()["here"]["result"]
    for n, stage in enumerate(result["stages"]):
        derivation = send(client, "post", "/api/working", body | {"figure": f"stages[{n}].taken_w"}).json()
        assert derivation["values"] == [stage["taken_w"]]
        assert derivation["cases"] == [""]
    total = send(client, "post", "/api/working", body | {"figure": "total.loss_db"}).json()
    assert total["values"] == [result["total"]["loss_db"]]
    assert all("<math" in line["formula"] and len(line["filled"]) == 1 for line in total["lines"])


def test_of_an_unknown_phase_in_three_cases(client, mill):
    mill["antenna"] = {"kind": "swr", "points": [[3, 6], [30, 9]]}
    body = {"document": mill, "mhz": 14.2}
    at = next(n for n, part in enumerate(mill["chain"]) if part["label"] == "run to the mast")
    answer = send(client, "post", "/api/solve", body).json()["here"]["result"]["stages"][at]["loss_db"]
    derivation = send(client, "post", "/api/working", body | {"figure": f"stages[{at}].loss_db"}).json()
    assert derivation["cases"] == ["least", "middle", "most"]
    assert derivation["values"] == [answer["min"], answer["median"], answer["max"]]


def test_of_a_sweep_and_of_a_candidate(client, station, mill):
    sweep = sweeps.kept(client, station, sweeps.simulated(client, mill))
    request = {"bands": [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}], "comfort_swr": 2}
    dip = sweeps.ask(client, sweep, **request)["reading"]["dips"][0]
    derivation = sweeps.ask(client, sweep, "working", figure="dips[0].r_ohm", **request)
    assert derivation["values"] == [dip["r_ohm"]]

    candidate = choosing.answer(client, mill)["candidates"][3]
    derivation = choosing.ask(client, "working", mill, id=candidate["id"], figure="cells[1].regret_db")
    assert derivation["values"] == [candidate["cells"][1]["regret_db"]]


def test_of_the_first_question_and_of_a_question_on_which_schools_disagree(client, mill):
    question = {"lines": ["rg-58"], "length_m": 30, "mhz": 14.2, "swr": 3}
    answer = send(client, "post", "/api/loss", question).json()["lines"][0]["extra_db"]
    body = {"question": question, "figure": "lines[0].extra_db"}
    derivation = send(client, "post", "/api/loss/working", body).json()
    assert derivation["values"] == [answer["min"], answer["median"], answer["max"]]
    request = {"document": mill, "mhz": 7.1, "figure": "rows[1].cells[3]"}
    derivation = send(client, "post", "/api/schools/room-tuner/working", request).json()
    assert derivation["title"] == "What a change gives back"
    wrong = send(client, "post", "/api/schools/room-tuner/working", request | {"figure": "rows[99].cells[0]"})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["place"] == "figure"


@pytest.mark.parametrize("figure", ["", "stages[99].taken_w", "total.nothing"])
def test_a_figure_that_there_is_not_is_refused_at_its_place(client, mill, figure):
    response = send(client, "post", "/api/working", {"document": mill, "mhz": 7.1, "figure": figure})
    assert response.status_code == 422
    assert response.json()["errors"][0]["place"] == "figure"
