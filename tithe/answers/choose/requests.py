"""What choosing is asked."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tithe.answers.requests import DocumentRequest, Mhz
from tithe.document.fields import Name, Positive


class ChooseRequest(DocumentRequest):
    """The station as it stands; its ``choice`` says what is asked."""


class CandidateRequest(ChooseRequest):
    """One candidate of it."""

    id: Name


class CandidateWorkingRequest(CandidateRequest):
    """``figure``: its path in the candidate, such as ``cells[2].regret_db``."""

    figure: Annotated[str, Field(max_length=80)]


class CandidateLookRequest(CandidateRequest):
    """At a frequency."""

    mhz: Mhz


class LengthsRequest(ChooseRequest):
    """Bounds and step of the lengths to try."""

    low_m: Positive
    high_m: Positive
    step_m: Positive = 0.25


class BreakEvenRequest(ChooseRequest):
    """The lines to compare by their tokens; "": the present coax, no open line."""

    coax: Name = ""
    open_line: Name = ""
