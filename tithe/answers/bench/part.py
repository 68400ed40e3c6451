"""A part in line, a choke or a transformer."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

import numpy as np
from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.bench.carry import BenchCarry, loss_carry
from tithe.answers.bench.jobs import group, job, sweeps, table, way
from tithe.answers.bench.practice import (
    PART_WIDE,
    POINTS,
    SimulatedMeasurement,
    plain,
    practised,
    simulated_measurement,
    texts_of,
    truth_of,
)
from tithe.answers.bench.requests import BenchRequest, Text, alike, gammas, returned, seconds
from tithe.answers.question import Work, at_once, question
from tithe.answers.spans import three
from tithe.answers.station.budget_shapes import Span
from tithe.core import Inline, Station, Transformer
from tithe.core.bench import part as core
from tithe.core.bench import simulated
from tithe.core.bench.part import MeasuredPart, MeasuredTransformer
from tithe.core.bench.residual import Residual
from tithe.core.cost import Pause
from tithe.core.errors import require
from tithe.core.message import Message, tell
from tithe.core.parts.part import Part
from tithe.core.reflection import mismatch_loss_db
from tithe.document.fields import NotNegative, Number, Positive
from tithe.text import say

_MOST_ROWS = 200
PairRow = tuple[Positive, Number, Number]
"""MHz, loss through both and return loss, dB."""


class BenchPartRequest(BenchRequest):
    """Three sweeps of one, ``resistor_ohm`` at its far side in place of the load; or two back to back,
    typed. ``transformer``: whether it is one (null: what the part on the bench is)."""

    match: Text | None = None
    short: Text | None = None
    open: Text | None = None
    resistor_ohm: Positive = 50.0
    transformer: bool | None = None
    pair: Annotated[list[PairRow], Field(max_length=200)] = Field(default_factory=list)
    error_db: NotNegative = 0.05
    most_db: Positive = 0.5
    most_swr: Annotated[float, Field(gt=1, le=100)] = 1.5


class PartAt(TypedDict):
    """A part in line at a frequency: its loss, the SWR at its input, and whether it may be used."""

    mhz: float
    loss_db: Span
    swr: float | None
    usable: bool


class TransformerOut(TypedDict):
    """What a transformer is made of; core loss across in Ω, null where none can be seen."""

    ratio: Span
    turns: Span
    leakage_uh: Span
    magnetizing_uh: Span
    core_loss_ohm: Span
    loss_db: Span


class BenchPart(TypedDict):
    """``loss_db``: at the middle of what is usable, ``band_mhz``; null where nothing is."""

    loss_db: Span | None
    band_mhz: list[float] | None
    rows: list[PartAt]
    transformer: TransformerOut | None
    sentence: str
    why: str
    carry: BenchCarry | None


_LIMITS = ("most_db", "most_swr")
job(
    "part",
    ["inline", "transformer"],
    [
        way(
            "hand",
            table=table("part", "pair", "lists", ("mhz", "through", "back")),
            groups=[group("part", BenchPartRequest, "error_db", *_LIMITS)],
        ),
        way(
            "file",
            sweeps=sweeps("part"),
            needed=["match", "short", "open"],
            groups=[group("part", BenchPartRequest, "resistor_ohm", *_LIMITS)],
        ),
    ],
)


@question("bench/part")
def answer(request: BenchPartRequest) -> Work[BenchPart]:
    """A part in line, a choke or a transformer."""
    residual, limits = request.residual.to_core(), (request.most_db, request.most_swr)
    if request.pair:
        require(request.match is None, "pair", "sweeps-or-return-losses")
        for n, (_, _, back_db) in enumerate(request.pair):
            returned(f"pair[{n}]", back_db)
        mhz, through, back = np.array(sorted(request.pair)).T
        require(bool((np.diff(mhz) > 0).all()), "pair", "rising-frequencies")
        both = core.back_to_back(mhz * 1e6, through, back, request.error_db, *limits)
        missed = float(np.max(mismatch_loss_db(10 ** (-back / 20))))
        return at_once(in_words(both, *limits, missed_db=missed))
    given = alike({"match": request.match, "short": request.short, "open": request.open})
    freq, (match, short, open_) = gammas(given, "match", "short", "open")

    part = request.part()
    transforms = isinstance(part, Transformer) if request.transformer is None else request.transformer

    def work(pause: Pause) -> BenchPart:
        measured_part = core.by_three_sweeps(freq, match, short, open_, *limits, residual)
        of = None
        if transforms:
            of = core.transformer(freq, match, short, open_, request.resistor_ohm, residual)
        return in_words(measured_part, *limits, of)

    return Work(seconds(freq), work)


def in_words(
    measured_part: MeasuredPart,
    most_db: float,
    most_swr: float,
    of: MeasuredTransformer | None = None,
    missed_db: float | None = None,
) -> BenchPart:
    """A part in line by its sweeps; ``of``: what a transformer is made of; ``missed_db``: of two back to
    back, how much was mismatch at the most."""
    each = max(len(measured_part.freq_hz) // _MOST_ROWS, 1)
    rows: list[PartAt] = [
        {
            "mhz": float(measured_part.freq_hz[k]) / 1e6,
            "loss_db": three(*measured_part.loss_db.at(k)),
            "swr": float(measured_part.swr[k]) if np.isfinite(measured_part.swr[k]) else None,
            "usable": bool(measured_part.usable[k]),
        }
        for k in range(0, len(measured_part.freq_hz), each)
    ]
    inside = measured_part.within_db
    return {
        "loss_db": None if inside is None else three(*inside),
        "band_mhz": None
        if measured_part.band_hz is None
        else [edge_hz / 1e6 for edge_hz in measured_part.band_hz],
        "rows": rows,
        "transformer": None if of is None else _transformer(of),
        "sentence": say(_messages(measured_part, most_db, most_swr, of)),
        "why": say(
            tell("bench.part-why", loss_db=float(np.median(measured_part.loss_db.value)))
            if missed_db is None
            else tell("bench.pair-why", missed_db=missed_db)
        ),
        "carry": _carry(measured_part, of, "bench.how.tuner" if missed_db is None else "bench.how.pair"),
    }


def _messages(
    measured_part: MeasuredPart, most_db: float, most_swr: float, of: MeasuredTransformer | None
) -> Iterator[Message]:
    limits = {"most_db": most_db, "most_swr": most_swr}
    inside = measured_part.within_db
    if measured_part.band_hz is None or inside is None:
        yield tell("bench.part-nowhere", **limits)
    else:
        low, high = measured_part.band_hz
        yield tell(
            "bench.part", loss_db=inside[1], span=(inside[0], inside[2]), low_hz=low, high_hz=high, **limits
        )
        at_end = [
            name
            for name, figure in (
                ("low end", low == measured_part.freq_hz[0]),
                ("high end", high == measured_part.freq_hz[-1]),
            )
            if figure
        ]
        if at_end:
            yield tell("bench.part-limits", ends=at_end)
    if of is not None:
        yield tell(
            "bench.transformer", ratio=of.ratio[1], span=(of.ratio[0], of.ratio[2]), turns=of.turns[1],
            leakage=of.leakage_h[1] * 1e6, magnetizing=of.magnetizing_h[1] * 1e6,
        )  # fmt: skip


def _transformer(of: MeasuredTransformer) -> TransformerOut:
    least_s, core_s, most_s = of.core_loss_s
    return {
        "ratio": three(*of.ratio),
        "turns": three(*of.turns),
        "leakage_uh": three(*(henry * 1e6 for henry in of.leakage_h)),
        "magnetizing_uh": three(*(henry * 1e6 for henry in of.magnetizing_h)),
        "core_loss_ohm": three(_inverse(most_s), _inverse(core_s), _inverse(least_s)),
        "loss_db": three(*of.loss_db),
    }


def _inverse(siemens: float) -> float | None:
    return None if siemens < 1e-7 else 1 / siemens


def _carry(measured_part: MeasuredPart, of: MeasuredTransformer | None, how: str) -> BenchCarry | None:
    inside = measured_part.within_db
    if measured_part.band_hz is None or inside is None:
        return None
    out = loss_carry(inside if of is None else of.loss_db, how)
    low, high = (round(edge_hz / 1e6, 4) for edge_hz in measured_part.band_hz)
    out["fields"] |= {"f_min_mhz": low, "f_max_mhz": high}
    if of is not None:
        shapes = _transformer(of)
        for key, span in (
            ("ratio", shapes["ratio"]), ("leakage_uh", shapes["leakage_uh"]),
            ("magnetizing_uh", shapes["magnetizing_uh"]), ("core_loss_ohm", shapes["core_loss_ohm"]),
        ):  # fmt: skip
            if (middle := span["median"]) is not None:
                value = float(f"{middle:.5g}")
                out["fields"][key] = value
                mark = {"value": value, "low": span["min"], "high": span["max"], "how": say(tell(how))}
                out["measured"][key] = mark
    return out


@practised("part")
def simulate(
    station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What it shows on the simulated bench."""
    made = part if isinstance(part, Inline | Transformer) else Transformer(4.0)
    shown = simulated.part(made, residual, seed, np.linspace(*PART_WIDE, POINTS))
    figures = {
        **shown.truth,
        "leakage_uh": float(shown.truth["leakage_h"]) * 1e6,
        "magnetizing_uh": float(shown.truth["magnetizing_h"]) * 1e6,
    }
    return simulated_measurement(
        truth_of("part", figures), texts=texts_of(shown), figures=plain(shown.truth, "resistor_ohm")
    )
