"""The API of stations: keeping them and their past."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, Literal

from django.http import HttpRequest
from ninja import Router, Schema, Status
from pydantic import Field

from tithe.document.fields import Name
from tithe.document.station import StationFile
from tithe.web.actor import actor_of
from tithe.web.http import NotKeptError
from tithe.web.stations import services
from tithe.web.stations.models import Revision, Station
from tithe.web.stations.rights import Right, kept, right_of

router = Router()


def with_right(request: HttpRequest, station: Station) -> Station:
    """A station with what the one who asks may do with it."""
    actor = actor_of(request)
    if not actor.alone:
        right = right_of(actor, station)
        station.right = (right or Right.READ).name.lower()  # type: ignore[attr-defined]  # told with it
        station.by = station.changed_by.get_username() if station.changed_by else None  # type: ignore[attr-defined]
        if station.owner and station.owner_id != actor.person:
            station.whose = station.owner.get_username()  # type: ignore[attr-defined]
    return station


class StationRow(Schema):
    """A kept station in the list; where Tithe is shared, whose it is (left out: one's own), ``by``: who made
    this version, and what one may do with it."""

    id: int
    name: str
    version: int
    updated: datetime
    owner: str | None = None
    by: str | None = None
    right: Literal["read", "edit", "own"] = "own"

    @staticmethod
    def resolve_owner(station: Station) -> str | None:
        """By name, not as the record of a person."""
        return getattr(station, "whose", None)


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
    """An earlier state: its version, when a save replaced it and, where Tithe is shared, who had made it."""

    version: int
    saved: datetime
    by: str | None = None

    @staticmethod
    def resolve_by(row: Revision) -> str | None:
        """By name."""
        return row.changed_by.get_username() if row.changed_by else None


class RevisionWhole(RevisionRow):
    """An earlier state, whole."""

    document: StationFile


@router.get("/stations/{pk}", response=KeptStation, exclude_none=True)
def get_station(request: HttpRequest, pk: int) -> Any:
    """One station, whole."""
    return with_right(request, kept(actor_of(request), pk))


@router.patch("/stations/{pk}", response=StationRow, exclude_none=True)
def change_station(request: HttpRequest, pk: int, body: StationChange) -> Any:
    """Rename a station, take it out of the list or bring it back."""
    actor = actor_of(request)
    right = Right.EDIT if body.removed is None else Right.OWN
    station = kept(actor, pk, right, deleted_too=True)
    if body.name is not None:
        station = services.rename(actor, station, body.name)
    if body.removed is not None:
        station = services.remove(station, body.removed)
    return with_right(request, station)


@router.put(
    "/stations/{pk}",
    response={200: SavedStation, 409: KeptStation},
    exclude_none=True,
)
def save_station(request: HttpRequest, pk: int, body: SaveRequest) -> Any:
    """Save a change; 409 with the current state if another save came between."""
    try:
        actor = actor_of(request)
        saved = services.save(actor, pk, body.version, body.document, body.key, body.digest)
        return with_right(request, saved)
    except services.ConflictError as conflict:
        return Status(409, with_right(request, conflict.current))


@router.get("/stations/{pk}/revisions", response=list[RevisionRow])
def list_revisions(request: HttpRequest, pk: int) -> Any:
    """Earlier states, newest first."""
    return kept(actor_of(request), pk).revisions.select_related("changed_by").defer("document")


@router.get("/stations/{pk}/revisions/{version}", response=RevisionWhole, exclude_none=True)
def get_revision(request: HttpRequest, pk: int, version: int) -> Any:
    """One earlier state, whole."""
    revision = (
        kept(actor_of(request), pk).revisions.select_related("changed_by").filter(version=version).first()
    )
    if revision is None:
        raise NotKeptError("", "no-version", version, station=pk)
    return revision
