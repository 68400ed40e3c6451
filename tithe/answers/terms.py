"""The glossary."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.question import reading
from tithe.text.terms import TERMS, forms


class GlossaryTerm(TypedDict):
    """A term: its name, all its forms, and what it means."""

    name: str
    forms: list[str]
    text: str


@reading("terms")
def glossary() -> list[GlossaryTerm]:
    """Every term, by name."""
    terms = sorted(TERMS.values(), key=lambda term: term.name.lower())
    return [{"name": term.name, "forms": list(forms(term)), "text": term.text} for term in terms]
