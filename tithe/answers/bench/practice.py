"""The simulated bench as its jobs are told: texts as an analyzer saves them, and typed figures."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Annotated, Any

import numpy as np
from pydantic import Field
from typing_extensions import TypedDict

from tithe.answers.bench.requests import JOB_S, BenchRequest
from tithe.answers.question import Work, question
from tithe.core import AttenuatedLine, Inline, Line, Meter, Station, Transformer, Tuner
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
_WIDE, _POINTS = (1e6, 60e6), 201
_FAULT_WIDE, _FAULT_POINTS = (1e6, 300e6), 1001
_PART_WIDE = (1.5e6, 35e6)
_WATTS = 100.0


class PracticeRequest(BenchRequest):
    """A day on the simulated bench: which errors and which truth it hides."""

    seed: Annotated[int, Field(ge=0, le=10**6)] = 1


class PracticeDay(TypedDict):
    """What a simulated bench shows, as it would be typed or saved: ``texts``: sweeps by what was at the far
    side; ``rows``: a tuner's, by frequency; ``figures``: what meters show. ``truth``: what was hidden."""

    texts: dict[str, str]
    rows: list[dict[str, float | tuple[float, float]]]
    figures: dict[str, float]
    truth: str


@question("bench/practice/{job}")
def answer(job: str, asked: PracticeRequest) -> Work[PracticeDay]:
    """A day on the simulated bench, for the same door."""
    station, on_bench, residual = asked.station(), asked.part(), asked.residual.to_core()
    return Work(JOB_S, lambda pause: day(job, station, on_bench, residual, asked.seed))


def day(job: str, station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
    """What is read in a job on a simulated day. Raises `InputError` for a job there is not, or a part that
    the job cannot be done with."""
    if job not in _JOBS:
        raise InputError("job", "one-of", job, allowed=list(_JOBS))
    return _JOBS[job](station, part, residual, seed)


def _day(truth: str, **shown: Any) -> PracticeDay:
    out: PracticeDay = {"texts": {}, "rows": [], "figures": {}, "truth": truth}
    out.update(shown)  # type: ignore[typeddict-item]  # its own keys
    return out


def _texts(day: simulated.Swept) -> dict[str, str]:
    return {end: sweep_file.write(with_phase(day.freq_hz, gamma)) for end, gamma in day.gamma.items()}


def _truth(job: str, told: Mapping[str, Any]) -> str:
    return say(tell(f"bench.truth.{job}", **told))


def _tuner(station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
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
    return _day(_truth("tuner", spans), rows=rows)


def _run_of(part: Part | None) -> Line:
    run = None if part is None else part.feedline
    return USUAL_LINE if run is None or run.length_m <= 0 else run


def _line(station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
    shown = simulated.line(_run_of(part), residual, seed, np.linspace(*_WIDE, _POINTS))
    return _day(_truth("line", shown.truth), texts=_texts(shown), figures=_plain(shown.truth, "length_m"))


def _fault(station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
    run = _run_of(part)
    shown = simulated.fault(run, residual, seed, np.linspace(*_FAULT_WIDE, _FAULT_POINTS))
    # Of a run on the bench it is known.
    velocity = {} if part is not None else {"velocity_factor": run.line.velocity_factor}
    return _day(_truth("fault", shown.truth), texts=_texts(shown), figures=velocity)


def _part(station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
    made = part if isinstance(part, Inline | Transformer) else Transformer(4.0)
    shown = simulated.part(made, residual, seed, np.linspace(*_PART_WIDE, _POINTS))
    told = {
        **shown.truth,
        "leakage_uh": float(shown.truth["leakage_h"]) * 1e6,
        "magnetizing_uh": float(shown.truth["magnetizing_h"]) * 1e6,
    }
    return _day(_truth("part", told), texts=_texts(shown), figures=_plain(shown.truth, "resistor_ohm"))


def _check(station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
    shown = simulated.check(residual, seed, np.linspace(*_WIDE, _POINTS))
    return _day(_truth("check", shown.truth), texts=_texts(shown))


def _watts(station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
    shown = simulated.watts(_WATTS, 2 * _WATTS, 0.05, seed)
    figures = {
        f"{side}.{key}": value
        for side, one in (("before", shown.before), ("behind", shown.behind))
        for key, value in (
            ("forward_w", one.forward_w), ("reflected_w", one.reflected_w),
            ("full_scale_w", one.full_scale_w), ("accuracy_pct", 100 * one.accuracy),
        )
    }  # fmt: skip
    return _day(_truth("watts", {"loss_db": shown.loss_db}), figures=figures)


def _meter(station: Station | None, part: Part | None, residual: Residual, seed: int) -> PracticeDay:
    made = part if isinstance(part, Meter) else Meter(full_scale_w=2 * _WATTS, accuracy_pct=5)
    power = min(_WATTS, 0.8 * (made.full_scale_w or 2 * _WATTS))
    shown = simulated.meter(made, power, residual.load_pct, 2.0, 1.0, seed)
    figures = {"shown_w": round(shown.shown_w, 1), "volts": round(shown.volts, 1)}
    return _day(_truth("meter", {"scale": shown.scale}), figures=figures)


def _plain(truth: Mapping[str, Real | float], *keys: str) -> dict[str, float]:
    return {key: float(truth[key]) for key in keys}


_Day = Callable[[Station | None, Part | None, Residual, int], PracticeDay]
_JOBS: dict[str, _Day] = {
    "tuner": _tuner,
    "watts": _watts,
    "line": _line,
    "fault": _fault,
    "part": _part,
    "meter": _meter,
    "check": _check,
}
