"""The questions of `tithe.answers` as operations of the API."""

from __future__ import annotations

from inspect import Parameter, Signature
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router

from tithe.answers.question import Question, every
from tithe.web.http import computed


def router() -> Router:
    """An operation for each question."""
    made = Router()
    for one in every():
        add = made.get if one.asks is None else made.post
        add(f"/{one.path}", response=one.tells)(_operation(one))
    return made


def _operation(one: Question) -> Any:
    body = {} if one.asks is None else {"body": one.asks}
    takes: dict[str, Any] = {**dict.fromkeys(one.places, str), **body}

    def answer(request: HttpRequest, **given: Any) -> HttpResponse:
        work = one.work(*(given[name] for name in takes))
        return computed(request, work.seconds, work.narrower, work.answer)

    first = Parameter("request", Parameter.POSITIONAL_ONLY, annotation=HttpRequest)
    others = [Parameter(name, Parameter.KEYWORD_ONLY, annotation=kind) for name, kind in takes.items()]
    answer.__signature__ = Signature([first, *others])  # type: ignore[attr-defined]  # the framework reads it
    answer.__name__, answer.__doc__ = one.path.replace("/", "_"), one.about
    return answer
