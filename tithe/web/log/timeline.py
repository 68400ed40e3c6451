"""The timeline of all that is dated of a station: readings and notes, sweeps, presets, and what changed."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import UTC, datetime, timedelta
from typing import Any

from tithe.core.errors import InputError
from tithe.results.changes_json import changes
from tithe.web.log.models import LogEntry
from tithe.web.stations.models import Station
from tithe.web.sweeps import services as sweeps
from tithe.web.sweeps.services import moment_of

_DAY_FIRST = datetime(1, 1, 1, tzinfo=UTC)
_DAY = timedelta(days=1)
_SAME_BAND = 1.06
"""Frequencies no further apart than this ratio were read on one band."""


@dataclass(frozen=True)
class Moment:
    """Something of the timeline: when (the first day there is, where nobody noted it), what ``kind``, which
    one, from which frequency to which in MHz, if at any. Of a change ``key`` is the state that was put away
    first, ``until`` the one after the last that was put away in a row."""

    when: datetime
    kind: str
    key: int
    low_mhz: float | None = None
    high_mhz: float | None = None
    told: Mapping[str, Any] = field(default_factory=dict)
    until: int = 0

    @property
    def mhz(self) -> float | None:
        """Its frequency, where it is at one."""
        return self.low_mhz if self.low_mhz == self.high_mhz else None


def timeline(
    station: Station,
    kinds: Sequence[str] = (),
    low_mhz: float = 0.0,
    high_mhz: float = float("inf"),
    removed: bool = False,
) -> list[Moment]:
    """All that is dated, newest first, changes of one day in a row as one; of ``kinds``, and of frequencies
    between two, if that is asked. ``removed``: instead what was put out of sight."""
    narrow = low_mhz > 0 or high_mhz < float("inf")
    found = [
        one
        for one in _moments(station, kinds, removed, narrow)
        if not narrow
        or (one.low_mhz is not None and one.low_mhz <= high_mhz and (one.high_mhz or 0.0) >= low_mhz)
    ]
    found.sort(key=lambda one: (one.when, one.key), reverse=True)
    return list(_changes_in_a_row(found))


def _moments(station: Station, kinds: Sequence[str], removed: bool, ranged: bool) -> Iterator[Moment]:
    def wanted(kind: str) -> bool:
        return not kinds or kind in kinds

    kept = station.log.filter(removed=removed)
    if kinds:
        kept = kept.filter(kind__in=kinds)
    for when, kind, key, mhz in kept.values_list("taken", "kind", "id", "mhz"):
        yield Moment(when, kind, key, mhz, mhz)
    if wanted("sweep"):
        for pk, taken, low, high in sweeps.listed(station, removed, ranged):
            yield Moment(taken, "sweep", pk, low, high)
    if removed:
        return
    if wanted("change"):
        for version, saved in station.revisions.values_list("version", "saved"):
            yield Moment(saved, "change", version, until=version + 1)
    if wanted("preset"):
        yield from _presets(station)


def _presets(station: Station) -> Iterator[Moment]:
    for at, part in enumerate(station.document.get("chain", [])):
        for n, preset in enumerate(part.get("presets", [])):
            told = {**preset, "tuner": part.get("label", ""), "part": at}
            mhz = preset["mhz"]
            yield Moment(_when(preset.get("date", "")), "preset", 1000 * at + n, mhz, mhz, told)


def _when(text: str) -> datetime:
    """A preset's date, which may be written as one likes."""
    try:
        return moment_of(text, "") if text else _DAY_FIRST
    except InputError:
        return _DAY_FIRST


def _changes_in_a_row(newest_first: Sequence[Moment]) -> Iterator[Moment]:
    held: Moment | None = None
    for one in newest_first:
        if held and one.kind == "change" and one.when.date() == held.when.date():
            held = replace(held, key=one.key)
            continue
        if held:
            yield held
        held = one if one.kind == "change" else None
        if held is None:
            yield one
    if held:
        yield held


def told(station: Station, page: Sequence[Moment]) -> list[Mapping[str, Any]]:
    """What each moment of a page says: the reading or the note, a sweep's title and circumstances, the
    preset, or what changed."""
    mine = [one.key for one in page if one.kind in ("reading", "note")]
    bodies = {entry.pk: entry.body for entry in LogEntry.objects.filter(pk__in=mine)}
    swept = sweeps.circumstances(station, [one.key for one in page if one.kind == "sweep"])
    states = _states(station, {end for one in page if one.kind == "change" for end in (one.key, one.until)})
    out: list[Mapping[str, Any]] = []
    for one in page:
        if one.kind in ("reading", "note"):
            out.append(bodies[one.key])
        elif one.kind == "sweep":
            out.append(swept[one.key])
        elif one.kind == "change":
            out.append({"what": changes(states[one.key], states[one.until])})
        else:
            out.append(one.told)
    return out


def _states(station: Station, versions: set[int]) -> dict[int, dict[str, Any]]:
    """Documents by version; one that is no longer kept is as the one after it."""
    if not versions:
        return {}
    kept = {one.version: one.document for one in station.revisions.filter(version__in=versions)}
    kept[station.version] = station.document
    later = station.document
    for version in sorted(versions, reverse=True):
        later = kept.setdefault(version, later)
    return kept


@dataclass(frozen=True)
class Before:
    """What lies before an entry: the last one like it (None: it is the first), what was noted in between
    newest first, and what changed of the station, if any of that is still known."""

    since: Moment | None
    between: list[Moment]
    changed: list[str]


def before(station: Station, entry: LogEntry) -> Before:
    """Of a reading, since the last one at the same meter on the same band; of a note, since the one
    before."""
    earlier = station.log.filter(removed=False, kind=entry.kind, taken__lte=entry.taken).exclude(pk=entry.pk)
    if entry.mhz is not None:
        near = (entry.mhz / _SAME_BAND, entry.mhz * _SAME_BAND)
        earlier = earlier.filter(mhz__range=near, body__at=entry.body.get("at"))
    earlier = earlier.exclude(taken=entry.taken, pk__gt=entry.pk)
    last = earlier.order_by("-taken", "-id").first()
    start = last.taken if last else _DAY_FIRST
    end = entry.taken + _DAY  # most readings have a day and no hour
    wanted = ("note", "sweep", "preset")
    between = [
        one
        for one in timeline(station, wanted)
        if start <= one.when < end and one.when > _DAY_FIRST and (one.kind, one.key) != (entry.kind, entry.pk)
    ]
    since = Moment(last.taken, last.kind, last.pk, last.mhz, last.mhz) if last else None
    return Before(since, between, changes(_state_at(station, start), _state_at(station, end)))


def _state_at(station: Station, when: datetime) -> dict[str, Any]:
    """The document as it stood then; the oldest that is kept, where that is later."""
    after = station.revisions.filter(saved__gt=when).order_by("version").first()
    document: dict[str, Any] = after.document if after else station.document
    return document
