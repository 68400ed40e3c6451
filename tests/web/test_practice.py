"""Practice: something is hidden, read for as minutes are counted, and told with the answer, not before."""

import json

import numpy as np
import pytest

from tests import full
from tithe.core import solve
from tithe.core.cost import go_on
from tithe.core.log.taken import RADIO
from tithe.core.practice.hidden import visit
from tithe.core.practice.levels import causes_of, hide, often
from tithe.core.practice.way import MOST_STEPS, Notes, at_random, by_bits, possible, way
from tithe.web.practice import telling
from tithe.web.practice.models import Round
from tithe.web.practice.services import Played
from tithe.web.stations import demo


def post(client, path, **body):
    return client.post(path, json.dumps(body), content_type="application/json")


@pytest.mark.django_db
def test_a_round_from_beginning_to_end(client):
    begun = post(client, "/api/practice", level=1)
    assert begun.status_code == 201
    there = begun.json()
    kept = Round.objects.get()
    # Nothing of the truth is told before the answer: neither the seed nor what follows from it.
    assert str(kept.seed) not in begun.content.decode() and there["verdict"] is None
    assert [cause["id"] for cause in there["causes"]] == ["as-described", "antenna", "open", "joint", "water"]
    place = f"/api/practice/{there['id']}"
    hows = [place["how"] for place in there["places"]]
    assert list(dict.fromkeys(hows)) == ["meter", "dummy", "analyzer", "bench"]
    first, last = there["places"][0], there["places"][hows.index("bench") - 1]
    mhz = there["mhz"][0]
    item = post(client, f"{place}/read", how="meter", at=first["at"], mhz=mhz).json()
    two = post(client, f"{place}/read", how="analyzer", at=last["at"], mhz=mhz).json()
    assert two["minutes"] == item["minutes"] + last["minutes"] > item["minutes"] > 0
    assert two["readings"][0] == item["readings"][0] and two["readings"][1]["r_ohm"] is not None
    assert client.get(place).json()["readings"] == two["readings"]
    truth = hide(demo.practice(1).to_core(), [mhz * 1e6], 1, kept.seed).causes[0]
    wrong = next(cause["id"] for cause in there["causes"] if cause["id"] != truth)
    over = post(client, f"{place}/answer", cause=wrong).json()
    # What is expected is what the station as it is described shows by the ordinary way of solving.
    budget = solve(demo.practice(1).to_core(), np.array([mhz * 1e6]))
    if first["at"] >= 0:
        shown = budget.stages[first["at"]].reading.swr[0]
        assert item["readings"][0]["expected_swr"] == pytest.approx(float(shown), rel=1e-6)
    far = abs(budget.antenna.gamma(50.0)[0])
    assert two["readings"][1]["expected_swr"] == pytest.approx((1 + far) / (1 - far), rel=1e-6)
    assert over["verdict"]["right"] is False and "No: it was" in over["verdict"]["sentence"]
    assert len(over["verdict"]["best"]) >= 1
    assert post(client, f"{place}/answer", cause=truth).status_code == 422
    assert post(client, f"{place}/read", how="meter", at=first["at"], mhz=mhz).status_code == 422
    score = client.get("/api/practice/score").json()
    assert (score["rounds"], score["right"], score["minutes"]) == (1, 0, two["minutes"])
    assert client.get(place).json()["verdict"] == over["verdict"]


@pytest.mark.django_db
def test_what_cannot_be_is_refused(client):
    empty = demo.start("empty").model_dump(exclude_none=True)
    assert (
        "nothing to hide something in"
        in post(client, "/api/practice", level=2, document=empty).content.decode()
    )
    assert post(client, "/api/practice", level=4).status_code == 422
    there = post(client, "/api/practice", level=2).json()
    place = f"/api/practice/{there['id']}"
    for bad in (
        {"how": "meter", "at": 2},
        {"how": "analyzer", "at": 99},
        {"how": "meter", "at": -1, "mhz": 3.0},
    ):
        assert post(client, f"{place}/read", **{"mhz": there["mhz"][0]} | bad).status_code == 422
    for _ in range(MOST_STEPS):
        again = post(client, f"{place}/read", how="meter", at=there["places"][0]["at"], mhz=there["mhz"][0])
        assert again.status_code == 200
    one_more = post(client, f"{place}/read", how="meter", at=there["places"][0]["at"], mhz=there["mhz"][0])
    assert f"{MOST_STEPS} readings are enough" in one_more.content.decode()
    assert post(client, f"{place}/answer", cause="gremlins").status_code == 422
    assert client.get("/api/practice/not-a-round").status_code == 404


def test_the_same_seed_hides_the_same_and_two_are_two():
    mill = demo.start("brackenfell-mill").to_core()
    first, other = (hide(mill, [7.1e6], 2, 5) for _ in range(2))
    assert first.messages == other.messages and first.gains == other.gains
    assert {hide(mill, [7.1e6], 2, seed).causes for seed in range(60)} == {
        (name,) for name in causes_of(mill, 2)
    }
    two = Round(document=demo.practice(3).model_dump(exclude_none=True), level=3, seed=4)
    two.steps = [list(Played(two).possible[0])]
    two.answer = Played(two).visit.causes[0]
    result = telling.judged(Played(two), go_on, Played(two).notes).verdict.sentence
    # What is weighed cause by cause says nothing of two together.
    assert result.startswith("Half of it") and (
        ("of both together nothing" in result) or ("something else" in result)
    )
    for seed in range(20):
        causes = hide(mill, [7.1e6], 3, seed).causes
        assert len(set(causes)) == 2 and "as-described" not in causes


def test_what_is_told_of_an_open_line_is_finite():
    """Every place of many rounds read: no ratio beyond what is told, no R of less than nothing."""
    for seed in range(12):
        kept = Round(document=demo.practice(1).model_dump(exclude_none=True), level=1, seed=seed)
        kept.steps = [list(step) for step in Played(kept).possible]
        for reading in telling.shown(Played(kept)).readings:
            assert reading.swr is None or 1 <= reading.swr < 1e5
            assert reading.expected_swr is None or 1 <= reading.expected_swr < 1e5
            assert reading.r_ohm is None or 0 <= reading.r_ohm < 1e6


def test_how_sure_one_may_be_goes_by_how_often_each_is_hidden():
    """On a visit a station is mostly as it is described; here it is so no more often than anything else."""
    station = demo.practice(1).to_core()
    there = visit(station, np.array([7.1e6]), np.random.default_rng(3), ("as-described",))
    step = possible(station, there.meters, [7.1e6])[0]
    usual, even = (
        Notes(station, met).taken(step, there, np.random.default_rng(1)).explained().causes
        for met in (None, often(station, 1))
    )
    weights = [next(c.weight for c in some if c.id == "as-described") for some in (usual, even)]
    assert weights[1] < weights[0]
    assert {c.id for c in even if c.weight > 0} <= {*causes_of(station, 1)}


def test_what_is_read_next_finds_it_in_fewer_minutes_than_reading_at_random():
    station, freqs = demo.practice(1).to_core(), [7.1e6]
    result, minutes, wandered = 0, 0.0, 0.0
    causes = full.of(("water", "antenna"), ("as-described", "water", "open", "antenna") * 2)
    for seed, cause in enumerate(causes):
        there = visit(station, np.array(freqs), np.random.default_rng(seed), (cause,))
        led = way(there, freqs, by_bits, np.random.default_rng(seed))
        lost = way(there, freqs, at_random(np.random.default_rng(seed + 9)), np.random.default_rng(seed))
        result += led[-1].explained().causes[0].id == cause
        minutes, wandered = minutes + led[-1].minutes, wandered + lost[-1].minutes
        assert led[0].steps[0].at in (RADIO, there.meters[0])
    assert result >= 0.75 * len(causes) and minutes < wandered
