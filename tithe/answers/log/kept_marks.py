"""What the bench measured of a station's lines and coils, as how far their losses are open."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from tithe.core import Station, SteppedTuner, Tuner
from tithe.core.intervals import SIGMAS
from tithe.core.log.taken import Taken
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.elements import quality
from tithe.document.station import StationFile

_LEAST_SD, _MOST_LOG = 0.03, float(np.log(2.0))


def measured_of(
    document: StationFile, station: Station, readings: Sequence[Taken]
) -> dict[int, tuple[float, float]]:
    """Of each line and each coil that was measured, by its place in the run: ln of how many times as much it
    loses as written, and how far that is open, in the middle of the frequencies that were read."""
    return dict(_measured(document, station, [one.freq_hz for one in readings])) if readings else {}


def _measured(
    document: StationFile, station: Station, freq_hz: Sequence[float]
) -> Iterator[tuple[int, tuple[float, float]]]:
    middle = float(np.median(freq_hz))
    for n, model in enumerate(document.chain):
        ends = None if model.bypassed else model.measured_ends(middle / 1e6)
        if ends is None:
            continue
        logs = [_log_factor(station.chain[n], end.to_core(), middle) for end in ends]
        if None in logs:
            continue
        low, high = sorted(float(np.clip(one, -_MOST_LOG, _MOST_LOG)) for one in logs if one is not None)
        yield n, ((low + high) / 2, max((high - low) / 2 / SIGMAS, _LEAST_SD))


def _log_factor(now: Part, end: Part, freq_hz: float) -> float | None:
    """ln of how many times as much one end of what was measured loses as what is written."""
    at = np.array([freq_hz])
    if isinstance(now, Line) and isinstance(end, Line):
        return float(np.log(end.matched_db(at)[0] / now.matched_db(at)[0]))
    if isinstance(now, Tuner | SteppedTuner) and isinstance(end, Tuner | SteppedTuner):
        return float(np.log(quality(now.coil_q, at)[0] / quality(end.coil_q, at)[0]))
    return None
