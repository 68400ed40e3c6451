"""The API of the glossary."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router, Schema

from tithe.text.terms import TERMS, forms

router = Router()


class GlossaryTerm(Schema):
    """A term: its name, all its forms, and what it means."""

    name: str
    forms: list[str]
    text: str


@router.get("/terms", response=list[GlossaryTerm])
def glossary(request: HttpRequest) -> Any:
    """Every term, by name."""
    found = sorted(TERMS.values(), key=lambda term: term.name.lower())
    return [{"name": term.name, "forms": list(forms(term)), "text": term.text} for term in found]
