"""What the shelf is asked: a length of each of its lines at a place of the run, and the usual bands."""

from __future__ import annotations

from functools import partial
from typing import Annotated

from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.question import OwnLines, Work, question, reading
from tithe.answers.requests import SolveRequest
from tithe.answers.shelf import shelf_json
from tithe.answers.shelf.shapes import LinesBeside
from tithe.answers.station import answer
from tithe.answers.working_shapes import WorkingOut
from tithe.core.bands import REGIONS
from tithe.core.cost import Pause
from tithe.core.errors import require
from tithe.document import shelf
from tithe.document.choice import prices_of
from tithe.document.fields import Positive
from tithe.document.station import BandModel
from tithe.document.work import ChoiceModel


class LinesBesideRequest(SolveRequest):
    """A length of line that would stand just before the ``place``-th part of the run, from 0; as many as
    there are parts: before the antenna."""

    place: Annotated[int, Field(ge=0)]
    length_m: Positive


@question("shelf/compare")
def lines_beside(body: LinesBesideRequest, own: OwnLines) -> Work[LinesBeside]:
    """What that length of each line of the shelf would lose there, what it bears, and what it costs."""
    station = body.document.to_core()
    prices = prices_of(body.document.choice or ChoiceModel(), own)
    lines = [(line.token, line.model.to_core().line) for line in own]
    lines += [(slug, shelf.line_type(slug)) for slug in shelf.lines()]

    def job(pause: Pause) -> LinesBeside:
        return shelf_json.beside(station, body.mhz, body.place, body.length_m, lines, prices, pause)

    return Work(answer.cost_s(station), job)


class LineBesideRequest(LinesBesideRequest):
    """``token``: which line of the answer; ``figure``: which of its figures, such as ``loss_db``."""

    token: Annotated[str, Field(max_length=80)]
    figure: Annotated[str, Field(max_length=80)]


@question("shelf/compare/working")
def line_beside_working(body: LineBesideRequest, own: OwnLines) -> Work[WorkingOut]:
    """How one figure of a line of that comparison comes about."""
    station = body.document.to_core()
    mine = {entry.token: entry.model for entry in own}
    known = body.token in mine or body.token in shelf.lines()
    require(known, "token", "no-such-line", body.token, allowed=[*mine, *shelf.lines()])
    line = mine[body.token].to_core().line if body.token in mine else shelf.line_type(body.token)
    job = partial(shelf_json.working, station, body.mhz, body.place, body.length_m, line, body.figure)
    return Work(answer.cost_s(station), job)


class Region(TypedDict):
    """The usual bands of a region."""

    region: int
    bands: list[BandModel]


@reading("bands")
def bands_of_regions() -> list[Region]:
    """The three regions' amateur allocations, 160 to 6 m."""
    return [
        Region(
            region=region,
            bands=[BandModel(name=b.name, low_mhz=b.low_hz / 1e6, high_mhz=b.high_hz / 1e6) for b in bands],
        )
        for region, bands in REGIONS.items()
    ]
