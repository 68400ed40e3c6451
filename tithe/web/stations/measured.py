"""What the bench says of the parts at the frequency looked at: each one's loss here, as an interval, and a
tuner's beside that into its reference."""

from __future__ import annotations

import numpy as np

from tithe.core import InputError, Station, Tuner
from tithe.core.arrays import Real
from tithe.core.cost import solving_s
from tithe.core.message import tell
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.elements import quality
from tithe.core.workbench.at_home import loss_at, span_at
from tithe.core.workbench.coil_q import loss_into_r0
from tithe.document.station import StationFile
from tithe.results.budget_shapes import MeasuredHere
from tithe.text import say

_SOLVES = 3
"""How many times the station is solved for a part that was measured."""


def cost_s(document: StationFile, station: Station, mhz: float) -> float:
    """Seconds that it may take."""
    parts = sum(part.measured_ends(mhz) is not None for part in document.chain if not part.bypassed)
    return parts * _SOLVES * solving_s(station, 1)


def measured_here(document: StationFile, station: Station, mhz: float) -> list[MeasuredHere]:
    """Of each part whose loss was measured. Of antennas that are planned, as typed."""
    freq, out = np.array([mhz * 1e6]), []
    for at, model in enumerate(document.chain):
        ends = None if model.bypassed else model.measured_ends(mhz)
        if ends is None:
            continue
        part = station.chain[at]
        try:
            loss = float(loss_at(station, at, part, freq)[0])
            low, high = span_at(station, at, (ends[0].to_core(), ends[1].to_core()), freq)
        except InputError:
            continue
        date = next((one.date for one in model.measured.values() if one.date), "")
        out.append(
            _told(at, part, mhz, (min(float(low[0]), loss), loss, max(float(high[0]), loss)), date, station)
        )
    return out


def _told(
    at: int, part: Part, mhz: float, span: tuple[float, float, float], date: str, station: Station
) -> MeasuredHere:
    low, loss, high = span
    params = {"name": part.label, "loss_db": loss, "span": (low, high), "date": f" {date}" if date else ""}
    into_r0 = _into_r0(part, mhz, station.transmitter.reference_ohm)
    told = (
        tell("bench.here-part", **params) if into_r0 is None else tell("bench.here", r0_db=into_r0, **params)
    )
    return {"at": at, "loss_db": {"min": low, "median": loss, "max": high}, "sentence": say(told)}


def _into_r0(part: Part, mhz: float, reference_ohm: float) -> float | None:
    """A tuner's loss into its reference with the Q that it has here; None where it does not match it."""
    if not isinstance(part, Tuner):
        return None
    freq: Real = np.array([mhz * 1e6])
    q = float(quality(part.coil_q, freq)[0])
    return loss_into_r0(part, float(freq[0]), q, reference_ohm)
