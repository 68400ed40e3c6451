"""Keeping stations: every save checks the version it started from and keeps the state it replaces."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from tithe.core.errors import TitheError, require
from tithe.document.station import StationFile
from tithe.web.actor import Actor
from tithe.web.stations.models import Folder, Revision, Station
from tithe.web.stations.rights import Right, kept

KEPT_REVISIONS = 200
MOST_STATIONS = 300
"""Of one person, where Tithe is shared; those deleted of late count."""
KEPT_REMOVED, KEPT_DAYS = timedelta(days=30), 8
"""How long what was removed can be brought back, and on how many days it was looked after at the least: a
clock that is wrong for a week ends nothing."""


class ConflictError(TitheError):
    """The station was saved elsewhere since; ``current`` is what stands now."""

    def __init__(self, current: Station) -> None:
        super().__init__("saved elsewhere")
        self.current = current


def folder() -> Folder:
    """The data folder."""
    return Folder.objects.first() or _made()


@transaction.atomic
def _made() -> Folder:
    """One of it, however many ask at once."""
    return Folder.objects.first() or Folder.objects.create()


@transaction.atomic
def create(document: StationFile, owner: int | None = None) -> Station:
    """Keep a new station of an owner's. Raises `StationError` for one that cannot be built."""
    document.to_core()
    if owner is not None:
        held = Station.objects.filter(owner=owner).count()
        require(held < MOST_STATIONS, "", "too-many-stations", most=MOST_STATIONS)
    return Station.objects.create(
        name=document.name, document=kept_form(document), owner_id=owner, changed_by_id=owner
    )


def kept_form(document: StationFile) -> dict[str, Any]:
    """The document as it is kept: its sweeps and its log, which are large, are kept by themselves."""
    return document.model_dump(exclude_none=True, exclude=BY_THEMSELVES)


BY_THEMSELVES = {"sweeps", "readings", "remarks"}
"""Keys of a station file that are kept beside the document."""


@transaction.atomic
def save(
    actor: Actor, pk: int, version: int, document: StationFile, key: str = "", digest: str = ""
) -> Station:
    """Replace a station's document, if it still stands at ``version`` and (where that is told) is the one of
    that ``digest``.

    ``key``: the save's own name. The same save again, since its answer was lost on the way, changes nothing.
    Raises `ConflictError`, or `StationError` for a document that cannot be built.
    """
    document.to_core()
    for name in sorted(BY_THEMSELVES):
        require(not getattr(document, name), f"document.{name}", "sweeps-by-themselves")
    station = kept(actor, pk, Right.EDIT)
    if key and station.last_key == key and station.version == version + 1:
        return station
    if station.version != version or (digest and station.digest != digest):
        raise ConflictError(station)
    return _replace(actor, station, kept_form(document), key)


def _replace(actor: Actor, station: Station, document: dict[str, Any], key: str = "") -> Station:
    """Another document for a station; the state it replaces is kept."""
    Revision.objects.create(
        station=station,
        version=station.version,
        document=station.document,
        changed_by_id=station.changed_by_id,
    )
    station.changed_by_id = actor.person
    station.name, station.document = document.get("name", ""), document
    station.version += 1
    station.last_key = key
    station.save()
    station.revisions.filter(version__lte=station.version - KEPT_REVISIONS).delete()
    return station


@transaction.atomic
def put_before(station: Station, earlier: Sequence[tuple[datetime, StationFile]]) -> None:
    """States that a new station had before, each until a moment, the oldest first."""
    for version, (until, document) in enumerate(earlier, 1):
        put_away = Revision.objects.create(station=station, version=version, document=kept_form(document))
        Revision.objects.filter(pk=put_away.pk).update(saved=until)
    station.version = len(earlier) + 1
    station.save()


def as_it_stood(station: Station, moment: datetime) -> dict[str, Any]:
    """Its document at a moment, as far back as earlier states are kept."""
    revision = Revision.objects.filter(station=station, saved__gte=moment).order_by("version").first()
    document: dict[str, Any] = (revision or station).document
    return document


@transaction.atomic
def rename(actor: Actor, station: Station, name: str) -> Station:
    """Another name, as a save of its own."""
    return _replace(actor, station, station.document | {"name": name})


def remove(station: Station, removed: bool) -> Station:
    """Out of the list, or back into it; its history stays as it is."""
    station.removed = timezone.now() if removed else None
    station.removed_day = folder().days
    station.save(update_fields=["removed", "removed_day"])
    return station


@transaction.atomic
def another_day() -> int:
    """Count the day, and drop for good what was removed long ago; how many stations."""
    data_folder = folder()
    data_folder.days += 1
    data_folder.save()
    old = Station.objects.filter(
        removed__lt=timezone.now() - KEPT_REMOVED, removed_day__lte=data_folder.days - KEPT_DAYS
    )
    return sum(station.delete()[1].get("stations.Station", 0) for station in old)
