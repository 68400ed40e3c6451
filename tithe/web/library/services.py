"""A station with all that is kept of it, from and to the station file."""

from __future__ import annotations

from django.db import transaction

from tithe.document import station_file
from tithe.document.station import StationFile
from tithe.document.work import SweepModel
from tithe.web.log import services as log
from tithe.web.stations import demo
from tithe.web.stations import services as stations
from tithe.web.stations.models import Station
from tithe.web.sweeps import services as sweeps


@transaction.atomic
def create(document: StationFile, owner: int | None = None) -> Station:
    """Keep a new station with its sweeps. Raises `StationError` or `InputError`."""
    station = stations.create(document, owner)
    sweeps.unpack(station, document.sweeps)
    log.unpack(station, document.readings, document.remarks)
    return station


@transaction.atomic
def copy(station: Station, owner: int | None = None) -> Station:
    """A second station like it, with its sweeps, under a name of its own."""
    document = StationFile.model_validate(station.document)
    name = f"{document.name[:190]} (copy)".strip()
    twin = stations.create(document.model_copy(update={"name": name}), owner)
    sweeps.copy(station, twin)
    log.copy(station, twin)
    return twin


def export(station: Station) -> str:
    """The station file's text, whole."""
    return station_file.write(whole(station, StationFile.model_validate(station.document)))


def whole(station: Station, document: StationFile) -> StationFile:
    """A document with all that is kept beside it of a station."""
    packed = [SweepModel.model_validate(packed_sweep) for packed_sweep in sweeps.pack(station)]
    beside = {"sweeps": packed, "readings": log.readings(station), "remarks": log.remarks(station)}
    return document.model_copy(update=beside)


@transaction.atomic
def begin(slug: str, owner: int | None = None) -> Station:
    """Keep a demo station, or an empty one, with what has happened to it."""
    life = demo.life(slug)
    station = create(life.now, owner)
    stations.put_before(station, life.earlier)
    return station


def load_demos() -> None:
    """Keep the demo stations, where no station is kept yet."""
    if not Station.objects.exists():
        for slug in demo.DEMOS:
            begin(slug)
