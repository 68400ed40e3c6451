"""The API that computes and keeps nothing: a station in, what the screens show out."""

from __future__ import annotations

from functools import partial
from typing import Any

import numpy as np
from django.http import HttpRequest, HttpResponse
from ninja import Router

from tithe.answers.asked import DocumentRequest, SolveRequest, WorkingRequest
from tithe.core.budget import solve
from tithe.core.cost import Pause, refuse_beyond
from tithe.core.working import working_of
from tithe.document.station_file import to_arrangement
from tithe.results import working_json
from tithe.results.answer_shapes import Answer, Comparison
from tithe.results.budget_shapes import BandLedger
from tithe.results.working_shapes import WorkingOut
from tithe.web.http import computed
from tithe.web.slot import slot
from tithe.web.stations import answer, comparison, ledgers, measured

router = Router()


class CompareRequest(SolveRequest):
    """``other`` is the number of the kept arrangement to lay beside the present one."""

    other: int


@router.post("/solve", response=Answer)
def solve_station(request: HttpRequest, body: SolveRequest) -> Any:
    """The strip, rail and ledger of a station."""
    station = body.document.to_core()
    seconds = answer.cost_s(station) + measured.cost_s(body.document, station, body.mhz)
    job = partial(answer.compose, station, body.mhz, document=body.document)
    return computed(request, seconds, answer.narrower(station), job)


@router.post("/working", response=WorkingOut)
def show_working(request: HttpRequest, body: WorkingRequest) -> Any:
    """How one figure of the ledger comes about, with the core's figures in its formulas."""
    station = body.document.to_core()

    def job(pause: Pause) -> WorkingOut:
        budget = solve(station, np.array([body.mhz * 1e6]), pause=pause)
        return working_json.working(working_of(budget, body.figure), 0)

    return computed(request, answer.cost_s(station), "smaller-station", job)


@router.post("/compare", response=Comparison)
def compare_arrangements(request: HttpRequest, body: CompareRequest) -> Any:
    """The present arrangement against a kept one."""
    mine, theirs = body.document.to_core(), to_arrangement(body.document, body.other)
    job = partial(comparison.compose, body.document, body.other, body.mhz)
    return computed(request, comparison.cost_s(mine, theirs), "smaller-station", job)


@router.post("/ledgers", response=list[BandLedger])
def all_ledgers(request: HttpRequest, body: DocumentRequest) -> Any:
    """The ledger of every band, at its middle."""
    station = body.document.to_core()
    return computed(request, ledgers.cost_s(station), "smaller-station", partial(ledgers.compose, station))


@router.post("/ledgers.csv", response=str)
def all_ledgers_csv(request: HttpRequest, body: DocumentRequest) -> Any:
    """The same as CSV."""
    station = body.document.to_core()
    seconds = ledgers.cost_s(station)
    refuse_beyond(seconds, "smaller-station")
    with slot(request, seconds) as pause:
        text = ledgers.as_csv(station, pause)
    return HttpResponse(text, content_type="text/csv; charset=utf-8")
