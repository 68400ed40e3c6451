"""The API that computes and keeps nothing: a station in, what the screens show out."""

from __future__ import annotations

import json
from collections.abc import Callable
from functools import partial
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from tithe.core.cost import Pause, refuse_beyond
from tithe.formats.station_file import to_arrangement, to_station
from tithe.formats.station_model import StationFile
from tithe.stations import answer, comparison, ledgers
from tithe.stations.api import Refusals
from tithe.stations.schema import Answer, BandLedger, Comparison
from tithe.stations.slot import slot

router = Router()
Mhz = Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]


class SolveRequest(Schema):
    """The station as it stands on the screen, and the frequency looked at."""

    document: StationFile
    mhz: Mhz


class CompareRequest(SolveRequest):
    """``other`` is the number of the kept arrangement to lay beside the present one."""

    other: int


class DocumentRequest(Schema):
    """The station as it stands on the screen."""

    document: StationFile


def plain_json(out: object) -> HttpResponse:
    """An answer that is made of plain objects, as JSON."""
    # Already plain and checked by the tests against the schema: not validated a second time.
    text = json.dumps(out, allow_nan=False, ensure_ascii=False)
    return HttpResponse(text, content_type="application/json")


def computed(
    request: HttpRequest, seconds: float, narrower: str, job: Callable[[Pause], object]
) -> HttpResponse:
    """A job's answer, in the one slot where it is heavy. Raises `InputError` where it would take too long;
    ``narrower`` says how to ask for less."""
    refuse_beyond(seconds, narrower)
    with slot(request, seconds) as pause:
        return plain_json(job(pause))


_SMALLER = "ask for fewer bands, or take a tuner out of the run"


@router.post("/solve", response={200: Answer, 422: Refusals, 503: Refusals})
def solve_station(request: HttpRequest, body: SolveRequest) -> Any:
    """The strip, rail and ledger of a station."""
    station = to_station(body.document)
    return computed(request, answer.cost_s(station), _SMALLER, partial(answer.compose, station, body.mhz))


@router.post("/compare", response={200: Comparison, 422: Refusals, 503: Refusals})
def compare_arrangements(request: HttpRequest, body: CompareRequest) -> Any:
    """The present arrangement against a kept one."""
    mine, theirs = to_station(body.document), to_arrangement(body.document, body.other)
    job = partial(comparison.compose, body.document, body.other, body.mhz)
    return computed(request, comparison.cost_s(mine, theirs), _SMALLER, job)


@router.post("/ledgers", response={200: list[BandLedger], 422: Refusals, 503: Refusals})
def all_ledgers(request: HttpRequest, body: DocumentRequest) -> Any:
    """The ledger of every band, at its middle."""
    station = to_station(body.document)
    return computed(request, answer.cost_s(station), _SMALLER, partial(ledgers.compose, station))


@router.post("/ledgers.csv", response={200: str, 422: Refusals, 503: Refusals})
def all_ledgers_csv(request: HttpRequest, body: DocumentRequest) -> Any:
    """The same as CSV."""
    station = to_station(body.document)
    seconds = answer.cost_s(station)
    refuse_beyond(seconds, _SMALLER)
    with slot(request, seconds) as pause:
        text = ledgers.as_csv(station, pause)
    return HttpResponse(text, content_type="text/csv; charset=utf-8")
