"""Composes what the sweep view shows, from kept sweeps."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise

import numpy as np

from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require_above
from tithe.core.message import Told, tell
from tithe.core.sweep import (
    Dip,
    Features,
    RadialReading,
    TrimStep,
    advise,
    compare,
    features,
    flattery,
    judge,
    judge_radials,
    learned,
    read_band,
)
from tithe.core.working import working_of_sweep, workings_of_drift, workings_of_radials, workings_of_trim
from tithe.document.station import BandModel
from tithe.document.work import TrimModel
from tithe.files import sweep_file
from tithe.results import sweep_json, working_json
from tithe.results import sweep_shapes as s
from tithe.results.working_shapes import WorkingOut
from tithe.text import say
from tithe.web.sweeps.models import KeptSweep
from tithe.web.sweeps.requests import Window
from tithe.web.sweeps.services import joint_like, moved

_S_PER_BYTE = 0.4e-6
"""To read, move and analyse a sweep's text."""


def cost_s(*sweeps: KeptSweep) -> float:
    """Seconds that looking at so many sweeps may take."""
    return sum(kept.text.size for kept in sweeps) * _S_PER_BYTE


def paused(sweeps: Sequence[KeptSweep], pause: Pause) -> Iterator[KeptSweep]:
    """The sweeps in turn, with a pause before each."""
    for kept in sweeps:
        pause()
        yield kept


def look(
    kept: KeptSweep,
    shown: int | None,
    bands: Sequence[BandModel],
    comfort_swr: float,
    window: Window | None,
    under: Sequence[KeptSweep],
    pause: Pause = go_on,
) -> s.Look:
    """A sweep at a joint, with others laid under it."""
    shown = kept.joint if shown is None else shown
    there = moved(kept, shown)
    used = [band.to_core() for band in bands]
    found = features(there.sweep, comfort_swr)
    reading = sweep_json.reading(there.sweep, used, comfort_swr, found)
    if shown != kept.joint:
        taken = sweep_file.read_kept(kept.content)
        measured = sweep_json.by_band(taken, used, comfort_swr)
        for row, before in zip(reading["bands"], measured, strict=True):
            row["taken_worst"] = before["swr_worst"]
    low, high = there.sweep.range_hz
    if window is not None:
        require_above("window.high_mhz", window.high_mhz, "low_mhz", window.low_mhz)
        low, high = window.low_mhz * 1e6, window.high_mhz * 1e6
    return {
        "shown": shown,
        "reading": reading,
        "flattery": say(_flattery(kept, shown, found)),
        "contradiction": say(there.contradiction),
        "out_of_line": list(there.out_of_line),
        "curve": sweep_json.curve(there.sweep, low, high),
        "disc": sweep_json.disc(comfort_swr),
        "under": [
            {
                "id": other.pk,
                "title": other.title,
                "curve": sweep_json.curve(moved(other, joint_like(other, shown, kept)).sweep, low, high),
            }
            for other in paused(under, pause)
        ],
    }


def working(
    kept: KeptSweep, shown: int | None, bands: Sequence[BandModel], comfort_swr: float, figure: str
) -> WorkingOut:
    """How a figure of a sweep's reading at a joint comes about."""
    sweep = moved(kept, kept.joint if shown is None else shown).sweep
    read = [read_band(sweep, band.to_core(), comfort_swr) for band in bands]
    return working_json.working(working_of_sweep(features(sweep, comfort_swr), read, figure), 0)


def _flattery(kept: KeptSweep, shown: int, found: Features) -> Told:
    """What the cable hides between where it was taken and where it is shown; where that is one place, up to
    the feedpoint: for the deepest dip of the one, and the nearest of the other. ``found``: what is shown."""
    moved_on = shown != kept.joint
    other = moved(kept, shown if moved_on else len(kept.chain))
    taken = features(sweep_file.read_kept(kept.content)) if moved_on else found
    there = found if moved_on else features(other.sweep)
    if other.contradiction or not taken.dips or not there.dips:
        return ()
    dip = taken.dips[0]
    same = min(there.dips, key=lambda one: abs(one.freq_hz - dip.freq_hz))
    inward = moved_on and shown < kept.joint
    room, antenna = (same, dip) if inward else (dip, same)
    return flattery(room, antenna, float(np.median(other.between_db)))


def trim(
    log: Sequence[KeptSweep],
    goal: TrimModel,
    shown: int | None,
    of: KeptSweep | None,
    pause: Pause = go_on,
) -> s.TrimAnswer:
    """The trim log and what to do next; ``shown`` is a joint of the run of ``of``."""
    target = goal.target_mhz * 1e6
    sweeps = [moved(kept, joint_like(kept, shown, of or kept)).sweep for kept in paused(log, pause)]
    found = [_aimed(features(sweep), goal, target) for sweep in sweeps]
    places = [None if dip is None else _place(dip, goal) for dip in found]
    steps = tuple(TrimStep(f, kept.change_m) for f, kept in zip(places, log, strict=True))
    verdicts = judge(steps, target)
    last = next((f for f in reversed(places) if f is not None), None)
    if last is None:
        told: Told = (tell("trim.none"),)
        change = None
        workings: dict[str, WorkingOut] = {}
    else:
        advice = advise(last, target, goal.wire_m, goal.sides, goal.means)
        told, change = advice.told, advice.change
        ways = workings_of_trim(steps, last, target, goal.wire_m, goal.means)
        workings = working_json.several(ways)
    taught = learned(steps, target) if goal.means == "wire" else None
    low, high = target * 0.9, target * 1.1
    return {
        "sentence": say((*told, *_clock(log))),
        "change_m": change if goal.means == "wire" else None,
        "learned": say(taught.told) if taught else "",
        "steps": [
            {
                "id": kept.pk,
                "title": kept.title,
                "mhz": None if place is None else place / 1e6,
                "swr": None if dip is None else sweep_json.plain(dip.swr),
                "change_m": kept.change_m,
                "course": verdict.course,
                "moved_khz": None if verdict.moved_hz is None else verdict.moved_hz / 1e3,
                "sentence": say(verdict.told),
                "curve": sweep_json.curve(sweep, low, high),
            }
            for kept, sweep, dip, place, verdict in zip(log, sweeps, found, places, verdicts, strict=True)
        ],
        "workings": workings,
    }


def _clock(log: Sequence[KeptSweep]) -> Told:
    """A sweep dated before the one that came before it: the order of arrival is the one that is gone by."""
    for before, after in pairwise(log):
        if after.taken < before.taken:
            return (tell("trim.clock", before=before.title, after=after.title),)
    return ()


def _aimed(found: Features, goal: TrimModel, target_hz: float) -> Dip | None:
    """The dip nearest to the goal, a third of an octave off at the most."""
    near = [dip for dip in found.dips if 0.8 < _place(dip, goal) / target_hz < 1.25]
    return min(near, key=lambda dip: abs(_place(dip, goal) - target_hz), default=None)


def _place(dip: Dip, goal: TrimModel) -> float:
    if goal.aim == "resonance" and dip.resonance is not None:
        return dip.resonance.freq_hz
    return dip.freq_hz


def radials(
    log: Sequence[KeptSweep], shown: int | None, of: KeptSweep | None, pause: Pause = go_on
) -> s.RadialsAnswer:
    """The counted radials among the kept sweeps, each with R at its deepest dip's resonance."""
    counted: list[tuple[KeptSweep, RadialReading]] = []
    for kept in paused(log, pause):
        if kept.radials is None:
            continue
        found = features(moved(kept, joint_like(kept, shown, of or kept)).sweep)
        dip = next((dip for dip in found.dips if dip.resonance is not None), None)
        if dip is None or dip.resonance is None:
            raise InputError("radials", "no-resonance", sweep=kept.title)
        counted.append((kept, RadialReading(kept.radials, dip.resonance.r_ohm, kept.radial_m)))
    counted.sort(key=lambda pair: pair[1].count)
    verdict = judge_radials(tuple(reading for _, reading in counted))
    after = verdict.next_r_ohm
    return {
        "sentence": say(verdict.told),
        "readings": [
            {"id": kept.pk, "count": r.count, "r_ohm": r.r_ohm, "wire_m": r.wire_m} for kept, r in counted
        ],
        "next_count": verdict.next_count,
        "next_r_low_ohm": None if after is None else after[0],
        "next_r_high_ohm": None if after is None else after[1],
        "workings": working_json.several(workings_of_radials(verdict)),
    }


def drift(baseline: KeptSweep, kept: KeptSweep, shown: int | None, uncertainty: float) -> s.DriftAnswer:
    """What changed since the baseline, both at one joint (null: where each was taken)."""
    before = moved(baseline, joint_like(baseline, shown, kept)).sweep
    after = moved(kept, joint_like(kept, shown, kept)).sweep
    found = compare(before, after, uncertainty)
    return {
        "baseline": baseline.title,
        "sentence": say(found.told),
        "causes": [
            {"id": c.id, "sentence": say(c.told), "strength": round(float(c.strength), 2)}
            for c in found.causes
        ],
        "dips": [
            {
                "before_mhz": pair.before.freq_hz / 1e6,
                "after_mhz": pair.after.freq_hz / 1e6,
                "before_swr": sweep_json.plain(pair.before.swr),
                "after_swr": sweep_json.plain(pair.after.swr),
            }
            for pair in found.dips
        ],
        "workings": working_json.several(workings_of_drift(found)),
    }
