"""What every request is held to: another site's page, open in the same browser, reads and changes nothing
here; changes come as JSON; nothing that was answered is kept by the browser, and what is refused says so as
JSON. Every answer of the API names the data folder, and a page of another one changes nothing.
"""

from __future__ import annotations

from collections.abc import Callable
from urllib.parse import urlsplit

from django.conf import settings
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse, JsonResponse

from tithe.site import preparing
from tithe.site.door import is_form
from tithe.web.actor import Actor, actor_of
from tithe.web.stations.services import folder

_SAFE = {"GET", "HEAD", "OPTIONS"}
_FILES = {"/api/stations", "/api/stations/file", "/api/library/line"}
"""What takes whole files; everything else is a question, and shorter."""
MOST_FILE, MOST_BODY = 48_000_000, 12_000_000
_POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; "
    "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
_SENTENCES = {
    404: "There is nothing at this address.",
    405: "This address is not asked that way.",
    500: "Something went wrong in Tithe itself; nothing was changed. The server’s console has the details.",
}
_OTHER = "This request cannot be answered."
"""What stands in place of a page of the framework's own."""
_VITE = "http://127.0.0.1:5173"
_WHILE_DEVELOPING = (
    f"default-src 'self' {_VITE} ws://127.0.0.1:5173; style-src 'self' {_VITE} 'unsafe-inline'; "
    f"img-src 'self' {_VITE} data:; object-src 'none'; base-uri 'none'; form-action 'self'"
)
"""The same, with the page's parts and their changes coming from Vite."""


class AnswersMiddleware:
    """Send a strict content policy with whatever is answered; tell what the API refuses as JSON."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer."""
        response = self.get_response(request)
        if request.path.startswith("/api/"):
            if response.status_code >= 400 and "json" not in response.headers.get("Content-Type", ""):
                folder = response.headers.get("X-Tithe-Folder")
                response = _refused(_SENTENCES.get(response.status_code, _OTHER), response.status_code)
                if folder is not None:
                    response.headers["X-Tithe-Folder"] = folder
            response.headers.setdefault("Cache-Control", "no-store")
            if preparing.compiling():
                response.headers[preparing.HEADER] = "1"
        policy = _WHILE_DEVELOPING if settings.DEVELOPING else _POLICY
        response.headers.setdefault("Content-Security-Policy", policy)
        return response


class SameOriginMiddleware:
    """Refuse changing requests from elsewhere or in another form than JSON."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, or refuse with 403, 405, 413 or 415."""
        api = request.path.startswith("/api/")
        if (api or request.method not in _SAFE) and _is_foreign(request):
            return _refused("This request comes from another site.", 403)
        folder = _folder(actor_of(request)) if api else ""
        if request.method not in _SAFE:
            if folder and request.headers.get("X-Tithe-Folder", folder) != folder:
                return _refused("Tithe now serves another data folder: load the page anew.", 412)
            if not api and not is_form(request.path):
                return _refused("Pages can only be read.", 405)
            length = int(request.META.get("CONTENT_LENGTH") or 0)
            most = MOST_FILE if request.path in _FILES else MOST_BODY
            if length > most:
                return _refused(f"The request is larger than {most // 1_000_000} MB.", 413)
            if length and api and request.content_type != "application/json":
                return _refused("A change must come as JSON (Content-Type: application/json).", 415)
        response = self.get_response(request)
        if api:
            response.headers["X-Tithe-Folder"] = folder
        return response


def _folder(actor: Actor) -> str:
    """Whose stations these are; "" where the database cannot be read, which the answer will say itself."""
    try:
        return str(folder()) if actor.alone else f"{folder()}-{actor.person or 'link'}"
    except DatabaseError:
        return ""


def _is_foreign(request: HttpRequest) -> bool:
    """Whether a browser says that another site's page asks. Other programs say neither of the two."""
    if request.headers.get("Sec-Fetch-Site", "same-origin") not in ("same-origin", "none"):
        return True
    origin = request.headers.get("Origin")
    if origin is None:
        return False
    try:
        return urlsplit(origin).netloc != request.get_host()
    except ValueError:
        return True


def _refused(text: str, status: int) -> HttpResponse:
    return JsonResponse({"errors": [{"place": "", "rule": text, "sentence": text}]}, status=status)
