"""Keeping readings and notes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.db import transaction

from tithe.core.errors import InputError, require
from tithe.document.readings import ReadingModel, RemarkModel
from tithe.web.log.models import LogEntry
from tithe.web.stations.models import Station
from tithe.web.sweeps.services import moment_of

MOST_ENTRIES = 20_000


@transaction.atomic
def keep(station: Station, content: ReadingModel | RemarkModel, key: str = "") -> LogEntry:
    """Keep a reading or a note; once under each ``key``, that its sender gave it. Raises `InputError` for a
    reading without figures, a date that is none, or one entry too many."""
    if key and (kept := station.log.filter(key=key).first()) is not None:
        return kept
    require(station.log.count() < MOST_ENTRIES, "", "too-many-entries", most=MOST_ENTRIES)
    if isinstance(content, ReadingModel):
        content.require_figures()
    return LogEntry.objects.create(station=station, key=key, **_fields(content))


@transaction.atomic
def keep_all(station: Station, every: Sequence[ReadingModel], key: str = "") -> list[LogEntry]:
    """Keep readings taken one after the other, all or none. Raises `InputError` at the place of one that
    cannot be."""
    out = []
    for n, entry in enumerate(every):
        try:
            out.append(keep(station, entry, f"{key}/{n}" if key else ""))
        except InputError as error:
            raise (error.under(f"readings[{n}]") if error.place else error) from None
    return out


def change(entry: LogEntry, content: ReadingModel | RemarkModel) -> LogEntry:
    """Another content for an entry. Raises `InputError` as `keep` does."""
    if isinstance(content, ReadingModel):
        content.require_figures()
    for name, value in _fields(content).items():
        setattr(entry, name, value)
    entry.save()
    return entry


def _fields(content: ReadingModel | RemarkModel) -> dict[str, Any]:
    taken = moment_of(content.date, "date")
    body = content.model_dump(exclude_none=True, exclude={"date"}) | {
        "date": content.date or taken.isoformat()
    }
    if isinstance(content, RemarkModel):
        return {"kind": "note", "taken": taken, "body": body, "mhz": None}
    return {"kind": "reading", "taken": taken, "body": body, "mhz": content.mhz}


def readings(station: Station) -> list[ReadingModel]:
    """Those of a station, in the order of their arrival."""
    kept = station.log.filter(kind="reading", removed=False)
    return [ReadingModel.model_validate(entry.body) for entry in kept]


def remarks(station: Station) -> list[RemarkModel]:
    """The notes of a station."""
    return [
        RemarkModel.model_validate(entry.body) for entry in station.log.filter(kind="note", removed=False)
    ]


@dataclass(frozen=True)
class Entry:
    """A reading or a note as another place kept it."""

    content: ReadingModel | RemarkModel
    removed: bool = False
    key: str = ""


def entries(station: Station) -> list[Entry]:
    """All of a station, those out of sight among them, in the order of their arrival."""
    return [
        Entry(
            (ReadingModel if entry.kind == "reading" else RemarkModel).model_validate(entry.body),
            entry.removed,
            entry.key,
        )
        for entry in station.log.all()
    ]


@transaction.atomic
def unpack(station: Station, every: Sequence[ReadingModel], noted: Sequence[RemarkModel]) -> None:
    """Keep the log that came with a station file, at once."""
    for key, models in (("readings", every), ("remarks", noted)):
        unpack_entries(station, [Entry(model) for model in models], key)


@transaction.atomic
def unpack_entries(station: Station, every: Sequence[Entry], place: str) -> None:
    """Keep a log at once; a reading without figures, which was taken once, becomes a note. Raises
    `InputError` below ``place``."""
    held = station.log.count() + len(every)
    require(held <= MOST_ENTRIES, place, "too-many", most=MOST_ENTRIES)
    made = []
    for n, entry in enumerate(every):
        try:
            fields = _fields(_with_date(entry.content))
        except InputError as error:
            raise error.under(f"{place}[{n}]") from None
        made.append(LogEntry(station=station, removed=entry.removed, key=entry.key, **fields))
    LogEntry.objects.bulk_create(made, batch_size=500)


def _with_date(content: ReadingModel | RemarkModel) -> ReadingModel | RemarkModel:
    if isinstance(content, ReadingModel):
        try:
            content.require_figures()
        except InputError:
            return content.as_remark()
    return content


def copy(origin: Station, twin: Station) -> None:
    """The log of one station for another."""
    entries = list(origin.log.all())
    for entry in entries:
        entry.pk, entry.station = None, twin
    LogEntry.objects.bulk_create(entries, batch_size=500)
