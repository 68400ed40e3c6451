"""What is told of the lengths of an antenna that is planned: `tithe lengths --json`."""

from __future__ import annotations

from typing import NotRequired

from typing_extensions import TypedDict


class LengthOnBand(TypedDict):
    """At the middle of a band: the feedpoint, what leaves the wires and what of that for the sky (W), at the
    power that is borne; ``bears_w``: the least that is borne from edge to edge. ``reached``: from edge to
    edge, the radio's power is borne, and more than a little leaves; ``extreme``: near the end of a half wave,
    at thousands of ohms."""

    name: str
    mhz: float
    r_ohm: float
    x_ohm: float
    swr: float | None
    radiated_w: float
    sky_w: float
    bears_w: float
    reached: bool
    extreme: bool


class LengthTried(TypedDict):
    """``suits``: every band; ``margin_m``: how far it may be off until one falls out."""

    length_m: float
    suits: bool
    margin_m: float
    bands: list[LengthOnBand]


class LengthWindow(TypedDict):
    """Lengths that suit every band."""

    from_m: float
    to_m: float


class WireLengths(TypedDict):
    """``field``: the measure of the shape that was changed; ``windows``: the widest first; ``sure``: on which
    bands the best length does whatever soil, height and length really are."""

    field: str
    lengths: list[LengthTried]
    windows: list[LengthWindow]
    best_m: float
    sure: list[bool]
    sentence: str


class WireLengthsLine(TypedDict):
    """One line of the answer's stream: how far it is, or the answer."""

    done: NotRequired[int]
    of: NotRequired[int]
    answer: NotRequired[WireLengths]
