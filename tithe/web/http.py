"""What all of the API has in common: refusals, answers as JSON, downloads, and what is computed in its
turn."""

from __future__ import annotations

import json
import logging
import re
from collections.abc import Callable, Iterable, Iterator, Mapping
from typing import Any, TypeVar
from urllib.parse import quote

from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Schema
from pydantic import BaseModel

from tithe import text
from tithe.core.cost import Pause, refuse_beyond
from tithe.core.errors import InputError
from tithe.web.slot import BusyError, GoneError, slot

JSON_LINES, CSV = "application/x-ndjson", "text/csv"
A = TypeVar("A")


class Refusal(Schema):
    """A place in the request and the rule broken there, which reads on from the place where it begins with a
    small letter; ``sentence``: both as one."""

    place: str
    rule: str
    sentence: str


class Refusals(Schema):
    """All that is wrong with a request."""

    errors: list[Refusal]


class NotKeptError(InputError):
    """What is asked for by its number is not kept: 404."""


_SUBJECTS = {
    "solve": "station", "ledgers": "station", "working": "station", "compare": "station", "meters": "log",
    "stations": "station", "readings": "log", "schools": "questions", "sweeps": "sweep", "library": "shelf",
    "equivalents": "loss",
}  # fmt: skip
"""By the first step of an address, where it is not the subject itself."""


def subject_of(path: str) -> str:
    """What an address of the API is about."""
    step = re.split(r"[/.]", path.removeprefix("/api/"), maxsplit=1)[0]
    return _SUBJECTS.get(step, step)


def refusals(errors: Iterable[InputError], subject: str) -> dict[str, Any]:
    """Errors as the API tells them; ``subject``: what was asked for is about."""
    return {
        "errors": [
            {
                "place": error.place,
                "rule": text.rule(error, subject),
                "sentence": text.standing_alone(error, subject),
            }
            for error in errors
        ]
    }


def busy(error: BusyError) -> InputError:
    """Why a question has to wait, and behind how many."""
    return InputError("", "busy-line", before=error.before) if error.before else InputError("", "busy")


_STREAM_WAITS_S = 60.0
"""What is streamed is waited for where it is asked: it is not asked again by itself."""


def _dumped(model: BaseModel) -> Any:
    return model.model_dump(mode="json")


def plain_json(out: object) -> HttpResponse:
    """An answer that is made of plain objects, as JSON."""
    # Its builder is type-checked against its shape, and tests hold it against the schema: not done again.
    text = json.dumps(out, allow_nan=False, ensure_ascii=False, default=_dumped)
    return HttpResponse(text, content_type="application/json")


def plain_csv(text: str) -> HttpResponse:
    """A table as text."""
    return HttpResponse(text, content_type=f"{CSV}; charset=utf-8")


def computed(
    request: HttpRequest,
    seconds: float,
    narrower: str,
    job: Callable[[Pause], A],
    form: Callable[[A], HttpResponse] = plain_json,
) -> HttpResponse:
    """A job's answer, in the one slot where it is heavy. Raises `InputError` where it would take too long;
    ``narrower``: the code of how to ask for less; ``form``: how it is told."""
    refuse_beyond(seconds, narrower)
    with slot(request, seconds) as pause:
        return form(job(pause))


def stream(
    request: HttpRequest, seconds: float, steps: Callable[[Pause], Iterator[Mapping[str, Any]]]
) -> HttpResponse:
    """Steps as lines of JSON; a client that goes away ends them at the next piece of work."""

    def refused(error: InputError) -> str:
        refusal = refusals([error], subject_of(request.path))
        return json.dumps(refusal, ensure_ascii=False) + "\n"

    def lines() -> Iterator[str]:
        try:
            with slot(request, seconds, _STREAM_WAITS_S) as pause:
                for step in steps(pause):
                    yield json.dumps(step, allow_nan=False, ensure_ascii=False) + "\n"
        except GoneError:
            return
        except BusyError as error:
            yield refused(busy(error))
        except InputError as error:
            yield refused(error)
        except Exception:
            logging.getLogger("django.request").exception("unhandled in a stream")
            yield refused(InputError("", "own-fault-in-stream"))

    return StreamingHttpResponse(lines(), content_type=f"{JSON_LINES}; charset=utf-8")  # type: ignore[return-value]


def download(body: str, name: str, content_type: str) -> HttpResponse:
    """A text as a file to keep."""
    response = HttpResponse(body, content_type=f"{content_type}; charset=utf-8")
    response["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(name)}"
    return response
