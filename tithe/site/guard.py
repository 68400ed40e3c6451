"""Another site's page, open in the same browser, must not change stations here."""

from __future__ import annotations

from collections.abc import Callable
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse, JsonResponse

_SAFE = {"GET", "HEAD", "OPTIONS"}
_POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; "
    "object-src 'none'; base-uri 'none'; frame-ancestors 'none'"
)


class SameOriginMiddleware:
    """Refuse changing requests whose Origin is another host; send a strict content policy."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Answer, or refuse with 403."""
        origin = request.headers.get("Origin")
        foreign = origin is not None and urlsplit(origin).netloc != request.get_host()
        if request.method not in _SAFE and foreign:
            text = "This request comes from another site."
            return JsonResponse({"errors": [{"place": "", "rule": text}]}, status=403)
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY)
        return response
