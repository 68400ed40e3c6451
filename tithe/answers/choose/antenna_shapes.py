"""Antennas among the choices, as the API and the command line give them."""

from __future__ import annotations

from typing import Literal, NotRequired

from typing_extensions import TypedDict

from tithe.answers.choose.shapes import AntennaJson, PartJson


class TowardsBand(TypedDict):
    """What leaves for the sky on a band, W, and of that what goes where one wants to be heard."""

    name: str
    sky_w: float
    towards_w: float


class AntennaRow(TypedDict):
    """An antenna as the station file writes it, with a place of the match and the line that is worth most for
    its price there: ``watts`` towards where one wants to be heard, over the bands by their weights, and from
    what to what that lies in nine worlds of ten; ``right_in``: the share of the worlds in which it is near
    the best (both null: not tried); ``chain``: its run, for making it the station."""

    antenna: AntennaJson
    placement: str
    line: str
    name: str
    watts: float
    between_w: list[float] | None
    by_band: list[TowardsBand]
    chain: list[PartJson]
    cost: float | None
    right_in: float | None


class AntennasAnswer(TypedDict):
    """The decision first, then the rows with the most watts; ``left_out``: how many antennas could not be
    computed on every band."""

    sentence: str
    towards: Literal["near", "far", "both"]
    decision: int
    rows: list[AntennaRow]
    left_out: int


class AntennasLine(TypedDict):
    """One line of the answer's stream: how far it is, or the answer, or what is wrong."""

    done: NotRequired[int]
    of: NotRequired[int]
    answer: NotRequired[AntennasAnswer]
