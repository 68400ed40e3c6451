"""A tuner's chart of presets as plain objects, in the file's units."""

from __future__ import annotations

import numpy as np

from tithe.core.knobs.chart import Chart
from tithe.core.knobs.fit import DialsFound
from tithe.core.knobs.load import LoadFound
from tithe.core.knobs.predict import Predicted
from tithe.core.message import Message, tell
from tithe.document.parts.dials import unit_of
from tithe.results.presets_shapes import ChartOut, FittedDial, LoadTold, PredictedPreset
from tithe.text import say

_SIGMAS = 2.0
"""Of an interval, to either side."""


def answer(chart: Chart) -> ChartOut:
    """What the presets tell."""
    return {
        "dials": _dials(chart.fitted) if chart.fitted else {},
        "predicted": [_predicted(one) for one in chart.predicted],
        "loads": [_load(one) for one in chart.loads],
        "odd": list(chart.odd),
        "sentence": say(_told(chart)),
    }


def _dials(found: DialsFound) -> dict[str, FittedDial]:
    out: dict[str, FittedDial] = {}
    for k, (name, dial) in enumerate(found.dials.items()):
        unit = unit_of(name)
        values = found.ends[k] / unit
        off = _SIGMAS * np.sqrt(np.diag(found.covariance)[2 * k : 2 * k + 2]) / unit
        out[name] = {
            "unit": dial.unit,
            "scale": list(dial.scale),
            "points": [[end, float(value)] for end, value in zip(dial.scale, values, strict=True)],
            "interval": [[float(v - o), float(v + o)] for v, o in zip(values, off, strict=True)],
        }
    return out


def _predicted(one: Predicted) -> PredictedPreset:
    intervals = {name: list(ends) for name, ends in one.intervals.items()}
    return {"mhz": one.freq_hz / 1e6, "dials": one.dials, "intervals": intervals}


def _load(one: LoadFound) -> LoadTold:
    r, x = one.r_ohm, one.x_ohm
    return {
        "mhz": one.freq_hz / 1e6,
        "r_ohm": {"min": r[0], "median": one.z_ohm.real, "max": r[1]},
        "x_ohm": {"min": x[0], "median": one.z_ohm.imag, "max": x[1]},
    }


def _told(chart: Chart) -> tuple[Message, ...]:
    said = []
    if chart.fitted:
        said.append(tell("presets.fitted", dials=list(chart.fitted.dials)))
        if chart.odd:
            said.append(tell("presets.odd", places=[str(n + 1) for n in chart.odd]))
    elif chart.loads:
        said.append(tell("presets.loads", count=len(chart.loads)))
    else:
        said.append(tell("presets.too-few"))
    lost = [tell("antenna.at", freq_hz=one.freq_hz) for one in chart.predicted if not one.dials]
    if lost:
        said.append(tell("presets.no-match", at=lost))
    return tuple(said)
