"""What a short antenna pays in width: how far one may move from where it is matched, beside a full-size one.

It is matched at one frequency by what stands at its foot: a coil or a capacitor that takes its reactance
away, and a transformer that brings its resistance to the line's. That stays as it is set while one moves.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import InputError
from tithe.core.reflection import reflection_of, swr
from tithe.core.wires.estimate import AS_TYPED, Plan, estimated
from tithe.core.wires.moments import LIGHT_M_PER_S
from tithe.core.wires.shapes import Dipole, EndFed, Fan, InvertedVee, Shape, Vertical, Whip
from tithe.core.wires.swept import impedance

SHORTENED = 0.96
"""How much of the half or quarter wave a wire in resonance is long."""
FAR = 0.25
"""How far it is looked at most, as a share of the frequency."""
_NEAREST, _POINTS = 1e-5, 240


@dataclass(frozen=True)
class Width:
    """Matched at ``freq_hz``: ``q``; ``at_2``, ``at_3``: the lowest and highest frequency up to which the SWR
    stays within 2 and 3 (Hz; an end is None where it is further off than `FAR`); and the efficiency there."""

    freq_hz: float
    q: float
    at_2: tuple[float | None, float | None]
    at_3: tuple[float | None, float | None]
    efficiency: float


def width(plan: Plan, freq_hz: float) -> Width:
    """Of the antenna as typed, matched at a frequency (Hz)."""
    offs = np.concatenate([[0.0], np.geomspace(_NEAREST, FAR, _POINTS)])
    freqs = np.concatenate([freq_hz * (1 - offs[:0:-1]), freq_hz * (1 + offs)])
    centre = len(offs) - 1
    z = _tuned(impedance(plan, freqs), freqs, centre)
    ratio = swr(np.minimum(np.abs(reflection_of(z, float(z[centre].real))), 1.0))
    fed = estimated(plan, freq_hz, AS_TYPED)
    return Width(
        freq_hz,
        _q(z, freqs, centre),
        _ends(ratio, freqs, centre, 2.0),
        _ends(ratio, freqs, centre, 3.0),
        1 - fed.loss_ohm / fed.z_ohm.real,
    )


def _tuned(z: Complex, freqs: Real, centre: int) -> Complex:
    """With a coil or a capacitor in series that takes the reactance away at the ``centre``-th frequency."""
    x, turn = z[centre].imag, freqs / freqs[centre]
    return np.asarray(z - 1j * (x / turn if x > 0 else x * turn))


def _q(z: Complex, freqs: Real, centre: int) -> float:
    """ω|dZ/dω|/2R of the tuned antenna (Yaghjian and Best 2005)."""
    near = slice(centre - 100, centre + 101)
    slope = np.polyfit(freqs[near] / freqs[centre] - 1, np.stack([z[near].real, z[near].imag], axis=1), 3)[2]
    return float(np.hypot(*slope) / (2 * z[centre].real))


def _ends(ratio: Real, freqs: Real, centre: int, most: float) -> tuple[float | None, float | None]:
    """The first frequency on either side at which the SWR is ``most``, between two points on a line."""

    def end(way: int) -> float | None:
        beyond = np.flatnonzero(ratio[centre::way] >= most)
        if not beyond.size:
            return None
        k = centre + way * int(beyond[0])
        share = (most - ratio[k - way]) / (ratio[k] - ratio[k - way]) if np.isfinite(ratio[k]) else 0.0
        return float(freqs[k - way] + share * (freqs[k] - freqs[k - way]))

    return end(-1), end(1)


def full_size(plan: Plan, freq_hz: float) -> Plan | None:
    """The same antenna in resonance by its own length, without coil and top; None where there is no such
    measure, or no height for it."""
    quarter = SHORTENED * LIGHT_M_PER_S / freq_hz / 4
    try:
        shape = _full_size(plan.shape, quarter)
        if shape is None:
            return None
        shape.layout().above_ground()
    except InputError:
        return None
    return replace(plan, shape=shape)


def _full_size(shape: Shape, quarter_m: float) -> Shape | None:
    match shape:
        case Dipole():
            return replace(shape, length_m=2 * quarter_m)
        case InvertedVee():
            return replace(shape, leg_m=quarter_m)
        case EndFed():
            return replace(shape, wire_m=quarter_m)
        case Fan():
            return Dipole(2 * quarter_m, shape.height_m, radius_m=shape.radius_m)
        case Vertical():
            return replace(shape, height_m=quarter_m, coil=None, top_count=0, top_m=0.0)
        case Whip():
            return replace(shape, height_m=quarter_m, coil=None)
    return None


@lru_cache(maxsize=256)
def widths(plan: Plan, freq_hz: float) -> tuple[Width, Width | None]:
    """Of the antenna, and of the full-size one beside it."""
    full = full_size(plan, freq_hz)
    return width(plan, freq_hz), None if full is None else width(full, freq_hz)
