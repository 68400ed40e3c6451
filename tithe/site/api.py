"""The API as one object: typed, JSON without NaN, every refusal a sentence at its place."""

from __future__ import annotations

import json
import logging
import re
from contextlib import nullcontext
from functools import cached_property
from threading import Lock
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import HttpError, ValidationError
from ninja.parser import Parser
from ninja.renderers import BaseRenderer
from ninja.responses import NinjaJSONEncoder

from tithe.core import InputError
from tithe.document.complaints import input_errors
from tithe.document.errors import StationError
from tithe.document.strict_json import load_body
from tithe.site.description import Description
from tithe.site.gate import quiet
from tithe.web.actor import NotAllowedError
from tithe.web.answering import router as answers
from tithe.web.http import CSV, JSON_LINES, NotKeptError, Refusal, Refusals, busy, refusals, subject_of
from tithe.web.library.api import router as library
from tithe.web.log.api import router as log
from tithe.web.people.api import router as people
from tithe.web.practice.api import router as practice
from tithe.web.slot import BusyError, GoneError
from tithe.web.stations.api import router as stations
from tithe.web.stations.api_shelf import router as shelf
from tithe.web.sweeps.api import router as sweeps

_LARGE, _MOST_BESIDE = Lock(), 1_000_000


class StrictParser(Parser):
    """Request bodies by the station file's own rules for JSON."""

    def parse_body(self, request: HttpRequest) -> Any:
        """The body as objects; a refusal is an `InputError`. Large ones one after the other: meanwhile no
        other thread gets on."""
        with _LARGE if len(request.body) > _MOST_BESIDE else nullcontext():
            return load_body(request.body)


class StrictRenderer(BaseRenderer):
    """JSON that refuses NaN and infinities rather than letting them through."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> str:
        """The response's text."""
        return json.dumps(data, cls=NinjaJSONEncoder, allow_nan=False, ensure_ascii=False)


_TEXT = {"csv": CSV, "text": "text/plain"}


def _as_it_comes(operation: dict[str, Any]) -> None:
    """Declare what an operation answers as what it is, where that is no JSON."""
    form = operation.pop("x-form", "json")
    for response in operation["responses"].values():
        if form == "json" or not (content := response.get("content")):
            continue
        kind = _TEXT.get(form, JSON_LINES)
        response["content"] = {kind: content.pop("application/json")}


class RefusingAPI(NinjaAPI):
    """Whatever is asked may be refused, in one form."""

    STATUSES = ("401", "403", "404", "413", "415", "422", "500", "503")

    @cached_property
    def _described(self) -> Any:
        schema = Description(self, self.get_root_path({}))
        shapes = schema["components"]["schemas"]
        for shape in (Refusals, Refusal):
            shapes[shape.__name__] = shape.model_json_schema(ref_template="#/components/schemas/{model}")
            shapes[shape.__name__].pop("$defs", None)
        refused = {
            "description": "What is wrong, and where",
            "content": {"application/json": {"schema": {"$ref": "#/components/schemas/Refusals"}}},
        }
        for path, item in schema["paths"].items():
            for method, operation in item.items():
                _as_it_comes(operation)
                operation["responses"] |= dict.fromkeys(self.STATUSES, refused)
                # Of the address alone: where the code of an operation stands is no business of its callers.
                steps = re.findall(r"[a-z]+", path.removeprefix("/api/"))
                operation["operationId"] = "_".join((method, *steps))
                operation["tags"] = [subject_of(path)]
        return schema

    def get_openapi_schema(self, **_: Any) -> Any:
        """The API's description, the refusals of every operation in it: made when first asked for."""
        return self._described


api = RefusingAPI(
    title="Tithe",
    version="1",
    docs_url=None,
    parser=StrictParser(),
    renderer=StrictRenderer(),
)
for router in (library, stations, shelf, answers(), log, sweeps, practice, people):
    api.add_router("", router)


def _refusal(request: HttpRequest, errors: list[InputError], status: int = 422) -> HttpResponse:
    return api.create_response(request, refusals(errors, subject_of(request.path)), status=status)


@api.exception_handler(ValidationError)
def _invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
    # The framework puts where it looked ("body", "query", "path") and the parameter's name before each place.
    try:
        body = load_body(request.body) if request.body else {}
    except InputError:
        body = {}  # of an address that is none, with a body that is none either: the address is told
    query = {key: values if len(values) > 1 else values[0] for key, values in request.GET.lists()}
    given = {
        "body": dict.fromkeys(("body", "document", "file", "own"), body),
        "query": {**query, "query": query},
        "path": request.resolver_match.kwargs if request.resolver_match else {},
    }
    errors = input_errors(error.errors, given)
    for e in errors:
        e.place = re.sub(r"^(body(\.body)?|query(\.query)?|path)(\.|(?=\[)|$)", "", e.place)
    return _refusal(request, errors)


@api.exception_handler(StationError)
def _bad_station(request: HttpRequest, error: StationError) -> HttpResponse:
    return _refusal(request, error.under("document").errors)


@api.exception_handler(NotKeptError)
def _not_kept(request: HttpRequest, error: NotKeptError) -> HttpResponse:
    return _refusal(request, [error], 404)


@api.exception_handler(NotAllowedError)
def _not_allowed(request: HttpRequest, error: NotAllowedError) -> HttpResponse:
    return _refusal(request, [error], 403)


@api.exception_handler(InputError)
def _bad_input(request: HttpRequest, error: InputError) -> HttpResponse:
    return _refusal(request, [error])


@api.exception_handler(RequestDataTooBig)
def _too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    return _refusal(request, [InputError("", "request-too-large", most_mb=48)], 413)


@api.exception_handler(HttpError)
def _http_error(request: HttpRequest, error: HttpError) -> HttpResponse:
    cause = error.__cause__ or error.__context__
    if isinstance(cause, InputError):
        return _refusal(request, [cause])
    return _refusal(request, [InputError("", "http", message=str(error))], error.status_code)


@api.exception_handler(DatabaseError)
def _not_to_be_kept(request: HttpRequest, error: DatabaseError) -> HttpResponse:
    logging.getLogger("django.request").error("database", exc_info=error)
    said = str(error)
    code = next((code for words, code in _DATABASE_SAYS.items() if words in said), "database")
    return _refusal(request, [InputError("", code, message=said[:200])], 503)


_DATABASE_SAYS = {
    "is full": "disk-full",
    "disk I/O": "disk-full",
    "readonly": "read-only",
    "unable to open": "read-only",
    "locked": "locked",
}


@api.exception_handler(BusyError)
def _busy(request: HttpRequest, error: BusyError) -> HttpResponse:
    response = quiet(_refusal(request, [busy(error)], 503))
    if error.before:
        response["Retry-After"] = str(2 if error.before < _NEAR else min(2 + error.before, 20))
    return response


_NEAR = 4
"""Who is so near to their turn asks again at once; others spare the server that."""


@api.exception_handler(GoneError)
def _gone(request: HttpRequest, error: GoneError) -> HttpResponse:
    return HttpResponse(status=499)  # nobody reads it


@api.exception_handler(OverflowError)
def _too_large(request: HttpRequest, error: OverflowError) -> HttpResponse:
    return _refusal(request, [InputError("", "number-too-large")])


@api.exception_handler(Exception)
def _own_fault(request: HttpRequest, error: Exception) -> HttpResponse:
    logging.getLogger("django.request").error("unhandled", exc_info=error)
    return _refusal(request, [InputError("", "own-fault")], 500)
