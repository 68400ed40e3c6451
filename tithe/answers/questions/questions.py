"""The questions on which practitioners disagree, asked over the API: a station in, both answers out."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeVar

from tithe.answers.question import Work, question, reading
from tithe.answers.questions import result
from tithe.answers.questions.shapes import SchoolAnswer, SchoolTitle
from tithe.answers.requests import SolveRequest, WorkingRequest
from tithe.answers.working_shapes import WorkingOut
from tithe.core.cost import Pause
from tithe.core.questions import SchoolQuestion
from tithe.core.solving_cost import solving_s

A = TypeVar("A")


@reading("schools")
def every() -> list[SchoolTitle]:
    """The questions there are."""
    return result.titles()


@question("schools/{slug}")
def answer(slug: str, request: SolveRequest) -> Work[SchoolAnswer]:
    """One question, computed for a station at the frequency looked at."""
    return _work(request, lambda put: result.answer(slug, put))


@question("schools/{slug}/working")
def how(slug: str, request: WorkingRequest) -> Work[WorkingOut]:
    """How one figure of the answer's table comes about: ``rows[2].cells[0]``."""
    return _work(request, lambda put: result.working(slug, put, request.figure))


def _work(solve_request: SolveRequest, answered: Callable[[SchoolQuestion], A]) -> Work[A]:
    station = solve_request.document.to_core()

    def work(pause: Pause) -> A:
        return answered(SchoolQuestion(station, solve_request.mhz * 1e6, pause))

    # At most the bands twice, with both stations' phases in both.
    return Work(4 * solving_s(station, len(station.bands) + 1), work)
