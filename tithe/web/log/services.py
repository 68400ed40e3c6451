"""Keeping readings and notes."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db import transaction

from tithe.core.errors import InputError, require
from tithe.document.readings import ReadingModel, RemarkModel
from tithe.web.log.models import LogEntry
from tithe.web.stations.models import Station
from tithe.web.sweeps.services import moment_of

MOST_ENTRIES = 20_000


def keep(station: Station, one: ReadingModel | RemarkModel) -> LogEntry:
    """Keep a reading or a note. Raises `InputError` for a date that is none, or one entry too many."""
    require(station.log.count() < MOST_ENTRIES, "", "too-many-entries", most=MOST_ENTRIES)
    return LogEntry.objects.create(station=station, **_fields(one))


@transaction.atomic
def keep_all(station: Station, every: Sequence[ReadingModel]) -> list[LogEntry]:
    """Keep readings taken one after the other, all or none. Raises `InputError` at the place of one that
    cannot be."""
    return [keep(station, one) for one in every]


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
