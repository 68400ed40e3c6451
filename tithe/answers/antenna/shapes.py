"""What is told of an antenna that is planned by its wires: `tithe antenna --json`, `POST
/antenna/estimate`."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import Span


class AntennaEstimate(TypedDict):
    """At one frequency. Spans over what is uncertain; each ``median`` is the estimate as typed.

    ``sky``: of the power that enters the wire, what leaves above the horizon (``sky_share``: of the estimate
    alone; null: in free space there is none), and ``soil``: what warms the soil around it, with its radials;
    ``low_angle_share``: of what leaves, that below 30°. ``matters``: which assumption moves it most
    ("": none).
    """

    mhz: float
    r_ohm: Span
    x_ohm: Span
    swr: Span
    efficiency: Span
    soil: Span | None
    sky: Span | None
    sky_share: float | None
    low_angle_share: float | None
    matters: str


class WireDrawn(TypedDict):
    """A straight wire by its ends, m: east, north, up."""

    start: list[float]
    end: list[float]


class PlannedOut(TypedDict):
    """An antenna as it is laid out, and what it will probably be; ``sentence`` says what that rests on."""

    wires: list[WireDrawn]
    feed: list[float]
    coils: list[list[float]]
    radials: list[WireDrawn]
    results: list[AntennaEstimate]
    sentence: str
