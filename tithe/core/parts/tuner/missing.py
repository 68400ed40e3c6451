"""What a tuner lacks where nothing matches: the one end of range that, moved least, would do."""

from __future__ import annotations

from dataclasses import replace
from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.parts.tuner.ladder import Ladder, least_overrun

_FAR_ENOUGH = 1e3  # how far an end is moved in search of a match
_PLACES = ("near", "cross", "far")


class Missing(NamedTuple):
    """Per load: the position of the element that falls short (−1: no single one would do), the value it
    would need (F or H) and the end of its range (F or H)."""

    position: Real
    needed: Real
    end: Real


def missing(ladder: Ladder, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> Missing:
    """For N flat loads (Hz, Ω) that no setting matches; N long."""
    count = len(z_ohm)
    best = Missing(np.full(count, -1.0), np.ones(count), np.ones(count))
    least = np.full(count, np.inf)
    for position, element in enumerate(ladder.elements):
        for end, relaxed in (
            (element.high, element._replace(high=element.high * _FAR_ENOUGH)),
            (element.low, element._replace(low=element.low / _FAR_ENOUGH)),
        ):
            if end == 0:
                continue
            goal = least_overrun(position, element.reactance(freq_hz, end))
            wider = replace(ladder, **{_PLACES[position]: relaxed})  # type: ignore[arg-type]
            wider_match = wider.match(freq_hz, z_ohm, r0_ohm, goal)
            better = wider_match.score < least
            least = np.where(better, wider_match.score, least)
            best = Missing(
                np.where(better, position, best.position),
                np.where(better, wider_match.values[position], best.needed),
                np.where(better, end, best.end),
            )
    return best
