"""What is said of readings: the user's own numbers, on either side of a tuner."""

import re

import numpy as np
import pytest

from tests.core.log.stations import FAR, NEAR
from tests.core.log.stations import KNOWN as STATION
from tests.core.log.test_causes import EVERY
from tithe.answers.log.log_json import answer
from tithe.core.log.causes import suppositions
from tithe.core.log.often import OFTEN
from tithe.core.log.reconcile import case_of, reconcile
from tithe.core.log.taken import RADIO, Taken
from tithe.core.message import tell
from tithe.core.parts.meter import Meter
from tithe.text import say

SENTENCE = re.compile(r"^[A-Z1-9].*\.$", re.S)


def told(*readings):
    return answer(STATION, readings, reconcile(STATION, readings))


def test_every_cause_is_a_sentence_that_names_its_part():
    case, _ = case_of(STATION, (*EVERY, Taken(7.1e6, RADIO, swr=1.2)))
    for supposition in suppositions(case):
        text = say(supposition.message)
        assert SENTENCE.match(text), text
        for name in ("at", "line", "part", "before", "behind"):
            if name in supposition.message.params:
                assert supposition.message.params[name].lower() in text.lower()
    for cause in OFTEN:
        assert not say(tell(f"kind.{cause}")).endswith(".")


def net(at, watts, ratio):
    rho = (ratio - 1) / (ratio + 1)
    return Taken(7.1e6, at, watts, watts * rho**2)


def test_two_sides_of_a_tuner_that_differ_are_both_right():
    text = told(net(NEAR, 95.0, 1.05), net(FAR, 140.0, 3.0))["sentence"]
    assert "Both meters are right: the tuner shows the radio SWR 1.05" in text
    assert "SWR 3 stands on the line" in text
    assert "140 W forward behind the tuner are no fault: 35 W of it have come back" in text
    assert "forward less reflected, 105 W, is what flows" in text


def test_the_net_powers_tell_a_loss_only_where_it_is_larger_than_the_meters_errors():
    little = told(net(NEAR, 95.0, 1.05), net(FAR, 92.0, 1.1))["sentence"]
    assert re.search(r"the tuner may lose anything up to [\d.]+ dB: these meters cannot tell less", little)
    much = told(net(NEAR, 95.0, 1.05), net(FAR, 40.0, 1.1))["sentence"]
    result = re.search(r"the tuner loses ([\d.]+) to ([\d.]+) dB", much)
    assert result
    low, high = map(float, result.groups())
    assert low < 10 * np.log10(95 / 40) < high


def test_where_only_one_side_was_read_nothing_is_said_of_two():
    text = told(net(FAR, 90.0, 2.0))["sentence"]
    assert "Both meters" not in text
    assert "net powers" not in text


def test_each_reading_stands_beside_its_interval_and_the_wrong_one_outside():
    out = told(net(NEAR, 95.0, 1.05), net(FAR, 1200.0, 1.5))
    assert [reading["inside"] for reading in out["readings"]] == [True, False]
    low, high = out["readings"][0]["forward_w"]
    assert low < 95 < high
    assert out["explanations"][0]["id"] == "multiplier"
    assert sum(explanation["weight"] for explanation in out["explanations"]) == pytest.approx(1, abs=0.02)
    assert isinstance(STATION.chain[NEAR], Meter)


def test_what_to_read_next_says_where_how_long_it_takes_and_what_it_would_mean():
    out = told(Taken(7.1e6, RADIO, swr=1.1), Taken(7.1e6, FAR, swr=9.0))
    assert out["next"]
    rates = [item["bits"] / item["minutes"] for item in out["next"]]
    assert rates == sorted(rates, reverse=True)
    assert all(item["bits"] >= 0.1 and 0 < item["gain"] <= 1 for item in out["next"])
    assert all(f"{item['mhz']:g} MHz" in item["text"] for item in out["next"])
    assert "Read next: " in out["sentence"]
    assert any("About SWR" in item["text"] for item in out["next"])
