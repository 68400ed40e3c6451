"""What is said of a frequency: the sentence, the state, the biggest taker, the moved match."""

import re

import numpy as np
import pytest

from tithe.core import (
    PROTECTIONS,
    Inline,
    Line,
    LossResistance,
    Resonator,
    Station,
    SwrAntenna,
    Transmitter,
    Tuner,
    solve,
    table,
    verdict_at,
)
from tithe.core.budget import solve_alike
from tithe.core.verdict import match_moved_to_antenna, moving_the_match, state_at, takers
from tithe.document import shelf
from tithe.text import say
from tithe.text.quantities import watts

GOOD = table(((7e6, 50, 0),))


def solved(*chain, antenna=GOOD, power_w=100, **transmitter):
    return solve(Station(Transmitter(power_w, **transmitter), chain, antenna), [7e6])


@pytest.mark.parametrize(
    ("loss_db", "state", "words"),
    [
        (0.0, "clear", "would not hear the difference (0 dB)"),
        (0.9, "clear", "would not hear the difference (0.9 dB)"),
        (1.1, "audible", "would lose a quarter of an S-unit (1.1 dB)"),
        (3.0, "audible", "would lose half an S-unit (3 dB)"),
        (4.0, "audible", "would lose two thirds of an S-unit (4 dB)"),
        (6.2, "costly", "would lose one S-unit (6.2 dB)"),
        (15.0, "costly", "would lose 2.5 S-units (15 dB)"),
    ],
)
def test_a_loss_is_told_by_what_a_listener_hears(loss_db, state, words):
    budget = solved(Inline(loss_db))
    assert state_at(budget, 0) == state
    assert words in say(verdict_at(budget, 0).messages)


def test_nothing_radiated_is_told_as_nothing():
    said = say(verdict_at(solved(antenna=table(((7e6, 0, 1e12),))), 0).messages)
    assert "0 of 100 W leave the antenna" in said or "less than 0.01 of 100 W" in said


def test_takers_come_in_order_and_sum_to_what_is_missing():
    antenna = Resonator(7e6, 40, 3, loss=LossResistance(((1e6, 10.0),)))
    budget = solved(Inline(1.0, label="a"), Line(shelf.line_type("rg-58"), 30, "b"), antenna=antenna)
    result = takers(budget, 0)
    assert [t.taken_w for t in result] == sorted((t.taken_w for t in result), reverse=True)
    assert sum(t.taken_w for t in result) == pytest.approx(100 - budget.radiated_w[0])
    places = {(t.place, t.label) for t in result}
    assert places >= {("part", "a"), ("part", "b"), ("antenna", ""), ("reflection", "")}


def test_the_radio_can_be_the_biggest_taker():
    said = verdict_at(solved(antenna=table(((7e6, 500, 0),))), 0)
    assert said.biggest.place == "radio"
    assert "The radio’s protection takes most" in say(said.messages)
    kept = verdict_at(solved(antenna=table(((7e6, 500, 0),)), protection=PROTECTIONS["none"]), 0)
    assert kept.biggest.place == "reflection"


def test_spans_are_told_as_between():
    said = verdict_at(
        solved(Line(shelf.line_type("rg-174"), 30), antenna=SwrAntenna(((7e6, 6.0),))), 0, "40 m"
    )
    low, high = (watts(f(solved_range())) for f in (np.min, np.max))
    assert f"On 40 m, between {low} and {high} of 100 W leave" in say(said.messages)
    assert "Typically a listener" in say(said.messages)
    assert re.search(r"takes most, [\d.]+ to [\d.]+ W", say(said.messages))
    assert re.search(r"\([\d.]+ to [\d.]+ dB\)", say(said.messages))


def test_a_moved_match_is_told_as_a_span_where_the_phase_is_unknown():
    line, tuner = Line(shelf.line_type("rg-58"), 40), Tuner("l", c_max_f=5e-9)
    antenna = SwrAntenna(((7e6, 8.0),))
    first, other = (Station(Transmitter(), run, antenna) for run in ((tuner, line), (line, tuner)))
    here, there = solve_alike(first, other, [7e6])
    gain = (there.radiated_w - here.radiated_w)[:, 0]
    low, high = watts(gain.min()), watts(gain.max())
    assert (
        say(moving_the_match(here, 0)) == f"The same tuner at the antenna would give back {low} to {high} W."
    )


def solved_range():
    return solved(Line(shelf.line_type("rg-174"), 30), antenna=SwrAntenna(((7e6, 6.0),))).radiated_w


def test_only_one_active_tuner_away_from_the_antenna_can_be_moved():
    line = Line(shelf.line_type("rg-58"), 30)
    assert match_moved_to_antenna(Station(Transmitter(), (line,), GOOD)) is None
    assert match_moved_to_antenna(Station(Transmitter(), (line, Tuner()), GOOD)) is None
    assert match_moved_to_antenna(Station(Transmitter(), (Tuner(), Tuner(), line), GOOD)) is None
    assert match_moved_to_antenna(Station(Transmitter(), (Tuner(setting="bypass"), line), GOOD)) is None
    moved = match_moved_to_antenna(Station(Transmitter(), (Tuner(label="t"), line), GOOD))
    assert [part.label for part in moved.chain] == ["line", "t"]


def test_moving_a_match_is_told_in_watts_of_the_other_station():
    line, antenna = Line(shelf.line_type("rg-58"), 40), table(((7e6, 10, -200),))
    tuner = Tuner("l", c_max_f=3e-9)
    here, there = solved(tuner, line, antenna=antenna), solved(line, tuner, antenna=antenna)
    gain = there.radiated_w[0] - here.radiated_w[0]
    assert say(moving_the_match(here, 0)) == f"The same tuner at the antenna would give back {watts(gain)} W."
    assert say(moving_the_match(solved(tuner, Line(line.line, 0.1)), 0)).endswith("next to nothing.")
    assert moving_the_match(solved(line), 0) == ()


def test_a_band_between_far_apart_points_is_doubtful_not_known():
    """Two bands measured, a third between them: it is computed, and never passed off as measured."""
    antenna = SwrAntenna(((3.5e6, 2.0), (3.8e6, 2.0), (7.0e6, 1.5), (7.2e6, 1.5)))
    budget = solve(Station(Transmitter(), (), antenna), [3.65e6, 5.36e6, 7.0e6, 7.1e6])
    assert [state_at(budget, k) == "doubtful" for k in range(4)] == [False, True, False, False]
