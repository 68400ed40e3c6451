"""The API of the first question: a line, a length, an SWR in; what is lost out. It keeps nothing."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from tithe.core.errors import InputError
from tithe.document.errors import StationError
from tithe.document.loss_question import LossQuestion, asked_place
from tithe.results import loss_json
from tithe.results.loss_shapes import LossAnswer
from tithe.web.http import Refusals, plain_json

router = Router()


@router.post("/loss", response={200: LossAnswer, 422: Refusals})
def line_loss(request: HttpRequest, body: LossQuestion) -> Any:
    """What up to three lines lose, what arrives, and the same over SWR and over bands."""
    try:
        return plain_json(loss_json.answer(body))
    except StationError as error:
        raise asked_place(error.errors[0]) from None
    except InputError as error:
        raise asked_place(error) from None
