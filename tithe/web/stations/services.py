"""Keeping stations: every save checks the version it started from and keeps the state it replaces."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.db import transaction
from django.utils import timezone

from tithe.core.errors import TitheError, require
from tithe.document.station import StationFile
from tithe.web.http import NotKeptError
from tithe.web.stations.models import Revision, Station

KEPT_REVISIONS = 200
KEPT_REMOVED = timedelta(days=30)


class ConflictError(TitheError):
    """The station was saved elsewhere since; ``current`` is what stands now."""

    def __init__(self, current: Station) -> None:
        super().__init__("saved elsewhere")
        self.current = current


def kept(pk: int, **state: Any) -> Station:
    """A kept station. Raises `NotKeptError`."""
    station = Station.objects.filter(pk=pk, **state).first()
    if station is None:
        raise NotKeptError("station", "no-station", pk)
    return station


@transaction.atomic
def create(document: StationFile) -> Station:
    """Keep a new station. Raises `StationError` for one that cannot be built."""
    document.to_core()
    return Station.objects.create(name=document.name, document=kept_form(document))


def kept_form(document: StationFile) -> dict[str, Any]:
    """The document as it is kept: its sweeps and its log, which are large, are kept by themselves."""
    return document.model_dump(exclude_none=True, exclude=BY_THEMSELVES)


BY_THEMSELVES = {"sweeps", "readings", "remarks"}
"""Keys of a station file that are kept beside the document."""


@transaction.atomic
def save(pk: int, version: int, document: StationFile, key: str = "") -> Station:
    """Replace a station's document, if it still stands at ``version``.

    ``key``: the save's own name. The same save again, since its answer was lost on the way, changes nothing.
    Raises `ConflictError`, or `StationError` for a document that cannot be built.
    """
    document.to_core()
    for name in sorted(BY_THEMSELVES):
        require(not getattr(document, name), f"document.{name}", "sweeps-by-themselves")
    station = kept(pk, removed=None)
    if key and station.last_key == key and station.version == version + 1:
        return station
    if station.version != version:
        raise ConflictError(station)
    return _replace(station, kept_form(document), key)


def _replace(station: Station, document: dict[str, Any], key: str = "") -> Station:
    """Another document for a station; the state it replaces is kept."""
    Revision.objects.create(station=station, version=station.version, document=station.document)
    station.name, station.document = document.get("name", ""), document
    station.version += 1
    station.last_key = key
    station.save()
    station.revisions.filter(version__lte=station.version - KEPT_REVISIONS).delete()
    return station


@transaction.atomic
def rename(station: Station, name: str) -> Station:
    """Another name, as a save of its own."""
    return _replace(station, station.document | {"name": name})


def remove(station: Station, removed: bool) -> Station:
    """Out of the list, or back into it; its history stays as it is."""
    station.removed = timezone.now() if removed else None
    station.save(update_fields=["removed"])
    return station


def drop_removed() -> int:
    """Drop for good what was removed long ago; how many stations."""
    old = Station.objects.filter(removed__lt=timezone.now() - KEPT_REMOVED)
    return sum(station.delete()[1].get("stations.Station", 0) for station in old)
