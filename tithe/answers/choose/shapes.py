"""What choosing answers. Infinite and unknown figures are null."""

from __future__ import annotations

from typing import TYPE_CHECKING, Any, Literal, NotRequired

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import Figure
from tithe.answers.station.shapes import Comparison
from tithe.answers.working_shapes import WorkingOut
from tithe.document.antenna import AntennaModel
from tithe.document.parts import PartModel

if TYPE_CHECKING:  # as the file writes them
    PartJson = dict[str, Any]
    AntennaJson = dict[str, Any]
else:
    PartJson, AntennaJson = PartModel, AntennaModel


class ToBuy(TypedDict):
    """A part, or metres of line; ``price`` in all."""

    name: str
    quantity: float
    unit: str
    price: float | None


class Cell(TypedDict):
    """A candidate on a band: at the power that its parts bear."""

    radiated_w: float
    share: float
    regret_db: float | None
    regret_s_units: float | None
    reach: Literal["all", "some", "none"]
    limit_w: float


class BehindDb(TypedDict):
    """How far behind the best, dB: as all is typed; in the middle of the worlds tried, and at most in nine of
    ten of them (null: it was too far behind to be tried, or radiates nothing)."""

    as_typed: float | None
    middle: float | None
    nine_of_ten: float | None


class CandidateOut(TypedDict):
    """A candidate with its score over the bands; null costs are unknown; ``right_in``: in which share of the
    worlds it is within the chosen dB of the best (null: not tried)."""

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
    behind_db: BehindDb
    right_in: float | None
    cost: float | None
    affordable: bool
    unbeaten: bool
    buy: list[ToBuy]
    cells: list[Cell]


class PriceRow(TypedDict):
    """A price in force."""

    token: str
    name: str
    price: float
    per_m: bool


class Place(TypedDict):
    """A placement by its slug, as `ChoiceModel.off` has it."""

    slug: str
    title: str


class PlaceGroup(TypedDict):
    """Placements that have their tuner, or open line, in common."""

    title: str
    places: list[Place]


class DoubtOut(TypedDict):
    """Worlds of a kind: in which share of them the decision is right, how far it is behind there, and what
    would be right ``instead``, the same where it ``stands``."""

    id: str
    text: str
    stands: bool
    behind_db: float | None
    right_in: float
    instead: str


class Sureness(TypedDict):
    """How sure the answer is."""

    sentence: str
    doubts: list[DoubtOut]


class MeasureFirst(TypedDict):
    """Something that can be measured, what it changes, and what it is worth on average: ``gained_db`` and
    ``saved`` in the prices' currency, both together ``worth_db``; ``effort``: where one goes for it;
    ``known``: a mark of what is known of it now."""

    id: Literal["antenna", "ground", "line", "coil"]
    changes_in: float
    worth_db: float
    gained_db: float
    saved: float
    effort: Literal["indoors", "outdoors", "climbing"]
    minutes: float
    text: str
    known: str


class ChooseAnswer(TypedDict):
    """The ranking, best first; decided by ``school``: ``by_worlds``, or ``as_typed``. ``places``: what could
    be considered, by groups; ``fed_against_ground``: whether open line is left out, as it is said or by the
    antenna's shape; ``found_out``: what a measurement changed that one had set out for."""

    sentence: str
    not_worth: str
    shortcomings: str
    prices_note: str
    within_db: float
    within_w: float
    rated_w: float
    bands: list[str]
    left_out: list[str]
    guessed: list[str]
    run_m: float
    indoor_m: float
    lead_m: float
    best: str
    decision: str
    school: Literal["worlds", "as-typed"]
    as_typed: str
    by_worlds: str
    worlds: int
    db_worth: float
    wet_share: float
    sure: Sureness
    found_out: str
    measure_first: list[MeasureFirst]
    finding_out: str
    candidates: list[CandidateOut]
    prices: list[PriceRow]
    places: list[PlaceGroup]
    fed_against_ground: bool


class ChooseLine(TypedDict):
    """One line of the answer's stream: how far it is, or the answer, or what is wrong."""

    done: NotRequired[int]
    of: NotRequired[int]
    answer: NotRequired[ChooseAnswer]


class SureLine(TypedDict):
    """One line of a stream: how far it is, or how sure the answer is."""

    done: NotRequired[int]
    of: NotRequired[int]
    sure: NotRequired[Sureness]


class Contour(TypedDict):
    """SWR (null: infinite) over matched loss at one extra loss."""

    level_db: float
    matched_db: list[float]
    swr: list[float | None]


class MapPoint(TypedDict):
    """A band on the map; ``swr_to_cross``, ``run_to_cross_m``: where it would cross the wanted contour."""

    band: str
    matched_db: float
    swr: float | None
    extra_db: Figure
    handbook_extra_db: float | None
    country: Literal["room will do", "either", "match outside"]
    swr_to_cross: float | None
    run_to_cross_m: float | None


class LossMap(TypedDict):
    """The map with one candidate's bands."""

    id: str
    name: str
    contours: list[Contour]
    points: list[MapPoint]
    within_db: float
    sentence: str


class BreakEvenOut(TypedDict):
    """A rival's gain over lengths of run; ``workings``: of each gain, and of the length from which it
    wins."""

    base: str
    rival: str
    length_m: list[float]
    gain_db: list[float | None]
    wins_from_m: float | None
    sentence: str
    workings: dict[str, WorkingOut]


class LengthBand(TypedDict):
    """At which lengths a band is reached, the power that is borne there, and what leaves of it."""

    name: str
    reached: list[bool]
    bears_w: list[float]
    sky_w: list[float]


class LengthsAnswer(TypedDict):
    """Safe lengths and their margins; ``workings``: of the present one's and the safest one's."""

    sentence: str
    present_m: float
    best_m: float
    length_m: list[float]
    margin_m: list[float]
    bands: list[LengthBand]
    workings: dict[str, WorkingOut]


class CandidateLook(TypedDict):
    """A candidate beside what stands now, with its run and antenna for adopting it."""

    name: str
    chain: list[PartJson]
    antenna: AntennaJson
    comparison: Comparison
