"""What many questions are asked with: the station as it stands on the screen, and a frequency."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tithe.answers.question import Request
from tithe.document.station import StationFile

Mhz = Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]


class TextFile(Request):
    """A file's text as the browser read it."""

    text: str


class DocumentRequest(Request):
    """The station as it stands on the screen."""

    document: StationFile


class SolveRequest(DocumentRequest):
    """The station as it stands on the screen, and the frequency looked at."""

    mhz: Mhz


class WorkingRequest(SolveRequest):
    """``figure``: its path in the answer's ``result``, such as ``stages[3].loss_db``."""

    figure: Annotated[str, Field(max_length=80)]
