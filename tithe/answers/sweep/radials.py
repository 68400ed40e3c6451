"""Radials counted by sweeps, and what the next ones are likely to buy."""

from __future__ import annotations

from collections.abc import Sequence

from tithe.answers import working_json
from tithe.answers.sweep import shapes as s
from tithe.answers.sweep.taken import TakenSweep, paused
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError
from tithe.core.sweep import RadialReading, features, judge_radials
from tithe.core.working import workings_of_radials
from tithe.text import say


def radials(
    log: Sequence[TakenSweep], shown: int | None, of: TakenSweep | None, pause: Pause = go_on
) -> s.RadialsAnswer:
    """The counted radials among the kept sweeps, each with R at its deepest dip's resonance."""
    counted: list[tuple[TakenSweep, RadialReading]] = []
    for kept in paused(log, pause):
        if kept.radials is None:
            continue
        read = features(kept.at_joint_of(of or kept, shown).sweep)
        dip = next((dip for dip in read.dips if dip.resonance is not None), None)
        if dip is None or dip.resonance is None:
            raise InputError("radials", "no-resonance", sweep=kept.title)
        counted.append((kept, RadialReading(kept.radials, dip.resonance.r_ohm, kept.radial_m)))
    counted.sort(key=lambda pair: pair[1].count)
    verdict = judge_radials(tuple(reading for _, reading in counted))
    after = verdict.next_r_ohm
    return {
        "sentence": say(verdict.messages),
        "readings": [
            {"id": kept.id, "count": r.count, "r_ohm": r.r_ohm, "wire_m": r.wire_m} for kept, r in counted
        ],
        "next_count": verdict.next_count,
        "next_r_low_ohm": None if after is None else after[0],
        "next_r_high_ohm": None if after is None else after[1],
        "workings": working_json.several(workings_of_radials(verdict)),
    }
