"""The timeline of all that is dated of a station: readings and notes, sweeps, presets, and what changed."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from itertools import groupby
from typing import Any

from django.db.models import Q, QuerySet

from tithe.answers.station.changes_json import changes
from tithe.core.errors import InputError
from tithe.web.log.models import LogEntry
from tithe.web.stations.models import Station
from tithe.web.sweeps import services as sweeps
from tithe.web.sweeps.services import moment_of

_DAY_FIRST = datetime(1, 1, 1, tzinfo=UTC)
_DAY = timedelta(days=1)
_MOST_MHZ = 1e9
_SAME_BAND = 1.06
"""Frequencies no further apart than this ratio were read on one band."""


@dataclass(frozen=True)
class Moment:
    """Something of the timeline: when (the first day there is, where nobody noted it), what ``kind``, which
    one, from which frequency to which in MHz, if at any. Of a day's changes ``key`` is the state that was
    put away first, ``until`` the one after the last."""

    when: datetime
    kind: str
    key: int
    low_mhz: float | None = None
    high_mhz: float | None = None
    content: Mapping[str, Any] = field(default_factory=dict)
    until: int = 0

    @property
    def mhz(self) -> float | None:
        """Its frequency, where it is at one."""
        return self.low_mhz if self.low_mhz == self.high_mhz else None


@dataclass(frozen=True)
class Wanted:
    """What of the timeline is asked for: of ``kinds`` (none: all), of frequencies between two, or
    (``removed``) instead what was put out of sight."""

    kinds: Sequence[str] = ()
    low_mhz: float = 0.0
    high_mhz: float = float("inf")
    removed: bool = False

    @property
    def narrow(self) -> bool:
        """Whether frequencies are asked for."""
        return self.low_mhz > 0 or self.high_mhz < float("inf")

    def kind(self, name: str) -> bool:
        """Whether that kind is asked for."""
        return not self.kinds or name in self.kinds

    def inside(self, moment: Moment) -> bool:
        """Whether its frequencies are among those that are asked for."""
        if not self.narrow:
            return True
        low, high = moment.low_mhz, moment.high_mhz
        return low is not None and high is not None and low <= self.high_mhz and high >= self.low_mhz


def timeline(station: Station, wanted: Wanted, first: int = 0, count: int | None = None) -> list[Moment]:
    """All that is dated, newest first, the changes of a day as one; from the ``first`` on, ``count`` of them
    (None: all). A long log is read only as far as it is asked for."""
    end = None if count is None else first + count
    entries = _entries(station, wanted).order_by("-taken", "-id")[:end]
    moments = [
        Moment(when, kind, key, mhz, mhz)
        for when, kind, key, mhz in entries.values_list("taken", "kind", "id", "mhz")
    ]
    moments += _others(station, wanted)
    moments.sort(key=lambda moment: (moment.when, moment.key), reverse=True)
    return moments[first:end]


def length(station: Station, wanted: Wanted) -> int:
    """How many there are in all."""
    return _entries(station, wanted).count() + len(_others(station, wanted))


def _entries(station: Station, wanted: Wanted) -> QuerySet[LogEntry]:
    kept = station.log.filter(removed=wanted.removed)
    if wanted.kinds:
        kept = kept.filter(kind__in=wanted.kinds)
    if wanted.narrow:
        kept = kept.filter(mhz__gte=wanted.low_mhz, mhz__lte=min(wanted.high_mhz, _MOST_MHZ))
    return kept


def _others(station: Station, wanted: Wanted) -> list[Moment]:
    """Sweeps, presets and changes, of which there are never many."""
    moments: list[Moment] = []
    if wanted.kind("sweep"):
        listed = sweeps.listed(station, wanted.removed, wanted.narrow)
        moments += [Moment(taken, "sweep", pk, low, high) for pk, taken, low, high in listed]
    if wanted.kind("change") and not wanted.removed and not wanted.narrow:
        moments += _changes(station)
    if wanted.kind("preset") and not wanted.removed:
        moments += _presets(station)
    return [moment for moment in moments if wanted.inside(moment)]


def _changes(station: Station) -> Iterator[Moment]:
    """Those of each day as one, at its last."""
    states = station.revisions.order_by("version").values_list("version", "saved")
    for _, group in groupby(states, key=lambda state: state[1].date()):
        every = list(group)
        yield Moment(every[-1][1], "change", every[0][0], until=every[-1][0] + 1)


def _presets(station: Station) -> Iterator[Moment]:
    for at, part in enumerate(station.document.get("chain", [])):
        for n, preset in enumerate(part.get("presets", [])):
            content = {**preset, "tuner": part.get("label", ""), "part": at}
            mhz = preset["mhz"]
            yield Moment(_when(preset.get("date", "")), "preset", 1000 * at + n, mhz, mhz, content)


def _when(text: str) -> datetime:
    """A preset's date, which may be written as one likes."""
    try:
        return moment_of(text, "") if text else _DAY_FIRST
    except InputError:
        return _DAY_FIRST


def contents(station: Station, page: Sequence[Moment]) -> list[Mapping[str, Any]]:
    """What each moment of a page says: the reading or the note, a sweep's title and circumstances, the
    preset, or what changed."""
    mine = [moment.key for moment in page if moment.kind in ("reading", "note")]
    bodies = {entry.pk: entry.body for entry in LogEntry.objects.filter(pk__in=mine)}
    swept = sweeps.circumstances(station, [moment.key for moment in page if moment.kind == "sweep"])
    states = _states(
        station, {end for moment in page if moment.kind == "change" for end in (moment.key, moment.until)}
    )
    out: list[Mapping[str, Any]] = []
    for moment in page:
        if moment.kind in ("reading", "note"):
            out.append(bodies[moment.key])
        elif moment.kind == "sweep":
            out.append(swept[moment.key])
        elif moment.kind == "change":
            out.append({"what": changes(states[moment.key], states[moment.until])})
        else:
            out.append(moment.content)
    return out


def _states(station: Station, versions: set[int]) -> dict[int, dict[str, Any]]:
    """Documents by version; one that is no longer kept is as the one after it."""
    if not versions:
        return {}
    kept = {
        revision.version: revision.document for revision in station.revisions.filter(version__in=versions)
    }
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
    """Of a reading, since the last one at the same meter on the same band into the same load; of a note,
    since the one before."""
    earlier = station.log.filter(removed=False, kind=entry.kind, taken__lte=entry.taken).exclude(pk=entry.pk)
    if entry.mhz is not None:
        near = (entry.mhz / _SAME_BAND, entry.mhz * _SAME_BAND)
        earlier = earlier.filter(mhz__range=near, body__at=entry.body.get("at"))
        antenna = Q(body__load__isnull=True) | Q(body__load="antenna")
        earlier = earlier.filter(Q(body__load="dummy") if entry.body.get("load") == "dummy" else antenna)
    earlier = earlier.exclude(taken=entry.taken, pk__gt=entry.pk)
    last = earlier.order_by("-taken", "-id").first()
    start = last.taken if last else _DAY_FIRST
    end = entry.taken + _DAY  # most readings have a day and no hour
    between = [
        moment
        for moment in timeline(station, Wanted(("note", "sweep", "preset")))
        if start <= moment.when < end
        and moment.when > _DAY_FIRST
        and (moment.kind, moment.key) != (entry.kind, entry.pk)
    ]
    since = Moment(last.taken, last.kind, last.pk, last.mhz, last.mhz) if last else None
    return Before(since, between, changes(_state_at(station, start), _state_at(station, end)))


def _state_at(station: Station, when: datetime) -> dict[str, Any]:
    """The document as it stood then; the oldest that is kept, where that is later."""
    after = station.revisions.filter(saved__gt=when).order_by("version").first()
    document: dict[str, Any] = after.document if after else station.document
    return document
