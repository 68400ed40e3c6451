"""The questions of the schools as plain objects."""

from __future__ import annotations

from tithe.core.message import Message, tell
from tithe.core.schools import SCHOOLS, Asked, Cell, Row, compare_schools
from tithe.results.schools_shapes import SchoolAnswer, SchoolRow, SchoolTitle
from tithe.text import say, schools, told_as


def titles() -> list[SchoolTitle]:
    """All questions there are."""
    return [{"slug": slug, "title": schools.SCHOOLS[slug].title} for slug in SCHOOLS]


def answer(slug: str, asked: Asked) -> SchoolAnswer:
    """One question put to a station. Raises `InputError` where there is none, or where it cannot be
    computed."""
    found = compare_schools(slug, asked)
    school = schools.SCHOOLS[slug]
    return {
        "slug": slug,
        "title": school.title,
        "one_says": school.one,
        "one": say(found.one),
        "other_says": school.other,
        "other": say(found.other),
        "holds": say(found.holds),
        "heads": [say(tell(code)) for code, _ in found.heads],
        "rows": [_row(row, [quantity for _, quantity in found.heads]) for row in found.rows],
    }


def _row(row: Row, quantities: list[str]) -> SchoolRow:
    label = say(row.label) if isinstance(row.label, Message) else row.label
    return {"label": label, "cells": [_cell(*one) for one in zip(quantities, row.cells, strict=True)]}


def _cell(quantity: str, value: Cell) -> str:
    return "–" if value is None else told_as(quantity, value)
