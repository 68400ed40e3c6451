"""What was measured of a part, in the station file: when, how, and from what to what it may be."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Annotated, Any

import numpy as np
from pydantic import Field

from tithe.document.fields import FileObject, Name, NotNegative, Positive

Points = Annotated[list[tuple[Positive, NotNegative, NotNegative | None]], Field(max_length=2000)]
MOST_Q = 1e5
"""Where nothing bounds a Q from above."""


class MeasuredModel(FileObject):
    """Of one field. ``value``: the figure that was measured, or figures by name or over frequency, as the
    field had it then: with another one there the mark says nothing. ``low``, ``high``: nineteen cases in
    twenty; ``spans``: the same of figures by name; ``points``: the same over frequency, [MHz, least, most],
    most null where it is open."""

    value: NotNegative | list[tuple[Positive, NotNegative]] | dict[Name, NotNegative]
    date: Annotated[str, Field(max_length=40)] = ""
    how: Name = ""
    low: NotNegative | None = None
    high: NotNegative | None = None
    spans: dict[Name, tuple[NotNegative, NotNegative | None]] = Field(default_factory=dict)
    points: Points = Field(default_factory=list)

    def holds(self, now: Any) -> bool:
        """Whether the field still has what was measured; of figures by name, those that were."""
        if isinstance(self.value, dict):
            return all(getattr(now, key, None) == value for key, value in self.value.items())
        return bool(now == self.value)

    def at(self, mhz: float) -> tuple[float, float] | None:
        """Least and most at a frequency, straight between points and level beyond their ends; None where
        nothing is told over frequency."""
        if not self.points:
            return None
        freq, low, high = zip(*self.points, strict=True)
        most = [MOST_Q if bound is None else bound for bound in high]
        return float(np.interp(mhz, freq, low)), float(np.interp(mhz, freq, most))


Ends = tuple[Any, Any]
"""A part with the least and with the most of what was measured."""


def ends_of(fields: Mapping[str, MeasuredModel], part: Any, mhz: float) -> Ends | None:
    """A part's model with its measured figures at either end, as far as they bear on its loss; None where
    nothing of that was measured."""
    for key, how in _ENDS.items():
        mark = fields.get(key)
        ends = None if mark is None else how(part, mark, mhz)
        if ends is not None:
            return ends
    return None


def _of_coils(part: Any, mark: MeasuredModel, mhz: float) -> Ends | None:
    span = mark.at(mhz)
    return None if span is None else _with(part, "coil_q", span)


def _of_loss(part: Any, mark: MeasuredModel, mhz: float) -> Ends | None:
    return None if mark.low is None or mark.high is None else _with(part, "loss_db", (mark.low, mark.high))


def _of_line(part: Any, mark: MeasuredModel, mhz: float) -> Ends | None:
    span, line = mark.at(mhz), part.line
    if span is None or isinstance(line, str):
        return None
    now = line.k1 * mhz**0.5 + line.k2 * mhz
    scaled = [
        line.model_copy(update={"k1": line.k1 * value / now, "k2": line.k2 * value / now})
        for value in span
        if now > 0
    ]
    return _with(part, "line", (scaled[0], scaled[1])) if scaled else None


_ENDS: dict[str, Callable[[Any, MeasuredModel, float], Ends | None]] = {
    "coil_q": _of_coils,
    "line": _of_line,
    "loss_db": _of_loss,
}


def _with(part: Any, key: str, ends: tuple[Any, Any]) -> Ends:
    low, high = (part.model_copy(update={key: end}) for end in ends)
    return low, high
