"""A ladder at a setting: its chain matrix, and what each element bears.

Element by element from the antenna to the radio, a stray capacitance across either port. A capacitor of 0 F
across is none at all, and in series all but an open circuit; a coil of 0 H across is all but a short.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import numpy as np

from tithe.core.compiled import compiled, inlined
from tithe.core.parts.tuner.kernel.algebra import OPEN_OHM, square


class Build(NamedTuple):
    """A network as built: as `tithe.core.parts.tuner.kernel.algebra.Loads`, without its loads."""

    pi: bool
    far: bool
    coil1: bool
    coil2: bool
    coil3: bool
    lead_h: float
    port_f: float
    omega: Any
    q: Any


@inlined
def _element(at: Any, k: int, n: int, value: float) -> Any:
    """Reactance (0 where it is not there), 1/Q, impedance, and whether there is such an element."""
    coil = at.coil1 if k == 0 else at.coil2 if k == 1 else at.coil3
    omega, share = at.omega[n], 1 / at.q[k, n]
    present = coil or value > 0
    x = omega * value if coil else (1 / (omega * value) if present else 0.0)
    z = x * complex(share, 1.0 if coil else -1.0) + 1j * omega * at.lead_h
    return x, share, z, present


@inlined
def _across(z: Any, present: Any) -> Any:
    """The admittance of an element across."""
    if not present:
        return 0j
    return OPEN_OHM + 0j if z == 0 else 1 / z


@inlined
def _in_series(at: Any, k: int) -> Any:
    return at.pi == (k == 1)


@compiled
def chain_matrices(at: Build, values: Any) -> Any:
    """A, B, C, D as (4, N) of settings (3, N) in H or F."""
    count = values.shape[1]
    out = np.empty((4, count), dtype=np.complex128)
    for n in range(count):
        stray = 1j * at.omega[n] * at.port_f
        a, b, c, d = 1 + 0j, 0j, stray, 1 + 0j
        for k in range(3 if at.far else 2):
            _, _, z, present = _element(at, k, n, values[k, n])
            if _in_series(at, k):
                z = z if present else OPEN_OHM + 0j
                b, d = a * z + b, c * z + d
            else:
                y = _across(z, present)
                a, c = a + b * y, c + d * y
        out[0, n], out[1, n], out[2, n], out[3, n] = a + b * stray, b, c + d * stray, d
    return out


@compiled
def borne(at: Build, values: Any, v: Any, i: Any) -> Any:
    """(3, 3, N): peak volts, rms amps and watts of heat of each element, from V and I at the antenna side.

    The volts are those across the element itself, without its leads.
    """
    count = values.shape[1]
    out = np.zeros((3, 3, count))
    for n in range(count):
        stray = 1j * at.omega[n] * at.port_f
        volt, amp = v[n], i[n] + stray * v[n]
        for k in range(2 if at.far else 1, -1, -1):
            x, share, z, present = _element(at, k, n, values[k, n])
            before = volt
            if _in_series(at, k):
                through = amp
                volt = volt + (z if present else OPEN_OHM + 0j) * amp
            else:
                through = _across(z, present) * volt
                amp = amp + through
            amps = abs(through)
            out[0, k, n] = np.sqrt(2.0) * (amps * x * np.sqrt(1 + share * share) if present else abs(before))
            out[1, k, n] = amps
            out[2, k, n] = square(through) * x * share
    return out
