"""What every request is held to: another site's page, open in the same browser, changes nothing here;
changes come as JSON; nothing that was answered is kept by the browser.
"""

from __future__ import annotations

from collections.abc import Callable
from urllib.parse import urlsplit

from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse

_SAFE = {"GET", "HEAD", "OPTIONS"}
_FILES = {"/api/stations", "/api/stations/file", "/api/library/line"}
"""What takes whole files; everything else is a question, and shorter."""
MOST_FILE, MOST_BODY = 48_000_000, 12_000_000
_POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; "
    "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
_VITE = "http://127.0.0.1:5173"
_WHILE_DEVELOPING = (
    f"default-src 'self' {_VITE} ws://127.0.0.1:5173; style-src 'self' {_VITE} 'unsafe-inline'; "
    f"img-src 'self' {_VITE} data:; object-src 'none'; base-uri 'none'; form-action 'self'"
)
"""The same, with the page's parts and their changes coming from Vite."""


class SameOriginMiddleware:
    """Refuse changing requests from elsewhere or in another form than JSON; send a strict content policy."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, or refuse with 403, 405, 413 or 415."""
        api = request.path.startswith("/api/")
        if request.method not in _SAFE:
            if _is_foreign(request):
                return _refused("This request comes from another site.", 403)
            if not api:
                return _refused("Pages can only be read.", 405)
            length = int(request.META.get("CONTENT_LENGTH") or 0)
            most = MOST_FILE if request.path in _FILES else MOST_BODY
            if length > most:
                return _refused(f"The request is larger than {most // 1_000_000} MB", 413)
            if length and request.content_type != "application/json":
                return _refused("A change must come as JSON (Content-Type: application/json).", 415)
        response = self.get_response(request)
        policy = _WHILE_DEVELOPING if settings.DEVELOPING else _POLICY
        response.headers.setdefault("Content-Security-Policy", policy)
        if api:
            response.headers.setdefault("Cache-Control", "no-store")
        return response


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
    return JsonResponse({"errors": [{"place": "", "rule": text}]}, status=status)
