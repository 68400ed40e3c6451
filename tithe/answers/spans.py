"""Figures with their intervals as answers have them: least, as found, most; null where that is open."""

from __future__ import annotations

from tithe.answers.station.budget_shapes import Span


def three(low: float | None, middle: float | None, high: float | None) -> Span:
    """A span from its three figures."""
    return {"min": low, "median": middle, "max": high}


def ends(span: Span) -> tuple[float, float]:
    """Least and most; of one that is open what was found."""
    middle = span["median"] or 0.0
    low, high = span["min"], span["max"]
    return middle if low is None else low, middle if high is None else high


def as_found(span: Span) -> float:
    """The figure as found."""
    assert span["median"] is not None
    return span["median"]
