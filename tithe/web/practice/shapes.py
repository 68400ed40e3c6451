"""What a practice round is asked and tells."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from tithe.core.log.taken import State
from tithe.core.practice.levels import Level
from tithe.core.practice.way import Way
from tithe.document.station import StationFile


class PlaceToRead(Schema):
    """Where a reading may be taken, and about how many minutes it costs: at a ``meter``, there into a
    ``dummy`` load in the antenna's place, with an ``analyzer``, or of a part on the ``bench``; ``at``: the
    n-th part, the joint before it for an analyzer, −1: the radio's own meter."""

    how: Way
    at: int
    name: str
    minutes: float


class CauseToName(Schema):
    """What may be wrong."""

    id: str
    name: str


class PracticeReading(Schema):
    """What was read: at a meter, R and X with an analyzer, or on the bench the ``factor`` of what is written
    that a part loses, and the share of it by which that may be off (two standard deviations);
    ``expected_swr``: of the station as it is described (null: infinite)."""

    how: Way
    at: int
    name: str
    mhz: float
    tuner: State
    minutes: float
    forward_w: float | None
    reflected_w: float | None
    swr: float | None
    r_ohm: float | None
    x_ohm: float | None
    factor: float | None
    factor_within: float | None
    expected_swr: float | None


class PracticeVerdict(Schema):
    """How it went: the truth, how sure one could have been, after which readings another one would have told
    more, and the best way."""

    right: bool
    sentence: str
    better: list[str]
    best: list[str]


class RoundOut(Schema):
    """A round as it stands; ``document``: the station as it is described."""

    id: str
    level: int
    document: StationFile
    power_w: float
    mhz: list[float]
    tuners: list[State]
    places: list[PlaceToRead]
    causes: list[CauseToName]
    readings: list[PracticeReading]
    minutes: float
    answer: str
    verdict: PracticeVerdict | None


class BeginRequest(Schema):
    """``document``: in which station something is to be hidden; left out: in one that is made for it."""

    level: Level
    document: StationFile | None = None


class ReadRequest(Schema):
    """Where, at which frequency, with the tuner in which state."""

    how: Way
    at: Annotated[int, Field(strict=True, ge=-1, le=100)]
    mhz: Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]
    tuner: State = "auto"


class AnswerRequest(Schema):
    """What is said to be wrong."""

    cause: Annotated[str, Field(max_length=40)]


class ScoreOut(Schema):
    """Of the last rounds: how many, how many were right, and the minutes they took beside the best way's."""

    rounds: int
    right: int
    minutes: float
    best_minutes: float
