"""A budget as the command line and the API give it: one plain object per frequency.

Figures that depend on an unknown phase become ``{"min", "median", "max"}``; infinite ones become null.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

from tithe.core import Budget, Stage, cautions_at
from tithe.core.arrays import Real
from tithe.core.budget import DB_PER_S_UNIT
from tithe.core.line import LineDetails
from tithe.core.meter import Reading
from tithe.core.phases import evenly
from tithe.core.reflection import swr
from tithe.core.tuner import AnyTunerDetails, RatedDetails, TunerDetails

Figure = float | dict[str, float | None] | None


def _plain(value: float) -> float | None:
    return float(value) if np.isfinite(value) else None


def figure(values: Real, k: int) -> Figure:
    """One figure of an array of shape ``(F,)`` or ``(P, F)`` at the k-th frequency."""
    here = np.asarray(values)[..., k]
    return _plain(float(here)) if here.ndim == 0 else _spans(here[:, None])[0]


def figures(values: Real) -> list[Figure]:
    """The figures of an array of shape ``(F,)`` or ``(P, F)`` at all frequencies."""
    return [_plain(one) for one in values.tolist()] if values.ndim == 1 else _spans(values)


def _spans(columns: Real) -> list[Figure]:
    """Of columns over the phases ``(P, N)``."""
    # A middle rank rather than an average of two: with an infinity among them it stays a value that occurs.
    even = np.sort(evenly(columns), axis=0)
    found = (columns.min(axis=0), even[len(even) // 2], columns.max(axis=0))
    rows = zip(*(one.tolist() for one in found), strict=True)
    return [{"min": _plain(low), "median": _plain(middle), "max": _plain(high)} for low, middle, high in rows]


def results(budget: Budget) -> list[dict[str, Any]]:
    """One object per frequency, as STATION-FILE describes it."""
    columns = _columns(budget)
    return [_result(budget, columns, k) for k in range(len(budget.freq_hz))]


def result(budget: Budget, k: int) -> dict[str, Any]:
    """The object of one frequency alone."""
    return _result(budget, _columns(budget), k)


def _result(budget: Budget, columns: dict[str, Any], k: int) -> dict[str, Any]:
    cautions = [
        {"id": c.id, "level": c.level, "text": c.text, "remedy": c.remedy, "stage": c.stage}
        for c in cautions_at(budget, k)
    ]
    return {"mhz": float(budget.freq_hz[k] / 1e6), **_sliced(columns, k), "cautions": cautions}


def _sliced(tree: dict[str, Any], k: int) -> dict[str, Any]:
    """The same tree with every array reduced to its figure at the k-th frequency."""
    arrays: list[Real] = []
    _collect(tree, arrays)
    spans = [one[:, k] for one in arrays if one.ndim > 1]
    figures = iter(_spans(np.stack(spans, axis=1)) if spans else [])

    def reduced(at: Any) -> Any:
        if isinstance(at, dict):
            return {key: reduced(value) for key, value in at.items()}
        if isinstance(at, list):
            return [reduced(value) for value in at]
        if isinstance(at, np.ndarray):
            return next(figures) if at.ndim > 1 else figure(at, k)
        return at.at(k) if isinstance(at, _PerFrequency) else at

    return {key: reduced(value) for key, value in tree.items()}


def _collect(tree: Any, into: list[Real]) -> None:
    """All arrays of a tree, in its order."""
    if isinstance(tree, np.ndarray):
        into.append(tree)
    elif isinstance(tree, dict | list):
        for value in tree.values() if isinstance(tree, dict) else tree:
            _collect(value, into)


@dataclass(frozen=True)
class _PerFrequency:
    """Something other than a number that changes over frequency."""

    at: Callable[[int], Any]


def _columns(budget: Budget) -> dict[str, Any]:
    z, r0 = budget.antenna.z_ohm, budget.station.transmitter.reference_ohm
    rho = np.abs(budget.antenna.gamma(r0))
    counted = budget.counted
    return {
        "transmitter": {
            "rated_w": budget.station.transmitter.power_w,
            "held_back_w": budget.drive.held_back_w,
            "turned_back_w": budget.drive.turned_back_w,
            "not_sent_w": budget.drive.held_back_w + budget.drive.turned_back_w,
            "accepted_w": budget.drive.accepted_w,
            "swr": budget.swr,
        },
        "stages": [_stage(stage, budget.station.transmitter.duty) for stage in budget.stages],
        "antenna": {
            "label": budget.station.antenna.label,
            "in_w": budget.antenna.power_w,
            "taken_w": budget.antenna_taken_w,
            "radiated_w": budget.radiated_w,
            "r_ohm": z.real,
            "x_ohm": z.imag,
            "swr": swr(np.minimum(rho, 1.0)),
        },
        "total": {
            "loss_db": budget.total_db,
            "s_units": budget.total_db / DB_PER_S_UNIT,
            "radiated_w": budget.radiated_w,
        },
        "counted": {
            "mismatch_only_db": counted.mismatch_only_db,
            "handbook_db": counted.handbook_db,
            "whole_chain_db": counted.whole_chain_db,
        },
    }


def _stage(stage: Stage, duty: float) -> dict[str, Any]:
    z = stage.source.z_ohm
    out: dict[str, Any] = {
        "label": stage.part.label,
        "kind": stage.part.kind,
        "bypassed": stage.part.bypassed,
        "in_w": stage.in_w,
        "taken_w": stage.taken_w,
        "out_w": stage.out_w,
        "loss_db": stage.loss_db,
        "r_in_ohm": z.real,
        "x_in_ohm": z.imag,
        "swr_in": stage.swr_in,
        "volts_peak": np.sqrt(2.0) * np.abs(stage.source.v),
        "amps_rms": np.abs(stage.source.i),
    }
    match stage.details:
        case LineDetails() as line:
            out |= _line(stage, line, duty)
        case Reading() as reading:
            out |= _meter(reading)
        case TunerDetails() as tuner:
            out |= _tuner(tuner) | _knobs(tuner)
        case RatedDetails() as rated:
            out |= _tuner(rated) | {"form": "rated", "setting": {}, "elements": []}
    return out


def _line(stage: Stage, line: LineDetails, duty: float) -> dict[str, Any]:
    (volts, volts_at), (amps, amps_at) = line.volts_peak_max, line.amps_rms_max
    return {
        "matched_db": line.matched_db,
        "extra_db": stage.loss_db - line.matched_db,
        "handbook_db": line.handbook_db,
        "handbook_note": _PerFrequency(line.handbook_notes(stage.loss_db).__getitem__),
        "fit_residual_db_per_100m": line.part.line.fit_residual_db_per_100m,
        "volts_peak_max": volts,
        "volts_peak_max_at_m": volts_at,
        "amps_rms_max": amps,
        "amps_rms_max_at_m": amps_at,
        "heat_w_per_m_max": line.heat_w_per_m_max,
        "heat_w_per_m_limit": line.part.line.heat_w_per_m,
        "limit_w": line.limit_w(duty),
    }


def _meter(reading: Reading) -> dict[str, Any]:
    return {
        "forward_w": reading.forward_w,
        "forward_w_low": reading.forward_interval_w.low,
        "forward_w_high": reading.forward_interval_w.high,
        "reflected_w": reading.reflected_w,
        "reflected_w_low": reading.reflected_interval_w.low,
        "reflected_w_high": reading.reflected_interval_w.high,
        "swr": reading.swr,
        "swr_low": reading.swr_interval.low,
        "swr_high": reading.swr_interval.high,
    }


def _tuner(tuner: AnyTunerDetails) -> dict[str, Any]:
    tuned = tuner.tuned
    matched = tuned.matched

    def lacks(k: int) -> str:
        return next((text for text in np.atleast_1d(tuned.lacks[..., k]).ravel() if text), "")

    return {
        "efficiency": tuner.efficiency,
        "matched": _PerFrequency(lambda k: bool(matched[..., k].all())),
        "matched_share": _PerFrequency(lambda k: float(np.mean(evenly(matched)[..., k]))),
        "lacks": _PerFrequency(lacks),
        "limit_w": tuner.limit_w,
    }


def _knobs(tuner: TunerDetails) -> dict[str, Any]:
    tuned = tuner.tuned

    def form(k: int) -> str | None:
        forms = np.unique(tuned.form[..., k])
        return tuned.form_slugs[int(forms[0])] if len(forms) == 1 else None

    return {
        "form": _PerFrequency(form),
        "setting": {name + _UNIT[name[0]]: value * _SCALE[name[0]] for name, value in tuned.setting.items()},
        "elements": [{"name": name, **load._asdict()} for name, load in tuner.loads.items()],
    }


_UNIT = {"c": "_pf", "l": "_uh"}
_SCALE = {"c": 1e12, "l": 1e6}
