"""The API of stations: keeping them and their past."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router, Schema, Status
from pydantic import Field

from tithe.document.fields import Name
from tithe.document.station import StationFile
from tithe.web.http import NotKeptError
from tithe.web.stations import services

router = Router()


class StationRow(Schema):
    """A kept station in the list."""

    id: int
    name: str
    version: int
    updated: datetime


class SavedStation(StationRow):
    """A kept station as a save left it; ``digest``: of its document."""

    digest: str


class KeptStation(SavedStation):
    """A kept station, whole."""

    document: StationFile


class SaveRequest(Schema):
    """``version`` is the one the change started from, ``digest`` that of its document (left out: it is not
    compared); ``key`` names the save, so that repeating it is harmless."""

    version: int
    digest: Annotated[str, Field(max_length=64)] = ""
    document: StationFile
    key: Annotated[str, Field(max_length=80)] = ""


class StationChange(Schema):
    """What is left out stays."""

    name: Name | None = None
    removed: bool | None = None


class RevisionRow(Schema):
    """An earlier state: its version, and when a save replaced it."""

    version: int
    saved: datetime


class RevisionWhole(RevisionRow):
    """An earlier state, whole."""

    document: StationFile


@router.get("/stations/{pk}", response=KeptStation, exclude_none=True)
def get_station(request: HttpRequest, pk: int) -> Any:
    """One station, whole."""
    return services.kept(pk)


@router.patch("/stations/{pk}", response=StationRow, exclude_none=True)
def change_station(request: HttpRequest, pk: int, body: StationChange) -> Any:
    """Rename a station, take it out of the list or bring it back."""
    station = services.kept(pk, deleted_too=True)
    if body.name is not None:
        station = services.rename(station, body.name)
    if body.removed is not None:
        station = services.remove(station, body.removed)
    return station


@router.put(
    "/stations/{pk}",
    response={200: SavedStation, 409: KeptStation},
    exclude_none=True,
)
def save_station(request: HttpRequest, pk: int, body: SaveRequest) -> Any:
    """Save a change; 409 with the current state if another save came between."""
    try:
        return services.save(pk, body.version, body.document, body.key, body.digest)
    except services.ConflictError as conflict:
        return Status(409, conflict.current)


@router.get("/stations/{pk}/revisions", response=list[RevisionRow])
def list_revisions(request: HttpRequest, pk: int) -> Any:
    """Earlier states, newest first."""
    return services.kept(pk).revisions.defer("document")


@router.get("/stations/{pk}/revisions/{version}", response=RevisionWhole, exclude_none=True)
def get_revision(request: HttpRequest, pk: int, version: int) -> Any:
    """One earlier state, whole."""
    found = services.kept(pk).revisions.filter(version=version).first()
    if found is None:
        raise NotKeptError("", "no-version", version, station=pk)
    return found
