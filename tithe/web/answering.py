"""The questions of `tithe.answers` as operations of the API."""

from __future__ import annotations

from inspect import Parameter, Signature
from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Query, Router

from tithe.answers.question import OWN, Question, Steps, every
from tithe.core.cost import refuse_beyond
from tithe.web.actor import actor_of
from tithe.web.http import computed, plain_csv, plain_json, stream
from tithe.web.stations.own_lines import own_lines


def router() -> Router:
    """An operation for each question."""
    made = Router()
    for question in every():
        add = made.get if question.in_address else made.post
        shape = str if question.form == "csv" else question.tells
        add(f"/{question.path}", response=shape, openapi_extra={"x-form": question.form})(
            _operation(question)
        )
    return made


def _operation(question: Question) -> Any:
    body: dict[str, Any] = {} if question.asks is None else {"body": question.asks}
    if question.asks and question.in_address:
        body = {"query": Query[question.asks]}  # type: ignore[misc, name-defined]  # made as it runs
    takes: dict[str, Any] = {**dict.fromkeys(question.places, str), **body}

    def answer(request: HttpRequest, **given: Any) -> HttpResponse:
        own = {OWN: own_lines(actor_of(request))} if question.own else {}
        work = question.work(*(given[name] for name in takes), **own)
        if isinstance(work, Steps):
            refuse_beyond(work.seconds, work.narrower)
            return stream(request, work.seconds, work.steps)
        form: Any = plain_csv if question.form == "csv" else plain_json
        return computed(request, work.seconds, work.narrower, work.answer, form)

    first = Parameter("request", Parameter.POSITIONAL_ONLY, annotation=HttpRequest)
    others = [Parameter(name, Parameter.KEYWORD_ONLY, annotation=kind) for name, kind in takes.items()]
    answer.__signature__ = Signature([first, *others])  # type: ignore[attr-defined]  # the framework reads it
    answer.__name__, answer.__doc__ = question.path.replace("/", "_").replace(".", "_"), question.about
    return answer
