"""The match of least loss, least stress or least overrun, for each of many loads.

The matches of a three-element network form a curve of two branches, known in closed form wherever one element
is given (`tithe.core.parts.tuner.kernel.algebra`). The score is evaluated on both branches over a logarithmic
grid of the antenna-side arm, and at the exact points where any element meets an end of its range, which are
the ends of the feasible curve; the best is refined by parabolas. An L network has no curve, but two points.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import numpy as np

from tithe.core.compiled import compiled, inlined
from tithe.core.parts.tuner.kernel.algebra import (
    Loads,
    far_arm,
    grid_ends,
    inside,
    near_arm,
    one_of,
    over,
    roots,
    square,
    value_of,
)

GRID = 12  # points at least, and so many for each factor of e that a range spans:
PER_E = 4
ROUNDS = 5
_SETTLED = 1e-7  # a round that betters the score by less is the last
_ENDS = 6
LOSS, STRESS, OVERRUN, ANY, BORNE, BEARING = 0, 1, 2, 3, 4, 5
_STEEP = 200  # a setting worse by 0.01 dB than is allowed counts as half as much stress again


class Goal(NamedTuple):
    """What is made least: LOSS; STRESS, the largest share of ``volts`` (peak, capacitors) or ``amps``
    (rms, coils) at one watt; OVERRUN, how far the element at ``position`` lies from its reactance
    ``limit`` (N,). ANY: nothing; the first match found will do. BORNE: the loss, and by how much ``power_w``
    into the tuner is more than it bears; BEARING: the stress of those whose BORNE is ``limit`` (N,) at the
    most.
    """

    kind: int
    volts: float
    amps: float
    position: int
    limit: Any
    power_w: float = 0.0


@inlined
def _loss(o: Any, x2: float, x3: float) -> Any:
    """Power in at a match for each squared ampere in the load, Ω: comparable between networks."""
    z2, z3 = o.s2 + x2 * o.d2, o.s3 + x3 * o.d3
    if not o.pi:
        w2 = o.z + z3 if o.far else o.z
        return o.t.real * square(w2 + z2) / square(z2)
    if not o.far:
        return o.t.real * square(o.z + z2)
    return o.t.real * square(o.z + z2 * (1 + over(o.z, z3)))


@compiled
def _stress(o: Any, volts: float, amps: float, x1: float, x2: float, x3: float) -> Any:
    """The square of the largest share of a rating, at one watt."""
    z1, z2, z3 = o.s1 + x1 * o.d1, o.s2 + x2 * o.d2, o.s3 + x3 * o.d3
    load = 1 / np.sqrt(_loss(o, x2, x3))  # amps in the load
    if not o.pi:
        w2 = o.z + z3 if o.far else o.z
        near, cross, far = load * abs(over(w2 + z2, z2)), load * abs(over(w2, z2)), load
    else:
        far = load * abs(over(o.z, z3)) if o.far else 0.0
        cross = load * abs(1 + over(o.z, z3)) if o.far else load
        near = load * abs(o.z + z2 * (1 + over(o.z, z3) if o.far else 1 + 0j)) / abs(z1)
    share = near / amps if o.coil1 else np.sqrt(2.0) * near * x1 * abs(o.d1) / volts
    beside = cross / amps if o.coil2 else np.sqrt(2.0) * cross * x2 * abs(o.d2) / volts
    share = max(share, beside)
    if o.far:
        share = max(share, far / amps if o.coil3 else np.sqrt(2.0) * far * x3 * abs(o.d3) / volts)
    return share * share


@inlined
def _score(o: Any, goal: Any, limit: float, x1: float, x2: float, x3: float) -> Any:
    if goal.kind == LOSS:
        return _loss(o, x2, x3)
    if goal.kind == ANY:
        return 1.0
    if goal.kind == STRESS:
        return _stress(o, goal.volts, goal.amps, x1, x2, x3)
    if goal.kind == BORNE or goal.kind == BEARING:
        stress = _stress(o, goal.volts, goal.amps, x1, x2, x3)
        borne = _loss(o, x2, x3) * max(1.0, goal.power_w * stress)
        return borne if goal.kind == BORNE else stress * max(1.0, borne / limit) ** _STEEP
    return abs(np.log((x1 if goal.position == 0 else x2 if goal.position == 1 else x3) / limit))


@inlined
def _take(o: Any, goal: Any, limit: float, k: int, given: float, best: Any) -> Any:
    """Both matches with the x of element k given, into ``best`` (score, x₁, x₂, x₃) where they lie inside
    and are better; the better score of the two, infinity where none lies inside."""
    lowest = np.inf
    first, second = roots(o, k, given)
    for n in range(2):
        root = second if n else first
        x2, x3 = (given, root) if k == 1 else (root, given)
        if not inside(x2, o.low2, o.high2):
            continue
        if k == 0:
            x1, x3 = given, far_arm(o, given, x2)
        else:
            x1 = near_arm(o, x2, x3)
        if inside(x1, o.low1, o.high1) and (not o.far or inside(x3, o.low3, o.high3)):
            score = _score(o, goal, limit, x1, x2, x3)
            lowest = min(lowest, score)
            if score < best[0]:
                best[0], best[1], best[2], best[3] = score, x1, x2, x3
    return lowest


@inlined
def _given(o: Any, end: int, x3: float) -> Any:
    """The element given at a place of the first search, and its x: of the grid (negative), or an end."""
    if end < 0:
        return 2, min(max(x3, o.low3), o.high3)
    k = end // 2
    low = o.low1 if k == 0 else o.low2 if k == 1 else o.low3
    high = o.high1 if k == 0 else o.high2 if k == 1 else o.high3
    return k, (high if end % 2 else low)


@compiled
def _match(o: Any, goal: Any, limit: float, best: Any) -> Any:
    """The best match into ``best`` (score, x₁, x₂, x₃); a score of infinity: there is none.

    After the grid a step of it is tried to both sides of the best and at the vertex of the parabola
    through the three, and shortened, again and again.
    """
    best[0] = np.inf
    if not o.far:
        _take(o, goal, limit, 2, 0.0, best)
        return
    first, last = grid_ends(o)
    span = np.log(last / first)
    grid = max(GRID, int(PER_E * span))
    factor, x3, count = np.exp(span / (grid - 1)), first, grid + _ENDS
    left = right = vertex = middle = 0.0
    for n in range(count + 3 * ROUNDS):
        if n < count:
            k, given = _given(o, n - grid, x3)
            x3 *= factor
        else:
            if best[0] == np.inf:
                return
            k, turn = 2, (n - count) % 3
            if turn == 0:
                centre, middle = best[3], best[0]
                given = centre / factor
            elif turn == 1:
                given = centre * factor
            else:
                bend = left - 2 * middle + right
                vertex = 0.5 * (left - right) / bend if 0 < bend < np.inf else 0.0
                given = centre * (1 + min(max(vertex, -1.0), 1.0) * (factor - 1))
            given = min(max(given, o.low3), o.high3)
        score = _take(o, goal, limit, k, given, best)
        if goal.kind == ANY and (best[0] < np.inf or n == count - 1):
            return
        if n >= count:
            if turn == 0:
                left = score
            elif turn == 1:
                right = score
            else:
                factor = np.sqrt(np.sqrt(factor))
                if best[0] >= middle * (1 - _SETTLED) and n > count + 2:
                    return


@compiled
def matches(at: Loads, goal: Goal) -> Any:
    """Score (N,), stress (N,) and values (3, N) in H or F of the best match of each load; infinity where
    there is none. The stress is the square of the largest share of a rating, at one watt."""
    count = len(at.z)
    score, stress = np.empty(count), np.full(count, np.inf)
    values, best = np.zeros((3, count)), np.zeros(4)
    limited = goal.kind == OVERRUN or goal.kind == BEARING
    for n in range(count):
        o = one_of(at, n)
        _match(o, goal, goal.limit[n] if limited else 0.0, best)
        score[n] = best[0]
        if best[0] < np.inf:
            stress[n] = _stress(o, goal.volts, goal.amps, best[1], best[2], best[3])
        for k in range(3):
            values[k, n] = value_of(at, n, k, best[k + 1]) if best[0] < np.inf else 0.0
    return score, stress, values
