"""What `POST /solve` answers, typed for the front end. The page draws these figures and adds none."""

from __future__ import annotations

from typing import Literal

from ninja import Schema


class Span(Schema):
    """Smallest, median and largest round the unknown phase; null for infinite."""

    min: float | None
    median: float | None
    max: float | None


Figure = float | Span | None


class Element(Schema):
    """A coil or capacitor of a tuner under power."""

    name: str
    volts_peak: Figure
    amps_rms: Figure
    heat_w: Figure


class StageResult(Schema):
    """One part of the chain; keys beyond ``amps_rms`` depend on its kind."""

    label: str
    kind: Literal["line", "meter", "tuner", "inline", "transformer"]
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
    matched_db: Figure = None
    extra_db: Figure = None
    handbook_db: Figure = None
    handbook_note: str = ""
    fit_residual_db_per_100m: float | None = None
    volts_peak_max: Figure = None
    volts_peak_max_at_m: Figure = None
    amps_rms_max: Figure = None
    amps_rms_max_at_m: Figure = None
    heat_w_per_m_max: Figure = None
    heat_w_per_m_limit: float | None = None
    forward_w: Figure = None
    forward_w_low: Figure = None
    forward_w_high: Figure = None
    reflected_w: Figure = None
    reflected_w_low: Figure = None
    reflected_w_high: Figure = None
    swr: Figure = None
    swr_low: Figure = None
    swr_high: Figure = None
    form: str | None = None
    setting: dict[str, Figure] | None = None
    efficiency: Figure = None
    matched: bool | None = None
    matched_share: float | None = None
    lacks: str | None = None
    limit_w: Figure = None
    elements: list[Element] | None = None


class TransmitterResult(Schema):
    """The three shares at the radio."""

    rated_w: float
    held_back_w: Figure
    turned_back_w: Figure
    not_sent_w: Figure
    accepted_w: Figure
    swr: Figure


class AntennaResult(Schema):
    """What arrives and what leaves."""

    label: str
    in_w: Figure
    taken_w: Figure
    radiated_w: Figure
    r_ohm: Figure
    x_ohm: Figure
    swr: Figure


class TotalResult(Schema):
    """The sum."""

    loss_db: Figure
    s_units: Figure
    radiated_w: Figure


class CountedResult(Schema):
    """The three ways of counting, dB."""

    mismatch_only_db: Figure
    handbook_db: Figure
    whole_chain_db: Figure


class CautionResult(Schema):
    """A caution; ``stage`` is the index of the part it is about."""

    id: str
    level: Literal["danger", "harm", "misleads", "reminder"]
    text: str
    remedy: str
    stage: int | None


class Result(Schema):
    """The whole budget at one frequency."""

    mhz: float
    transmitter: TransmitterResult
    stages: list[StageResult]
    antenna: AntennaResult
    total: TotalResult
    counted: CountedResult
    cautions: list[CautionResult]


class Wave(Schema):
    """Peak volts along one line, from the radio's end; drawn, not read.

    With the phase unknown, ``volts_peak`` is one of the phases and the other two bound them all.
    """

    x_m: list[float]
    volts_peak: list[float]
    lowest: list[float] | None = None
    highest: list[float] | None = None


class Here(Schema):
    """The frequency looked at."""

    result: Result
    waves: list[Wave | None]
    sentence: str
    moving_the_match: str


class RailRow(Schema):
    """One band, at its middle: what leaves, or why it cannot be said."""

    name: str
    mhz: float
    state: Literal["clear", "audible", "costly", "unmatched", "doubtful", "unknown"]
    radiated_w: Figure = None
    loss_db: Figure = None
    why: str = ""


class Answer(Schema):
    """Everything a screen needs after a change."""

    rail: list[RailRow]
    here: Here | None
    why: str = ""


class BandLedger(Schema):
    """The ledger of one band at its middle."""

    name: str
    sentence: str
    result: Result


class ComparedBand(Schema):
    """One band of two arrangements; gains are those of changing over (null: one of them radiates nothing)."""

    name: str
    now_w: Figure
    then_w: Figure
    now_state: str
    then_state: str
    gain_w: Figure
    gain_db: Figure
    gain_s_units: Figure


class Comparison(Schema):
    """Two arrangements beside each other; ``other`` is the second one at the frequency looked at."""

    names: list[str]
    other: Here | None
    rows: list[ComparedBand]
    sentence: str
