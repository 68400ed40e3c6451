"""Which kept readings can be explained by the station as it stands now, and which not, and why."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from datetime import date, timedelta
from typing import TypeVar

import numpy as np
from django.db.models import Q

from tithe.answers.log.kept import Sweeping
from tithe.core import Station
from tithe.core.errors import InputError
from tithe.core.log.reconcile import MOST_READINGS, require_readings
from tithe.core.log.taken import Taken
from tithe.core.message import tell
from tithe.document.readings import ReadingModel
from tithe.document.station import StationFile
from tithe.text import say
from tithe.web.log.models import LogEntry
from tithe.web.stations import services as stations
from tithe.web.stations.models import Station as KeptStation
from tithe.web.sweeps import services as sweeps

T = TypeVar("T")
Placed = list[tuple[LogEntry, Taken]]
MOST_EXPLAINED = 80
"""How many readings are explained at once."""
MOST_OPEN, MOST_READINGS_OPEN = 24, 60
"""How many frequencies, and how many readings, where the phase is to be found."""
_OF_THE_STATION = ("no-meter", "two-meters", "antenna-not-known-there")
"""Why a reading that is one does not go with the station as it stands now."""
MOST_DAYS = 60
"""How many days of a trend there are at most."""


def last_day(station: KeptStation, keys: list[int] | None) -> list[LogEntry]:
    """Those readings, or the ones of the last day on which anything was read, oldest first."""
    kept = station.log.filter(kind="reading", removed=False).order_by("-taken", "-id")
    if keys is not None:
        kept = kept.filter(pk__in=keys)
    elif (last := kept.first()) is not None:
        kept = kept.filter(taken__gt=last.taken - timedelta(days=1))
    return list(kept[:MOST_READINGS])[::-1]


def by_day(station: KeptStation, low_mhz: float, high_mhz: float) -> dict[date, list[LogEntry]]:
    """Readings between two frequencies by their day, oldest first, of the last days."""
    kept = station.log.filter(kind="reading", removed=False, mhz__gte=low_mhz, mhz__lte=high_mhz)
    days = list(kept.dates("taken", "day", order="DESC")[:MOST_DAYS])
    out: dict[date, list[LogEntry]] = {day: [] for day in reversed(days)}
    for entry in kept.filter(taken__date__gte=days[-1]).order_by("taken", "id") if days else ():
        entries = out[entry.taken.date()]
        if len(entries) < MOST_READINGS:
            entries.append(entry)
    return out


def day_of(placed_readings: Placed) -> date | None:
    """The day of the last of them."""
    return max((entry.taken.date() for entry, _ in placed_readings), default=None)


def beside(entry: LogEntry, after: bool) -> tuple[Station, list[Taken]] | None:
    """The readings of the last day before an entry, or of the first day ``after`` it (its own among these),
    with the station as it stood then; None where nothing was read."""
    day = entry.taken.replace(hour=0, minute=0, second=0, microsecond=0)
    log = entry.station.log.filter(kind="reading", removed=False)
    entries = log.filter(taken__lt=day).order_by("-taken")
    if after:
        entries = log.filter(taken__gte=day).order_by("taken")
    first = entries.first()
    if first is None:
        return None
    # What is changed on the day of a step is changed by that step, whatever hour it was read at.
    moment = first.taken + timedelta(days=1) if after else first.taken
    station = StationFile.model_validate(stations.as_it_stood(entry.station, moment)).to_core()
    placed_then, _ = placed(entries.filter(taken__date=first.taken.date()), station, MOST_READINGS_OPEN)
    return (station, [reading for _, reading in placed_then]) if placed_then else None


def sweeps_of(station: KeptStation, placed_readings: Placed) -> list[Sweeping]:
    """The sweeps of that day, and the baseline."""
    day = day_of(placed_readings)
    if day is None:
        return []
    mine = station.sweeps.filter(Q(taken__date=day) | Q(baseline=True), removed=False).select_related("text")
    return [Sweeping(sweeps.taken(swept), swept.baseline) for swept in mine]


def placed(
    entries: Iterable[LogEntry], station: Station, most: int = MOST_EXPLAINED
) -> tuple[Placed, list[str]]:
    """The readings that have their meter in the run and their frequency in the antenna's data, and in a
    sentence each why others are left out."""
    out: Placed = []
    left_out: Counter[tuple[str, str | float]] = Counter()
    for entry in entries:
        model = ReadingModel.model_validate(entry.body)
        try:
            taken = model.to_core(station)
            require_readings(station, [taken])
        except InputError as error:
            about = model.mhz if error.code == "antenna-not-known-there" else model.at
            code = error.code if error.code in _OF_THE_STATION else "no-figures"
            left_out[code, about] += 1
        else:
            out.append((entry, taken))
    said = [
        say(tell(f"left-out.{code}", about=about, freq_hz=_hz(about), count=count))
        for (code, about), count in left_out.items()
    ]
    few = _thinned(out, station, most)
    if len(few) < len(out):
        code = "left-out.many" if station.antenna.phase_known else "left-out.open-phase"
        said.append(say(tell(code, of=len(out), count=len(few))))
    return few, said


def _thinned(placed_readings: Placed, station: Station, most: int) -> Placed:
    """Of many some, evenly chosen; fewer where the antenna's phase is open at each frequency."""
    if station.antenna.phase_known:
        return _evenly(placed_readings, most)
    freqs = set(_evenly(sorted({reading.freq_hz for _, reading in placed_readings}), MOST_OPEN))
    return _evenly(
        [(entry, reading) for entry, reading in placed_readings if reading.freq_hz in freqs],
        MOST_READINGS_OPEN,
    )


def _evenly(every: list[T], most: int) -> list[T]:
    """No more than so many of them, the first and the last among them."""
    if len(every) <= most:
        return every
    return [every[n] for n in np.linspace(0, len(every) - 1, most).round().astype(int)]


def _hz(about: str | float) -> float:
    return 0.0 if isinstance(about, str) else about * 1e6
