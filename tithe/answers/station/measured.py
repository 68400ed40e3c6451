"""What the bench says of the parts at the frequency looked at: each one's loss here, as an interval, and a
tuner's beside that into its reference."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Any

import numpy as np

from tithe.answers.spans import three
from tithe.answers.station.budget_shapes import Span
from tithe.answers.station.shapes import MeasuredHere
from tithe.core import InputError, Station, Tuner
from tithe.core.arrays import Real
from tithe.core.bench.at_home import loss_at, span_at
from tithe.core.bench.coil_q import loss_into_r0
from tithe.core.message import Message, tell
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.elements import quality
from tithe.core.solving_cost import solving_s
from tithe.document.parts.measured import MOST_Q
from tithe.document.parts.part import PartFile
from tithe.document.station import StationFile
from tithe.text import say

_SOLVES = 3
"""How many times the station is solved for a part that was measured."""


def cost_s(document: StationFile, station: Station, mhz: float) -> float:
    """Seconds that it may take."""
    parts = sum(part.measured_ends(mhz) is not None for part in document.chain if not part.bypassed)
    return parts * _SOLVES * solving_s(station, 1)


def measured_here(document: StationFile, station: Station, mhz: float) -> list[MeasuredHere]:
    """Of each part of which something was measured. Of antennas that are planned, as typed."""
    out: list[MeasuredHere] = []
    for at, model in enumerate(document.chain):
        marks = list(_marks(model, mhz))
        if marks:
            loss, messages = _loss(model, at, station, mhz)
            out.append(
                {"at": at, "loss_db": loss, "sentence": messages, "marks": [say(mark) for mark in marks]}
            )
    return out


def _marks(model: PartFile, mhz: float) -> Iterator[Message]:
    """Each figure that still is what was measured."""
    for key, mark in model.marks.items():
        params: dict[str, Any] = {
            "date": f" {mark.date}" if mark.date else "",
            "how": mark.how or "on the bench",
        }
        if mark.spans:
            figures = [
                tell("bench.mark-figure", name=tell(f"bench.name.{name}"), span=_closed(span))
                for name, span in mark.spans.items()
                if name in _NAMED
            ]
            yield tell("bench.marks", figures=figures, **params)
        elif (span := mark.at(mhz)) is not None:
            yield tell(
                "bench.mark-at", name=_title(model, key), span=_closed(span), freq_hz=mhz * 1e6, **params
            )
        else:
            yield tell("bench.mark", name=_title(model, key), span=_closed((mark.low, mark.high)), **params)


_NAMED = ("k1", "k2", "r0_ohm", "velocity_factor")


def _closed(span: tuple[float | None, float | None]) -> tuple[float, float]:
    """An interval as words take it; open ends are infinite."""
    low, high = span
    return 0.0 if low is None else low, math.inf if high is None or high >= MOST_Q else high


def _title(model: PartFile, key: str) -> str:
    return type(model).model_fields[key].title or key.replace("_", " ")


def _loss(model: PartFile, at: int, station: Station, mhz: float) -> tuple[Span | None, str]:
    """Its loss here, and that as a sentence; nothing where it was not measured, or cannot be told here."""
    ends = None if model.bypassed else model.measured_ends(mhz)
    if ends is None:
        return None, ""
    part, freq = station.chain[at], np.array([mhz * 1e6])
    try:
        loss = float(loss_at(station, at, part, freq)[0])
        least, most = span_at(station, at, (ends[0].to_core(), ends[1].to_core()), freq)
    except InputError:
        return None, ""
    low, high = min(float(least[0]), loss), max(float(most[0]), loss)
    date = next((f" {mark.date}" for mark in model.marks.values() if mark.date), "")
    params = {"name": part.label, "loss_db": loss, "span": (low, high), "date": date}
    into_r0 = _into_r0(part, mhz, station.transmitter.reference_ohm)
    message = (
        tell("bench.here-part", **params) if into_r0 is None else tell("bench.here", r0_db=into_r0, **params)
    )
    return three(low, loss, high), say(message)


def _into_r0(part: Part, mhz: float, reference_ohm: float) -> float | None:
    """A tuner's loss into its reference with the Q that it has here; None where it does not match it."""
    if not isinstance(part, Tuner):
        return None
    freq: Real = np.array([mhz * 1e6])
    q = float(quality(part.coil_q, freq)[0])
    return loss_into_r0(part, float(freq[0]), q, reference_ohm)
