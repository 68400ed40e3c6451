"""An antenna over many frequencies: some are solved, and a rational function runs through them.

On one mesh the impedance is a smooth function of frequency, with poles where the antenna resonates, which is
what the AAA algorithm follows. It is held against frequencies that it
has not seen, and given more until they fit.
"""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.at_once import each
from tithe.core.late import rational
from tithe.core.wires.estimate import AS_TYPED, Plan, fed
from tithe.core.wires.moments import LIGHT_M_PER_S

_OFF = 1e-3
"""By how much of itself the impedance may be off at frequencies held out."""
_HELD_OUT = 5


def impedance(plan: Plan, freq_hz: Real) -> Complex:
    """The estimate as typed at rising frequencies (Hz, shape ``(F,)``), Ω."""
    low, high = float(freq_hz[0]), float(freq_hz[-1])
    waves = plan.shape.layout().length_m * (high - low) / LIGHT_M_PER_S
    count = int(16 + 12 * waves)
    while 2 * count < len(freq_hz):
        nodes = (low + high) / 2 - (high - low) / 2 * np.cos(np.pi * np.arange(count) / (count - 1))
        held_out = (nodes[:-1] + nodes[1:])[:: max(1, count // _HELD_OUT)] / 2
        at_nodes = _solved(plan, nodes, high)
        through = rational(nodes, at_nodes, 1e-7)
        truth = _solved(plan, held_out, high)
        if np.all(np.abs(through(held_out) - truth) < _OFF * np.abs(truth)):
            return np.asarray(through(freq_hz), dtype=np.complex128)
        count *= 2
    return _solved(plan, freq_hz, high)


def _solved(plan: Plan, freq_hz: Real, finest_hz: float) -> Complex:
    estimates = each(lambda f: fed(plan, f, AS_TYPED, finest_hz), freq_hz.tolist())
    return np.array(list(estimates), dtype=np.complex128)
