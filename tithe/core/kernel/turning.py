"""Where figures turn round the circle of phases: the next turns to try, one frequency after the other.

Of each figure the highest and the lowest turn so far are looked at, with their neighbours a < b < c. The
vertex of the parabola through the three is the next turn to try, and, as a cusp is no parabola, so are the
points that cut both sides of the bracket to thirds. A maximum of a positive figure is looked at through its
inverse, which is a parabola nearly exactly where a figure peaks as 1/(b − cos θ). A figure that changes by
less than `_SETTLED` between the three is done, and one that never changes is not looked at.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.core.compiled import compiled_for_many, inlined

_SETTLED = 2e-3  # of the largest of a figure's neighbours
_CONSTANT = 1e-9
_TRIED = 10  # turns at most for each figure in a round


@inlined
def _vertex(xa: float, xb: float, xc: float, a: float, b: float, c: float) -> Any:
    """x of the vertex of the parabola through three points; no number where they lie in line."""
    rise, fall = (b - a) * (xb - xc), (b - c) * (xb - xa)
    return xb - 0.5 * ((xb - xa) * fall - (xb - xc) * rise) / (fall - rise)


@compiled_for_many
def _next_turns(x: Any, y: Any, turns: Any) -> Any:
    """How many turns to try next, put into ``turns``; ``x`` (P,) rising turns, ``y`` (N, P) figures."""
    count, many = 0, len(x)
    for n in range(len(y)):
        low, high = np.argmin(y[n]), np.argmax(y[n])
        least, most = y[n, low], y[n, high]
        if most - least <= _CONSTANT * max(abs(most), abs(least)):
            continue
        for k in (low, high):
            before, after = (k - 1) % many, (k + 1) % many
            xa, xb, xc = x[before] - (k == 0), x[k], x[after] + (k == many - 1)
            a, b, c = y[n, before], y[n, k], y[n, after]
            if max(abs(a - b), abs(c - b)) <= _SETTLED * max(abs(a), abs(b), abs(c)):
                continue
            if k == high and a > 0 and b > 0 and c > 0:
                a, b, c = 1 / a, 1 / b, 1 / c
            vertex = _vertex(xa, xb, xc, a, b, c)
            if xa < vertex < xc:
                turns[count] = vertex % 1.0
                count += 1
            for third in (1, 2):
                turns[count] = (xb + (xa - xb) * third / 3) % 1.0
                turns[count + 1] = (xb + (xc - xb) * third / 3) % 1.0
                count += 2
    return count


@compiled_for_many
def next_turns(turns: Any, figures: Any, alike: Any) -> Any:
    """Turns (M, F) to try next at each frequency and how many of them count (F,).

    ``turns`` (P, F) in any order, ``figures`` (N, P, F), ``alike`` (F,): turns nearer than this are one;
    0 leaves a frequency out.
    """
    many, freqs = turns.shape
    next_ = np.zeros((_TRIED * len(figures), freqs))
    counts = np.zeros(freqs, dtype=np.int64)
    of_load = np.empty(_TRIED * len(figures))
    for f in range(freqs):
        if alike[f] == 0:
            continue
        order = np.argsort(turns[:, f])
        x = turns[order, f]
        y = np.empty((len(figures), many))
        for n in range(len(figures)):
            for k in range(many):
                y[n, k] = figures[n, order[k], f]
        new = np.sort(of_load[: _next_turns(x, y, of_load)])
        last = -1.0
        for turn in new:
            k = np.searchsorted(x, turn)
            left, right = x[k - 1] - (k == 0), x[k % many] + (k == many)
            if min(turn - left, right - turn, turn - last) > alike[f]:
                next_[counts[f], f] = last = turn
                counts[f] += 1
    return next_, counts
