"""Whatever is asked, the API answers with JSON, a status below 500, and no NaN."""

import json

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.document.test_station_file import EXAMPLE, JSON
from tests.web.test_stations_api import send

pytestmark = pytest.mark.django_db

POSTS = ["/api/solve", "/api/compare", "/api/ledgers", "/api/ledgers.csv", "/api/stations", "/api/shelf/own",
         "/api/stations/file", "/api/library/line", "/api/antenna/read", "/api/sweeps/recognise",
         "/api/sweeps/simulate",
         "/api/stations/1/sweeps", "/api/stations/1/trim", "/api/sweeps/1/look",
         "/api/sweeps/1/drift", "/api/choose", "/api/choose/sure", "/api/choose/map", "/api/choose/lengths",
         "/api/choose/break-even", "/api/choose/look", "/api/tuner/reach", "/api/tuner/bands",
         "/api/tuner/chart", "/api/tuner/hands", "/api/tuner/retuning", "/api/tuner/turned",
         "/api/meters/places", "/api/stations/1/log", "/api/stations/1/reconcile",
         "/api/stations/1/trend", "/api/tuner/presets.csv", "/api/tuner/presets/read",
         "/api/bench/read", "/api/bench/tuner", "/api/bench/watts", "/api/bench/line", "/api/bench/fault",
         "/api/bench/part", "/api/bench/meter", "/api/bench/check", "/api/bench/practice/tuner"]  # fmt: skip
NUMBERS = st.floats(allow_nan=False, allow_infinity=False) | st.integers(-(10**15), 10**15)


def refuse_constants(word):
    raise AssertionError(f"{word} in a response")


def check(response):
    assert response.status_code < 500, response.content[:300]
    if response.headers["Content-Type"].startswith("application/json"):
        body = json.loads(response.content, parse_constant=refuse_constants)
        if response.status_code == 422:
            assert body["errors"]
            assert all(error["rule"] for error in body["errors"])


@settings(max_examples=80, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.sampled_from(POSTS), JSON)
def test_any_json_as_a_request(client, path, body):
    check(send(client, "post", path, body))


@settings(max_examples=80, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    st.sampled_from(
        [
            ("chain", 0, "length_m"),
            ("chain", 1, "full_scale_w"),
            ("chain", 1, "directivity_db"),
            ("chain", 2, "coil_q"),
            ("chain", 2, "c_max_pf"),
            ("chain", 4, "loss_db"),
            ("chain", 5, "line", "k1"),
            ("chain", 6, "ratio"),
            ("transmitter", "power_w"),
            ("antenna", "points", 1, 1),
            ("antenna", "points", 1, 2),
        ]
    ),
    NUMBERS,
)
def test_any_number_in_a_station_is_solved_or_refused(client, place, number):
    """However large or small: no NaN, no stack trace, and the watts still add up where there are any."""
    document = json.loads(json.dumps(EXAMPLE))
    at = document
    for key in place[:-1]:
        at = at[key]
    at[place[-1]] = number
    response = send(client, "post", "/api/solve", {"document": document, "mhz": 7.1})
    check(response)
    here = response.json().get("here") if response.status_code == 200 else None
    if here:
        result = here["result"]
        rated = result["transmitter"]["rated_w"]
        taken = result["transmitter"]["not_sent_w"] + result["antenna"]["taken_w"]
        taken += sum(stage["taken_w"] for stage in result["stages"])
        assert taken + result["antenna"]["radiated_w"] == pytest.approx(rated, rel=1e-6)


@settings(max_examples=40, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.floats(allow_nan=False, allow_infinity=False))
def test_any_frequency_is_answered(client, mhz):
    check(send(client, "post", "/api/solve", {"document": EXAMPLE, "mhz": mhz}))


def test_a_resonator_far_from_resonance_stays_finite(client):
    document = EXAMPLE | {"antenna": {"kind": "resonator", "f0_mhz": 1000.0, "r_ohm": 0.001, "q": 1e6}}
    for mhz in (0.001, 1.8, 999_999.0):
        check(send(client, "post", "/api/solve", {"document": document, "mhz": mhz}))
