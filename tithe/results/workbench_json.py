"""What the bench's readings come to, as plain objects: `tithe bench --json`."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from tithe.core import InputError, Station, Tuner, solve
from tithe.core.arrays import Complex, Real
from tithe.core.message import Message, tell
from tithe.core.reflection import return_loss_db
from tithe.core.workbench.fault import Along
from tithe.core.workbench.line import MeasuredLine
from tithe.core.workbench.tuner import Scattering, coil_q
from tithe.core.workbench.watts import WattsLoss
from tithe.results.workbench_shapes import (
    AtFrequency,
    BenchFault,
    BenchLine,
    BenchTuner,
    BenchWatts,
    Bounds,
    StepOut,
)
from tithe.text import say

_CLOSE = 0.05
"""Of a dB: a quick figure that is as near as this is right."""


def tuner(
    freq_hz: Real, found: Scattering, seen: tuple[Complex, Complex, Complex], station: Station | None = None
) -> BenchTuner:
    """By the sweeps into R₀, a short and an open. ``station``: where that tuner stands, whose Q and loss at
    the real loads are told beside. Raises `InputError` where no Q of its coils explains what was measured."""
    loss = found.loss_db()
    _, short_db, open_db = (np.minimum(return_loss_db(np.abs(gamma)), 200.0) for gamma in seen)
    rows: list[AtFrequency] = []
    for k, f in enumerate(freq_hz.tolist()):
        row: AtFrequency = {
            "mhz": f / 1e6,
            "loss_db": float(loss[k]),
            "efficiency": float(10 ** (-loss[k] / 10)),
            "mean_halved_db": float((short_db[k] + open_db[k]) / 4),
            "short_alone_db": float(short_db[k] / 2),
            "coil_q": None,
            "in_station_db": None,
        }
        if station is not None:
            at = _tuner_of(station)
            part = station.chain[at]
            assert isinstance(part, Tuner)
            q = coil_q(part, f, float(loss[k]), station.transmitter.reference_ohm)
            measured = replace(part, coil_q=q)
            there = replace(station, chain=(*station.chain[:at], measured, *station.chain[at + 1 :]))
            row["coil_q"] = q
            row["in_station_db"] = float(np.median(solve(there, np.array([f])).stages[at].loss_db))
        rows.append(row)
    return {"rows": rows, "sentence": say(_tuner_told(rows))}


def _tuner_of(station: Station) -> int:
    found = [n for n, part in enumerate(station.chain) if isinstance(part, Tuner) and not part.bypassed]
    if not found:
        raise InputError("chain", "no-tuner-in-line")
    return found[0]


def _tuner_told(rows: list[AtFrequency]) -> Iterator[Message]:
    for row in rows[:9]:
        f = {"freq_hz": row["mhz"] * 1e6}
        yield tell("bench.tuner", loss_db=row["loss_db"], share=row["efficiency"], **f)
        if abs(row["short_alone_db"] - row["loss_db"]) > _CLOSE:
            yield tell("bench.short-alone", short_db=row["short_alone_db"])
        if row["coil_q"] is not None and row["in_station_db"] is not None:
            yield tell("bench.in-station", q=row["coil_q"], loss_db=row["in_station_db"])


def watts(found: WattsLoss) -> BenchWatts:
    """What two meters on either side of a part tell of its loss."""
    told = tell("bench.watts", loss_db=found.loss_db, span=(found.low_db, found.high_db))
    if found.low_db <= 0:
        told = tell("bench.watts-nothing", tells_from_db=found.tells_from_db, most=found.high_db)
    return {
        "loss_db": found.loss_db,
        "low_db": found.low_db,
        "high_db": found.high_db,
        "tells_from_db": found.tells_from_db,
        "sentence": say(told),
    }


def line(found: MeasuredLine) -> BenchLine:
    """A line by its two sweeps."""
    k1, k2 = (Bounds(value=one[0], low=one[1], high=one[2]) for one in (found.k1, found.k2))
    at = int(np.argmin(np.abs(found.freq_hz - 10e6)))
    return {
        "z0_ohm": found.z0_ohm,
        "velocity_factor": found.velocity_factor,
        "k1": k1,
        "k2": k2,
        "points": [
            [float(f) / 1e6, float(db)]
            for f, db in zip(found.freq_hz, found.matched_db_per_100m, strict=True)
        ],
        "sentence": say(
            tell(
                "bench.line",
                z0_ohm=found.z0_ohm or 0.0,
                velocity=found.velocity_factor or 0.0,
                freq_hz=float(found.freq_hz[at]),
                loss_db=float(found.k1[0] * np.sqrt(found.freq_hz[at] / 1e6))
                + found.k2[0] * float(found.freq_hz[at]) / 1e6,
                k1=found.k1[1:],
                k2=found.k2[1:],
            )
        ),
    }


def fault(found: Along) -> BenchFault:
    """Where waves come back along a line."""
    steps: list[StepOut] = [{"distance_m": one.distance_m, "rho": one.rho} for one in found.steps]
    largest = sorted(found.steps, key=lambda one: -one.rho)[:5]
    said = [
        tell("bench.step", distance_m=one.distance_m, rho=one.rho)
        for one in sorted(largest, key=lambda one: one.distance_m)
    ]
    said = said or [tell("bench.no-step")]
    limits = tell("bench.resolution", resolution_m=found.resolution_m, farthest_m=found.farthest_m)
    return {
        "steps": steps,
        "resolution_m": found.resolution_m,
        "farthest_m": found.farthest_m,
        "sentence": say([*said, limits]),
    }
