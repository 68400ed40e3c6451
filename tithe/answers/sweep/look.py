"""A sweep read and drawn at a joint, others laid under it."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tithe.answers import working_json
from tithe.answers.sweep import shapes as s
from tithe.answers.sweep import sweep_json
from tithe.answers.sweep.requests import Window
from tithe.answers.sweep.taken import TakenSweep, paused
from tithe.answers.working_shapes import WorkingOut
from tithe.core.cost import Pause, go_on
from tithe.core.errors import require_above
from tithe.core.message import Messages
from tithe.core.sweep import Features, features, flattery, read_band
from tithe.core.working import working_of_sweep
from tithe.document.station import BandModel
from tithe.text import say


def look(
    kept: TakenSweep,
    shown: int | None,
    bands: Sequence[BandModel],
    comfort_swr: float,
    window: Window | None,
    under: Sequence[TakenSweep],
    pause: Pause = go_on,
) -> s.Look:
    """A sweep at a joint, with others laid under it."""
    shown = kept.joint if shown is None else shown
    moved = kept.at(shown)
    used = [band.to_core() for band in bands]
    read = features(moved.sweep, comfort_swr)
    reading = sweep_json.reading(moved.sweep, used, comfort_swr, read)
    if shown != kept.joint:
        taken = kept.as_taken()
        measured = sweep_json.by_band(taken, used, comfort_swr)
        for row, before in zip(reading["bands"], measured, strict=True):
            row["taken_worst"] = before["swr_worst"]
    low, high = moved.sweep.range_hz
    if window is not None:
        require_above("window.high_mhz", window.high_mhz, "low_mhz", window.low_mhz)
        low, high = window.low_mhz * 1e6, window.high_mhz * 1e6
    return {
        "shown": shown,
        "reading": reading,
        "flattery": say(_flattery(kept, shown, read)),
        "contradiction": say(moved.contradiction),
        "out_of_line": list(moved.out_of_line),
        "curve": sweep_json.curve(moved.sweep, low, high),
        "disc": sweep_json.disc(comfort_swr),
        "under": [
            {
                "id": taken_sweep.id,
                "title": taken_sweep.title,
                "curve": sweep_json.curve(taken_sweep.at_joint_of(kept, shown).sweep, low, high),
            }
            for taken_sweep in paused(under, pause)
        ],
    }


def working(
    kept: TakenSweep, shown: int | None, bands: Sequence[BandModel], comfort_swr: float, figure: str
) -> WorkingOut:
    """How a figure of a sweep's reading at a joint comes about."""
    sweep = kept.at(kept.joint if shown is None else shown).sweep
    read = [read_band(sweep, band.to_core(), comfort_swr) for band in bands]
    return working_json.working(working_of_sweep(features(sweep, comfort_swr), read, figure), 0)


def _flattery(kept: TakenSweep, shown: int, read: Features) -> Messages:
    """What the cable hides between where it was taken and where it is shown; where that is one place, up to
    the feedpoint: for the deepest dip of the one, and the nearest of the other. ``read``: what is shown."""
    moved_on = shown != kept.joint
    other_end = kept.at(shown if moved_on else len(kept.chain))
    taken = features(kept.as_taken()) if moved_on else read
    read_there = read if moved_on else features(other_end.sweep)
    if other_end.contradiction or not taken.dips or not read_there.dips:
        return ()
    dip = taken.dips[0]
    same = min(read_there.dips, key=lambda dip_there: abs(dip_there.freq_hz - dip.freq_hz))
    inward = moved_on and shown < kept.joint
    room, antenna = (same, dip) if inward else (dip, same)
    return flattery(room, antenna, float(np.median(other_end.between_db)))
