"""Keeping readings and notes, and the timeline of all that is dated of a station."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

from django.db import transaction

from tithe.core.errors import InputError, require
from tithe.document.readings import ReadingModel, RemarkModel
from tithe.web.log.models import LogEntry
from tithe.web.stations.models import Station
from tithe.web.sweeps.services import moment_of

MOST_ENTRIES = 20_000
_DAY_FIRST = datetime(1, 1, 1, tzinfo=UTC)


def keep(station: Station, one: ReadingModel | RemarkModel) -> LogEntry:
    """Keep a reading or a note. Raises `InputError` for a date that is none, or one entry too many."""
    require(station.log.count() < MOST_ENTRIES, "", "too-many-entries", most=MOST_ENTRIES)
    return LogEntry.objects.create(station=station, **_fields(one))


def change(entry: LogEntry, one: ReadingModel | RemarkModel) -> LogEntry:
    """Another content for an entry. Raises `InputError` as `keep` does."""
    for name, value in _fields(one).items():
        setattr(entry, name, value)
    entry.save()
    return entry


def _fields(one: ReadingModel | RemarkModel) -> dict[str, Any]:
    taken = moment_of(one.date, "date")
    body = one.model_dump(exclude_none=True, exclude={"date"}) | {"date": one.date or taken.isoformat()}
    if isinstance(one, RemarkModel):
        return {"kind": "note", "taken": taken, "body": body, "mhz": None}
    return {"kind": "reading", "taken": taken, "body": body, "mhz": one.mhz}


def readings(station: Station) -> list[ReadingModel]:
    """Those of a station, in the order of their arrival."""
    kept = station.log.filter(kind="reading", removed=False)
    return [ReadingModel.model_validate(one.body) for one in kept]


def remarks(station: Station) -> list[RemarkModel]:
    """The notes of a station."""
    return [RemarkModel.model_validate(one.body) for one in station.log.filter(kind="note", removed=False)]


@transaction.atomic
def unpack(station: Station, every: Sequence[ReadingModel], noted: Sequence[RemarkModel]) -> None:
    """Keep the log that came with a station file, at once."""
    noted_under: tuple[tuple[str, Sequence[ReadingModel | RemarkModel]], ...] = (
        ("readings", every),
        ("remarks", noted),
    )
    entries = []
    for key, models in noted_under:
        for n, one in enumerate(models):
            try:
                entries.append(LogEntry(station=station, **_fields(one)))
            except InputError as error:
                raise error.under(f"{key}[{n}]") from None
    LogEntry.objects.bulk_create(entries, batch_size=500)


def copy(origin: Station, twin: Station) -> None:
    """The log of one station for another."""
    entries = list(origin.log.all())
    for entry in entries:
        entry.pk, entry.station = None, twin
    LogEntry.objects.bulk_create(entries, batch_size=500)


@dataclass(frozen=True)
class Moment:
    """Something of the timeline: when (the first day there is, where nobody noted it), what ``kind``, which
    one, at which frequency."""

    when: datetime
    kind: str
    key: int
    mhz: float | None
    told: dict[str, Any] | None = None


def timeline(
    station: Station, kinds: Sequence[str] = (), low_mhz: float = 0.0, high_mhz: float = float("inf")
) -> list[Moment]:
    """All that is dated, newest first; of ``kinds``, and of frequencies between two, if that is asked."""
    found = list(_moments(station))
    narrow = low_mhz > 0 or high_mhz < float("inf")
    wanted = [
        one
        for one in found
        if (not kinds or one.kind in kinds)
        and (not narrow or (one.mhz is not None and low_mhz <= one.mhz <= high_mhz))
    ]
    return sorted(wanted, key=lambda one: (one.when, one.key), reverse=True)


def _moments(station: Station) -> Any:
    kept = station.log.filter(removed=False).values_list("taken", "kind", "id", "mhz")
    yield from (Moment(taken, kind, pk, mhz) for taken, kind, pk, mhz in kept)
    for pk, taken, title in station.sweeps.filter(removed=False).values_list("id", "taken", "title"):
        yield Moment(taken, "sweep", pk, None, {"title": title})
    for version, saved in station.revisions.values_list("version", "saved"):
        yield Moment(saved, "change", version, None)
    for at, part in enumerate(station.document.get("chain", [])):
        for n, preset in enumerate(part.get("presets", [])):
            told = {**preset, "tuner": part.get("label", "")}
            yield Moment(_when(preset.get("date", "")), "preset", 1000 * at + n, preset["mhz"], told)


def _when(text: str) -> datetime:
    """A preset's date, which may be written as one likes."""
    try:
        return moment_of(text, "") if text else _DAY_FIRST
    except InputError:
        return _DAY_FIRST
