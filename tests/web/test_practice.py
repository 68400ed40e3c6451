"""Practice: something is hidden, read for as minutes are counted, and told with the answer, not before."""

import json

import numpy as np
import pytest

from tithe.core.log.taken import RADIO
from tithe.core.practice.hidden import visit
from tithe.core.practice.levels import causes_of, hide
from tithe.core.practice.way import at_random, by_bits, way
from tithe.web.practice.models import Round
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
    assert [one["id"] for one in there["causes"]] == ["as-described", "antenna", "open", "joint", "water"]
    place = f"/api/practice/{there['id']}"
    first, last = there["places"][0], there["places"][-1]
    assert (first["how"], last["how"]) == ("meter", "analyzer")
    mhz = there["mhz"][0]
    one = post(client, f"{place}/read", how="meter", at=first["at"], mhz=mhz).json()
    two = post(client, f"{place}/read", how="analyzer", at=last["at"], mhz=mhz).json()
    assert two["minutes"] == one["minutes"] + last["minutes"] > one["minutes"] > 0
    assert two["readings"][0] == one["readings"][0] and two["readings"][1]["r_ohm"] is not None
    assert client.get(place).json()["readings"] == two["readings"]
    truth = hide(demo.practice(1).to_core(), [mhz * 1e6], 1, kept.seed).causes[0]
    wrong = next(cause["id"] for cause in there["causes"] if cause["id"] != truth)
    over = post(client, f"{place}/answer", cause=wrong).json()
    # At the radio a described station shows what it is expected to.
    assert all(one["expected_swr"] >= 1 for one in two["readings"])
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
    assert post(client, f"{place}/answer", cause="gremlins").status_code == 422
    assert client.get("/api/practice/not-a-round").status_code == 404


def test_the_same_seed_hides_the_same_and_two_are_two():
    mill = demo.start("brackenfell-mill").to_core()
    one, other = (hide(mill, [7.1e6], 2, 5) for _ in range(2))
    assert one.told == other.told and one.gains == other.gains
    assert {hide(mill, [7.1e6], 2, seed).causes for seed in range(60)} == {
        (name,) for name in causes_of(mill, 2)
    }
    for seed in range(20):
        causes = hide(mill, [7.1e6], 3, seed).causes
        assert len(set(causes)) == 2 and "as-described" not in causes


def test_what_is_read_next_finds_it_in_fewer_minutes_than_reading_at_random():
    station, freqs = demo.practice(1).to_core(), [7.1e6]
    found, minutes, wandered = 0, 0.0, 0.0
    causes = ("as-described", "water", "open", "antenna") * 2
    for seed, cause in enumerate(causes):
        there = visit(station, np.array(freqs), np.random.default_rng(seed), (cause,))
        led = way(there, freqs, by_bits, np.random.default_rng(seed))
        lost = way(there, freqs, at_random(np.random.default_rng(seed + 9)), np.random.default_rng(seed))
        found += led[-1].explained().causes[0].id == cause
        minutes, wandered = minutes + led[-1].minutes, wandered + lost[-1].minutes
        assert led[0].steps[0].at in (RADIO, there.meters[0])
    assert found >= 6 and minutes < wandered
