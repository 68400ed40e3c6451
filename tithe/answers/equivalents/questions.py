"""What is asked of a figure: its other forms."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tithe.answers.equivalents import equivalents_json
from tithe.answers.equivalents.shapes import EquivalentsOut
from tithe.answers.question import Request, Work, at_once, question
from tithe.core.equivalents import Form

_Positive = Annotated[float, Field(gt=0, allow_inf_nan=False)]  # of an address all is text: not strict


class FigureQuery(Request):
    """A figure in one form; a level is across ``ohm``, a step is of ``of_w`` watts."""

    form: Form
    value: Annotated[float, Field(allow_inf_nan=False)]
    ohm: _Positive = equivalents_json.USUAL_OHM
    of_w: _Positive = equivalents_json.USUAL_W


@question("equivalents", in_address=True)
def other_forms(query: FigureQuery) -> Work[EquivalentsOut]:
    """A figure of reflection, a step in power or a level of power in every other form."""
    return at_once(equivalents_json.equivalents(query.form, query.value, query.ohm, query.of_w))
