"""The API of the first question: a line, a length, an SWR in; what is lost out. It keeps nothing."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from tithe.core.errors import InputError
from tithe.document.errors import StationError
from tithe.document.loss_question import LossQuestion, asked_place
from tithe.results import loss_json, loss_working_json
from tithe.results.loss_shapes import LossAnswer
from tithe.results.working_shapes import WorkingOut
from tithe.web.http import plain_json

router = Router()


class LossWorkingRequest(Schema):
    """``figure``: its path in the answer, such as ``lines[0].extra_db``."""

    question: LossQuestion
    figure: Annotated[str, Field(max_length=80)]


@router.post("/loss", response=LossAnswer)
def line_loss(request: HttpRequest, body: LossQuestion) -> Any:
    """What up to three lines lose, what arrives, and the same over SWR and over bands."""
    return _answered(lambda: loss_json.answer(body))


@router.post("/loss/working", response=WorkingOut)
def line_loss_working(request: HttpRequest, body: LossWorkingRequest) -> Any:
    """How one figure of the answer comes about, with the core's figures in its formulas."""
    return _answered(lambda: loss_working_json.working(body.question, body.figure))


def _answered(job: Callable[[], object]) -> Any:
    """What a question comes to; what is wrong with it, at the place where it was asked."""
    try:
        return plain_json(job())
    except StationError as error:
        raise asked_place(error.errors[0]) from None
    except InputError as error:
        raise asked_place(error) from None
