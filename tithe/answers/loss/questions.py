"""What a line loses, asked over the API; what is wrong is told at the place where it was asked."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, TypeVar

from pydantic import Field

from tithe.answers.loss import result, working
from tithe.answers.loss.shapes import LossAnswer
from tithe.answers.question import Request, Work, question
from tithe.answers.working_shapes import WorkingOut
from tithe.core.cost import Pause
from tithe.core.errors import InputError
from tithe.document.errors import StationError
from tithe.document.loss_question import LossQuestion, asked_place

A = TypeVar("A")


class LossWorkingRequest(Request):
    """``figure``: its path in the answer, such as ``lines[0].extra_db``."""

    question: LossQuestion
    figure: Annotated[str, Field(max_length=80)]


@question("loss")
def answer(question: LossQuestion) -> Work[LossAnswer]:
    """What up to three lines lose, what arrives, and the same over SWR and over bands."""
    return _placed(lambda: result.answer(question))


@question("loss/working")
def how(request: LossWorkingRequest) -> Work[WorkingOut]:
    """How one figure of the answer comes about, with the core's figures in its formulas."""
    return _placed(lambda: working.working(request.question, request.figure))


def _placed(job: Callable[[], A]) -> Work[A]:
    def work(pause: Pause) -> A:
        try:
            return job()
        except StationError as error:
            raise asked_place(error.errors[0]) from None
        except InputError as error:
            raise asked_place(error) from None

    return Work(0.0, work)
