"""The API of whole stations: which there are, new ones, files in and out, all at once too."""

from __future__ import annotations

from datetime import date
from typing import Any

from django.http import HttpRequest, StreamingHttpResponse
from ninja import Router, Schema, Status

from tithe.answers.choose.answers import NARROWER
from tithe.answers.requests import DocumentRequest, TextFile
from tithe.answers.to_do.shapes import NextAnswer
from tithe.answers.to_do.to_do import ToDo
from tithe.document import station_file
from tithe.document.station import StationFile
from tithe.document.strict_json import load_body
from tithe.web.actor import actor_of
from tithe.web.http import JSON_LINES, NotKeptError, computed, download
from tithe.web.library import everything, services
from tithe.web.stations import demo
from tithe.web.stations.api import KeptStation, StationRow, with_right
from tithe.web.stations.own_lines import own_lines
from tithe.web.stations.rights import Right, kept, of

router = Router()


def _owner(request: HttpRequest) -> int | None:
    """Whose a new station is. Raises `NotAllowedError` for who has not logged in."""
    actor = actor_of(request)
    actor.require_everywhere()
    return actor.person


@router.get("/stations", response=list[StationRow])
def list_stations(request: HttpRequest, removed: bool = False) -> Any:
    """All kept stations, or those taken out of the list."""
    actor = actor_of(request)
    seen = of(actor, Right.OWN if removed else Right.READ).filter(removed__isnull=not removed)
    stations = seen.select_related("owner", "changed_by").defer("document")
    return stations if actor.alone else [with_right(request, station) for station in stations]


@router.post("/stations", response={201: KeptStation}, exclude_none=True)
def create_station(request: HttpRequest, document: StationFile) -> Any:
    """Keep a new station; the body is a station file as it is."""
    return Status(201, services.create(document, _owner(request)))


@router.post("/stations/{pk}/copy", response={201: KeptStation}, exclude_none=True)
def copy_station(request: HttpRequest, pk: int) -> Any:
    """Keep a second station like it, with its sweeps; the history begins anew."""
    station = kept(actor_of(request), pk)
    return Status(201, services.copy(station, _owner(request)))


@router.post("/stations/start/{slug}", response={201: KeptStation}, exclude_none=True)
def start_station(request: HttpRequest, slug: str) -> Any:
    """Keep a new station made from a demo station, or from the empty one."""
    if slug not in (*demo.DEMOS, demo.EMPTY):
        raise NotKeptError("", "nothing-to-start", slug[:40])
    return Status(201, services.begin(slug, _owner(request)))


@router.post("/stations/file", response={201: KeptStation}, exclude_none=True)
def import_station(request: HttpRequest, file: TextFile) -> Any:
    """Keep a new station from a station file's text; `POST /stations` takes the file as it is."""
    return Status(201, services.create(station_file.read(file.text), _owner(request)))


@router.get("/stations/{pk}/file", response=None)
def export_station(request: HttpRequest, pk: int) -> Any:
    """The station file, as a download."""
    station = kept(actor_of(request), pk)
    return download(services.export(station), f"{station.name or 'station'}.json", "application/json")


@router.post("/stations/{pk}/next", response=NextAnswer)
def what_comes_next(request: HttpRequest, pk: int, body: DocumentRequest) -> Any:
    """At most three steps of a station as it stands on the screen, by its kept readings and sweeps too."""
    actor = actor_of(request)
    to_do = ToDo(services.whole(kept(actor, pk), body.document), own_lines(actor))
    return computed(request, to_do.cost_s(), NARROWER, lambda pause: to_do.answer(date.today(), pause))


class Taken(Schema):
    """What a line of a library held: a station's name, or nothing to be told; whether it is here
    ``already``, and whether it is a ``deleted`` one."""

    station: str
    already: bool
    deleted: bool


@router.get("/library/file", response=str, openapi_extra={"x-form": "steps"})
def export_everything(request: HttpRequest) -> Any:
    """All of one’s own: stations with history and sweeps, and the shelf, as lines of JSON."""
    response = StreamingHttpResponse(
        everything.lines(actor_of(request)), content_type=f"{JSON_LINES}; charset=utf-8"
    )
    response["Content-Disposition"] = 'attachment; filename="tithe-library.jsonl"'
    return response


@router.post("/library/line", response=Taken)
def import_line(request: HttpRequest) -> Any:
    """Take in one line of such a file."""
    actor = actor_of(request)
    actor.require_everywhere()
    return everything.take(load_body(request.body), actor)._asdict()
