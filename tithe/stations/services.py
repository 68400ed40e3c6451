"""Keeping stations: every save checks the version it started from and keeps the state it replaces."""

from __future__ import annotations

from django.db import transaction

from tithe.formats.station_file import to_station
from tithe.formats.station_model import StationFile
from tithe.stations.models import Revision, Station

KEPT_REVISIONS = 200


class ConflictError(Exception):
    """The station was saved elsewhere since; ``current`` is what stands now."""

    def __init__(self, current: Station) -> None:
        super().__init__("saved elsewhere")
        self.current = current


def create(document: StationFile) -> Station:
    """Keep a new station. Raises `StationError` for one that cannot be built."""
    to_station(document)
    return Station.objects.create(name=document.name, document=document.model_dump(exclude_none=True))


@transaction.atomic
def save(pk: int, version: int, document: StationFile) -> Station:
    """Replace a station's document, if it still stands at ``version``.

    Raises `ConflictError`, or `StationError` for a document that cannot be built.
    """
    to_station(document)
    station = Station.objects.get(pk=pk)
    if station.version != version:
        raise ConflictError(station)
    Revision.objects.create(station=station, version=station.version, document=station.document)
    station.name, station.document = document.name, document.model_dump(exclude_none=True)
    station.version += 1
    station.save()
    station.revisions.filter(version__lte=station.version - KEPT_REVISIONS).delete()
    return station
