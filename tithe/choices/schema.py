"""What the API of choosing takes and answers, typed for the front end."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from tithe.formats.part_model import PartModel
from tithe.formats.station_model import AntennaModel, StationFile
from tithe.formats.wire import Name, Positive
from tithe.stations.schema import Comparison, Figure


class ChooseRequest(Schema):
    """The station as it stands; its ``choice`` says what is asked."""

    document: StationFile


class CandidateRequest(ChooseRequest):
    """One candidate of it."""

    id: Name


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


class Progress(Schema):
    """How many candidates are computed."""

    done: int
    of: int


class ToBuy(Schema):
    """A part, or metres of line; ``price`` in all."""

    name: str
    quantity: float
    unit: str
    price: float | None


class Cell(Schema):
    """A candidate on a band: at the power that its parts bear."""

    radiated_w: float
    share: float
    regret_db: float | None
    regret_s_units: float | None
    reach: Literal["all", "some", "none"]
    limit_w: float


class CandidateOut(Schema):
    """A candidate with its score over the bands; null costs are unknown."""

    id: str
    placement: str
    title: str
    line: str
    name: str
    note: str
    line_name: str
    score_w: float
    score_low_w: float
    score_high_w: float
    behind_db: float | None
    cost: float | None
    affordable: bool
    unbeaten: bool
    buy: list[ToBuy]
    cells: list[Cell]


class PriceRow(Schema):
    """A price in force."""

    token: str
    name: str
    price: float
    per_m: bool


class ChooseAnswer(Schema):
    """The ranking, best first."""

    sentence: str
    not_worth: str
    shortcomings: str
    prices_note: str
    within_db: float
    rated_w: float
    bands: list[str]
    left_out: list[str]
    guessed: list[str]
    run_m: float
    indoor_m: float
    lead_m: float
    best: str
    decision: str
    candidates: list[CandidateOut]
    prices: list[PriceRow]


class ChooseLine(Schema):
    """One line of the answer's stream: how far it is, or the answer, or what is wrong."""

    done: int | None = None
    of: int | None = None
    answer: ChooseAnswer | None = None


class DoubtOut(Schema):
    """An assumption tried."""

    id: str
    text: str
    stands: bool
    behind_db: float | None
    instead: str


class Sureness(Schema):
    """How sure the answer is."""

    sentence: str
    doubts: list[DoubtOut]


class SureLine(Schema):
    """One line of that stream: how many assumptions are tried, or how sure the answer is."""

    done: int | None = None
    of: int | None = None
    sure: Sureness | None = None


class Contour(Schema):
    """SWR (null: infinite) over matched loss at one extra loss."""

    level_db: float
    matched_db: list[float]
    swr: list[float | None]


class MapPoint(Schema):
    """A band on the map; ``swr_to_cross``, ``run_to_cross_m``: where it would cross the wanted contour."""

    band: str
    matched_db: float
    swr: float | None
    extra_db: Figure
    handbook_extra_db: float | None
    country: Literal["room will do", "either", "match outside"]
    swr_to_cross: float | None
    run_to_cross_m: float | None


class LossMap(Schema):
    """The map with one candidate's bands."""

    id: str
    name: str
    contours: list[Contour]
    points: list[MapPoint]
    within_db: float
    sentence: str


class BreakEvenOut(Schema):
    """A rival's gain over lengths of run."""

    base: str
    rival: str
    length_m: list[float]
    gain_db: list[float | None]
    wins_from_m: float | None
    sentence: str


class LengthBand(Schema):
    """At which lengths a band is reached."""

    name: str
    reached: list[bool]


class LengthsAnswer(Schema):
    """Safe lengths and their margins."""

    sentence: str
    present_m: float
    length_m: list[float]
    margin_m: list[float]
    bands: list[LengthBand]


class CandidateLook(Schema):
    """A candidate beside what stands now, with its run and antenna for adopting it."""

    name: str
    chain: list[PartModel]
    antenna: AntennaModel
    comparison: Comparison
