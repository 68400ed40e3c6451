"""Keeping stations: every save checks the version it started from and keeps the state it replaces."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from tithe.core.errors import require
from tithe.formats.station_file import to_station
from tithe.formats.station_model import StationFile
from tithe.stations.models import Revision, Station

KEPT_REVISIONS = 200


class ConflictError(Exception):
    """The station was saved elsewhere since; ``current`` is what stands now."""

    def __init__(self, current: Station) -> None:
        super().__init__("saved elsewhere")
        self.current = current


@transaction.atomic
def create(document: StationFile) -> Station:
    """Keep a new station. Raises `StationError` for one that cannot be built."""
    to_station(document)
    return Station.objects.create(name=document.name, document=kept_form(document))


def kept_form(document: StationFile) -> dict[str, Any]:
    """The document as it is kept: its sweeps, which are large, are kept by themselves."""
    return document.model_dump(exclude_none=True, exclude={"sweeps"})


@transaction.atomic
def save(pk: int, version: int, document: StationFile, key: str = "") -> Station:
    """Replace a station's document, if it still stands at ``version``.

    ``key``: the save's own name. The same save again, since its answer was lost on the way, changes nothing.
    Raises `ConflictError`, or `StationError` for a document that cannot be built.
    """
    to_station(document)
    require(not document.sweeps, "document.sweeps", "are kept by themselves; a save does not carry them")
    station = Station.objects.get(pk=pk)
    if key and station.last_key == key and station.version == version + 1:
        return station
    if station.version != version:
        raise ConflictError(station)
    Revision.objects.create(station=station, version=station.version, document=station.document)
    station.name, station.document = document.name, kept_form(document)
    station.version += 1
    station.last_key = key
    station.save()
    station.revisions.filter(version__lte=station.version - KEPT_REVISIONS).delete()
    return station
