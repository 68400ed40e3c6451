"""What is told of a tuner's chart of presets: `tithe presets --json`."""

from __future__ import annotations

from typing_extensions import TypedDict


class FittedDial(TypedDict):
    """A straight line found for a dial: [number, pF or µH] at the scale's ends, and the interval of each
    value."""

    unit: str
    scale: list[float]
    points: list[list[float]]
    interval: list[list[float]]


class PredictedPreset(TypedDict):
    """Where the dials will stand, and from where to where they may; empty where nothing matches."""

    mhz: float
    dials: dict[str, float]
    intervals: dict[str, list[float]]


class LoadSpan(TypedDict):
    """From least to most, Ω; ``median`` as the dials stand and were the match perfect."""

    min: float
    median: float
    max: float


class LoadTold(TypedDict):
    """What a preset says of the load at the tuner's antenna side."""

    mhz: float
    r_ohm: LoadSpan
    x_ohm: LoadSpan


class ChartOut(TypedDict):
    """Dials that were fitted, bands predicted, loads told by presets; ``odd``: presets that disagree with
    the rest, by their place."""

    dials: dict[str, FittedDial]
    predicted: list[PredictedPreset]
    loads: list[LoadTold]
    odd: list[int]
    sentence: str
