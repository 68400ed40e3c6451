"""The API that computes and keeps nothing: a station in, what the screens show out."""

from __future__ import annotations

import json
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from tithe.formats.station_model import StationFile
from tithe.stations import answer, comparison, ledgers
from tithe.stations.api import Refusals
from tithe.stations.schema import Answer, BandLedger, Comparison

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


@router.post("/solve", response={200: Answer, 422: Refusals})
def solve_station(request: HttpRequest, body: SolveRequest) -> Any:
    """The strip, rail and ledger of a station."""
    return plain_json(answer.compose(body.document, body.mhz))


@router.post("/compare", response={200: Comparison, 422: Refusals})
def compare_arrangements(request: HttpRequest, body: CompareRequest) -> Any:
    """The present arrangement against a kept one."""
    return plain_json(comparison.compose(body.document, body.other, body.mhz))


@router.post("/ledgers", response={200: list[BandLedger], 422: Refusals})
def all_ledgers(request: HttpRequest, body: DocumentRequest) -> Any:
    """The ledger of every band, at its middle."""
    return plain_json(ledgers.compose(body.document))


@router.post("/ledgers.csv", response={200: str, 422: Refusals})
def all_ledgers_csv(request: HttpRequest, body: DocumentRequest) -> Any:
    """The same as CSV."""
    return HttpResponse(ledgers.as_csv(body.document), content_type="text/csv; charset=utf-8")
