"""What is told of an antenna that is planned, in its station: what if, its width, its fit to a sweep, and
pairs of lengths."""

from __future__ import annotations

from typing import NotRequired

from typing_extensions import TypedDict

Ends = tuple[float | None, float | None]


class FieldChanged(TypedDict):
    """A field of the antenna by its place below it, and what it becomes."""

    place: str
    value: float | list[float]


class OutcomeOut(TypedDict):
    """Band by band, W: what leaves for the sky, and the radio's power at which the tuner's first part gives
    up (null: no tuner has a limit there)."""

    sky_w: list[float]
    bears_w: list[float | None]


class ChangeOut(TypedDict):
    """One change, what it does to the file, and what comes of it."""

    text: str
    fields: list[FieldChanged]
    outcome: OutcomeOut


class WhatIfOut(TypedDict):
    """The bands by name, what is now, and each change, the best first."""

    bands: list[str]
    power_w: float
    now: OutcomeOut
    changes: list[ChangeOut]
    sentence: str


class MatchedWidth(TypedDict):
    """Matched at one frequency: ``q``; from where to where (MHz) the SWR stays within 2 and 3, null where it
    does so further than it was looked."""

    q: float
    at_2: Ends
    at_3: Ends
    efficiency: float


class WidthOnBand(TypedDict):
    """At the middle of a band, the antenna and the full-size one beside it (null: there is none)."""

    name: str
    mhz: float
    own: MatchedWidth
    full_size: MatchedWidth | None


class WidthsOut(TypedDict):
    """Band by band."""

    bands: list[WidthOnBand]
    sentence: str


class FitPoint(TypedDict):
    """At one frequency R and X, Ω, and SWR, as measured, estimated and fitted; null where they have no
    bound."""

    mhz: float
    measured: list[float | None]
    estimated: list[float | None]
    fitted: list[float | None]


class MovedOut(TypedDict):
    """Factors of length and height (null: it does not count), how many classes wetter the soil is, and a
    resistance in series, Ω."""

    length: float
    height: float | None
    soil: float | None
    series_ohm: float


class FitOut(TypedDict):
    """An estimate against a measurement; ``before`` and ``after``: the mean distance on the disc of Γ."""

    points: list[FitPoint]
    before: float
    after: float
    moved: MovedOut
    pinned: list[str]
    odd: MovedOut | None
    sentence: str


class PairsOut(TypedDict):
    """With each wire (m) and each run (m): ``count``, on how many bands the tuner reaches from edge to edge
    and the radio's power is borne; ``weakest_w``, what leaves on the weakest band; ``bears_w``, what is borne
    on every band. The best pair, and where in the chain the run is."""

    field: str
    bands: list[str]
    wire_m: list[float]
    line_m: list[float]
    count: list[list[int]]
    weakest_w: list[list[float]]
    bears_w: list[list[float]]
    power_w: float
    best_wire_m: float
    best_line_m: float
    line_at: int
    sentence: str


class PairsLine(TypedDict):
    """One line of the answer's stream: how far it is, or the answer."""

    done: NotRequired[int]
    of: NotRequired[int]
    answer: NotRequired[PairsOut]
