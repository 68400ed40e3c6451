"""The analyzer itself: what its calibration leaves."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import asdict
from typing import Annotated

import numpy as np
from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.bench.jobs import job, sweeps, table, way
from tithe.answers.bench.practice import (
    POINTS,
    WIDE,
    SimulatedMeasurement,
    practised,
    simulated_measurement,
    texts_of,
    truth_of,
)
from tithe.answers.bench.requests import Text, alike, gammas, returned
from tithe.answers.question import Request, Work, at_once, question
from tithe.core import Station
from tithe.core.bench import check as core
from tithe.core.bench import simulated
from tithe.core.bench.check import (
    LEAST_DIRECTIVITY_DB,
    MOST_TRACKING_DB,
    MOST_TRACKING_DEG,
    Checked,
)
from tithe.core.bench.residual import Residual
from tithe.core.errors import require
from tithe.core.message import Message, tell
from tithe.core.parts.part import Part
from tithe.document.fields import Number, Positive
from tithe.text import say

_MOST_ROWS = 200
_SHOWN_SWR = (1.1, 1.5, 3.0)
CheckRow = tuple[Positive, Number, Number, Number]
"""MHz, return losses of the open, the short and the load, dB."""


class BenchCheckRequest(Request):
    """Sweeps of an open, a short and a load, or their return losses."""

    open: Text | None = None
    short: Text | None = None
    load: Text | None = None
    typed: Annotated[list[CheckRow], Field(max_length=200)] = Field(default_factory=list)


class ResidualOut(TypedDict):
    """What an analyzer's calibration leaves, as the other jobs take it."""

    directivity_db: float
    tracking_db: float
    tracking_deg: float
    drift_db: float
    drift_deg: float
    noise: float
    load_pct: float


class BenchCheck(TypedDict):
    """The worst over the sweep; ``errors``: [MHz, directivity dB, source match dB, tracking dB]; ``good``:
    whether it may be used as it is; ``shown_as``: SWRs and from what to what they are shown."""

    directivity_db: float
    source_db: float
    tracking_db: float
    tracking_deg: float
    aside_m: float
    good: bool
    shown_as: list[list[float | None]]
    errors: list[list[float]]
    residual: ResidualOut
    sentence: str
    why: str


job(
    "check",
    [],
    [
        way("hand", table=table("check", "typed", "lists", ("mhz", "open", "short", "load"))),
        way("file", sweeps=sweeps("check"), needed=["open", "short", "load"]),
    ],
    analyzer=False,
    station=False,
)


@question("bench/check")
def answer(request: BenchCheckRequest) -> Work[BenchCheck]:
    """What an analyzer's calibration leaves."""
    if request.typed:
        for n, row in enumerate(request.typed):
            for back_db in row[1:]:
                returned(f"typed[{n}]", back_db)
        mhz, *back = np.array(sorted(request.typed)).T
        require(bool((np.diff(mhz) > 0).all()), "typed", "rising-frequencies")
        return at_once(in_words(core.by_return_loss(mhz * 1e6, back[0], back[1], back[2])))
    given = alike({"open": request.open, "short": request.short, "load": request.load})
    freq, (open_, short, load) = gammas(given, "open", "short", "load")
    return at_once(in_words(core.checked(freq, open_, short, load)))


def in_words(checked: Checked) -> BenchCheck:
    """What an analyzer's calibration leaves."""
    shown = [[ratio, *_finite(checked.shown_as(ratio))] for ratio in _SHOWN_SWR]
    db = [
        20 * np.log10(np.maximum(np.abs(error_term), 1e-6))
        for error_term in (checked.delta, checked.source, checked.tracking)
    ]
    each = max(len(checked.freq_hz) // _MOST_ROWS, 1)
    residual = asdict(checked.residual())
    return {
        "directivity_db": checked.directivity_db,
        "source_db": checked.source_db,
        "tracking_db": checked.tracking_db,
        "tracking_deg": checked.tracking_deg,
        "aside_m": checked.aside_m,
        "good": checked.good,
        "shown_as": shown,
        "errors": [
            [float(checked.freq_hz[k]) / 1e6, -float(db[0][k]), -float(db[1][k]), float(db[2][k])]
            for k in range(0, len(checked.freq_hz), each)
        ],
        "residual": ResidualOut(**residual),  # type: ignore[typeddict-item]  # its own fields
        "sentence": say(_messages(checked)),
        "why": say(tell("bench.check-why", tracking_db=checked.tracking_db)),
    }


def _finite(pair: tuple[float, float]) -> list[float | None]:
    return [value if np.isfinite(value) else None for value in pair]


def _messages(checked: Checked) -> Iterator[Message]:
    figures = {
        "directivity_db": checked.directivity_db,
        "tracking_db": checked.tracking_db,
        "tracking_deg": checked.tracking_deg,
    }
    if checked.good:
        yield tell("bench.check-good", **figures)
    else:
        short = {
            "directivity": LEAST_DIRECTIVITY_DB - checked.directivity_db,
            "source": LEAST_DIRECTIVITY_DB - checked.source_db,
            "tracking": 20
            * max(checked.tracking_db / MOST_TRACKING_DB, checked.tracking_deg / MOST_TRACKING_DEG)
            - 20,
        }
        worst = max(short, key=lambda key: short[key])
        named = tell(f"bench.worst.{worst}")
        yield tell("bench.check-bad", source_db=checked.source_db, worst=named, **figures)
    low, high = checked.shown_as(1.5)
    yield tell("bench.check-shows", ratio=1.5, span=(low, high))
    if abs(checked.aside_m) > 0.002:
        yield tell("bench.check-aside", aside_m=abs(checked.aside_m))


@practised("check")
def simulate(
    station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What it shows on the simulated bench."""
    shown = simulated.check(residual, seed, np.linspace(*WIDE, POINTS))
    return simulated_measurement(truth_of("check", shown.truth), texts=texts_of(shown))
