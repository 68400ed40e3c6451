"""The setting with the lowest SWR of all, for each of many loads that no setting matches.

With the antenna-side arm given, the best of the other two lies on one of a few branches: the radio-side arm
at an end of its range (the cross by `nearest`), the cross at an end (the radio-side arm by `nearest`), or a
cross at which Im(cN/M) is stationary, since with the radio-side arm free the mismatch grows with the
distance of Im(cN/M) from its level alone. So one variable is left; each branch is smooth in it, and is
searched on a grid and refined by golden sections at its lowest dips. With leads in a pi's arms the
stationary points are off by the square of what the leads are to the arm; exact steps along one element
after the other make that good.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.core.compiled import compiled
from tithe.core.parts.tuner.kernel.algebra import Loads, grid_ends, nearest, one_of, stationary, value_of

GRID = 28
_BRANCHES = 6
_DIPS = 2  # lowest dips of a branch that are refined
_SECTIONS = 18
_GOLDEN = 0.6180339887498949


@compiled
def _closest_at(o: Any, branch: int, x3: float, best: Any) -> Any:
    """The lowest |Γ|² on a branch with the antenna-side arm given; it becomes the ``best`` (|Γ|², x₁, x₂, x₃)
    where it is."""
    if branch < 2:
        x1 = o.high1 if branch else o.low1
        x2, value = nearest(o, 1, x1, 0.0, x3)
    else:
        x2 = o.high2 if branch == 3 else o.low2
        if branch > 3:
            x2 = stationary(o, x3)[branch - 4]
        if not o.low2 <= x2 <= o.high2:
            return np.inf
        x1, value = nearest(o, 0, 0.0, x2, x3)
        if branch > 3 and (x1 == o.low1 or x1 == o.high1):
            return np.inf  # the first two branches do better
    if value < best[0]:
        best[0], best[1], best[2], best[3] = value, x1, x2, x3
    return value


@compiled
def _golden(o: Any, branch: int, first: float, a: float, b: float, best: Any) -> Any:
    """Golden sections over the logarithm of x₃ between ``first`` times e^a and e^b."""
    u, v = b - _GOLDEN * (b - a), a + _GOLDEN * (b - a)
    fu, fv = np.inf, np.inf
    for n in range(_SECTIONS + 2):
        left = n == 0 or (n > 1 and fu < fv)
        if n > 1:
            if left:
                b, v, fv = v, u, fu
                u = b - _GOLDEN * (b - a)
            else:
                a, u, fu = u, v, fv
                v = a + _GOLDEN * (b - a)
        value = _closest_at(o, branch, first * np.exp(u if left else v), best)
        if left:
            fu = value
        else:
            fv = value


@compiled
def _search(o: Any, enough: float, best: Any, values: Any) -> Any:
    """The setting with the lowest |Γ|² of all, or the first that is good ``enough``, into ``best`` (|Γ|², x₁,
    x₂, x₃)."""
    best[0] = np.inf
    if not o.far:
        for branch in range(_BRANCHES):
            _closest_at(o, branch, 0.0, best)
        return
    first, last = grid_ends(o)
    step = np.log(last / first) / (GRID - 1)
    for corner in range(4):
        x1, x2 = o.high1 if corner % 2 else o.low1, o.high2 if corner > 1 else o.low2
        x3, value = nearest(o, 2, x1, x2, 0.0)
        if value < best[0]:
            best[0], best[1], best[2], best[3] = value, x1, x2, x3
    for branch in range(_BRANCHES):
        for k in range(GRID + 2):
            x3 = o.low3 if k == 0 else o.high3 if k == GRID + 1 else first * np.exp(step * (k - 1))
            values[k] = _closest_at(o, branch, x3, best)
            if best[0] <= enough:
                return
        values[0] = values[GRID + 1] = np.inf
        refined = 0
        for _ in range(_DIPS):
            lowest = 0
            for k in range(1, GRID + 1):
                dip = k != refined and values[k] < np.inf and values[k] <= min(values[k - 1], values[k + 1])
                if dip and (lowest == 0 or values[k] < values[lowest]):
                    lowest = k
            if lowest == 0:
                break
            refined = lowest
            _golden(o, branch, first, step * max(lowest - 2, 0), step * min(lowest, GRID - 1), best)


@compiled
def _polish(o: Any, best: Any) -> Any:
    """Exact steps along one element after the other."""
    for n in range(12 if o.far else 8):
        k = n % (3 if o.far else 2)
        x, value = nearest(o, k, best[1], best[2], best[3])
        if value < best[0]:
            best[0], best[k + 1] = value, x


@compiled
def closest(at: Loads, enough: float) -> Any:
    """|Γ|² (N,) and values (3, N) in H or F of the setting with the lowest SWR for each load.

    ``enough``: |Γ|² at which the search for a load may end.
    """
    count = len(at.z)
    square, values, best = np.empty(count), np.zeros((3, count)), np.zeros(4)
    tried = np.zeros(GRID + 2)
    for n in range(count):
        o = one_of(at, n)
        _search(o, enough, best, tried)
        if best[0] > enough:
            _polish(o, best)
        square[n] = best[0]
        for k in range(3):
            values[k, n] = value_of(at, n, k, best[k + 1])
    return square, values
