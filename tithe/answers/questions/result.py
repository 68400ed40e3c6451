"""The questions of the schools as plain objects."""

from __future__ import annotations

import re

from tithe.answers import working_json
from tithe.answers.questions.shapes import SchoolAnswer, SchoolRow, SchoolTitle
from tithe.answers.working_shapes import WorkingOut
from tithe.core.errors import InputError
from tithe.core.message import Message, tell
from tithe.core.questions import SCHOOLS, Cell, Row, SchoolQuestion, compare_schools
from tithe.text import in_words_of, questions, say

_PATH = re.compile(r"rows\[(\d+)\]\.cells\[(\d+)\]")


def titles() -> list[SchoolTitle]:
    """All questions there are."""
    return [{"slug": slug, "title": questions.SCHOOLS[slug].title} for slug in SCHOOLS]


def answer(slug: str, question: SchoolQuestion) -> SchoolAnswer:
    """One question put to a station. Raises `InputError` where there is none, or where it cannot be
    computed."""
    compared = compare_schools(slug, question)
    school = questions.SCHOOLS[slug]
    return {
        "slug": slug,
        "title": school.title,
        "one_says": school.one,
        "one": say(compared.one),
        "other_says": school.other,
        "other": say(compared.other),
        "holds": say(compared.holds),
        "heads": [say(tell(column.head)) for column in compared.columns],
        "rows": [_row(row, [column.quantity for column in compared.columns]) for row in compared.rows],
    }


def working(slug: str, question: SchoolQuestion, figure: str) -> WorkingOut:
    """How the cell at ``rows[2].cells[0]`` comes about. Raises `InputError` also where there is none."""
    path = _PATH.fullmatch(figure)
    columns = compare_schools(slug, question).columns
    row, column = (int(path[1]), int(path[2])) if path else (0, len(columns))
    worked = columns[column].worked if column < len(columns) else ()
    derivation = worked[row] if row < len(worked) else None
    if derivation is None:
        raise InputError("figure", "no-such-figure", figure)
    return working_json.working(*derivation)


def _row(row: Row, quantities: list[str]) -> SchoolRow:
    label = say(row.label) if isinstance(row.label, Message) else row.label
    return {"label": label, "cells": [_cell(*cell) for cell in zip(quantities, row.cells, strict=True)]}


def _cell(quantity: str, value: Cell) -> str:
    return "–" if value is None else in_words_of(quantity, value)
