"""Where wires of unlike radius meet: the potential that they have in common.

`tithe.core.kernel.wire_fields` weighs a half of a current with the field along it. That is, integrated by
parts, its charge in the potential, less the potential at the node. Of two halves that meet the latter
cancels, as it must, where both see it from the same distance; where the radii are unlike it does not, and
what is left would take the charge off the joint. So it is taken out there.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from tithe.core.compiled import compiled
from tithe.core.kernel.wire_fields import ETA


@compiled
def add_steps(
    reactions: Any, start: Any, along: Any, length: Any, radius: Any, k: float, stepped: Any, points: Any
) -> None:
    """Take the potential at the node out of the ``reactions`` (N, N, 2, 2), Ω, as of
    `tithe.core.kernel.wire_fields.fill`, of halves whose node joins unlike radii: ``stepped`` (2N,).

    ``start``, ``along`` (N, 3), ``length``, ``radius`` (N,), ``k`` as there; ``points`` (2, Q) from 0 to 1
    and their weights.
    """
    count = len(length)
    for half in np.flatnonzero(stepped):
        m, i = half // 2, half % 2
        sign = -1.0 if i else 1.0
        for n in range(count):
            d = length[n]
            foot = square = 0.0
            for axis in range(3):
                off = start[m, axis] + i * along[m, axis] * length[m] - start[n, axis]
                foot += off * along[n, axis]
                square += off * off
            across = math.sqrt(max(square - foot * foot, 0.0) + (radius[m] ** 2 + radius[n] ** 2) / 2)
            low, high = math.asinh(-foot / across), math.asinh((d - foot) / across)
            fall = rise = 0j
            for q in range(points.shape[1]):
                turn = low + (high - low) * points[0, q]
                s, r = foot + across * math.sinh(turn), across * math.cosh(turn)
                wave = complex(math.cos(k * r), -math.sin(k * r)) * points[1, q]
                fall -= math.cos(k * (d - s)) * wave
                rise += math.cos(k * s) * wave
            scale = sign * 1j * ETA / (4 * math.pi) * (high - low) / math.sin(k * d)
            reactions[m, n, i, 0] += scale * fall
            reactions[m, n, i, 1] += scale * rise
