"""The API of stations: keeping them, and computing one without keeping anything."""

from __future__ import annotations

import json
from datetime import datetime
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema, Status
from pydantic import Field

from tithe.formats import shelf
from tithe.formats.station_model import StationFile
from tithe.stations import answer, services
from tithe.stations.models import Station
from tithe.stations.schema import Answer

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


class SolveRequest(Schema):
    """The station as it stands on the screen, and the frequency looked at."""

    document: StationFile
    mhz: Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]


@router.get("/stations", response=list[StationRow])
def list_stations(request: HttpRequest) -> Any:
    """All kept stations."""
    return Station.objects.defer("document")


@router.post("/stations", response={201: KeptStation, 422: Refusals}, exclude_none=True)
def create_station(request: HttpRequest, document: StationFile) -> Any:
    """Keep a new station."""
    return Status(201, services.create(document))


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


@router.post("/solve", response={200: Answer, 422: Refusals})
def solve_station(request: HttpRequest, body: SolveRequest) -> Any:
    """The strip, rail and ledger of a station. Keeps nothing."""
    out = answer.compose(body.document, body.mhz)
    return HttpResponse(json.dumps(out, allow_nan=False, ensure_ascii=False), content_type="application/json")


@router.get("/shelf/lines", response=list[shelf.ShelfLine])
def shelf_lines(request: HttpRequest) -> Any:
    """The generic feedlines to take from."""
    return list(shelf.lines().values())


def _no_station(pk: int) -> dict[str, Any]:
    return {"errors": [{"place": "station", "rule": f"number {pk} is not kept here"}]}
