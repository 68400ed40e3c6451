"""What a tuner lacks where nothing matches: the one end of range that, moved least, would do."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.tuner.ladder import Element, Knobs, Ladder, match

_FAR_ENOUGH = 1e3  # how far an end is moved in search of a match


class Missing(NamedTuple):
    """Per load: the position of the element that falls short (−1: no single one would do), the value it
    would need (F or H) and the end of its range (F or H)."""

    position: Real
    needed: Real
    end: Real


def missing(ladder: Ladder, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> Missing:
    """For loads of any shape that no setting matches; the shapes of the results are theirs."""
    shape = np.broadcast(freq_hz, z_ohm).shape
    omega = 2 * np.pi * np.broadcast_to(freq_hz, shape)
    best = Missing(np.full(shape, -1.0), np.ones(shape), np.ones(shape))
    least = np.full(shape, np.inf)
    for position, element in enumerate(ladder.elements):
        for end, relaxed in (
            (element.high, element._replace(high=element.high * _FAR_ENOUGH)),
            (element.low, element._replace(low=element.low / _FAR_ENOUGH)),
        ):
            if end == 0:
                continue
            limit = ladder.magnitude(position, omega, end)

            def excess(
                knobs: Knobs, _: Complex, __: Real, position: int = position, limit: Real = limit
            ) -> Real:
                extra = (1,) * (knobs.t2.ndim - limit.ndim)
                return np.abs(np.log(knobs[position] / limit.reshape(limit.shape + extra)))

            found = match(_with(ladder, position, relaxed), freq_hz, z_ohm, r0_ohm, excess)
            better = found.score < least
            needed = ladder.element_value(position, omega, found.knobs[position])
            least = np.where(better, found.score, least)
            best = Missing(
                np.where(better, position, best.position),
                np.where(better, needed, best.needed),
                np.where(better, end, best.end),
            )
    return best


def _with(ladder: Ladder, position: int, element: Element) -> Ladder:
    parts: list[Element | None] = [ladder.near, ladder.cross, ladder.far]
    parts[position] = element
    near, cross, far = parts
    assert near is not None
    assert cross is not None
    return Ladder(ladder.plane, near, cross, far)
