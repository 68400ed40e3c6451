"""What is told of a tuner's chart of presets: `tithe presets --json`."""

from __future__ import annotations

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import Span


class FittedDial(TypedDict):
    """A straight line found for a dial: [number, pF or µH] at the scale's ends, and the interval of each
    value."""

    unit: str
    scale: list[float]
    points: list[list[float]]
    interval: list[list[float]]


class PredictedPreset(TypedDict):
    """Where the dials will stand, and from where to where they may; empty where nothing matches. ``swr``:
    what is left, null where it has no bound; of a relay tuner its form and the pattern of its relays."""

    mhz: float
    band: str
    dials: dict[str, float]
    intervals: dict[str, list[float]]
    swr: float | None
    form: str
    relays: str


class LoadOut(TypedDict):
    """What a preset says of the load at the tuner's antenna side."""

    mhz: float
    r_ohm: Span
    x_ohm: Span


class ChartRow(TypedDict):
    """A preset of the chart: its band (empty: none), the row that took its place (null: it is of now) and by
    how much that one's dials stand elsewhere; the SWR as the station is now (null: not known)."""

    mhz: float
    band: str
    newer: int | None
    moved: dict[str, float]
    expected_swr: float | None
    relays: str


class AntennaFound(TypedDict):
    """What the presets of now tell of the antenna, at its feedpoint; ``points`` as the station file has
    them; ``trouble``: why there are none."""

    loads: list[LoadOut]
    points: list[list[float]]
    sentence: str
    trouble: str


class ChartOut(TypedDict):
    """Dials that were fitted, bands predicted, loads told by presets; ``odd``: presets that disagree with
    the rest, by their place; a row a preset; and the antenna."""

    dials: dict[str, FittedDial]
    predicted: list[PredictedPreset]
    loads: list[LoadOut]
    odd: list[int]
    rows: list[ChartRow]
    antenna: AntennaFound
    sentence: str
