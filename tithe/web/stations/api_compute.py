"""The API that computes and keeps nothing: a station in, what the screens show out."""

from __future__ import annotations

from functools import partial
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from tithe.core.cost import refuse_beyond
from tithe.document.station import StationFile
from tithe.document.station_file import to_arrangement
from tithe.results.budget_shapes import Answer, BandLedger, Comparison
from tithe.web.http import Refusals, computed
from tithe.web.slot import slot
from tithe.web.stations import answer, comparison, ledgers

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


@router.post("/solve", response={200: Answer, 422: Refusals, 503: Refusals})
def solve_station(request: HttpRequest, body: SolveRequest) -> Any:
    """The strip, rail and ledger of a station."""
    station = body.document.to_core()
    return computed(
        request, answer.cost_s(station), "smaller-station", partial(answer.compose, station, body.mhz)
    )


@router.post("/compare", response={200: Comparison, 422: Refusals, 503: Refusals})
def compare_arrangements(request: HttpRequest, body: CompareRequest) -> Any:
    """The present arrangement against a kept one."""
    mine, theirs = body.document.to_core(), to_arrangement(body.document, body.other)
    job = partial(comparison.compose, body.document, body.other, body.mhz)
    return computed(request, comparison.cost_s(mine, theirs), "smaller-station", job)


@router.post("/ledgers", response={200: list[BandLedger], 422: Refusals, 503: Refusals})
def all_ledgers(request: HttpRequest, body: DocumentRequest) -> Any:
    """The ledger of every band, at its middle."""
    station = body.document.to_core()
    return computed(request, answer.cost_s(station), "smaller-station", partial(ledgers.compose, station))


@router.post("/ledgers.csv", response={200: str, 422: Refusals, 503: Refusals})
def all_ledgers_csv(request: HttpRequest, body: DocumentRequest) -> Any:
    """The same as CSV."""
    station = body.document.to_core()
    seconds = answer.cost_s(station)
    refuse_beyond(seconds, "smaller-station")
    with slot(request, seconds) as pause:
        text = ledgers.as_csv(station, pause)
    return HttpResponse(text, content_type="text/csv; charset=utf-8")
