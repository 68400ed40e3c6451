"""The API of the questions on which practitioners disagree: a station in, both answers out. It keeps
nothing."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from tithe.core.cost import Pause, solving_s
from tithe.core.schools import Asked
from tithe.results import schools_json
from tithe.results.schools_shapes import SchoolAnswer, SchoolTitle
from tithe.web.http import Refusals, computed
from tithe.web.stations.api_compute import SolveRequest

router = Router()


@router.get("/schools", response=list[SchoolTitle])
def all_questions(request: HttpRequest) -> Any:
    """The questions there are."""
    return schools_json.titles()


@router.post("/schools/{slug}", response={200: SchoolAnswer, 422: Refusals, 503: Refusals})
def compare_schools(request: HttpRequest, slug: str, body: SolveRequest) -> Any:
    """One question, computed for a station at the frequency looked at."""
    station = body.document.to_core()

    def job(pause: Pause) -> SchoolAnswer:
        return schools_json.answer(slug, Asked(station, body.mhz * 1e6, pause))

    # At most the bands twice, with both stations' phases in both.
    return computed(request, 4 * solving_s(station, len(station.bands) + 1), "smaller-station", job)
