"""The highest crest of a standing wave, for many waves.

The envelope |forward|e^(−αx) + |backward|e^(αx) is convex, so the highest crest is the first from either end,
or an end itself. Each crest is started where the waves align and polished with Newton steps on the slope of
the squared magnitude.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.core.compiled import compiled_for_many, inlined

_STEPS = 2


@inlined
def _square(x: float, f2: float, b2: float, cross: Any, alpha: float, beta: float) -> Any:
    """The squared magnitude at x, how far the forward wave has faded, and the ripple."""
    fade, angle = np.exp(-2 * alpha * x), 2 * beta * x
    turn = cross * complex(np.cos(angle), np.sin(angle))
    return f2 * fade + b2 / fade + turn.real, fade, turn


@compiled_for_many
def highest(f2: Any, b2: Any, cross: Any, alpha: Any, beta: Any, length: Any) -> Any:
    """The largest f²e^(−2αx) + b²e^(2αx) + Re(c e^(2jβx)), x from 0 to the length, and that x; all (N,)."""
    count = len(f2)
    best, at = np.empty(count), np.zeros(count)
    starts = np.empty(3)
    for n in range(count):
        a, b, c, end = alpha[n], beta[n], cross[n], length[n]
        angle = np.arctan2(c.imag, c.real)
        starts[0] = (-angle) % (2 * np.pi) / (2 * b)
        starts[1] = (2 * np.pi * np.floor((2 * b * end + angle) / (2 * np.pi)) - angle) / (2 * b)
        starts[2] = end
        best[n] = _square(0.0, f2[n], b2[n], c, a, b)[0]
        for start in starts:
            x = min(max(start, 0.0), end)
            for _ in range(_STEPS):
                _, fade, turn = _square(x, f2[n], b2[n], c, a, b)
                grow, fall = b2[n] / fade, f2[n] * fade
                slope = 2 * a * (grow - fall) - 2 * b * turn.imag
                bend = 4 * a * a * (grow + fall) - 4 * b * b * turn.real
                step = slope / bend if bend < 0 else 0.0
                x = min(max(x - min(max(step, -0.1 / b), 0.1 / b), 0.0), end)
            height = _square(x, f2[n], b2[n], c, a, b)[0]
            if height > best[n]:
                best[n], at[n] = height, x
    return best, at
