"""What is carried from the bench into the station."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from typing_extensions import TypedDict

from tithe.answers.spans import as_found
from tithe.answers.station.budget_shapes import Span
from tithe.core.message import tell
from tithe.text import say


class BenchCarry(TypedDict):
    """What goes into a part of the station: its fields, and by field what was measured, as the station file
    has it, but for the date."""

    fields: dict[str, Any]
    measured: dict[str, Any]


def loss_carry(db: tuple[float, float, float], how: str) -> BenchCarry:
    """A part's loss, dB: least, as found, most."""
    low, value, high = (round(value_db, 4) for value_db in db)
    mark = {"value": value, "low": low, "high": high, "how": say(tell(how))}
    return {"fields": {"loss_db": value}, "measured": {"loss_db": mark}}


def coil_q_carry(known: Sequence[tuple[float, Span]], how: str) -> BenchCarry:
    """The Q of a tuner's coils, [MHz, Q], as it goes into the station."""
    value = [[mhz, round(as_found(q), 1)] for mhz, q in known]
    points = [
        [mhz, round(q["min"] or 0.0, 1), None if q["max"] is None else round(q["max"], 1)] for mhz, q in known
    ]
    return {
        "fields": {"coil_q": value},
        "measured": {"coil_q": {"value": value, "points": points, "how": how}},
    }
