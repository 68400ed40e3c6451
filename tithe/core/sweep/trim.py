"""Trimming: how much wire or coil moves a dip to where it is wanted, and what each step did.

A wire resonates where its length is a fixed share of the wavelength, so length × frequency is constant:
longer is lower, L′ = L·f/f′. It holds for the wire as a whole while height and surroundings stay; bent ends,
a loading coil and nearby things make it an estimate, hence half the step, and a sweep. A loading coil tunes
with the capacitance of the radiator, f ∝ 1/√L: L′ = L·(f/f′)². Once two steps are known, how far the last one
moved the dip is the better guide.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.wording import figure, frequency

Means = Literal["wire", "coil"]
CLOSE_ENOUGH = 0.001
"""Share of the frequency within which a dip is where it is wanted."""


@dataclass(frozen=True)
class TrimAdvice:
    """``change`` is of each side's length (m) or of the coil's inductance (a share), + for more; ``step`` is
    half of it, to be done first. None where nothing is to be done, or no length is known (``sentence``
    tells)."""

    change: float | None
    step: float | None
    sentence: str


@dataclass(frozen=True)
class TrimStep:
    """A sweep of the log: where its dip lies (None: it has none) and what was done to each side before it
    (m, + longer; None: not told)."""

    freq_hz: float | None
    change_m: float | None = None


Course = Literal["start", "nearer", "wrong", "past", "still", "lost"]


@dataclass(frozen=True)
class StepVerdict:
    """How a step went: nearer, the wrong way, past the goal, hardly moved, or no dip any more."""

    course: Course
    moved_hz: float | None
    sentence: str


def advise(freq_hz: float, target_hz: float, wire_m: float | None, sides: int, means: Means) -> TrimAdvice:
    """What to do to move a dip at ``freq_hz`` to ``target_hz``; ``wire_m`` is the length of each side."""
    require_positive("target_hz", target_hz)
    require(sides in (1, 2), "sides", "must be 1 or 2", sides)
    if wire_m is not None:
        require_not_negative("wire_m", wire_m)
    if abs(freq_hz / target_hz - 1) <= CLOSE_ENOUGH:
        return TrimAdvice(None, None, f"It lies where it should, at {frequency(freq_hz)}. Leave it.")
    longer = freq_hz > target_hz
    where = "too high" if longer else "too low"
    lead = f"The dip lies {figure(abs(freq_hz - target_hz) / 1e3)} kHz {where}."
    if means == "coil":
        share = (freq_hz / target_hz) ** 2 - 1
        way = "more" if longer else "less"
        return TrimAdvice(
            share,
            share / 2,
            f"{lead} The coil needs {way} inductance, about {figure(abs(share) * 100, 2)} % {way}: "
            f"{'more' if longer else 'fewer'} turns, or {'closer' if longer else 'wider'} spaced. "
            "Go half of that, then sweep again.",
        )
    verb = "Lengthen" if longer else "Cut or fold back"
    share = freq_hz / target_hz - 1
    if not wire_m:
        return TrimAdvice(
            None,
            None,
            f"{lead} {verb} the wire by {figure(abs(share) * 100, 2)} % of its length; give the length of a "
            "side to have it in centimetres. Go half of that, then sweep again.",
        )
    change = wire_m * share
    each = "each side" if sides == 2 else "the wire"
    return TrimAdvice(
        change,
        change / 2,
        f"{lead} {verb} {each} by about {_length(change)}. Go half of that first, {_length(change / 2)}, "
        "then sweep again: height, ends and neighbours make it an estimate.",
    )


def learned(steps: tuple[TrimStep, ...], target_hz: float) -> TrimAdvice | None:
    """The next change from what the last told step did to the dip; None where that teaches nothing."""
    told = [
        (before, after)
        for before, after in pairwise(steps)
        if before.freq_hz is not None and after.freq_hz is not None and after.change_m
    ]
    if not told:
        return None
    before, after = told[-1]
    assert before.freq_hz is not None
    assert after.freq_hz is not None
    assert after.change_m is not None
    slope = (after.freq_hz - before.freq_hz) / after.change_m
    left = target_hz - after.freq_hz
    if (
        slope >= 0 or abs(left) <= CLOSE_ENOUGH * target_hz
    ):  # longer must be lower, else it was something else
        return None
    change = left / slope
    verb = "Lengthen" if change > 0 else "Cut or fold back"
    return TrimAdvice(
        change,
        change / 2,
        f"The last step moved it {figure(abs(slope) / 1e5)} kHz per centimetre. By that, {verb.lower()} "
        f"another {_length(change)}.",
    )


def judge(steps: tuple[TrimStep, ...], target_hz: float) -> tuple[StepVerdict, ...]:
    """What each step did, the first being the start."""
    verdicts = [StepVerdict("start", None, "The start.")]
    for before, after in pairwise(steps):
        verdicts.append(_judge(before, after, target_hz))
    return tuple(verdicts[: len(steps)])


def _judge(before: TrimStep, after: TrimStep, target_hz: float) -> StepVerdict:
    if after.freq_hz is None:
        return StepVerdict("lost", None, "No dip is left in the sweep: it has moved out of it, or is gone.")
    if before.freq_hz is None:
        return StepVerdict("start", None, "The first step with a dip.")
    moved = after.freq_hz - before.freq_hz
    was, now = before.freq_hz - target_hz, after.freq_hz - target_hz
    if abs(moved) <= 0.2 * CLOSE_ENOUGH * target_hz:
        return StepVerdict("still", moved, "It hardly moved.")
    way = f"{figure(abs(moved) / 1e3)} kHz {'up' if moved > 0 else 'down'}"
    odd = ""
    if after.change_m and moved * after.change_m > 0:
        did, does = ("Longer", "lower") if after.change_m > 0 else ("Shorter", "raise")
        odd = f" {did} should {does} it: something else changed as well, or it was another wire."
    if abs(now) <= CLOSE_ENOUGH * target_hz:
        return StepVerdict("nearer", moved, f"It moved {way} and lies where it should.{odd}")
    if was * now < 0:
        return StepVerdict("past", moved, f"It moved {way}, past the goal: take back a part of it.{odd}")
    if abs(now) > abs(was):
        return StepVerdict(
            "wrong", moved, f"That went the wrong way: it moved {way}, away from the goal.{odd}"
        )
    return StepVerdict("nearer", moved, f"It moved {way}, towards the goal.{odd}")


def _length(metres: float) -> str:
    size = abs(metres)
    return f"{figure(size, 2)} m" if size >= 1 else f"{figure(size * 100, 2)} cm"
