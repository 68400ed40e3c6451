"""What explains readings: `tithe reconcile --json`, and the log's."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import Span


class ImpliedLoss(TypedDict):
    """What a part loses at a frequency, dB, as the readings imply, all that may be so counted by its share;
    ``read``: whether any bears on it (of a reconciliation those alone are told; of a trend: whether one of
    any of the days does, else it is as written)."""

    label: str
    part: int
    mhz: float
    loss_db: Span
    read: bool


class SilentLoss(TypedDict):
    """A part on whose loss no reading bears."""

    label: str
    part: int


class WayOfCause(TypedDict):
    """One way in which a cause may be so, and its share among all."""

    text: str
    weight: float


class ReadAs(TypedDict):
    """What a reading would be under a cause, W and SWR (null: nothing of that was read), and by how many
    standard deviations of the reading it is off, at the most."""

    forward_w: float | None
    swr: float | None
    off: float


class Explained(TypedDict):
    """A cause by its ``id``; ``weight``: its share, they add up to one; ``likelihood``: how many times as
    large that is as the share of the station as it is described; its ``ways``, where there are several; what
    each of the ``readings`` would be."""

    id: str
    weight: float
    likelihood: float
    text: str
    ways: list[WayOfCause]
    readings: list[ReadAs]


class FurtherReading(TypedDict):
    """``how``: at a ``meter`` that is there, with a ``borrowed`` one, an ``analyzer`` towards the antenna, or
    a ``dummy`` load in its place, or a part on the ``bench``; where (a meter's label, ``radio``, a joint, or
    the part's label), when and with the tuner how; how many ``bits`` of which cause it is, ``gain`` as a
    share of those that are open, and the ``minutes`` it takes."""

    at: str
    how: str
    mhz: float
    tuner: str
    gain: float
    bits: float
    minutes: float
    text: str


class CauseMet(TypedDict):
    """A cause, how large it may be, and how often it is met among ten visits: ``usual`` by the table,
    ``often`` at this station."""

    id: str
    text: str
    size: str
    usual: float
    often: float


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
    tell of the station's own figures; ``beside``: what else was counted, sweeps, presets and what the bench
    measured, or not and why; ``sentence``: what it comes to."""

    losses: list[ImpliedLoss]
    silent: list[SilentLoss]
    power_w: Span
    explanations: list[Explained]
    next: list[FurtherReading]
    readings: list[ExpectedReading]
    changes: list[TakenOver]
    beside: list[str]
    sentence: str
