"""The door: who asks, and who has to log in first.

Where Tithe serves one person alone, everything is theirs and nothing is asked. Where it is shared, whoever
has not come in sees the page that lets them in, and the API answers 401.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from urllib.parse import urlencode

from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseForbidden, HttpResponseRedirect, JsonResponse
from django.middleware.csrf import CsrfViewMiddleware

from tithe.web.actor import ALONE, Actor
from tithe.web.people.coming_in import came_in_for, linked, note_seat

OPEN = ("/log-in", "/invitation/", "/link/", "/phone/", "/static/")
"""What anybody may ask for."""
FORMS = ("/log-in", "/log-out", "/invitation/", "/phone/", "/account")
"""Pages that are sent as forms."""


def is_form(path: str) -> bool:
    """Whether an address takes a form rather than JSON."""
    return settings.SHARING is not None and path.startswith(FORMS)


class FormsAndApiMiddleware(CsrfViewMiddleware):
    """A change is to carry the token of this server's own page, forms and API alike."""

    def process_view(
        self, request: HttpRequest, callback: Callable[..., Any], args: Any, kwargs: Any
    ) -> HttpResponseForbidden | None:
        """Refuse what carries none; no view is exempt."""
        return super().process_view(request, _any_view, args, kwargs)


def _any_view(request: HttpRequest) -> HttpResponse:
    """Stands for a view that is not exempt."""
    return HttpResponse()


def not_from_here(request: HttpRequest, reason: str = "") -> HttpResponse:
    """What is told of a change without this server's own token."""
    said = "This page is older than your log-in, or comes from elsewhere: load it anew and try again."
    if request.path.startswith("/api/"):
        return JsonResponse({"errors": [{"place": "", "rule": said, "sentence": said}]}, status=403)
    return HttpResponse(said, status=403, content_type="text/plain; charset=utf-8")


class DoorMiddleware:
    """Find out who asks; send away, or to the page that lets them in, whoever has to come in first."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, refuse with 401, or lead to the log-in."""
        request.get_host()  # under another name nothing is answered
        actor = ALONE if settings.SHARING is None else _actor(request)
        request.actor = actor  # type: ignore[attr-defined]
        if actor.comes_in or request.path.startswith(OPEN):
            return self.get_response(request)
        if request.path.startswith("/api/"):
            said = "Log in first: in another tab, so that nothing on this page is lost."
            return JsonResponse({"errors": [{"place": "", "rule": said, "sentence": said}]}, status=401)
        return HttpResponseRedirect(f"{settings.LOGIN_URL}?{urlencode({'next': request.path})}")


def _actor(request: HttpRequest) -> Actor:
    user = request.user
    shown = linked(request)
    if not user.is_authenticated or user.pk is None:
        return Actor(linked=shown)
    note_seat(request, user)
    if (only := came_in_for(request)) is not None:
        return Actor(user.pk, user.get_username(), only=only)
    return Actor(user.pk, user.get_username(), bool(user.is_staff), shown)
