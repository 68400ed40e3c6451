"""What a question of the schools is answered with: `POST /schools/{slug}`. Figures are told as text."""

from __future__ import annotations

from typing_extensions import TypedDict


class SchoolTitle(TypedDict):
    """A question by its slug."""

    slug: str
    title: str


class SchoolRow(TypedDict):
    """A band, or what the row is of, and its figures."""

    label: str
    cells: list[str]


class SchoolAnswer(SchoolTitle):
    """What each school says in general, what that comes to at the station, and which holds there."""

    one_says: str
    one: str
    other_says: str
    other: str
    holds: str
    heads: list[str]
    rows: list[SchoolRow]
