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
from math import hypot
from typing import Literal

from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.message import Messages, tell

Means = Literal["wire", "coil"]
CLOSE_ENOUGH = 0.001
"""Share of the frequency within which a dip is where it is wanted."""


@dataclass(frozen=True)
class TrimAdvice:
    """``change`` is of each side's length (m) or of the coil's inductance (a share), + for more; ``step`` is
    half of it, to be done first. None where nothing is to be done, or no length is known."""

    change: float | None
    step: float | None
    messages: Messages


@dataclass(frozen=True)
class TrimStep:
    """A sweep of the log: where its dip lies (None: it has none), what was done to each side before it (m,
    + longer; None: not told), and within how much its place is known (Hz)."""

    freq_hz: float | None
    change_m: float | None = None
    within_hz: float = 0.0


Course = Literal["start", "nearer", "wrong", "past", "still", "lost"]


@dataclass(frozen=True)
class StepVerdict:
    """How a step went: nearer, the wrong way, past the goal, hardly moved, or no dip any more."""

    course: Course
    moved_hz: float | None
    messages: Messages


def advise(
    freq_hz: float,
    target_hz: float,
    wire_m: float | None,
    sides: int,
    means: Means,
    within_hz: float = 0.0,
) -> TrimAdvice:
    """What to do to move a dip at ``freq_hz``, known within ``within_hz``, to ``target_hz``; ``wire_m`` is
    the length of each side."""
    require_positive("target_hz", target_hz)
    require(sides in (1, 2), "sides", "between", sides, least=1, most=2)
    if wire_m is not None:
        require_not_negative("wire_m", wire_m)
    close = CLOSE_ENOUGH * target_hz
    if abs(freq_hz - target_hz) <= close and within_hz <= close:
        return TrimAdvice(None, None, (tell("trim.there", freq_hz=freq_hz),))
    if abs(freq_hz - target_hz) <= max(close, within_hz):
        return TrimAdvice(None, None, (tell("trim.perhaps-there", freq_hz=freq_hz, within_hz=within_hz),))
    longer = freq_hz > target_hz
    lies = "trim.lies-within" if within_hz else "trim.lies"
    lead = tell(lies, apart_hz=abs(freq_hz - target_hz), high=longer, within_hz=within_hz)
    if means == "coil":
        share = (freq_hz / target_hz) ** 2 - 1
        message = tell("trim.coil", more=longer, share=abs(share))
        return TrimAdvice(share, share / 2, (lead, message, tell("trim.half")))
    share = freq_hz / target_hz - 1
    if not wire_m:
        message = tell("trim.wire-share", longer=longer, share=abs(share))
        return TrimAdvice(None, None, (lead, message, tell("trim.half")))
    change = wire_m * share
    message = tell("trim.wire", longer=longer, each=sides == 2, change_m=abs(change), half_m=abs(change / 2))
    return TrimAdvice(change, change / 2, (lead, message))


def learned(steps: tuple[TrimStep, ...], target_hz: float) -> TrimAdvice | None:
    """The next change from what the last told step did to the dip; None where that teaches nothing."""
    last_step = last_telling_step(steps)
    if last_step is None:
        return None
    before_hz, after_hz, change_m = last_step
    slope = (after_hz - before_hz) / change_m
    left = target_hz - after_hz
    arrived = abs(left) <= max(CLOSE_ENOUGH * target_hz, steps[-1].within_hz)
    if slope >= 0 or arrived:  # longer must be lower, else it was something else
        return None
    change = left / slope
    message = tell("trim.learned", hz_per_m=abs(slope), longer=change > 0, change_m=abs(change))
    return TrimAdvice(change, change / 2, (message,))


def last_telling_step(steps: tuple[TrimStep, ...]) -> tuple[float, float, float] | None:
    """Of the last step whose change was told, where the dip lay before and after it (Hz), and that change
    (m); None where it moved by less than its places are known."""
    moves = [
        (before.freq_hz, after.freq_hz, after.change_m, hypot(before.within_hz, after.within_hz))
        for before, after in pairwise(steps)
        if before.freq_hz is not None and after.freq_hz is not None and after.change_m
    ]
    if not moves:
        return None
    before_hz, after_hz, change_m, within_hz = moves[-1]
    return None if abs(after_hz - before_hz) <= within_hz else (before_hz, after_hz, change_m)


def judge(steps: tuple[TrimStep, ...], target_hz: float) -> tuple[StepVerdict, ...]:
    """What each step did, the first being the start."""
    verdicts = [StepVerdict("start", None, (tell("trim.start"),))]
    for before, after in pairwise(steps):
        verdicts.append(_judge(before, after, target_hz))
    return tuple(verdicts[: len(steps)])


def _judge(before: TrimStep, after: TrimStep, target_hz: float) -> StepVerdict:
    if after.freq_hz is None:
        return StepVerdict("lost", None, (tell("trim.lost"),))
    if before.freq_hz is None:
        return StepVerdict("start", None, (tell("trim.first-dip"),))
    moved = after.freq_hz - before.freq_hz
    was, now = before.freq_hz - target_hz, after.freq_hz - target_hz
    within = hypot(before.within_hz, after.within_hz)
    if abs(moved) <= within:
        return StepVerdict("still", moved, (tell("trim.untold", within_hz=within),))
    if abs(moved) <= 0.2 * CLOSE_ENOUGH * target_hz:
        return StepVerdict("still", moved, (tell("trim.still"),))
    course: Course = "wrong" if abs(now) > abs(was) else "nearer"
    how: str = course
    close = CLOSE_ENOUGH * target_hz
    if abs(now) <= max(close, after.within_hz):
        course, how = "nearer", "arrived" if after.within_hz <= close else "perhaps-arrived"
    elif was * now < 0:
        course = how = "past"
    messages = [tell(f"trim.{how}", moved_hz=abs(moved), up=moved > 0)]
    if after.change_m and moved * after.change_m > 0:
        messages.append(tell("trim.odd", longer=after.change_m > 0))
    return StepVerdict(course, moved, tuple(messages))
