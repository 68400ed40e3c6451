"""A figure in its other forms as the page shows it."""

from __future__ import annotations

from typing_extensions import TypedDict


class EquivalentOut(TypedDict):
    """One form of a figure: what it is called, and the figure with its unit."""

    form: str
    name: str
    text: str


class EquivalentsOut(TypedDict):
    """A figure in a sentence, and in every form."""

    sentence: str
    rows: list[EquivalentOut]
