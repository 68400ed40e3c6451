"""The API of the questions on which practitioners disagree: a station in, both answers out. It keeps
nothing."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial
from typing import Any

from django.http import HttpRequest
from ninja import Router

from tithe.core.cost import Pause
from tithe.core.questions import Asked
from tithe.core.solving_cost import solving_s
from tithe.results import questions_json
from tithe.results.questions_shapes import SchoolAnswer, SchoolTitle
from tithe.results.working_shapes import WorkingOut
from tithe.web.http import computed
from tithe.web.stations.api_compute import SolveRequest, WorkingRequest

router = Router()


@router.get("/schools", response=list[SchoolTitle])
def all_questions(request: HttpRequest) -> Any:
    """The questions there are."""
    return questions_json.titles()


@router.post("/schools/{slug}", response=SchoolAnswer)
def compare_schools(request: HttpRequest, slug: str, body: SolveRequest) -> Any:
    """One question, computed for a station at the frequency looked at."""
    return _computed(request, body, partial(questions_json.answer, slug))


@router.post("/schools/{slug}/working", response=WorkingOut)
def school_working(request: HttpRequest, slug: str, body: WorkingRequest) -> Any:
    """How one figure of the answer's table comes about: ``rows[2].cells[0]``."""

    def job(asked: Asked) -> WorkingOut:
        return questions_json.working(slug, asked, body.figure)

    return _computed(request, body, job)


def _computed(request: HttpRequest, body: SolveRequest, answer: Callable[[Asked], object]) -> Any:
    station = body.document.to_core()

    def job(pause: Pause) -> object:
        return answer(Asked(station, body.mhz * 1e6, pause))

    # At most the bands twice, with both stations' phases in both.
    return computed(request, 4 * solving_s(station, len(station.bands) + 1), "smaller-station", job)
