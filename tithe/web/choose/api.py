"""The API of choosing. Keeps nothing. What takes long comes as lines of JSON: progress, then the answer."""

from __future__ import annotations

from functools import partial
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from tithe.results import choose_shapes as s
from tithe.results.working_shapes import WorkingOut
from tithe.web.choose import answers, requests
from tithe.web.http import plain_json, stream
from tithe.web.slot import HEAVY_S, slot

router = Router()


@router.post("/choose", response=s.ChooseLine)
def choose(request: HttpRequest, body: requests.ChooseRequest) -> HttpResponse:
    """Candidates ranked; one JSON object a line, the last one with the answer."""
    asked = answers.Asked(body.document)
    return stream(request, asked.cost_s(), asked.steps)


@router.post("/choose/sure", response=s.SureLine)
def sure(request: HttpRequest, body: requests.ChooseRequest) -> HttpResponse:
    """Whether the answer stands if an assumption is otherwise; a stream as well."""
    asked = answers.Asked(body.document)
    return stream(request, asked.sure_cost_s(), partial(answers.sure_steps, asked))


@router.post("/choose/map", response=s.LossMap)
def loss_map(request: HttpRequest, body: requests.CandidateRequest) -> Any:
    """Extra loss over matched loss and SWR, with one candidate's bands on it."""
    return plain_json(answers.loss_map(body.document, body.id))


@router.post("/choose/break-even", response=list[s.BreakEvenOut])
def break_even(request: HttpRequest, body: requests.BreakEvenRequest) -> Any:
    """From which length of run on another place or line begins to win."""
    with slot(request, HEAVY_S) as pause:
        return plain_json(answers.break_even(body.document, body.coax, body.open_line, pause))


@router.post("/choose/lengths", response=s.LengthsAnswer)
def lengths(request: HttpRequest, body: requests.LengthsRequest) -> Any:
    """Which lengths of the present run put every band inside the tuner's reach."""
    with slot(request, HEAVY_S) as pause:
        return plain_json(answers.lengths(body.document, body.low_m, body.high_m, body.step_m, pause))


@router.post("/choose/working", response=WorkingOut)
def show_working(request: HttpRequest, body: requests.CandidateWorkingRequest) -> Any:
    """How one figure of a candidate comes about."""
    asked = answers.Asked(body.document)
    with slot(request, asked.cost_s()) as pause:
        return plain_json(answers.working(asked, body.id, body.figure, pause))


@router.post("/choose/look", response=s.CandidateLook)
def look(request: HttpRequest, body: requests.CandidateLookRequest) -> Any:
    """One candidate beside what stands now."""
    with slot(request, HEAVY_S) as pause:
        return plain_json(answers.look(body.document, body.id, body.mhz, pause))
