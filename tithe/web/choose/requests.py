"""What the API of choosing is asked."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from tithe.document.fields import Name, Positive
from tithe.document.station import StationFile


class ChooseRequest(Schema):
    """The station as it stands; its ``choice`` says what is asked."""

    document: StationFile


class CandidateRequest(ChooseRequest):
    """One candidate of it."""

    id: Name


class CandidateWorkingRequest(CandidateRequest):
    """``figure``: its path in the candidate, such as ``cells[2].regret_db``."""

    figure: Annotated[str, Field(max_length=80)]


class CandidateLookRequest(CandidateRequest):
    """At a frequency."""

    mhz: Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]


class LengthsRequest(ChooseRequest):
    """Bounds and step of the lengths to try."""

    low_m: Positive
    high_m: Positive
    step_m: Positive = 0.25


class BreakEvenRequest(ChooseRequest):
    """The lines to compare by their tokens; "": the present coax, no open line."""

    coax: Name = ""
    open_line: Name = ""
