"""What sweeps are asked."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.question import Request
from tithe.answers.requests import DocumentRequest
from tithe.document.fields import NotNegative, Number, Positive
from tithe.document.station import BandModel
from tithe.document.work import TrimModel

Joint = Annotated[int, Field(ge=0, le=60)]
Bands = Annotated[list[BandModel], Field(max_length=60)]
Ratio = Annotated[float, Field(ge=1, le=1e12, allow_inf_nan=False)]


class Columns(Request):
    """Which column of a CSV file holds what, counted from 0; null where its headings do not say."""

    frequency: Annotated[int, Field(ge=0, le=1000)] | None = None
    unit: Literal["hz", "khz", "mhz", "ghz"] | None = None
    holds: Literal["r-x", "swr", "return-loss"] | None = None
    first: Annotated[int, Field(ge=0, le=1000)] | None = None
    second: Annotated[int, Field(ge=0, le=1000)] | None = None


class Recognised(TypedDict):
    """What a file seems to be, to be confirmed: its headings and first rows, and what is missing."""

    kind: Literal["touchstone", "csv"]
    heads: list[str]
    rows: list[list[str]]
    columns: Columns | None
    question: str


class Window(Request):
    """The frequencies to draw; both or none."""

    low_mhz: Positive
    high_mhz: Positive


class LookRequest(Request):
    """``shown``: the joint at which to show it (null: where it was taken). ``over``: other sweeps to lay
    under it."""

    shown: Joint | None = None
    bands: Bands = Field(default_factory=list)
    comfort_swr: Ratio = 2.0
    window: Window | None = None
    over: Annotated[list[int], Field(max_length=12)] = Field(default_factory=list)


class SweepWorkingRequest(LookRequest):
    """``figure``: its path in the look's ``reading``, such as ``dips[0].resonance.q``."""

    figure: Annotated[str, Field(max_length=80)]


class SimulateRequest(DocumentRequest):
    """The station to measure, where, and with what instrument."""

    joint: Joint
    start_mhz: Positive
    stop_mhz: Positive
    points: Annotated[int, Field(ge=2, le=20_001)] = 201
    noise: NotNegative = 0.0
    directivity_db: Positive | None = None
    drift_db: Number = 0.0
    drift_deg: Number = 0.0
    seed: Annotated[int, Field(ge=0, le=2**31)] = 1


class SimulatedFile(TypedDict):
    """What the simulated analyzer saved, as Touchstone text."""

    text: str


class TrimRequest(Request):
    """The goal, and the joint of the run of ``sweep`` at which the steps are read (null: where each was
    taken)."""

    trim: TrimModel
    shown: Joint | None = None
    sweep: int | None = None


class DriftRequest(Request):
    """The joint at which both are compared, and the instrument's uncertainty in |Γ|."""

    shown: Joint | None = None
    uncertainty: Annotated[float, Field(gt=0, le=0.5, allow_inf_nan=False)] = 0.02
