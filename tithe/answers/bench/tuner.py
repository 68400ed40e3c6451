"""A tuner by its three readings at each frequency."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import Field

from tithe.answers.bench.jobs import job, sweeps, table, way
from tithe.answers.bench.practice import SimulatedMeasurement, practised, simulated_measurement, truth_of
from tithe.answers.bench.requests import BenchRequest, Cell, reading
from tithe.answers.bench.tuner_rows import BenchTuner, TunerRow, tuner
from tithe.answers.question import Request, Work, question
from tithe.core import Station, Tuner
from tithe.core.bench import simulated
from tithe.core.bench.residual import Residual
from tithe.core.parts.part import Part
from tithe.core.solving_cost import solving_s
from tithe.document.fields import Positive

_Q_S = 0.03
"""Seconds that the Q of one row takes, about."""
_SOLVES = 15
"""How many times the station is solved for the lengths, about."""


class TunerReadings(Request):
    """At a frequency: matched into R₀, then a short and an open."""

    mhz: Positive
    match: Cell
    short: Cell
    open: Cell | None = None

    def to_core(self, n: int) -> TunerRow:
        """The row. Raises `InputError`."""
        place = f"rows[{n}]"
        return TunerRow(
            self.mhz * 1e6,
            reading(f"{place}.match", self.match),
            reading(f"{place}.short", self.short),
            None if self.open is None else reading(f"{place}.open", self.open),
        )


class BenchTunerRequest(BenchRequest):
    """Readings by frequency; ``mhz``: of which the figures at the top are told (null: the middle)."""

    mhz: Positive | None = None

    rows: Annotated[list[TunerReadings], Field(min_length=1, max_length=40)]


_ROWS = table("tuner", "rows", "objects", ("mhz", "match", "short", "open"), needed=["mhz", "match", "short"])
job(
    "tuner",
    ["tuner"],
    [way("hand", table=_ROWS), way("file", table=_ROWS, sweeps=sweeps("tuner"))],
    frequency=True,
    practice="hand",
)


@question("bench/tuner")
def answer(request: BenchTunerRequest) -> Work[BenchTuner]:
    """A tuner by its three readings at each frequency."""
    station, residual = request.station(), request.residual.to_core()
    rows = [row.to_core(n) for n, row in enumerate(request.rows)]
    seconds = len(rows) * _Q_S + (0 if station is None else _SOLVES * solving_s(station, len(rows)))
    return Work(seconds, lambda pause: tuner(rows, station, request.at, residual, request.mhz), "fewer-bands")


@practised("tuner")
def simulate(
    station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What it shows on the simulated bench."""
    made = part if isinstance(part, Tuner) else Tuner()
    bands = [] if station is None else [band.middle_hz for band in station.bands]
    freq = np.array(sorted(bands)[:20] or [3.65e6, 7.1e6, 14.2e6, 28.5e6])
    shown = simulated.tuner(made, freq, residual, seed)
    q, loss = (np.asarray(shown.truth[key]) for key in ("coil_q", "loss_db"))
    spans = {"q": (float(q.min()), float(q.max())), "loss": (float(loss.min()), float(loss.max()))}

    def cell(end: str, k: int) -> tuple[float, float]:
        gamma = complex(shown.gamma[end][k])
        return gamma.real, gamma.imag

    rows = [
        {"mhz": f / 1e6, **{end: cell(end, k) for end in ("match", "short", "open")}}
        for k, f in enumerate(freq.tolist())
    ]
    return simulated_measurement(truth_of("tuner", spans), rows=rows)
