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
        made.post(f"/{one.path}", response=one.tells)(_operation(one))
    return made


def _operation(one: Question) -> Any:
    def answer(request: HttpRequest, body: Any, **places: str) -> HttpResponse:
        work = one.work(*(places[name] for name in one.places), body)
        return computed(request, work.seconds, work.narrower, work.answer)

    kinds = {"request": HttpRequest, **dict.fromkeys(one.places, str), "body": one.asks}
    by_name = [Parameter(name, Parameter.KEYWORD_ONLY, annotation=kind) for name, kind in kinds.items()]
    by_name[0] = by_name[0].replace(kind=Parameter.POSITIONAL_ONLY)
    answer.__signature__ = Signature(by_name)  # type: ignore[attr-defined]  # read by the framework
    answer.__name__, answer.__doc__ = one.path.replace("/", "_"), one.about
    return answer
