"""The API of the bench: a job's readings in, its answer with interval and what goes into the station out."""

from __future__ import annotations

from typing import Any

import numpy as np
from django.http import HttpRequest
from ninja import Router

from tithe.core.arrays import Real
from tithe.core.bench import check, fault, line, meter, part, watts
from tithe.core.bench.coil_q import coil_q_interval
from tithe.core.bench.tuner import MOST_DB
from tithe.core.cost import Pause
from tithe.core.errors import InputError, require
from tithe.core.parts.tuner.part import Tuner
from tithe.core.reflection import mismatch_loss_db, return_loss_db
from tithe.core.solving_cost import solving_s
from tithe.files import sweep_file
from tithe.results import bench_json, bench_line_json, bench_tuner_json
from tithe.results.bench_shapes import (
    BenchCheck,
    BenchFault,
    BenchLine,
    BenchMeter,
    BenchPart,
    BenchTuner,
    BenchWatts,
    PracticeDay,
)
from tithe.web.bench import practice
from tithe.web.bench.requests import (
    CheckDay,
    FaultDay,
    LineDay,
    MeterDay,
    OneReading,
    PartDay,
    PracticeRequest,
    ReadAt,
    TunerDay,
    WattReading,
    WattsDay,
    alike,
    gammas,
    returned,
)
from tithe.web.http import computed

router = Router()
_Q_S = 0.03
"""Seconds that the Q of one row takes, about."""
_JOB_S = 0.3
_POINTS = 2000
ENDS: tuple[line.End, ...] = ("open", "short", "load")


def _seconds(freq_hz: Real) -> float:
    """Seconds that a job may take with so many points."""
    return _JOB_S * max(len(freq_hz) / _POINTS, 1.0)


@router.post("/bench/read", response=ReadAt)
def one_reading(request: HttpRequest, body: OneReading) -> Any:
    """What a sweep's file says at one frequency."""
    sweep = sweep_file.read(body.text)
    low, high = sweep.range_hz
    hz = (low + high) / 2 if body.mhz is None else body.mhz * 1e6
    at = sweep.at(np.array([hz]))
    found: float | tuple[float, float] = float(return_loss_db(at.rho[0]))
    if at.gamma is not None:
        found = (float(at.gamma[0].real), float(at.gamma[0].imag))
    elif not np.isfinite(found):
        found = MOST_DB
    return {
        "mhz": hz / 1e6,
        "reading": found,
        "low_mhz": low / 1e6,
        "high_mhz": high / 1e6,
        "points": len(sweep.freq_hz),
    }


@router.post("/bench/tuner", response=BenchTuner)
def bench_tuner(request: HttpRequest, body: TunerDay) -> Any:
    """A tuner by its three readings at each frequency."""
    station, residual = body.station(), body.residual.to_core()
    rows = [row.to_core(n) for n, row in enumerate(body.rows)]
    seconds = len(rows) * _Q_S + (0 if station is None else 15 * solving_s(station, len(rows)))

    def job(pause: Pause) -> BenchTuner:
        return bench_tuner_json.tuner(rows, station, body.at, residual, body.mhz)

    return computed(request, seconds, "fewer-bands", job)


@router.post("/bench/watts", response=BenchWatts)
def bench_watts(request: HttpRequest, body: WattsDay) -> Any:
    """Watts in and out of a part."""

    def read(one: WattReading) -> watts.Watts:
        return watts.Watts(one.forward_w, one.reflected_w, one.full_scale_w, one.accuracy_pct / 100)

    found, station, on_bench = (
        watts.loss(read(body.before), read(body.behind), body.same_meter),
        body.station(),
        body.part(),
    )
    if station is None or body.mhz is None or not isinstance(on_bench, Tuner):
        return bench_json.watts(found)
    freq_hz, q = body.mhz * 1e6, None
    try:
        span = (found.low_db, found.loss_db, found.high_db)
        q = coil_q_interval(on_bench, freq_hz, span, station.transmitter.reference_ohm)
    except InputError:
        pass  # no Q of its coils explains these watts: only the loss is told
    return bench_json.watts_of_tuner(found, freq_hz, q)


@router.post("/bench/line", response=BenchLine)
def bench_line(request: HttpRequest, body: LineDay) -> Any:
    """A line by its sweeps or return losses."""
    sweeps, residual, run = body.sweeps(), body.residual.to_core(), body.line()

    def job(pause: Pause) -> BenchLine:
        given = {end: sweeps[end] for end in ENDS if end in sweeps}
        found = line.measured(given, body.length_m, body.velocity_factor, residual)
        back = {end: return_loss_db(sweep.rho) for end, sweep in sweeps.items()}
        sheet = None if run is None else run.line
        return bench_line_json.line(found, back, body.length_m is not None, sheet)

    return computed(
        request, _seconds(next(iter(sweeps.values())).freq_hz) if sweeps else _JOB_S, "smaller-station", job
    )


@router.post("/bench/fault", response=BenchFault)
def bench_fault(request: HttpRequest, body: FaultDay) -> Any:
    """Where along a line waves come back."""
    run, velocity = body.line(), body.velocity_factor
    if velocity is None:
        if run is None:
            raise InputError("velocity_factor", "missing")
        velocity = run.line.velocity_factor
    if body.dips:
        require(body.text is None, "dips", "sweeps-or-return-losses")
        dips = np.array(sorted(body.dips)) * 1e6
        return bench_line_json.by_dips(fault.by_dips(dips, velocity, body.read_khz * 1e3))
    freq, (gamma,) = gammas(alike({"text": body.text}), "text")
    found = velocity

    residual, known = body.residual.to_core(), None if run is None else run.line

    def job(pause: Pause) -> BenchFault:
        return bench_line_json.fault(fault.along(freq, gamma, found, known, residual))

    return computed(request, _JOB_S, "smaller-station", job)


@router.post("/bench/part", response=BenchPart)
def bench_part(request: HttpRequest, body: PartDay) -> Any:
    """A part in line, a choke or a transformer."""
    residual, limits = body.residual.to_core(), (body.most_db, body.most_swr)
    if body.pair:
        require(body.match is None, "pair", "sweeps-or-return-losses")
        for n, (_, _, back_db) in enumerate(body.pair):
            returned(f"pair[{n}]", back_db)
        mhz, through, back = np.array(sorted(body.pair)).T
        require(bool((np.diff(mhz) > 0).all()), "pair", "rising-frequencies")
        told = part.back_to_back(mhz * 1e6, through, back, body.error_db, *limits)
        missed = float(np.max(mismatch_loss_db(10 ** (-back / 20))))
        return bench_json.part(told, *limits, missed_db=missed)
    sweeps = alike({"match": body.match, "short": body.short, "open": body.open})
    freq, (match, short, open_) = gammas(sweeps, "match", "short", "open")

    def job(pause: Pause) -> BenchPart:
        told = part.by_three_sweeps(freq, match, short, open_, *limits, residual)
        of = None
        if body.transformer:
            of = part.transformer(freq, match, short, open_, body.resistor_ohm, residual)
        return bench_json.part(told, *limits, of)

    return computed(request, _seconds(freq), "smaller-station", job)


@router.post("/bench/meter", response=BenchMeter)
def bench_meter(request: HttpRequest, body: MeterDay) -> Any:
    """A meter against a voltage across a dummy load, or a better meter."""
    require((body.volts is None) != (body.power_w is None), "volts", "volts-or-power")
    if body.volts is not None:
        known = meter.by_peak_volts(body.volts, body.volts_pct, body.load_ohm, body.load_pct, body.drop_volts)
        drop: float | None = body.drop_volts / (body.volts + body.drop_volts)
    else:
        known = meter.by_better_meter(body.power_w or 0.0, body.accuracy_pct, body.full_scale_w)
        drop = None
    told = meter.scale(body.shown_w, body.read_w, known)
    return bench_json.meter(told, body.shown_w, known, drop)


@router.post("/bench/check", response=BenchCheck)
def bench_check(request: HttpRequest, body: CheckDay) -> Any:
    """What an analyzer's calibration leaves."""
    if body.typed:
        for n, row in enumerate(body.typed):
            for back_db in row[1:]:
                returned(f"typed[{n}]", back_db)
        mhz, *back = np.array(sorted(body.typed)).T
        require(bool((np.diff(mhz) > 0).all()), "typed", "rising-frequencies")
        return bench_json.check(check.by_return_loss(mhz * 1e6, back[0], back[1], back[2]))
    given = alike({"open": body.open, "short": body.short, "load": body.load})
    freq, (open_, short, load) = gammas(given, "open", "short", "load")
    return bench_json.check(check.checked(freq, open_, short, load))


@router.post("/bench/practice/{job}", response=PracticeDay)
def bench_practice(request: HttpRequest, job: str, body: PracticeRequest) -> Any:
    """A day on the simulated bench, for the same door."""
    station, on_bench, residual = body.station(), body.part(), body.residual.to_core()

    def work(pause: Pause) -> PracticeDay:
        return practice.day(job, station, on_bench, residual, body.seed)

    return computed(request, _JOB_S, "smaller-station", work)
