"""What the API of sweeps takes and answers, typed for the front end."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from tithe.formats.part_model import PartModel
from tithe.formats.station_model import BandModel, StationFile
from tithe.formats.wire import Name, NotNegative, Number, Positive
from tithe.formats.work_model import TrimModel

Joint = Annotated[int, Field(ge=0, le=60)]
Chain = Annotated[list[PartModel], Field(max_length=60)]
Bands = Annotated[list[BandModel], Field(max_length=60)]
Ratio = Annotated[float, Field(ge=1, le=1e12, allow_inf_nan=False)]


class Columns(Schema):
    """Which column of a CSV file holds what, counted from 0; null where its headings do not say."""

    frequency: Annotated[int, Field(ge=0, le=1000)] | None = None
    unit: Literal["hz", "khz", "mhz", "ghz"] | None = None
    holds: Literal["r-x", "swr", "return-loss"] | None = None
    first: Annotated[int, Field(ge=0, le=1000)] | None = None
    second: Annotated[int, Field(ge=0, le=1000)] | None = None


class Recognised(Schema):
    """What a file seems to be, to be confirmed: its headings and first rows, and what is missing."""

    kind: Literal["touchstone", "csv"]
    heads: list[str]
    rows: list[list[str]]
    columns: Columns | None
    question: str


class NewSweep(Schema):
    """A file's text with where it was taken; ``columns`` as confirmed."""

    text: str
    columns: Columns | None = None
    title: Name = ""
    joint: Joint = 0
    chain: Chain = Field(default_factory=list)
    trim: bool = False
    change_m: Number | None = None


class SweepRow(Schema):
    """A kept sweep in the log."""

    id: int
    title: str
    taken: datetime
    joint: int
    chain: list[PartModel]
    baseline: bool
    trim: bool
    change_m: float | None
    radials: int | None
    radial_m: float | None
    removed: bool


class SweepChange(Schema):
    """What may be changed of a kept sweep."""

    title: Name | None = None
    joint: Joint | None = None
    chain: Annotated[list[PartModel] | None, Field(max_length=60)] = None
    baseline: bool | None = None
    trim: bool | None = None
    change_m: Number | None = None
    radials: Annotated[int, Field(ge=1, le=1000)] | None = None
    radial_m: Positive | None = None
    removed: bool | None = None


class Window(Schema):
    """The frequencies to draw; both or none."""

    low_mhz: Positive
    high_mhz: Positive


class LookRequest(Schema):
    """``shown``: the joint at which to show it (null: where it was taken). ``over``: other sweeps to lay
    under it."""

    shown: Joint | None = None
    bands: Bands = Field(default_factory=list)
    comfort_swr: Ratio = 2.0
    window: Window | None = None
    over: Annotated[list[int], Field(max_length=12)] = Field(default_factory=list)


class ResonanceOut(Schema):
    """A zero of reactance."""

    mhz: float
    r_ohm: float | None
    q: float | None
    kind: Literal["series", "parallel"]


class WidthOut(Schema):
    """Where the SWR stays at or below ``swr``; null: beyond the sweep."""

    swr: float
    reached: bool
    low_mhz: float | None
    high_mhz: float | None
    width_khz: float | None


class DipOut(Schema):
    """A lowest SWR with its resonance."""

    mhz: float
    swr: float | None
    return_loss_db: float | None
    r_ohm: float | None
    x_ohm: float | None
    resonance: ResonanceOut | None
    apart_khz: float | None
    widths: list[WidthOut]


class BandOut(Schema):
    """A band of the sweep; ``taken_worst``: the worst SWR where the sweep was taken."""

    name: str
    low_mhz: float
    high_mhz: float
    swr_low: float | None
    swr_middle: float | None
    swr_high: float | None
    swr_least: float | None
    swr_worst: float | None
    covered: bool
    need: Literal["nothing", "radio", "wide"] | None
    taken_worst: float | None = None


class Reading(Schema):
    """Everything that is read off a sweep."""

    points: int
    low_mhz: float
    high_mhz: float
    phase: bool
    noise: float
    sentence: str
    dips: list[DipOut]
    resonances: list[ResonanceOut]
    bands: list[BandOut]


class Curve(Schema):
    """A sweep for drawing; null: infinite. R, X and Γ only where the phase is known."""

    mhz: list[float]
    swr: list[float | None]
    return_loss_db: list[float | None]
    r_ohm: list[float | None] | None = None
    x_ohm: list[float | None] | None = None
    re: list[float | None] | None = None
    im: list[float | None] | None = None


class LaidUnder(Schema):
    """Another sweep at the same joint."""

    id: int
    title: str
    curve: Curve


class Look(Schema):
    """A sweep at a joint: its reading, what the cable hides, what does not agree, and its curve."""

    shown: int
    reading: Reading
    flattery: str
    contradiction: str
    out_of_line: list[str]
    curve: Curve
    under: list[LaidUnder]


class SimulateRequest(Schema):
    """The station to measure, where, and with what instrument."""

    document: StationFile
    joint: Joint
    start_mhz: Positive
    stop_mhz: Positive
    points: Annotated[int, Field(ge=2, le=20_001)] = 201
    noise: NotNegative = 0.0
    directivity_db: Positive | None = None
    drift_db: Number = 0.0
    drift_deg: Number = 0.0
    seed: Annotated[int, Field(ge=0, le=2**31)] = 1


class SimulatedFile(Schema):
    """What the simulated analyzer saved, as Touchstone text."""

    text: str


class TrimRequest(Schema):
    """The goal, and the joint of the run of ``sweep`` at which the steps are read (null: where each was
    taken)."""

    trim: TrimModel
    shown: Joint | None = None
    sweep: int | None = None


class TrimStepOut(Schema):
    """One step of the log: where its dip lies, and how it went."""

    id: int
    title: str
    mhz: float | None
    swr: float | None
    change_m: float | None
    course: Literal["start", "nearer", "wrong", "past", "still", "lost"]
    moved_khz: float | None
    sentence: str
    curve: Curve


class TrimAnswer(Schema):
    """What to do next, by rule and by what the last step taught; and the log."""

    sentence: str
    change_m: float | None
    learned: str
    steps: list[TrimStepOut]


class RadialsAnswer(Schema):
    """Counted radials: readings (count, R, wire in all), an estimate ahead, and what it means."""

    sentence: str
    readings: list[RadialReadingOut]
    next_count: int | None
    next_r_low_ohm: float | None
    next_r_high_ohm: float | None


class RadialReadingOut(Schema):
    """One count."""

    id: int
    count: int
    r_ohm: float
    wire_m: float | None


class DriftRequest(Schema):
    """The joint at which both are compared, and the instrument's uncertainty in |Γ|."""

    shown: Joint | None = None
    uncertainty: Annotated[float, Field(gt=0, le=0.5, allow_inf_nan=False)] = 0.02


class CauseOut(Schema):
    """A likely cause."""

    id: str
    sentence: str
    strength: float


class MovedDip(Schema):
    """A dip then and now."""

    before_mhz: float
    after_mhz: float
    before_swr: float | None
    after_swr: float | None


class DriftAnswer(Schema):
    """What changed since the baseline."""

    baseline: str
    sentence: str
    causes: list[CauseOut]
    dips: list[MovedDip]


RadialsAnswer.model_rebuild()
