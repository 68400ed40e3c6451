"""What the bench measured of a line or a tuner, as how far its loss is open."""

from __future__ import annotations

import numpy as np

from tithe.core import SteppedTuner, Tuner
from tithe.core.intervals import SIGMAS
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.elements import quality
from tithe.core.priors import Prior
from tithe.document.parts.part import PartFile

_LEAST_SD, _MOST_LOG = 0.03, float(np.log(2.0))


def measured_loss(model: PartFile, mhz: float) -> Prior | None:
    """ln of how many times as much it loses as written, and how far that is open, at a frequency; None where
    nothing of it was measured."""
    ends = None if model.bypassed else model.measured_ends(mhz)
    if ends is None:
        return None
    now, at = model.to_core(), np.array([mhz * 1e6])
    logs = [_log_factor(now, end.to_core(), at) for end in ends]
    if None in logs:
        return None
    low, high = sorted(float(np.clip(log, -_MOST_LOG, _MOST_LOG)) for log in logs if log is not None)
    return (low + high) / 2, max((high - low) / 2 / SIGMAS, _LEAST_SD)


def _log_factor(now: Part, end: Part, at: np.ndarray) -> float | None:
    """ln of how many times as much one end of what was measured loses as what is written."""
    if isinstance(now, Line) and isinstance(end, Line):
        return float(np.log(end.matched_db(at)[0] / now.matched_db(at)[0]))
    if isinstance(now, Tuner | SteppedTuner) and isinstance(end, Tuner | SteppedTuner):
        return float(np.log(quality(now.coil_q, at)[0] / quality(end.coil_q, at)[0]))
    return None
