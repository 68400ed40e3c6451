"""What the screen is told of a station at the frequency looked at, on all its bands, and beside another
arrangement: `POST /solve`, `POST /compare`."""

from __future__ import annotations

from typing import Literal, NotRequired

from typing_extensions import TypedDict

from tithe.answers.antenna.shapes import PlannedOut
from tithe.answers.station.budget_shapes import Figure, Result, Span


class Wave(TypedDict):
    """Peak volts along one line, from the radio's end; drawn, not read.

    With the phase unknown, ``volts_peak`` is one of the phases and the other two bound them all.
    """

    x_m: list[float]
    volts_peak: list[float]
    lowest: NotRequired[list[float] | None]
    highest: NotRequired[list[float] | None]


class Here(TypedDict):
    """The frequency looked at."""

    result: Result
    waves: list[Wave | None]
    sentence: str
    moving_the_match: str


class MeasuredHere(TypedDict):
    """A part of which something was measured: where in the chain, its loss here from least to most and that
    as a sentence (null, "": its loss was not), and each measured figure as a sentence."""

    at: int
    loss_db: Span | None
    sentence: str
    marks: list[str]


class RailFigures(TypedDict):
    """What leaves on a band, or why it cannot be said."""

    state: Literal["clear", "audible", "costly", "unmatched", "doubtful", "unknown"]
    radiated_w: NotRequired[Figure]
    loss_db: NotRequired[Figure]
    why: NotRequired[str]


class RailRow(RailFigures):
    """One band, at its middle."""

    name: str
    mhz: float


class Answer(TypedDict):
    """Everything a screen needs after a change. ``planned``: of an antenna that is not built yet, as typed,
    in the middle of every band, without its interval; null of others, and where it cannot be told."""

    rail: list[RailRow]
    here: Here | None
    why: NotRequired[str]
    measured: list[MeasuredHere]
    planned: PlannedOut | None


class ComparedBand(TypedDict):
    """One band of two arrangements; gains are those of changing over (null: one of them radiates nothing)."""

    name: str
    now_w: Figure
    then_w: Figure
    now_state: str
    then_state: str
    gain_w: Figure
    gain_db: Figure
    gain_s_units: Figure


class Comparison(TypedDict):
    """Two arrangements beside each other; ``other`` is the second one at the frequency looked at."""

    names: list[str]
    other: Here | None
    rows: list[ComparedBand]
    sentence: str
