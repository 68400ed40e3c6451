"""The best steps of a relay tuner, for each of many loads: the lowest SWR over all settings of an L form.

With the arm free, the mismatch left grows with the distance of Im(cN/M) from its level (`closest`), and
that is monotone over the cross between its roots, its stationary points and the ends of the bank. So the
cross's steps are tried outward from each of those until even an arm without steps would do worse than the
best found. Of the arm,
|Γ| has one minimum along it: the two steps beside it are tried. So every setting is covered without being
tried.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.core.compiled import compiled
from tithe.core.parts.tuner.kernel.algebra import (
    OPEN_OHM,
    Loads,
    gamma,
    least,
    one_of,
    roots,
    square,
    stationary,
)

_BEND = 1.02  # how far leads in a pi's arm bend what is monotone without them


@compiled
def _reactance(coil: Any, count: float, unit: float) -> Any:
    """Of so many steps; ``unit`` is the reactance (coil) or susceptance (capacitor) of one."""
    if coil:
        return count * unit
    return 1 / (count * unit) if count > 0 else OPEN_OHM


@compiled
def _steps_of(coil: Any, x: float, unit: float, most: int) -> Any:
    """Steps, not whole, that have a reactance."""
    return min(max(x / unit if coil else 1 / (x * unit), 0.0), float(most))


@compiled
def _search(
    o: Any, arm_unit: float, cross_unit: float, arm_most: int, cross_most: int, enough: float, best: Any
) -> Any:
    """Better steps into ``best`` (|Γ|², arm, cross); it ends at the first that are good ``enough``."""
    root, still = roots(o, 2, 0.0), stationary(o, 0.0)
    # The roots first: from a good best the others are left at once.
    for start in (root[0], root[1], still[0], still[1], o.low2, o.high2):
        if not o.low2 <= start <= o.high2:
            continue
        first = int(_steps_of(o.coil2, start, cross_unit, cross_most))
        for way in range(2):
            cross = first + way
            while 0 <= cross <= cross_most:
                x2 = _reactance(o.coil2, float(cross), cross_unit)
                n0, n1, m0, m1 = gamma(o, 0, 0.0, x2, 0.0)
                x1, bound = least(n0, n1, m0, m1, o.low1, o.high1)
                if bound > best[0] * _BEND:
                    break
                low = np.floor(_steps_of(o.coil1, x1, arm_unit, arm_most))
                for more in range(2):
                    arm = min(low + more, float(arm_most))
                    x1 = _reactance(o.coil1, arm, arm_unit)
                    value = square(n0 + n1 * x1) / square(m0 + m1 * x1)
                    if value < best[0]:
                        best[0], best[1], best[2] = value, arm, cross
                        if value <= enough:
                            return
                cross += 1 if way else -1


@compiled
def best_steps(
    at: Loads, arm_unit: Any, cross_unit: Any, arm_most: int, cross_most: int, known: Any, enough: float
) -> Any:
    """|Γ|² (N,), steps of the arm (N,) and of the cross (N,); units (N,) in Ω or S a step.

    ``known`` (N,): |Γ|² that another form has; where nothing betters it, it comes back. ``enough``: |Γ|² at
    which the search for a load may end.
    """
    count = len(at.z)
    left, arm, cross, best = np.empty(count), np.empty(count), np.empty(count), np.zeros(3)
    for n in range(count):
        best[0], best[1], best[2] = known[n], 0.0, 0.0
        if known[n] > enough:
            _search(one_of(at, n), arm_unit[n], cross_unit[n], arm_most, cross_most, enough, best)
        left[n], arm[n], cross[n] = best[0], best[1], best[2]
    return left, arm, cross
