"""The API of choosing. Keeps nothing. What takes long comes as lines of JSON: progress, then the answer."""

from __future__ import annotations

import json
import logging
from collections.abc import Iterator
from typing import Any

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router

from tithe.choices import answers
from tithe.choices import schema as s
from tithe.core import InputError
from tithe.stations.api import Refusals
from tithe.stations.api_compute import plain_json

router = Router()


def _stream(steps: Iterator[dict[str, Any]]) -> HttpResponse:
    """The steps as lines; a client that goes away ends them at the next one, and with them the
    computation."""

    def lines() -> Iterator[str]:
        try:
            for step in steps:
                yield json.dumps(step, allow_nan=False, ensure_ascii=False) + "\n"
        except InputError as error:
            yield json.dumps({"errors": [{"place": error.place, "rule": error.rule}]}) + "\n"
        except Exception:
            logging.getLogger("django.request").exception("unhandled in a stream")
            rule = "Something went wrong in Tithe itself."
            yield json.dumps({"errors": [{"place": "", "rule": rule}]}) + "\n"

    return StreamingHttpResponse(lines(), content_type="application/x-ndjson; charset=utf-8")  # type: ignore[return-value]


@router.post("/choose", response={200: s.ChooseLine, 422: Refusals})
def choose(request: HttpRequest, body: s.ChooseRequest) -> HttpResponse:
    """Candidates ranked; one JSON object a line, the last one with the answer."""
    return _stream(answers.Asked(body.document).steps())


@router.post("/choose/sure", response={200: s.SureLine, 422: Refusals})
def sure(request: HttpRequest, body: s.ChooseRequest) -> HttpResponse:
    """Whether the answer stands if an assumption is otherwise; a stream as well."""
    return _stream(answers.sure_steps(answers.Asked(body.document)))


@router.post("/choose/map", response={200: s.LossMap, 422: Refusals})
def country(request: HttpRequest, body: s.CandidateRequest) -> Any:
    """Extra loss over matched loss and SWR, with one candidate's bands on it."""
    return plain_json(answers.country(body.document, body.id))


@router.post("/choose/break-even", response={200: list[s.BreakEvenOut], 422: Refusals})
def break_even(request: HttpRequest, body: s.BreakEvenRequest) -> Any:
    """From which length of run on another place or line begins to win."""
    return plain_json(answers.break_even(body.document, body.coax, body.open_line))


@router.post("/choose/lengths", response={200: s.LengthsAnswer, 422: Refusals})
def lengths(request: HttpRequest, body: s.LengthsRequest) -> Any:
    """Which lengths of the present run put every band inside the tuner's reach."""
    return plain_json(answers.lengths(body.document, body.low_m, body.high_m, body.step_m))


@router.post("/choose/look", response={200: s.CandidateLook, 422: Refusals})
def look(request: HttpRequest, body: s.CandidateLookRequest) -> Any:
    """One candidate beside what stands now."""
    return plain_json(answers.look(body.document, body.id, body.mhz))
