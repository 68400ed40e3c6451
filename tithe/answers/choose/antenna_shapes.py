"""Antennas among the choices, as the API and the command line give them."""

from __future__ import annotations

from typing import Literal, NotRequired

from typing_extensions import TypedDict

from tithe.answers.choose.shapes import AntennaJson, PartJson, PriceRow


class TowardsBand(TypedDict):
    """What leaves for the sky on a band, W, and of that what goes where one wants to be heard."""

    name: str
    sky_w: float
    towards_w: float


class DrawnAntenna(TypedDict):
    """An antenna to draw: its wires (x, y, z of one end and of the other) and its feed in its own place, m;
    where in the place its origin is, and which way its x points, degrees from the place's length."""

    kind: str
    wires: list[list[float]]
    feed: list[float]
    x_m: float
    y_m: float
    turned_deg: float


class AntennaRow(TypedDict):
    """An antenna as the station file writes it, with a place of the match and the line that is worth most for
    its price there: ``watts`` towards where one wants to be heard, over the bands by their weights, and from
    what to what that lies in nine worlds of ten; ``right_in``: the share of the worlds in which it is near
    the best (both null: not tried); ``chain``: its run, for making it the station; ``drawn``: which of the
    drawn antennas it is; ``unmatched``: bands on which the tuner does not match at all that was looked at."""

    antenna: AntennaJson
    antenna_name: str
    drawn: int
    placement: str
    placement_name: str
    line: str
    line_name: str
    name: str
    watts: float
    between_w: list[float] | None
    by_band: list[TowardsBand]
    chain: list[PartJson]
    cost: float | None
    right_in: float | None
    unmatched: list[str]


class AntennasAnswer(TypedDict):
    """The decision first, then the rows with the most watts. ``sentence``: what is ``decided``, and what is
    to be said ``further``; ``left_out``: how many antennas could not be computed on every band."""

    sentence: str
    decided: str
    further: str
    caution: str
    towards: Literal["near", "far", "both"]
    decision: int
    prices: list[PriceRow]
    drawn: list[DrawnAntenna]
    rows: list[AntennaRow]
    left_out: int


class AntennasLine(TypedDict):
    """One line of the answer's stream: how far it is; the first ranking, before the likeliest are looked at
    closely; the answer; or what is wrong."""

    done: NotRequired[int]
    of: NotRequired[int]
    first: NotRequired[AntennasAnswer]
    answer: NotRequired[AntennasAnswer]
