"""What the bench's readings come to, as plain objects: `tithe bench --json`."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

import numpy as np

from tithe.core import InputError, Station, Tuner, solve
from tithe.core.arrays import Real
from tithe.core.message import Message, tell
from tithe.core.reflection import return_loss_db
from tithe.core.workbench.fault import Along
from tithe.core.workbench.line import MeasuredLine
from tithe.core.workbench.tuner import ScalarLoss, Scattering, coil_q
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

_MOST_DB = 60.0
_CLOSE = 0.05
"""Of a dB: a quick figure that is as near as this is right."""


def back_db(rho: float) -> float:
    """A return loss, dB; of what sends nothing back that can be seen, as much as any instrument tells."""
    return min(float(return_loss_db(np.array(rho))), _MOST_DB)


def tuner(
    freq_hz: Real,
    quick: Sequence[ScalarLoss | None],
    found: Scattering | None,
    station: Station | None = None,
) -> BenchTuner:
    """By return losses into R₀, a short and an open (None: the match is too poor for them), and (``found``)
    by the sweeps with their phase. ``station``: where that tuner stands, whose Q and loss at the real loads
    are told beside. Raises `InputError` where no Q of its coils explains what was measured."""
    rows: list[AtFrequency] = []
    for k, f in enumerate(freq_hz.tolist()):
        by_return = quick[k]
        if found is not None:
            loss = float(found.loss_db()[k])
        else:
            assert by_return is not None  # without phase it is all there is
            loss = by_return.loss_db
        row: AtFrequency = {
            "mhz": f / 1e6,
            "loss_db": loss,
            "efficiency": float(10 ** (-loss / 10)),
            "mean_halved_db": by_return.loss_db if by_return else None,
            "mean_low_db": by_return.low_db if by_return else None,
            "mean_high_db": by_return.high_db if by_return else None,
            "short_alone_db": by_return.short_alone_db if by_return else None,
            "with_phase": found is not None,
            "coil_q": None,
            "in_station_db": None,
        }
        if station is not None:
            at = _tuner_of(station)
            part = station.chain[at]
            assert isinstance(part, Tuner)
            q = coil_q(part, f, loss, station.transmitter.reference_ohm)
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
        low, high, alone = row["mean_low_db"], row["mean_high_db"], row["short_alone_db"]
        if low is not None and high is not None and not row["with_phase"]:
            yield tell("bench.match-left", span=(low, high))
        if alone is not None and abs(alone - row["loss_db"]) > _CLOSE:
            yield tell("bench.short-alone", short_db=alone)
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
    mhz = float(found.freq_hz[at]) / 1e6
    said = [
        tell(
            "bench.line",
            freq_hz=mhz * 1e6,
            loss_db=k1["value"] * np.sqrt(mhz) + k2["value"] * mhz,
            k1=found.k1[1:],
            k2=found.k2[1:],
        )
    ]
    if found.z0_ohm is not None and found.velocity_factor is not None:
        said.insert(0, tell("bench.line-is", z0_ohm=found.z0_ohm, velocity=found.velocity_factor))
    points = zip(found.freq_hz.tolist(), found.matched_db_per_100m.tolist(), strict=True)
    return {
        "z0_ohm": found.z0_ohm,
        "velocity_factor": found.velocity_factor,
        "k1": k1,
        "k2": k2,
        "points": [[f / 1e6, db] for f, db in points],
        "sentence": say(said),
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
