"""What explains readings: `tithe reconcile --json`, and the log's."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import Span


class ImpliedLoss(TypedDict):
    """What a part loses at a frequency, dB, as the readings imply; ``read``: whether any bears on it, else it
    is as written, with what is uncertain of that."""

    label: str
    part: int
    mhz: float
    loss_db: Span
    read: bool


class Explained(TypedDict):
    """``id``: ``as-described``, or a kind of slip or fault; ``weight``: its share of likelihood among all;
    ``likelihood``: how many times as likely the readings are as with the station as it is described."""

    id: str
    weight: float
    likelihood: float
    text: str


class FurtherReading(TypedDict):
    """Where (a meter's label, or ``radio``), when and with the tuner how; by which share it would narrow the
    loss that is known least."""

    at: str
    mhz: float
    tuner: str
    gain: float
    text: str


class ExpectedReading(TypedDict):
    """From what to what a reading was to be expected, W and SWR (null: nothing of that was read, or no
    bound); whether it is inside."""

    forward_w: list[float] | None
    swr: list[float | None] | None
    inside: bool


class AskedReading(TypedDict):
    """Before a reading is kept: from what to what the forward power and the SWR are to be expected, whether
    what is typed is inside (null: nothing is typed yet), and how to take it, a sentence a step."""

    forward_w: list[float]
    swr: list[float | None]
    inside: bool | None
    card: list[str]


class PlacedOut(TypedDict):
    """A question, where a meter answers it best (a joint of the run: before the n-th part, or at the
    feedpoint), the range there, and the error with a meter at each joint: of |Γ|, or of a loss in dB (null:
    it says nothing)."""

    question: str
    joint: int
    full_scale_w: float
    errors: list[float | None]
    text: str


class DayOut(TypedDict):
    """What a day's readings imply of each lossy part, in dB, by frequency; ``shown``: the SWR at each
    meter."""

    date: str
    losses: list[ImpliedLoss]
    shown: list[ShownSwr]


class ShownSwr(TypedDict):
    """An SWR as it was read, and from what to what it may be by its meter alone; null where it has no
    bound."""

    at: str
    mhz: float
    swr: float
    low: float
    high: float | None


class TrendOut(TypedDict):
    """Day by day; ``sentence``: whether a loss has grown, and what happened in between."""

    days: list[DayOut]
    sentence: str


class TakenOver(TypedDict):
    """A place of the station file and what it becomes: a number, points [MHz, Q], or a line's figures."""

    place: str
    value: float | list[list[float]] | dict[str, float]
    text: str


class ReconciledOut(TypedDict):
    """``power_w``: what the radio gives; the explanations with the best first; ``changes``: what the readings
    tell of the station's own figures; ``sentence``: what it comes to."""

    losses: list[ImpliedLoss]
    power_w: Span
    explanations: list[Explained]
    next: list[FurtherReading]
    readings: list[ExpectedReading]
    changes: list[TakenOver]
    sentence: str
