"""The API of choosing. Keeps nothing. What takes long comes as lines of JSON: progress, then the answer."""

from __future__ import annotations

import json
import logging
from collections.abc import Callable, Iterator
from functools import partial
from typing import Any

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router

from tithe.choices import answers
from tithe.choices import schema as s
from tithe.core import InputError
from tithe.core.cost import Pause
from tithe.stations.api import Refusals
from tithe.stations.api_compute import plain_json
from tithe.stations.slot import BUSY, HEAVY_S, BusyError, GoneError, slot

router = Router()


def _stream(
    request: HttpRequest, seconds: float, steps: Callable[[Pause], Iterator[dict[str, Any]]]
) -> HttpResponse:
    """The steps as lines; a client that goes away ends them at the next piece of work."""

    def lines() -> Iterator[str]:
        try:
            with slot(request, seconds) as pause:
                for step in steps(pause):
                    yield json.dumps(step, allow_nan=False, ensure_ascii=False) + "\n"
        except GoneError:
            return
        except BusyError:
            yield _fault("", BUSY)
        except InputError as error:
            yield _fault(error.place, error.rule)
        except Exception:
            logging.getLogger("django.request").exception("unhandled in a stream")
            yield _fault("", "Something went wrong in Tithe itself.")

    return StreamingHttpResponse(lines(), content_type="application/x-ndjson; charset=utf-8")  # type: ignore[return-value]


def _fault(place: str, rule: str) -> str:
    return json.dumps({"errors": [{"place": place, "rule": rule}]}, ensure_ascii=False) + "\n"


@router.post("/choose", response={200: s.ChooseLine, 422: Refusals})
def choose(request: HttpRequest, body: s.ChooseRequest) -> HttpResponse:
    """Candidates ranked; one JSON object a line, the last one with the answer."""
    asked = answers.Asked(body.document)
    return _stream(request, asked.cost_s(), asked.steps)


@router.post("/choose/sure", response={200: s.SureLine, 422: Refusals})
def sure(request: HttpRequest, body: s.ChooseRequest) -> HttpResponse:
    """Whether the answer stands if an assumption is otherwise; a stream as well."""
    asked = answers.Asked(body.document)
    return _stream(request, asked.sure_cost_s(), partial(answers.sure_steps, asked))


@router.post("/choose/map", response={200: s.LossMap, 422: Refusals})
def country(request: HttpRequest, body: s.CandidateRequest) -> Any:
    """Extra loss over matched loss and SWR, with one candidate's bands on it."""
    return plain_json(answers.country(body.document, body.id))


@router.post("/choose/break-even", response={200: list[s.BreakEvenOut], 422: Refusals, 503: Refusals})
def break_even(request: HttpRequest, body: s.BreakEvenRequest) -> Any:
    """From which length of run on another place or line begins to win."""
    with slot(request, HEAVY_S) as pause:
        return plain_json(answers.break_even(body.document, body.coax, body.open_line, pause))


@router.post("/choose/lengths", response={200: s.LengthsAnswer, 422: Refusals, 503: Refusals})
def lengths(request: HttpRequest, body: s.LengthsRequest) -> Any:
    """Which lengths of the present run put every band inside the tuner's reach."""
    with slot(request, HEAVY_S) as pause:
        return plain_json(answers.lengths(body.document, body.low_m, body.high_m, body.step_m, pause))


@router.post("/choose/look", response={200: s.CandidateLook, 422: Refusals, 503: Refusals})
def look(request: HttpRequest, body: s.CandidateLookRequest) -> Any:
    """One candidate beside what stands now."""
    with slot(request, HEAVY_S) as pause:
        return plain_json(answers.look(body.document, body.id, body.mhz, pause))
