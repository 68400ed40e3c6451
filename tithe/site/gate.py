"""So many questions at once and no more: whatever is asked, some of the server's threads stay free for what
is read and what is saved."""

from __future__ import annotations

from collections.abc import Callable
from threading import BoundedSemaphore

from django.http import HttpRequest, HttpResponse, JsonResponse

from tithe.core.errors import InputError
from tithe.web.actor import actor_of
from tithe.web.http import refusals, subject_of
from tithe.web.turns import Pace

THREADS = 24
MOST_QUESTIONS = 14
MOST_A_MINUTE = 3000
"""Of one person: who drags a slider asks some twenty times a second."""
_pace = Pace(MOST_A_MINUTE)
_room = BoundedSemaphore(MOST_QUESTIONS)


def quiet(response: HttpResponse) -> HttpResponse:
    """The console is not told of what is no fault."""
    response._has_been_logged = True  # type: ignore[attr-defined]  # Django's own mark
    return response


class GateMiddleware:
    """Refuse a question with 503 where too many are being answered or wait, and whatever comes too fast of
    one among several people with 429; a page asks again."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, or refuse with 503."""
        actor = actor_of(request)
        if request.path.startswith("/api/") and not actor.alone:
            who = actor.person or request.META.get("REMOTE_ADDR")
            if not _pace.allows(who):
                refusal = refusals([InputError("", "too-fast", most=MOST_A_MINUTE)], subject_of(request.path))
                return quiet(JsonResponse(refusal, status=429, headers={"Retry-After": "10"}))
        if request.method != "POST" or not request.path.startswith("/api/"):
            return self.get_response(request)
        if not _room.acquire(blocking=False):
            return quiet(
                JsonResponse(refusals([InputError("", "busy")], subject_of(request.path)), status=503)
            )
        try:
            return self.get_response(request)
        finally:
            _room.release()
