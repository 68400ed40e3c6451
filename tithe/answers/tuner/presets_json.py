"""A tuner's chart of presets as plain objects, in the file's units."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence

import numpy as np

from tithe.answers.spans import three
from tithe.answers.tuner.presets_shapes import (
    AntennaFound,
    ChartOut,
    ChartRow,
    FittedDial,
    LoadOut,
    PredictedPreset,
)
from tithe.core import InputError, Station
from tithe.core.message import Message, tell
from tithe.core.parts.tuner.dial import Dial
from tithe.core.parts.tuner.stepped import SteppedTuner
from tithe.core.tuner_use.antenna import antenna_by_presets
from tithe.core.tuner_use.chart import Chart, chart
from tithe.core.tuner_use.fit import FittedDials
from tithe.core.tuner_use.load import PresetLoad
from tithe.core.tuner_use.loads import tuner_of_knobs
from tithe.core.tuner_use.predict import Predicted
from tithe.core.tuner_use.preset import KnobTuner, Preset, knobs_of
from tithe.core.tuner_use.rows import Row
from tithe.document.parts.dials import unit_of
from tithe.text import say, standing_alone

_SIGMAS = 2.0
"""Of an interval, to either side."""
_HARDLY = 4.0
"""Where the largest R is that many times the smallest, a point says little."""


def answer(station: Station, at: int, dials: Mapping[str, Dial], presets: Sequence[Preset]) -> ChartOut:
    """What the presets of the tuner that is the ``at``-th part tell. Raises `InputError` as `chart` does."""
    dial_chart = chart(station, at, dials, presets)
    _, tuner = tuner_of_knobs(station, at)
    return {
        "dials": _dials(dial_chart.fitted) if dial_chart.fitted else {},
        "predicted": [_predicted(predicted, station, tuner) for predicted in dial_chart.predicted],
        "loads": [_load(load) for load in dial_chart.loads],
        "odd": list(dial_chart.odd),
        "rows": [
            _row(row, preset, station, tuner) for row, preset in zip(dial_chart.rows, presets, strict=True)
        ],
        "antenna": _antenna(station, at, dial_chart, dials, presets),
        "sentence": say(_messages(dial_chart, isinstance(tuner, SteppedTuner))),
    }


def _row(row: Row, preset: Preset, station: Station, tuner: KnobTuner) -> ChartRow:
    expected = row.expected_swr
    return {
        "mhz": preset.freq_hz / 1e6,
        "band": "" if row.band is None else station.bands[row.band].name,
        "newer": row.newer,
        "moved": row.moved,
        "expected_swr": expected if expected is not None and math.isfinite(expected) else None,
        "relays": _relays(tuner, preset.dials, preset.form),
    }


def _relays(tuner: KnobTuner, dials: Mapping[str, float], form: str) -> str:
    """Which relays are in, the largest first, coil and capacitor; of other tuners nothing."""
    if not isinstance(tuner, SteppedTuner) or not dials:
        return ""
    coil = f"{round(dials['l']):0{tuner.l_bits}b}"
    capacitor = f"{round(dials['c']):0{tuner.c_bits}b}"
    return say(tell(f"relays.{form}", coil=coil, capacitor=capacitor))


def _antenna(
    station: Station, at: int, chart: Chart, dials: Mapping[str, Dial], presets: Sequence[Preset]
) -> AntennaFound:
    nothing: AntennaFound = {"loads": [], "points": [], "sentence": "", "trouble": ""}
    if not presets:
        return nothing
    if not chart.loads:
        return nothing | {"trouble": say(tell("told.dials-first"))}
    try:
        seen = antenna_by_presets(station, at, dials, presets, chart.rows)
    except InputError as error:
        return nothing | {"trouble": standing_alone(error)}
    said = [tell("told.points", count=len(seen.points))] if seen.points else []
    hardly = [point.freq_hz for point in seen.points if point.r_ohm[1] > _HARDLY * max(point.r_ohm[0], 1e-9)]
    if hardly:
        said.append(tell("told.hardly", at=[tell("antenna.at", freq_hz=freq) for freq in hardly]))
    if seen.active:
        said.append(tell("told.active", count=len(seen.active), places=[str(n + 1) for n in seen.active]))
    points = [[p.freq_hz / 1e6, p.z_ohm.real, p.z_ohm.imag] for p in seen.points]
    return {
        "loads": [_load(point) for point in seen.points],
        "points": points,
        "sentence": say(said),
        "trouble": "",
    }


def _dials(fitted: FittedDials) -> dict[str, FittedDial]:
    out: dict[str, FittedDial] = {}
    for k, name in enumerate(fitted.fitted):
        dial = fitted.dials[name]
        unit = unit_of(name)
        values = fitted.ends[k] / unit
        off = _SIGMAS * np.sqrt(np.diag(fitted.covariance)[2 * k : 2 * k + 2]) / unit
        out[name] = {
            "unit": dial.unit,
            "scale": list(dial.scale),
            "points": [[end, float(value)] for end, value in zip(dial.scale, values, strict=True)],
            "interval": [[float(v - o), float(v + o)] for v, o in zip(values, off, strict=True)],
        }
    return out


def _predicted(one: Predicted, station: Station, tuner: KnobTuner) -> PredictedPreset:
    band = next((b.name for b in station.bands if b.middle_hz == one.freq_hz), "")
    return {
        "mhz": one.freq_hz / 1e6,
        "band": band,
        "dials": one.dials,
        "intervals": {name: list(ends) for name, ends in one.intervals.items()},
        "swr": one.swr if math.isfinite(one.swr) else None,
        "form": one.form,
        "relays": _relays(tuner, one.dials, one.form),
    }


def _load(load: PresetLoad) -> LoadOut:
    r, x = load.r_ohm, load.x_ohm
    return {
        "mhz": load.freq_hz / 1e6,
        "r_ohm": three(r[0], load.z_ohm.real, r[1]),
        "x_ohm": three(x[0], load.z_ohm.imag, x[1]),
    }


def _messages(chart: Chart, steps: bool) -> tuple[Message, ...]:
    said = [tell("presets.steps")] if steps else []
    if chart.fitted:
        said.append(tell("presets.fitted", dials=[tell(f"dial.{name}") for name in chart.fitted.fitted]))
        if chart.odd:
            said.append(tell("presets.odd", count=len(chart.odd), places=[str(n + 1) for n in chart.odd]))
    elif chart.loads:
        said.append(tell("presets.loads", count=len(chart.loads)))
    elif not steps:
        said.append(tell("presets.too-few"))
    if chart.beyond:
        places = [str(n + 1) for n in chart.beyond]
        said.append(tell("presets.beyond", count=len(places), places=places))
    lost = [
        tell("antenna.at", freq_hz=predicted.freq_hz) for predicted in chart.predicted if not predicted.dials
    ]
    if lost:
        said.append(tell("presets.no-match", at=lost))
    return tuple(said)


def columns(station: Station, at: int) -> tuple[str, ...]:
    """The knobs of the tuner that is the ``at``-th part. Raises `InputError` where it has none."""
    return knobs_of(tuner_of_knobs(station, at)[1])
