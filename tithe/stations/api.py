"""The API of stations: keeping them, their past, and files in and out."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from urllib.parse import quote

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema, Status

from tithe.core.errors import InputError
from tithe.formats import antenna_file, station_file
from tithe.formats.station_model import AntennaModel, StationFile
from tithe.stations import demo, services
from tithe.stations.models import Revision, Station

router = Router()


class Refusal(Schema):
    """A place in the request and the rule broken there."""

    place: str
    rule: str


class Refusals(Schema):
    """All that is wrong with a request."""

    errors: list[Refusal]


class StationRow(Schema):
    """A kept station in the list."""

    id: int
    name: str
    version: int
    updated: datetime


class KeptStation(StationRow):
    """A kept station, whole."""

    document: StationFile


class SaveRequest(Schema):
    """``version`` is the one the change started from."""

    version: int
    document: StationFile


class RevisionRow(Schema):
    """An earlier state: its version, and when a save replaced it."""

    version: int
    saved: datetime


class RevisionWhole(RevisionRow):
    """An earlier state, whole."""

    document: StationFile


class TextFile(Schema):
    """A file's text as the browser read it."""

    text: str


class ReadAntenna(Schema):
    """What a file of antenna data holds, as the station file writes it."""

    antenna: AntennaModel


@router.get("/stations", response=list[StationRow])
def list_stations(request: HttpRequest) -> Any:
    """All kept stations."""
    return Station.objects.defer("document")


@router.post("/stations", response={201: KeptStation, 422: Refusals}, exclude_none=True)
def create_station(request: HttpRequest, document: StationFile) -> Any:
    """Keep a new station."""
    return Status(201, services.create(document))


@router.post("/stations/start/{slug}", response={201: KeptStation, 404: Refusals}, exclude_none=True)
def start_station(request: HttpRequest, slug: str) -> Any:
    """Keep a new station made from a demo station, or from the empty one."""
    if slug not in (*demo.DEMOS, demo.EMPTY):
        return Status(404, _refusal("start", f"{slug[:40]!r} is nothing to start from"))
    return Status(201, services.create(demo.start(slug)))


@router.post("/stations/file", response={201: KeptStation, 422: Refusals}, exclude_none=True)
def import_station(request: HttpRequest, file: TextFile) -> Any:
    """Keep a new station from a station file's text."""
    return Status(201, services.create(station_file.read(file.text)))


@router.get("/stations/{pk}", response={200: KeptStation, 404: Refusals}, exclude_none=True)
def get_station(request: HttpRequest, pk: int) -> Any:
    """One station, whole."""
    station = Station.objects.filter(pk=pk).first()
    return station or Status(404, _no_station(pk))


@router.put(
    "/stations/{pk}",
    response={200: StationRow, 404: Refusals, 409: KeptStation, 422: Refusals},
    exclude_none=True,
)
def save_station(request: HttpRequest, pk: int, body: SaveRequest) -> Any:
    """Save a change; 409 with the current state if another save came between."""
    try:
        return services.save(pk, body.version, body.document)
    except Station.DoesNotExist:
        return Status(404, _no_station(pk))
    except services.ConflictError as conflict:
        return Status(409, conflict.current)


@router.get("/stations/{pk}/file", response={200: None, 404: Refusals})
def export_station(request: HttpRequest, pk: int) -> Any:
    """The station file, as a download."""
    station = Station.objects.filter(pk=pk).first()
    if station is None:
        return Status(404, _no_station(pk))
    text = station_file.write(StationFile.model_validate(station.document))
    response = HttpResponse(text, content_type="application/json; charset=utf-8")
    name = quote(f"{station.name or 'station'}.json")
    response["Content-Disposition"] = f"attachment; filename*=UTF-8''{name}"
    return response


@router.get("/stations/{pk}/revisions", response=list[RevisionRow])
def list_revisions(request: HttpRequest, pk: int) -> Any:
    """Earlier states, newest first."""
    return Revision.objects.filter(station_id=pk).defer("document")


@router.get(
    "/stations/{pk}/revisions/{version}", response={200: RevisionWhole, 404: Refusals}, exclude_none=True
)
def get_revision(request: HttpRequest, pk: int, version: int) -> Any:
    """One earlier state, whole."""
    found = Revision.objects.filter(station_id=pk, version=version).first()
    return found or Status(404, _refusal("version", f"{version} of station {pk} is not kept"))


@router.post("/antenna/read", response={200: ReadAntenna, 422: Refusals}, exclude_none=True)
def read_antenna(request: HttpRequest, file: TextFile) -> Any:
    """Read a Touchstone or CSV file of antenna data. Keeps nothing."""
    return {"antenna": antenna_file.read(file.text)}


def _no_station(pk: int) -> dict[str, Any]:
    return _refusal("station", f"number {pk} is not kept here")


def _refusal(place: str, rule: str) -> dict[str, Any]:
    error = InputError(place, rule)
    return {"errors": [{"place": error.place, "rule": error.rule}]}
