"""What a station is asked: it in, what the screens show out."""

from __future__ import annotations

from functools import partial

import numpy as np

from tithe.answers import working_json
from tithe.answers.question import Csv, Work, question
from tithe.answers.requests import DocumentRequest, SolveRequest, WorkingRequest
from tithe.answers.station import answer, comparison, ledgers, measured
from tithe.answers.station.budget_shapes import BandLedger
from tithe.answers.station.shapes import Answer, Comparison
from tithe.answers.working_shapes import WorkingOut
from tithe.core.budget import solve
from tithe.core.cost import Pause
from tithe.core.working import working_of
from tithe.document.station_file import to_arrangement


class CompareRequest(SolveRequest):
    """``other`` is the number of the kept arrangement to lay beside the present one."""

    other: int


@question("solve")
def solve_station(body: SolveRequest) -> Work[Answer]:
    """The strip, rail and ledger of a station."""
    station = body.document.to_core()
    seconds = answer.cost_s(station) + measured.cost_s(body.document, station, body.mhz)
    job = partial(answer.compose, station, body.mhz, document=body.document)
    return Work(seconds, job, answer.narrower(station))


@question("working")
def show_working(body: WorkingRequest) -> Work[WorkingOut]:
    """How one figure of the ledger comes about, with the core's figures in its formulas."""
    station = body.document.to_core()

    def job(pause: Pause) -> WorkingOut:
        budget = solve(station, np.array([body.mhz * 1e6]), pause=pause)
        return working_json.working(working_of(budget, body.figure), 0)

    return Work(answer.cost_s(station), job)


@question("compare")
def compare_arrangements(body: CompareRequest) -> Work[Comparison]:
    """The present arrangement against a kept one."""
    mine, theirs = body.document.to_core(), to_arrangement(body.document, body.other)
    job = partial(comparison.compose, body.document, body.other, body.mhz)
    return Work(comparison.cost_s(mine, theirs), job)


@question("ledgers")
def all_ledgers(body: DocumentRequest) -> Work[list[BandLedger]]:
    """The ledger of every band, at its middle."""
    station = body.document.to_core()
    return Work(ledgers.cost_s(station), partial(ledgers.compose, station))


@question("ledgers.csv")
def all_ledgers_csv(body: DocumentRequest) -> Work[Csv]:
    """The same as CSV."""
    station = body.document.to_core()
    return Work(ledgers.cost_s(station), partial(ledgers.as_csv, station))
