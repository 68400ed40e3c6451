"""A line by its sweeps or return losses: loss, impedance, velocity factor, length."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Annotated, Any

import numpy as np
from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.bench.carry import BenchCarry
from tithe.answers.bench.jobs import choice, group, job, option, sweeps, table, way
from tithe.answers.bench.practice import (
    POINTS,
    WIDE,
    SimulatedMeasurement,
    plain,
    practised,
    run_of,
    simulated_measurement,
    texts_of,
    truth_of,
)
from tithe.answers.bench.requests import JOB_S, BenchRequest, Text, alike, returned, seconds
from tithe.answers.question import Work, question
from tithe.answers.spans import as_found, ends, three
from tithe.answers.station.budget_shapes import Span
from tithe.core import Station
from tithe.core.arrays import Real
from tithe.core.bands import USUAL
from tithe.core.bench import line as core
from tithe.core.bench import simulated
from tithe.core.bench.line import MeasuredLine
from tithe.core.bench.residual import Residual
from tithe.core.bench.tuner import MOST_DB
from tithe.core.cost import Pause
from tithe.core.errors import require
from tithe.core.intervals import Interval
from tithe.core.message import Message, tell
from tithe.core.parts.line import LineType, attenuation_db_per_m
from tithe.core.parts.part import Part
from tithe.core.reflection import return_loss_db
from tithe.core.sweep import Sweep
from tithe.document.fields import Number, Positive
from tithe.document.parts.line import Velocity
from tithe.text import say

_DRAWN = 60
_LOOK_HZ = 14e6
ENDS: tuple[core.End, ...] = ("open", "short", "load")
ReturnLosses = tuple[Positive, Number | None, Number | None]
"""MHz, into an open, into a short, dB."""


class BenchLineRequest(BenchRequest):
    """Sweeps by what was at the far end, or return losses by frequency; length or velocity factor."""

    open: Text | None = None
    short: Text | None = None
    load: Text | None = None
    typed: Annotated[list[ReturnLosses], Field(max_length=200)] = Field(default_factory=list)
    length_m: Positive | None = None
    velocity_factor: Velocity | None = None

    def sweeps(self) -> dict[str, Sweep]:
        """By what was at the far end. Raises `InputError`."""
        given = {"open": self.open, "short": self.short, "load": self.load}
        if any(given.values()):
            require(not self.typed, "typed", "sweeps-or-return-losses")
            return alike(given, phase=False)
        rows: list[Any] = sorted(self.typed, key=lambda row: row[0])
        freq = np.array([row[0] * 1e6 for row in rows])
        out = {}
        for n, end in ((1, "open"), (2, "short")):
            column = [row[n] for row in rows]
            if any(cell is not None for cell in column):
                for k, cell in enumerate(column):
                    require(cell is not None, f"typed[{k}]", "missing")
                    returned(f"typed[{k}]", cell)
                require(bool((np.diff(freq) > 0).all()), "typed", "three-rising-frequencies")
                out[end] = Sweep(freq, 10 ** (-np.array(column, dtype=float) / 20))
        return out


class LineAt(TypedDict):
    """A line at a frequency, dB per 100 m: as fitted, and by its sheet (null: none is known)."""

    mhz: float
    loss_db_per_100m: Span
    sheet_db_per_100m: float | None


class BenchLine(TypedDict):
    """``rows`` by band, ``curve`` over the whole sweep. Loss as k₁ √(f/MHz) + k₂ f/MHz in dB per 100 m, and
    at each point that was measured [MHz, dB per 100 m]; impedance and velocity factor null where they could
    not be told."""

    matched_db_per_100m: list[list[float]]
    k1: Span
    k2: Span
    z0_ohm: Span | None
    velocity_factor: Span | None
    length_m: Span
    rows: list[LineAt]
    curve: list[LineAt]
    sentence: str
    why: str
    carry: BenchCarry | None


job(
    "line",
    ["line"],
    [
        way(
            "hand",
            table=table(
                "line", "typed", "lists", ("mhz", "open", "short"), needed=["mhz"], one_of=["open", "short"]
            ),
        ),
        way("file", sweeps=sweeps("line"), one_of=["open", "short"]),
    ],
    choice=choice(
        "line",
        "by",
        [
            option(
                "line",
                "by",
                "length",
                group("line", BenchLineRequest, "length_m", needed=["length_m"], of_part=["length_m"]),
            ),
            option(
                "line",
                "by",
                "velocity",
                group("line", BenchLineRequest, "velocity_factor", needed=["velocity_factor"]),
            ),
        ],
    ),
    blank={"kind": "line", "label": "own line", "line": "rg-213", "length_m": 10.0},
)


@question("bench/line")
def answer(request: BenchLineRequest) -> Work[BenchLine]:
    """A line by its sweeps or return losses."""
    sweeps, residual, run = request.sweeps(), request.residual.to_core(), request.line()

    def work(pause: Pause) -> BenchLine:
        given = {end: sweeps[end] for end in ENDS if end in sweeps}
        measured = core.measured(given, request.length_m, request.velocity_factor, residual)
        back = {end: return_loss_db(sweep.rho) for end, sweep in sweeps.items()}
        sheet = None if run is None else run.line
        return in_words(measured, back, request.length_m is not None, sheet)

    return Work(seconds(next(iter(sweeps.values())).freq_hz) if sweeps else JOB_S, work)


def in_words(
    measured: MeasuredLine, back_db: Mapping[str, Real], length_typed: bool, sheet: LineType | None = None
) -> BenchLine:
    """``back_db``: return losses by what was at the far end, (F,); ``sheet``: what the station has for it."""
    low, high = float(measured.freq_hz[0]), float(measured.freq_hz[-1])
    middles = [band.middle_hz for band in USUAL if low <= band.middle_hz <= high]
    freq = np.array(middles or [low, high])
    rows = _rows(measured, freq, sheet)
    looked = min(rows, key=lambda row: abs(row["mhz"] * 1e6 - _LOOK_HZ))
    points = zip(measured.freq_hz.tolist(), measured.matched_db_per_100m.tolist(), strict=True)
    return {
        "matched_db_per_100m": [[f / 1e6, db] for f, db in points],
        "k1": _span(measured.k1),
        "k2": _span(measured.k2),
        "z0_ohm": _or_none(measured.z0_ohm),
        "velocity_factor": _or_none(measured.velocity_factor),
        "length_m": _span(measured.length_m),
        "rows": rows,
        "curve": _rows(measured, np.linspace(low, high, _DRAWN), sheet),
        "sentence": say(_messages(measured, looked, length_typed)),
        "why": say(_why(measured, back_db)),
        "carry": _carry(measured, rows, length_typed, sheet),
    }


def _span(figure: Interval[float]) -> Span:
    return three(*figure)


def _or_none(figure: Interval[float] | None) -> Span | None:
    return None if figure is None else _span(figure)


def _rows(measured: MeasuredLine, freq_hz: Real, sheet: LineType | None) -> list[LineAt]:
    loss = measured.loss_db_per_100m(freq_hz)
    known = None if sheet is None else attenuation_db_per_m(sheet, freq_hz) * 100
    return [
        {
            "mhz": float(f) / 1e6,
            "loss_db_per_100m": three(*loss.at(k)),
            "sheet_db_per_100m": None if known is None else float(known[k]),
        }
        for k, f in enumerate(freq_hz)
    ]


def _messages(measured: MeasuredLine, looked: LineAt, length_typed: bool) -> Iterator[Message]:
    z0, velocity = measured.z0_ohm, measured.velocity_factor
    if z0 is not None and velocity is not None:
        yield tell("bench.line-is", z0_ohm=(z0.low, z0.high), velocity=(velocity.low, velocity.high))
    else:
        yield tell("bench.line-no-phase")
    if not length_typed:
        length = measured.length_m
        yield tell("bench.line-length", length_m=length.value, span=(length.low, length.high))
    loss = looked["loss_db_per_100m"]
    yield tell(
        "bench.line", freq_hz=looked["mhz"] * 1e6, loss_db=as_found(loss), span=ends(loss),
        k1=(measured.k1.low, measured.k1.high), k2=(measured.k2.low, measured.k2.high),
    )  # fmt: skip
    if sheet := looked["sheet_db_per_100m"]:
        yield tell("bench.line-beside-sheet", times=as_found(loss) / sheet, sheet_db=sheet)


def _why(measured: MeasuredLine, back_db: Mapping[str, Real]) -> Iterator[Message]:
    """By the frequency at which one end alone is off most."""
    per_100m = measured.loss_db_per_100m(measured.freq_hz)[1]
    fitted = per_100m * measured.length_m.value / 100
    for end in ("short", "open"):
        if end in back_db:
            one_way_db = np.minimum(back_db[end], MOST_DB) / 2
            k = int(np.argmax(np.abs(one_way_db - fitted)))
            yield tell(
                "bench.line-why", end=end, one_db=float(one_way_db[k]), loss_db=float(fitted[k]),
                freq_hz=float(measured.freq_hz[k]),
            )  # fmt: skip
            return


def _carry(
    measured: MeasuredLine, rows: list[LineAt], length_typed: bool, sheet: LineType | None
) -> BenchCarry | None:
    """Its figures; by return loss alone those of the sheet for what is not told."""
    z0, velocity = measured.z0_ohm, measured.velocity_factor
    if (z0 is None or velocity is None) and sheet is None:
        return None
    value = {
        "r0_ohm": round(z0.value, 2) if z0 else _of(sheet).r0_ohm,
        "velocity_factor": round(velocity.value, 4) if velocity else _of(sheet).velocity_factor,
        "k1": round(measured.k1.value, 5),
        "k2": round(measured.k2.value, 6),
    }
    spans = {"k1": _pair(measured.k1), "k2": _pair(measured.k2)}
    if z0 is not None and velocity is not None:
        spans |= {"r0_ohm": _pair(z0), "velocity_factor": _pair(velocity)}
    points = [[row["mhz"], *_rounded(row["loss_db_per_100m"])] for row in rows]
    how = say(tell("bench.how.line"))
    figures = {k: value[k] for k in spans}
    out: BenchCarry = {
        "fields": {"line": value | _kept(sheet)},
        "measured": {"line": {"value": figures, "spans": spans, "points": points, "how": how}},
    }
    if not length_typed:
        length = measured.length_m
        out["fields"]["length_m"] = round(length.value, 3)
        out["measured"]["length_m"] = {
            "value": round(length.value, 3), "low": length.low, "high": length.high, "how": how,
        }  # fmt: skip
    return out


def _of(sheet: LineType | None) -> LineType:
    assert sheet is not None
    return sheet


def _kept(sheet: LineType | None) -> dict[str, Any]:
    """What the bench says nothing of: what the line bears, how it may be worse, and whether it is of two
    wires."""
    if sheet is None:
        return {}
    usual = {
        "max_volts_rms": None,
        "heat_w_per_m": None,
        "wet_factor": 1.0,
        "low_band_factor": 1.0,
        "balanced": False,
    }
    return {key: now for key, plain in usual.items() if (now := getattr(sheet, key)) != plain}


def _pair(figure: Interval[float]) -> list[float]:
    return [figure.low, figure.high]


def _rounded(span: Span) -> list[float]:
    return [round(end, 5) for end in ends(span)]


@practised("line")
def simulate(
    station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What it shows on the simulated bench."""
    shown = simulated.line(run_of(part), residual, seed, np.linspace(*WIDE, POINTS))
    return simulated_measurement(
        truth_of("line", shown.truth), texts=texts_of(shown), figures=plain(shown.truth, "length_m")
    )
