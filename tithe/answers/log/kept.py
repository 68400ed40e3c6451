"""What is kept of a station beside its readings, as it bears on them, and what of it is counted.

The sweeps of the day of the readings, the latest at each joint, and the baseline from before; the presets of
that day, and earlier ones at a frequency that was read; what the bench measured of lines and coils.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from typing import Any

import numpy as np

from tithe.answers.log.kept_marks import measured_of
from tithe.answers.log.kept_presets import beside_presets, date_of, years
from tithe.answers.sweep.taken import TakenSweep
from tithe.core import InputError, Station
from tithe.core.arrays import Real
from tithe.core.log.kept import SWEEP_SD, Beside, Kept
from tithe.core.log.taken import Taken
from tithe.core.message import Message, tell
from tithe.core.parts.part import Part
from tithe.document.station import StationFile
from tithe.document.work import SweepModel
from tithe.files import sweep_file

_MOST_SWEEPS, _MOST_FREQUENCIES = 3, 12


@dataclass(frozen=True)
class Sweeping:
    """A kept sweep, and whether it is the baseline."""

    taken: TakenSweep
    baseline: bool


def kept(
    document: StationFile,
    station: Station,
    readings: Sequence[Taken],
    of_date: date | None,
    sweeps: Sequence[Sweeping],
) -> tuple[Kept, list[Message]]:
    """What else is known of a station whose readings were taken on ``of_date`` (None: nobody noted when), and
    what of it is counted, or not and why."""
    freq_hz = np.unique([reading.freq_hz for reading in readings])
    if len(freq_hz) > _MOST_FREQUENCIES:
        freq_hz = freq_hz[np.linspace(0, len(freq_hz) - 1, _MOST_FREQUENCIES).round().astype(int)]
    beside: list[Beside] = []
    said: list[Message] = []
    for sweeping in _chosen(sweeps, of_date):
        values, message = _sweep(station, sweeping, freq_hz, of_date)
        beside += values
        said.append(message)
    of_presets, messages = beside_presets(document, station, freq_hz, of_date)
    measured = measured_of(document, readings)
    if measured:
        messages.append(tell("beside.measured", parts=[station.chain[n].label for n in measured]))
    return Kept((*beside, *of_presets), measured=measured), [*said, *messages]


def _chosen(sweeps: Sequence[Sweeping], of_date: date | None) -> Iterator[Sweeping]:
    """Those of the day, the latest at each joint, and the baseline from before."""
    if of_date is None:
        return
    latest = {
        sweep.taken.joint: sweep
        for sweep in sorted(sweeps, key=lambda swept: swept.taken.taken)
        if _day(sweep) == of_date
    }
    yield from list(latest.values())[-_MOST_SWEEPS:]
    yield from (sweep for sweep in sweeps if sweep.baseline and _day(sweep) < of_date)


def _day(sweeping: Sweeping) -> date:
    return sweeping.taken.taken.date()


def _sweep(
    station: Station, sweeping: Sweeping, freq_hz: Real, of_date: date | None
) -> tuple[list[Beside], Message]:
    taken, when = sweeping.taken, _day(sweeping)
    named = {"title": taken.title or "without a name", "date": when.isoformat()}
    try:
        joint = _joint_now(station, taken)
        sweep = sweep_file.read_kept(taken.content)
    except InputError:
        joint = None
    if joint is None:
        return [], tell("beside.other-run", **named)
    low, high = sweep.range_hz
    inside = freq_hz[(freq_hz >= low) & (freq_hz <= high)]
    if not len(inside):
        return [], tell("beside.other-band", **named)
    age = years(when, of_date)
    at_plane = sweep.at(inside)
    values = []
    for k, freq in enumerate(inside.tolist()):
        phased = at_plane.gamma is not None
        gamma = complex(at_plane.gamma[k]) if at_plane.gamma is not None else complex(at_plane.rho[k])
        gamma *= min(1.0, 1 / max(abs(gamma), 1e-12))
        values.append(Beside(freq, joint, gamma, SWEEP_SD, phased, age))
    return values, tell("beside.sweep" if age is None else "beside.baseline", **named)


def _joint_now(station: Station, taken: TakenSweep) -> int | None:
    """Where a sweep was taken, in the run as it is now; None where what lies beyond has changed since."""
    beyond = taken.parts()[taken.joint :]
    joint = len(station.chain) - len(beyond)
    if joint < 0:
        return None
    same = all(_same(then, now) for then, now in zip(beyond, station.chain[joint:], strict=True))
    return joint if same else None


def _same(then: Part, now: Part) -> bool:
    if then.tuner is not None and now.tuner is not None:
        return not then.tuner.finds_match and not now.tuner.finds_match  # both out of line while one measures
    then, now = (replace(part, label="") for part in (then, now))  # type: ignore[type-var]  # dataclasses
    return then == now


def kept_with(
    document: StationFile, station: Station, readings: Sequence[Taken]
) -> tuple[Kept, list[Message]]:
    """The same of a station file that holds all of it: its readings are of the last day that one says."""
    days = [date_read for reading in document.readings if (date_read := date_of(reading.date)) is not None]
    return kept(document, station, readings, max(days, default=None), sweeps_of(document))


def sweeps_of(document: StationFile) -> list[Sweeping]:
    """A station file's sweeps that say when they were taken."""
    return [
        Sweeping(
            TakenSweep(
                n, sweep.title, sweep.content, sweep.joint, _plain(sweep), datetime.fromisoformat(sweep.taken)
            ),
            sweep.baseline,
        )
        for n, sweep in enumerate(document.sweeps)
        if date_of(sweep.taken) is not None
    ]


def _plain(sweep: SweepModel) -> list[dict[str, Any]]:
    return [part.model_dump(exclude_none=True) for part in sweep.chain]
