"""The API of the shelf: generic lines and parts, the user's own parts, and the bands of the regions."""

from __future__ import annotations

from decimal import Decimal
from functools import partial
from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router, Schema, Status
from pydantic import Field

from tithe.answers.asked import SolveRequest
from tithe.core.bands import REGIONS
from tithe.core.cost import Pause
from tithe.core.errors import require
from tithe.document import shelf
from tithe.document.choice import prices_of
from tithe.document.fields import Name, Positive
from tithe.document.parts import PartModel
from tithe.document.station import BandModel
from tithe.document.work import ChoiceModel
from tithe.results import shelf_json
from tithe.results.shelf_shapes import LinesBeside
from tithe.results.working_shapes import WorkingOut
from tithe.web.http import computed
from tithe.web.stations import answer
from tithe.web.stations.models import OwnPart
from tithe.web.stations.own_lines import own_lines

router = Router()
MOST_OWN = 500


class OwnPartIn(Schema):
    """A part to put on the shelf, with what it cost."""

    title: Name
    part: PartModel
    price: Annotated[Decimal, Field(ge=0, max_digits=12, decimal_places=2)] | None = None


class OwnPartOut(OwnPartIn):
    """A part of one's own on the shelf; ``token``: what a choice calls it, here and on any other machine."""

    id: int
    token: str


class Shelf(Schema):
    """Everything there is to take from."""

    lines: list[shelf.ShelfLine]
    parts: list[shelf.ShelfPart]
    own: list[OwnPartOut]


class Region(Schema):
    """The usual bands of a region."""

    region: int
    bands: list[BandModel]


@router.get("/shelf", response=Shelf, exclude_none=True)
def whole_shelf(request: HttpRequest) -> Any:
    """Generic lines and parts, and the user's own."""
    lines = list(shelf.lines().values())
    return {"lines": lines, "parts": shelf.parts(), "own": list(OwnPart.objects.all())}


@router.post("/shelf/own", response={201: OwnPartOut}, exclude_none=True)
def put_on_shelf(request: HttpRequest, own: OwnPartIn) -> Any:
    """Put a part of one's own on the shelf."""
    own.part.to_core()
    require(OwnPart.objects.count() < MOST_OWN, "", "own-shelf-full", most=MOST_OWN)
    document = own.part.model_dump(exclude_none=True)
    return Status(201, OwnPart.objects.create(title=own.title, part=document, price=own.price))


@router.delete("/shelf/own/{pk}", response={204: None})
def take_off_shelf(request: HttpRequest, pk: int) -> Any:
    """Take a part of one's own off the shelf; the stations that use it keep theirs."""
    OwnPart.objects.filter(pk=pk).delete()
    return Status(204, None)


class LinesBesideRequest(SolveRequest):
    """A length of line that would stand just before the ``place``-th part of the run, from 0; as many as
    there are parts: before the antenna."""

    place: Annotated[int, Field(ge=0)]
    length_m: Positive


@router.post("/shelf/compare", response=LinesBeside)
def lines_beside(request: HttpRequest, body: LinesBesideRequest) -> Any:
    """What that length of each line of the shelf would lose there, what it bears, and what it costs."""
    station, own = body.document.to_core(), own_lines()
    prices = prices_of(body.document.choice or ChoiceModel(), own)
    lines = [(one.token, one.model.to_core().line) for one in own]
    lines += [(slug, shelf.line_type(slug)) for slug in shelf.lines()]

    def job(pause: Pause) -> LinesBeside:
        return shelf_json.beside(station, body.mhz, body.place, body.length_m, lines, prices, pause)

    return computed(request, answer.cost_s(station), "smaller-station", job)


class LineBesideRequest(LinesBesideRequest):
    """``token``: which line of the answer; ``figure``: which of its figures, such as ``loss_db``."""

    token: Annotated[str, Field(max_length=80)]
    figure: Annotated[str, Field(max_length=80)]


@router.post("/shelf/compare/working", response=WorkingOut)
def line_beside_working(request: HttpRequest, body: LineBesideRequest) -> Any:
    """How one figure of a line of that comparison comes about."""
    station = body.document.to_core()
    own = {one.token: one.model for one in own_lines()}
    known = body.token in own or body.token in shelf.lines()
    require(known, "token", "no-such-line", body.token, allowed=[*own, *shelf.lines()])
    line = own[body.token].to_core().line if body.token in own else shelf.line_type(body.token)
    job = partial(shelf_json.working, station, body.mhz, body.place, body.length_m, line, body.figure)
    return computed(request, answer.cost_s(station), "smaller-station", job)


@router.get("/bands", response=list[Region])
def bands_of_regions(request: HttpRequest) -> Any:
    """The three regions' amateur allocations, 160 to 6 m."""
    return [
        {
            "region": region,
            "bands": [
                {"name": b.name, "low_mhz": b.low_hz / 1e6, "high_mhz": b.high_hz / 1e6} for b in bands
            ],
        }
        for region, bands in REGIONS.items()
    ]
