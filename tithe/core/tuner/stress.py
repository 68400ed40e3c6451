"""What each element of a ladder bears: volts, amps and heat, per watt into the tuner and in full."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.tuner.ladder import Knobs, Ladder, Score


class ElementLoad(NamedTuple):
    """Peak volts, rms amps and watts of heat in one element; shapes ``(..., F)``."""

    volts_peak: Real
    amps_rms: Real
    heat_w: Real


def element_loads(ladder: Ladder, knobs: Knobs, w_load: Complex, through_in: Real) -> tuple[ElementLoad, ...]:
    """Volts, amps and heat of each element.

    ``through_in`` is the rms quantity common to the radio-side arm: the input current (A) of a T, the
    input voltage (V) of a pi. It fixes the cross quantity through w_p and the far one through w_p/w₂.
    """
    q2, q3 = ladder.direction(1), ladder.direction(2)
    w2 = w_load + knobs.t3 * q3
    g = np.abs(1 + knobs.t2 * q2 * w2)
    common = (through_in, through_in * np.abs(w2) / g, through_in / g)
    loads = []
    for position in range(len(ladder.elements)):
        q = ladder.direction(position)
        own, t = common[position], knobs[position]
        other = own * t * abs(q)
        in_series = (ladder.plane == "T") != (position == 1)
        amps, volts = (own, other) if in_series else (other, own)
        loads.append(ElementLoad(np.sqrt(2.0) * volts, amps, own**2 * t * q.real))
    return tuple(loads)


def stress_score(ladder: Ladder, r0_ohm: float, capacitor_volts: float, coil_amps: float) -> Score:
    """Least stress: the square of the largest share of a rating, at 1 W into ``r0_ohm``."""
    one_watt = 1 / np.sqrt(r0_ohm) if ladder.plane == "T" else np.sqrt(r0_ohm)

    def score(knobs: Knobs, wl: Complex, g2: Real) -> Real:
        worst = np.zeros(knobs.t2.shape)
        loads = element_loads(ladder, knobs, wl, np.asarray(one_watt))
        for element, load in zip(ladder.elements, loads, strict=True):
            share = load.amps_rms / coil_amps if element.kind == "coil" else load.volts_peak / capacitor_volts
            worst = np.maximum(worst, share)
        return worst**2

    return score
