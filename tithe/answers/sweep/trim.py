"""Trimming by sweeps: each step judged, and what to do next."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

from tithe.answers import working_json
from tithe.answers.sweep import shapes as s
from tithe.answers.sweep import sweep_json
from tithe.answers.sweep.taken import TakenSweep, paused
from tithe.answers.working_shapes import WorkingOut
from tithe.core.cost import Pause, go_on
from tithe.core.message import Messages, tell
from tithe.core.sweep import Dip, Features, TrimStep, advise, features, judge, learned
from tithe.core.working import workings_of_trim
from tithe.document.work import TrimModel
from tithe.text import say


def trim(
    log: Sequence[TakenSweep],
    goal: TrimModel,
    shown: int | None,
    of: TakenSweep | None,
    pause: Pause = go_on,
) -> s.TrimAnswer:
    """The trim log and what to do next; ``shown`` is a joint of the run of ``of``."""
    target = goal.target_mhz * 1e6
    sweeps = [kept.at_joint_of(of or kept, shown).sweep for kept in paused(log, pause)]
    aimed = [_aimed(features(sweep), goal, target) for sweep in sweeps]
    places = [None if dip is None else _place(dip, goal) for dip in aimed]
    known = [0.0 if dip is None else _within(dip, goal) for dip in aimed]
    steps = tuple(TrimStep(f, kept.change_m, w) for f, kept, w in zip(places, log, known, strict=True))
    verdicts = judge(steps, target)
    last = next((step for step in reversed(steps) if step.freq_hz is not None), None)
    if last is None or last.freq_hz is None:
        messages: Messages = (tell("trim.none"),)
        change = step_m = None
        workings: dict[str, WorkingOut] = {}
    else:
        advice = advise(last.freq_hz, target, goal.wire_m, goal.sides, goal.means, last.within_hz)
        messages, change, step_m = advice.messages, advice.change, advice.step
        ways = workings_of_trim(steps, last.freq_hz, target, goal.wire_m, goal.means)
        workings = working_json.several(ways)
    taught = learned(steps, target) if goal.means == "wire" else None
    low, high = target * 0.9, target * 1.1
    return {
        "sentence": say((*messages, *_clock(log))),
        "change_m": change if goal.means == "wire" else None,
        "step_m": step_m if goal.means == "wire" else None,
        "learned": say(taught.messages) if taught else "",
        "steps": [
            {
                "id": kept.id,
                "title": kept.title,
                "mhz": None if place is None else place / 1e6,
                "swr": None if dip is None else sweep_json.plain(dip.swr),
                "change_m": kept.change_m,
                "course": verdict.course,
                "within_khz": step.within_hz / 1e3,
                "moved_khz": None if verdict.moved_hz is None else verdict.moved_hz / 1e3,
                "sentence": say(verdict.messages),
                "curve": sweep_json.curve(sweep, low, high),
            }
            for kept, sweep, dip, place, step, verdict in zip(
                log, sweeps, aimed, places, steps, verdicts, strict=True
            )
        ],
        "workings": workings,
    }


def _clock(log: Sequence[TakenSweep]) -> Messages:
    """A sweep dated before the one that came before it: the order of arrival is the one that is gone by."""
    for before, after in pairwise(log):
        if after.taken < before.taken:
            return (tell("trim.clock", before=before.title, after=after.title),)
    return ()


def _aimed(features: Features, goal: TrimModel, target_hz: float) -> Dip | None:
    """The dip nearest to the goal, a third of an octave off at the most."""
    near = [dip for dip in features.dips if 0.8 < _place(dip, goal) / target_hz < 1.25]
    return min(near, key=lambda dip: abs(_place(dip, goal) - target_hz), default=None)


def _within(dip: Dip, goal: TrimModel) -> float:
    return 0.0 if goal.aim == "resonance" and dip.resonance is not None else dip.within_hz


def _place(dip: Dip, goal: TrimModel) -> float:
    if goal.aim == "resonance" and dip.resonance is not None:
        return dip.resonance.freq_hz
    return dip.freq_hz
