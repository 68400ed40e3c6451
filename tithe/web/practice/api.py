"""The API of practice: a round is begun, read, answered; the truth is told with the answer."""

from __future__ import annotations

import uuid
from typing import Any

from django.http import HttpRequest
from ninja import Router, Status

from tithe.core.cost import Pause
from tithe.core.errors import InputError
from tithe.core.practice.way import Step
from tithe.web.actor import actor_of
from tithe.web.http import NotKeptError, computed
from tithe.web.practice import services
from tithe.web.practice.services import Played
from tithe.web.practice.shapes import AnswerRequest, BeginRequest, ReadRequest, RoundOut, ScoreOut
from tithe.web.practice.telling import judged, shown
from tithe.web.stations import demo

router = Router()


@router.post("/practice", response={201: RoundOut}, exclude_none=False)
def begin_round(request: HttpRequest, body: BeginRequest) -> Any:
    """Hide something in a station. What it is stays here until it is answered."""
    actor = actor_of(request)
    actor.require_everywhere()
    document = body.document or demo.practice(body.level)
    return Status(201, shown(services.begin(document, body.level, actor)))


@router.get("/practice/score", response=ScoreOut)
def practice_score(request: HttpRequest) -> Any:
    """Of the last ten rounds that were answered."""
    rounds = services.last_rounds(actor_of(request))
    return {
        "rounds": len(rounds),
        "right": sum(bool(played.right) for played in rounds),
        "minutes": sum(played.minutes or 0.0 for played in rounds),
        "best_minutes": sum(played.best_minutes or 0.0 for played in rounds),
    }


@router.get("/practice/{pk}", response=RoundOut)
def look_at_round(request: HttpRequest, pk: str) -> Any:
    """A round as it stands; with its verdict where it has been answered."""
    played = _kept(request, pk)
    if not played.kept.answer:
        return shown(played)
    return computed(request, played.answer_s(), "fewer-readings", lambda pause: judged(played, pause).dict())


@router.post("/practice/{pk}/read", response=RoundOut)
def read_in_round(request: HttpRequest, pk: str, body: ReadRequest) -> Any:
    """Take a reading: it costs its minutes."""
    played = _kept(request, pk)
    near = min(played.freqs_hz, key=lambda freq_hz: abs(freq_hz - body.mhz * 1e6))
    require_near(near, body.mhz)
    if body.how == "bench":
        near = played.freqs_hz[0]
    step = Step(body.how, body.at, near, body.tuner if body.how in ("meter", "dummy") else "auto")
    return shown(services.read(played, step))


def require_near(freq_hz: float, mhz: float) -> None:
    """Raise `InputError` for a frequency at which nothing is read."""
    if abs(freq_hz / 1e6 - mhz) > 1e-3 * mhz:
        raise InputError("mhz", "not-to-be-read", mhz)


@router.post("/practice/{pk}/answer", response=RoundOut)
def answer_round(request: HttpRequest, pk: str, body: AnswerRequest) -> Any:
    """Say what is wrong, once: the truth is told."""
    played = _kept(request, pk)
    services.require_answer(played, body.cause)

    def job(pause: Pause) -> Any:
        best = played.best_way()
        services.answer(played, body.cause, best[-1].minutes)
        return judged(played, pause, best).dict()

    return computed(request, played.answer_s(), "fewer-readings", job)


def _kept(request: HttpRequest, pk: str) -> Played:
    try:
        kept = services.rounds(actor_of(request)).filter(pk=uuid.UUID(pk)).first()
    except ValueError:
        kept = None
    if kept is None:
        raise NotKeptError("", "no-round", pk[:40])
    return Played(kept)
