"""What a solved station is told as: `POST /solve`, `tithe solve --json`, the report.

Figures that depend on an unknown phase are spans; infinite ones are null.
"""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Literal, NotRequired

from pydantic import Field
from typing_extensions import TypedDict

from tithe.core.parts.registry import kinds

if TYPE_CHECKING:
    PlainKind = str
else:  # every kind that tells nothing of its own
    PlainKind = Literal[tuple(kind for kind in kinds() if kind not in ("line", "meter", "tuner"))]


class Span(TypedDict):
    """Smallest, median and largest round the unknown phase; null for infinite."""

    min: float | None
    median: float | None
    max: float | None


Figure = float | Span | None


class Element(TypedDict):
    """A coil or capacitor of a tuner under power."""

    name: str
    volts_peak: Figure
    amps_rms: Figure
    heat_w: Figure


class StageBase(TypedDict):
    """What every part of the chain tells: powers (W), impedance (Ω), voltage and current at its input."""

    label: str
    bypassed: bool
    in_w: Figure
    taken_w: Figure
    out_w: Figure
    loss_db: Figure
    r_in_ohm: Figure
    x_in_ohm: Figure
    swr_in: Figure
    volts_peak: Figure
    amps_rms: Figure


class AlongLine(TypedDict, total=False):
    """What only a line tells; nothing of it where the line is bypassed."""

    matched_db: Figure
    extra_db: Figure
    handbook_db: Figure
    handbook_note: str
    fit_residual_db_per_100m: float | None
    volts_peak_max: Figure
    volts_peak_max_at_m: Figure
    amps_rms_max: Figure
    amps_rms_max_at_m: Figure
    heat_w_per_m_max: Figure
    heat_w_per_m_limit: float | None
    limit_w: Figure


class MeterFigures(TypedDict, total=False):
    """What only a meter tells: what it shows, each with its interval."""

    forward_w: Figure
    forward_w_low: Figure
    forward_w_high: Figure
    reflected_w: Figure
    reflected_w_low: Figure
    reflected_w_high: Figure
    swr: Figure
    swr_low: Figure
    swr_high: Figure


class TunerFigures(TypedDict, total=False):
    """What only a tuner tells: how it is set, with the numbers of dials that are known, whether that matches,
    what its elements bear; ``traded``: what the setting of least loss would bear instead, where that is
    another ("": it is this one)."""

    efficiency: Figure
    matched: bool
    matched_share: float
    lacks: str
    limit_w: Figure
    traded: str
    form: str | None
    setting: dict[str, Figure]
    dials: dict[str, Figure]
    elements: list[Element]


class LineStage(StageBase, AlongLine):
    """A length of feedline."""

    kind: Literal["line"]


class MeterStage(StageBase, MeterFigures):
    """A meter."""

    kind: Literal["meter"]


class TunerStage(StageBase, TunerFigures):
    """A tuner."""

    kind: Literal["tuner"]


class PlainStage(StageBase):
    """Any other kind of part."""

    kind: PlainKind


StageResult = Annotated[LineStage | MeterStage | TunerStage | PlainStage, Field(discriminator="kind")]


class TransmitterResult(TypedDict):
    """The three shares at the radio."""

    rated_w: float
    held_back_w: Figure
    turned_back_w: Figure
    not_sent_w: Figure
    accepted_w: Figure
    swr: Figure


class AfterTheWires(TypedDict):
    """Of a planned antenna: of what leaves its wires, what warms the soil, and what leaves for the sky."""

    soil_w: NotRequired[Figure]
    sky_w: NotRequired[Figure]


class AntennaResult(AfterTheWires):
    """What arrives and what leaves the wires."""

    label: str
    in_w: Figure
    taken_w: Figure
    radiated_w: Figure
    r_ohm: Figure
    x_ohm: Figure
    swr: Figure


class TotalResult(TypedDict):
    """The sum."""

    loss_db: Figure
    s_units: Figure
    radiated_w: Figure


class CountedResult(TypedDict):
    """The three ways of counting, dB."""

    mismatch_only_db: Figure
    handbook_db: Figure
    whole_chain_db: Figure


class CautionResult(TypedDict):
    """A caution; ``stage`` is the index of the part it is about."""

    id: str
    level: Literal["danger", "harm", "misleads", "reminder"]
    text: str
    remedy: str
    stage: int | None


class Result(TypedDict):
    """The whole budget at one frequency."""

    mhz: float
    transmitter: TransmitterResult
    stages: list[StageResult]
    antenna: AntennaResult
    total: TotalResult
    counted: CountedResult
    cautions: list[CautionResult]


class BandLedger(TypedDict):
    """The ledger of one band at its middle."""

    name: str
    sentence: str
    result: Result
