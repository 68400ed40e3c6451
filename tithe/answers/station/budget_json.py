"""A budget as the command line and the API give it: one plain object per frequency.

Figures that depend on an unknown phase become ``{"min", "median", "max"}``; infinite ones become null.

The objects are built once for all frequencies, in the shapes of `tithe.answers.station.budget_shapes`,
with arrays over frequency where figures will be (`_over`); each frequency is then cut out of them, all
spans at once.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import singledispatch
from typing import Any, TypeVar, cast

import numpy as np

from tithe.answers.spans import three
from tithe.answers.station.budget_shapes import (
    AfterTheWires,
    AlongLine,
    Figure,
    MeterFigures,
    Result,
    Span,
    StageBase,
    StageResult,
    TunerFigures,
)
from tithe.core import Budget, Stage, cautions_at
from tithe.core.arrays import Real
from tithe.core.budget import DB_PER_S_UNIT
from tithe.core.parts.line import LineDetails
from tithe.core.parts.meter import Reading
from tithe.core.parts.part import Tuned, TunerSetting
from tithe.core.parts.tuner import TunerDetails
from tithe.core.phases import evenly
from tithe.core.reflection import swr
from tithe.text import remedy, say

T = TypeVar("T")


def _plain(value: float) -> float | None:
    return float(value) if np.isfinite(value) else None


def figure(values: Real, k: int) -> Figure:
    """One figure of an array of shape ``(F,)`` or ``(P, F)`` at the k-th frequency."""
    at_k = np.asarray(values)[..., k]
    return _plain(float(at_k)) if at_k.ndim == 0 else _spans(at_k[:, None])[0]


def figures(values: Real) -> list[Figure]:
    """The figures of an array of shape ``(F,)`` or ``(P, F)`` at all frequencies."""
    return [_plain(value) for value in values.tolist()] if values.ndim == 1 else _spans(values)


def spanned(values: Real) -> Span:
    """Least, first and most of the ways in which one figure may be, ``(P,)``, of which the first is the
    likeliest."""
    return three(_plain(values.min()), _plain(values[0]), _plain(values.max()))


def _spans(columns: Real) -> list[Figure]:
    """Of columns over the phases ``(P, N)``."""
    # A middle rank rather than an average of two: with an infinity among them it stays a value that occurs.
    even = np.sort(evenly(columns), axis=0)
    ends = (columns.min(axis=0), even[len(even) // 2], columns.max(axis=0))
    rows = zip(*(end.tolist() for end in ends), strict=True)
    return [three(*map(_plain, row)) for row in rows]


def results(budget: Budget) -> list[Result]:
    """One object per frequency, as STATION-FILE describes it."""
    columns = _columns(budget)
    return [_result(budget, columns, k) for k in range(len(budget.freq_hz))]


def result(budget: Budget, k: int) -> Result:
    """The object of one frequency alone."""
    return _result(budget, _columns(budget), k)


def _result(budget: Budget, columns: Result, k: int) -> Result:
    out = _sliced(columns, k)
    out["mhz"] = float(budget.freq_hz[k] / 1e6)
    out["cautions"] = [
        {"id": c.id, "level": c.level, "text": say(c.message), "remedy": remedy(c), "stage": c.stage}
        for c in cautions_at(budget, k)
    ]
    return out


def _over(values: Real | float) -> Figure:
    """A figure at all frequencies, to be cut by `_sliced`; typed as what it will be."""
    return cast(Figure, values)


def _each(at: Callable[[int], T]) -> T:
    """Something other than a number that changes over frequency, to be cut by `_sliced`."""
    return cast(T, _PerFrequency(at))


def _sliced(tree: Result, k: int) -> Result:
    """The same tree with every array reduced to its figure at the k-th frequency."""
    arrays: list[Real] = []
    _collect(tree, arrays)
    spans = [array[:, k] for array in arrays if array.ndim > 1]
    figures = iter(_spans(np.stack(spans, axis=1)) if spans else [])

    def reduced(at: Any) -> Any:
        if isinstance(at, dict):
            return {key: reduced(value) for key, value in at.items()}
        if isinstance(at, list):
            return [reduced(value) for value in at]
        if isinstance(at, np.ndarray):
            return next(figures) if at.ndim > 1 else figure(at, k)
        return at.at(k) if isinstance(at, _PerFrequency) else at

    return cast(Result, reduced(tree))


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


def _columns(budget: Budget) -> Result:
    z, r0 = budget.antenna.z_ohm, budget.station.transmitter.reference_ohm
    rho = np.abs(budget.antenna.gamma(r0))
    counted, drive = budget.counted, budget.drive
    return {
        "mhz": 0.0,
        "transmitter": {
            "rated_w": budget.station.transmitter.power_w,
            "held_back_w": _over(drive.held_back_w),
            "turned_back_w": _over(drive.turned_back_w),
            "not_sent_w": _over(drive.held_back_w + drive.turned_back_w),
            "accepted_w": _over(drive.accepted_w),
            "swr": _over(budget.swr),
        },
        "stages": [_stage(stage, budget.station.transmitter.duty) for stage in budget.stages],
        "antenna": {
            "label": budget.station.antenna.label,
            "in_w": _over(budget.antenna.power_w),
            "taken_w": _over(budget.antenna_taken_w),
            "radiated_w": _over(budget.radiated_w),
            "r_ohm": _over(z.real),
            "x_ohm": _over(z.imag),
            "swr": _over(swr(np.minimum(rho, 1.0))),
            **_beyond_the_wires(budget),
        },
        "total": {
            "loss_db": _over(budget.total_db),
            "s_units": _over(budget.total_db / DB_PER_S_UNIT),
            "radiated_w": _over(budget.radiated_w),
        },
        "counted": {
            "mismatch_only_db": _over(counted.mismatch_only_db),
            "handbook_db": _over(counted.handbook_db),
            "whole_chain_db": _over(counted.whole_chain_db),
        },
        "cautions": [],
    }


def _beyond_the_wires(budget: Budget) -> AfterTheWires:
    """Where it is known what the soil takes: that, and what leaves for the sky."""
    if budget.station.antenna.sky is None:
        return {}
    return {"soil_w": _over(budget.soil_w), "sky_w": _over(budget.sky_w)}


def _stage(stage: Stage, duty: float) -> StageResult:
    z = stage.source.z_ohm
    base: StageBase = {
        "label": stage.part.label,
        "bypassed": stage.part.bypassed,
        "in_w": _over(stage.in_w),
        "taken_w": _over(stage.taken_w),
        "out_w": _over(stage.out_w),
        "loss_db": _over(stage.loss_db),
        "r_in_ohm": _over(z.real),
        "x_in_ohm": _over(z.imag),
        "swr_in": _over(stage.swr_in),
        "volts_peak": _over(np.sqrt(2.0) * np.abs(stage.source.v)),
        "amps_rms": _over(np.abs(stage.source.i)),
    }
    # The kind says which of the union's shapes it is; its figures are those that its details are told as.
    return cast(StageResult, {**base, "kind": stage.part.kind, **_as_figures(stage.details, stage, duty)})


@singledispatch
def _as_figures(details: object, stage: Stage, duty: float) -> Mapping[str, object]:
    """What only a kind of part tells; nothing for kinds without details, and for what is out of line."""
    return {}


@_as_figures.register
def _line(line: LineDetails, stage: Stage, duty: float) -> AlongLine:
    (volts, volts_at), (amps, amps_at) = line.volts_peak_max, line.amps_rms_max
    notes = line.handbook_notes(stage.loss_db)
    return {
        "matched_db": _over(line.matched_db),
        "extra_db": _over(stage.loss_db - line.matched_db),
        "handbook_db": _over(line.handbook_db),
        "handbook_note": _each(lambda k: say(notes[k])),
        "fit_residual_db_per_100m": line.part.line.fit_residual_db_per_100m,
        "volts_peak_max": _over(volts),
        "volts_peak_max_at_m": _over(volts_at),
        "amps_rms_max": _over(amps),
        "amps_rms_max_at_m": _over(amps_at),
        "heat_w_per_m_max": _over(line.heat_w_per_m_max),
        "heat_w_per_m_limit": line.part.line.heat_w_per_m,
        "limit_w": _over(line.limit_w(duty)),
    }


@_as_figures.register
def _meter(reading: Reading, stage: Stage, duty: float) -> MeterFigures:
    return {
        "forward_w": _over(reading.forward_w),
        "forward_w_low": _over(reading.forward_interval_w.low),
        "forward_w_high": _over(reading.forward_interval_w.high),
        "reflected_w": _over(reading.reflected_w),
        "reflected_w_low": _over(reading.reflected_interval_w.low),
        "reflected_w_high": _over(reading.reflected_interval_w.high),
        "swr": _over(reading.swr),
        "swr_low": _over(reading.swr_interval.low),
        "swr_high": _over(reading.swr_interval.high),
    }


@_as_figures.register
def _by_its_sheet(details: TunerSetting, stage: Stage, duty: float) -> TunerFigures:
    assert stage.tuned is not None
    return {**_tuner(details, stage.tuned), "form": "rated", "setting": {}, "dials": {}, "elements": []}


@_as_figures.register
def _of_elements(details: TunerDetails, stage: Stage, duty: float) -> TunerFigures:
    tuned = details.tuned

    def form(k: int) -> str | None:
        forms = np.unique(tuned.form[..., k])
        return tuned.form_slugs[int(forms[0])] if len(forms) == 1 else None

    return {
        **_tuner(details, tuned),
        "form": _each(form),
        "setting": {
            name + _UNIT[name[0]]: _over(value * _SCALE[name[0]]) for name, value in tuned.setting.items()
        },
        "dials": {name: _over(number) for name, number in details.dials.items() if np.isfinite(number).all()},
        "elements": [
            {
                "name": name,
                "volts_peak": _over(load.volts_peak),
                "amps_rms": _over(load.amps_rms),
                "heat_w": _over(load.heat_w),
            }
            for name, load in details.loads.items()
        ],
    }


def _tuner(details: TunerSetting, tuned: Tuned) -> TunerFigures:
    matched = tuned.matched

    def lacks(k: int) -> str:
        missing = tuned.shortfall(k)
        return "" if missing is None else say(missing.message)

    def traded(k: int) -> str:
        least_loss = details.traded(k)
        return "" if least_loss is None else say(least_loss)

    return {
        "efficiency": _over(details.efficiency),
        "matched": _each(lambda k: bool(matched[..., k].all())),
        "matched_share": _each(lambda k: float(np.mean(evenly(matched)[..., k]))),
        "lacks": _each(lacks),
        "limit_w": _over(details.limit_w),
        "traded": _each(traded),
    }


_UNIT = {"c": "_pf", "l": "_uh"}
_SCALE = {"c": 1e12, "l": 1e6}
