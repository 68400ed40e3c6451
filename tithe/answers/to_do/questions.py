"""What is asked of what comes next."""

from __future__ import annotations

from datetime import date

from tithe.answers.question import OwnLines, Work, question
from tithe.answers.requests import DocumentRequest
from tithe.answers.to_do.shapes import NextAnswer
from tithe.answers.to_do.to_do import ToDo
from tithe.core.cost import Pause


@question("next")
def what_comes_next(body: DocumentRequest, own: OwnLines) -> Work[NextAnswer]:
    """At most three steps, by the station and what is kept in its file: cautions, what is not known and
    decides, what to change, what to look after."""
    to_do = ToDo(body.document, own)

    def job(pause: Pause) -> NextAnswer:
        return to_do.answer(date.today(), pause)

    return Work(to_do.cost_s(), job)
