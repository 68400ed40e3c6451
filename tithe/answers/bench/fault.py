"""Where along a line waves come back."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Annotated

import numpy as np
from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.bench.jobs import group, job, sweeps, table, way
from tithe.answers.bench.practice import (
    FAULT_POINTS,
    FAULT_WIDE,
    SimulatedMeasurement,
    practised,
    run_of,
    simulated_measurement,
    texts_of,
    truth_of,
)
from tithe.answers.bench.requests import JOB_S, BenchRequest, Text, alike, gammas
from tithe.answers.question import Work, at_once, question
from tithe.core import InputError, Station
from tithe.core.arrays import Real
from tithe.core.bench import fault as core
from tithe.core.bench import simulated
from tithe.core.bench.fault import Along, ByDips, Step
from tithe.core.bench.residual import Residual
from tithe.core.cost import Pause
from tithe.core.errors import require
from tithe.core.message import Message, tell
from tithe.core.parts.part import Part
from tithe.document.fields import Positive
from tithe.document.parts.line import Velocity
from tithe.text import say

_TOLD = 6
"""Steps in a sentence; the table has them all."""
_MOST_POINTS = 600


class BenchFaultRequest(BenchRequest):
    """A sweep with the far end as it hangs, or the frequencies of neighbouring dips of SWR, each read to
    ``read_khz``; the velocity factor, or that of the line on the bench."""

    text: Text | None = None
    dips: Annotated[list[Positive], Field(max_length=200)] = Field(default_factory=list)
    read_khz: Positive = 50.0
    velocity_factor: Velocity | None = None


class FaultOut(TypedDict):
    """Where a wave comes back, how much of it (below 0: the impedance falls; null: not known), and what that
    seems to be."""

    at_m: float
    gamma: float | None
    kind: str
    text: str


class BenchFault(TypedDict):
    """By distance; ``resolution_m``: nearer than that two are one; ``farthest_m``: no farther is told (null:
    not known); ``along``: the picture [m, |Γ|]."""

    faults: list[FaultOut]
    resolution_m: float
    farthest_m: float | None
    along: list[list[float]]
    sentence: str
    why: str
    remark: str


job(
    "fault",
    ["line"],
    [
        way(
            "hand",
            table=table("fault", "dips", "figures", ("mhz",), least=2),
            groups=[group("fault", BenchFaultRequest, "velocity_factor", "read_khz")],
        ),
        way(
            "file",
            sweeps=sweeps("fault", hanging="text"),
            needed=["hanging"],
            groups=[group("fault", BenchFaultRequest, "velocity_factor")],
        ),
    ],
)


@question("bench/fault")
def answer(request: BenchFaultRequest) -> Work[BenchFault]:
    """Where along a line waves come back."""
    run, velocity = request.line(), request.velocity_factor
    if velocity is None:
        if run is None:
            raise InputError("velocity_factor", "missing")
        velocity = run.line.velocity_factor
    if request.dips:
        require(request.text is None, "dips", "sweeps-or-return-losses")
        dips = np.array(sorted(request.dips)) * 1e6
        return at_once(by_dips(core.by_dips(dips, velocity, request.read_khz * 1e3)))
    freq, (gamma,) = gammas(alike({"text": request.text}), "text")
    residual, known, factor = request.residual.to_core(), None if run is None else run.line, velocity

    def work(pause: Pause) -> BenchFault:
        return in_words(core.along(freq, gamma, factor, known, residual))

    return Work(JOB_S, work)


def in_words(along: Along) -> BenchFault:
    """Where waves come back along a line."""
    largest = sorted(along.steps, key=lambda step: -step.rho)[:_TOLD]
    said = [
        tell("bench.step", at_m=step.distance_m, rho=step.rho, kind=_kind(step))
        for step in sorted(largest, key=lambda step: step.distance_m)
    ]
    said = said or [tell("bench.no-step")]
    said.append(tell("bench.resolution", resolution_m=along.resolution_m, farthest_m=along.farthest_m))
    if any(step.kind == "unknown" for step in along.steps):
        said.append(tell("bench.kinds-unknown"))
    last = max((step.distance_m for step in along.steps), default=along.farthest_m)
    shown = along.distance_m <= min(1.4 * last + 4 * along.resolution_m, along.farthest_m)
    each = max(int(shown.sum()) // _MOST_POINTS, 1)
    noted = [
        tell("bench.fault-noted", kind=_kind(step), at_m=step.distance_m) for step in along.steps[:_TOLD]
    ]
    return {
        "faults": [
            {"at_m": step.distance_m, "gamma": step.gamma, "kind": step.kind, "text": say(_kind(step))}
            for step in along.steps
        ],
        "resolution_m": along.resolution_m,
        "farthest_m": along.farthest_m,
        "along": [[m, rho] for m, rho in _peaks(along.distance_m[shown], along.rho[shown], each)],
        "sentence": say(said),
        "why": say(_why(largest, len(along.steps) - 1)),
        "remark": say(tell("bench.fault-remark", found=noted)) if noted else "",
    }


def _why(largest: list[Step], others: int) -> Iterator[Message]:
    yield tell("bench.fault-why")
    if others > 0:
        yield tell("bench.fault-why-here", at_m=largest[0].distance_m, count=others)


def by_dips(fault: ByDips) -> BenchFault:
    """The same by the dips of SWR: one distance, and nothing else."""
    low, middle, high = fault.distance_m
    said = tell("bench.dips", count=fault.dips, at_m=middle, span=(low, high))
    return {
        "faults": [
            {"at_m": middle, "gamma": None, "kind": "unknown", "text": say(tell("bench.kind.unknown"))}
        ],
        "resolution_m": high - low,
        "farthest_m": None,
        "along": [],
        "sentence": say(said),
        "why": say(tell("bench.dips-why")),
        "remark": say(tell("bench.fault-remark", found=[tell("bench.dips-noted", at_m=middle)])),
    }


def _kind(step: Step) -> Message:
    return tell(f"bench.kind.{step.kind}")


def _peaks(distance_m: Real, rho: Real, each: int) -> list[tuple[float, float]]:
    """Of every so many points the highest, so that no peak is left out of the picture."""
    starts = range(0, len(rho), each)
    tops = [start + int(np.argmax(rho[start : start + each])) for start in starts]
    return [(float(distance_m[k]), float(rho[k])) for k in tops]


@practised("fault")
def simulate(
    station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What it shows on the simulated bench."""
    run = run_of(part)
    shown = simulated.fault(run, residual, seed, np.linspace(*FAULT_WIDE, FAULT_POINTS))
    # Of a run on the bench it is known.
    velocity = {} if part is not None else {"velocity_factor": run.line.velocity_factor}
    return simulated_measurement(truth_of("fault", shown.truth), texts=texts_of(shown), figures=velocity)
