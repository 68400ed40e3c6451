"""The simulated bench as its jobs are told: texts as an analyzer saves them, and typed figures."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Annotated, Any

from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.bench.requests import JOB_S, BenchRequest
from tithe.answers.question import Work, question
from tithe.core import AttenuatedLine, Line, Station
from tithe.core.arrays import Real
from tithe.core.bench import simulated
from tithe.core.bench.residual import Residual
from tithe.core.errors import InputError
from tithe.core.message import tell
from tithe.core.parts.part import Part
from tithe.core.sweep import with_phase
from tithe.files import sweep_file
from tithe.text import say

USUAL_LINE = Line(AttenuatedLine(50, 0.66, 0.598, 0.0073), 20.0)
"""On the bench where the station has none."""
WIDE, POINTS = (1e6, 60e6), 201
FAULT_WIDE, FAULT_POINTS = (1e6, 300e6), 1001
PART_WIDE = (1.5e6, 35e6)
WATTS = 100.0


class SimulatedMeasurement(TypedDict):
    """What a simulated bench shows, as it would be typed or saved: ``texts``: sweeps by what was at the far
    side; ``rows``: a tuner's, by frequency; ``figures``: what meters show. ``truth``: what was hidden."""

    texts: dict[str, str]
    rows: list[dict[str, float | tuple[float, float]]]
    figures: dict[str, float]
    truth: str


Simulate = Callable[[Station | None, Part | None, Residual, int], SimulatedMeasurement]
_SIMULATED: dict[str, Simulate] = {}


def practised(job: str) -> Callable[[Simulate], Simulate]:
    """Put a function among the simulated measurements: of the station and its part on the bench (None: there
    is none), what the calibration leaves, and a seed."""

    def kept(simulate: Simulate) -> Simulate:
        _SIMULATED[job] = simulate
        return simulate

    return kept


class PracticeRequest(BenchRequest):
    """A measurement on the simulated bench: which errors and which truth it hides."""

    seed: Annotated[int, Field(ge=0, le=10**6)] = 1


@question("bench/practice/{job}")
def answer(job: str, request: PracticeRequest) -> Work[SimulatedMeasurement]:
    """A measurement on the simulated bench, for the same door."""
    station, on_bench, residual = request.station(), request.part(), request.residual.to_core()
    return Work(JOB_S, lambda pause: measurement(job, station, on_bench, residual, request.seed))


def measurement(
    job: str, station: Station | None, part: Part | None, residual: Residual, seed: int
) -> SimulatedMeasurement:
    """What is read in a job on the simulated bench. Raises `InputError` for a job there is not, or a part
    that the job cannot be done with."""
    if job not in _SIMULATED:
        raise InputError("job", "one-of", job, allowed=list(_SIMULATED))
    return _SIMULATED[job](station, part, residual, seed)


def simulated_measurement(truth: str, **shown: Any) -> SimulatedMeasurement:
    """A measurement by what it shows."""
    out: SimulatedMeasurement = {"texts": {}, "rows": [], "figures": {}, "truth": truth}
    out.update(shown)  # type: ignore[typeddict-item]  # its own keys
    return out


def texts_of(sweeps: simulated.Swept) -> dict[str, str]:
    """Its sweeps as an analyzer saves them."""
    return {end: sweep_file.write(with_phase(sweeps.freq_hz, gamma)) for end, gamma in sweeps.gamma.items()}


def truth_of(job: str, figures: Mapping[str, Any]) -> str:
    """What it hid, in words."""
    return say(tell(f"bench.truth.{job}", **figures))


def run_of(part: Part | None) -> Line:
    """The line on the bench, or a usual one."""
    run = None if part is None else part.feedline
    return USUAL_LINE if run is None or run.length_m <= 0 else run


def plain(truth: Mapping[str, Real | float], *keys: str) -> dict[str, float]:
    """Some of what it hid, as figures that one knows beforehand."""
    return {key: float(truth[key]) for key in keys}
