"""The API of the glossary, and of the other forms of a figure."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Query, Router, Schema
from pydantic import Field

from tithe.core.equivalents import Form
from tithe.results import equivalents_json
from tithe.results.equivalents_shapes import EquivalentsOut
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


_Positive = Annotated[float, Field(gt=0, allow_inf_nan=False)]


class FigureQuery(Schema):
    """A figure in one form; a level is across ``ohm``, a step is of ``of_w`` watts."""

    form: Form
    value: Annotated[float, Field(allow_inf_nan=False)]
    ohm: _Positive = equivalents_json.USUAL_OHM
    of_w: _Positive = equivalents_json.USUAL_W


@router.get("/equivalents", response=EquivalentsOut)
def other_forms(request: HttpRequest, asked: Query[FigureQuery]) -> Any:
    """A figure of reflection, a step in power or a level of power in every other form."""
    return equivalents_json.equivalents(asked.form, asked.value, asked.ohm, asked.of_w)
