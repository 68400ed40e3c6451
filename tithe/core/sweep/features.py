"""What a sweep tells: dips, resonances, widths and Q, found between its points, and not in its noise.

A **dip** is a local minimum of |Γ| that stands out from its surroundings by more than noise can. A
**resonance** is a change of sign of X; against a real reference that is a change of sign of Im Γ, which
unlike X stays finite. It counts only where Im Γ has left the noise on both sides. Both are placed by a local
curve (`tithe.core.sweep.local`).

Q = f |dZ/df| / (2R) at the resonance: the usual figure from the slope of the impedance, good for series and
parallel resonances alike (Yaghjian and Best, 2005); with the phase unknown there is none.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.late import peaks
from tithe.core.reflection import rho_of_swr, swr
from tithe.core.sweep.by_hand import FEWEST_OF_AN_INSTRUMENT, place_of_dip
from tithe.core.sweep.local import LocalCurve, curve_round, root_between
from tithe.core.sweep.noise import noise_at
from tithe.core.sweep.sweep import REFERENCE_OHM, Sweep, impedance

STANDARD_SWRS = (1.5, 2.0, 3.0)
LEAST_DEPTH = 0.02
"""A dip is at least this deep in |Γ|."""
_DEPTH_IN_NOISE = 10.0
_CLEAR_OF_NOISE = 6.0


@dataclass(frozen=True)
class Resonance:
    """A zero of reactance: ``series`` where X rises through it, ``parallel`` where it falls; |dZ/df| in
    Ω/Hz."""

    freq_hz: float
    r_ohm: float
    q: float
    slope_ohm_per_hz: float
    kind: Literal["series", "parallel"]


@dataclass(frozen=True)
class Width:
    """Between which frequencies the SWR stays at ``swr`` or below; None: beyond the sweep.

    ``reached`` is false where the dip itself does not come down to it.
    """

    swr: float
    reached: bool
    low_hz: float | None = None
    high_hz: float | None = None

    @property
    def width_hz(self) -> float | None:
        """The width, where both ends are inside the sweep."""
        return None if self.low_hz is None or self.high_hz is None else self.high_hz - self.low_hz


@dataclass(frozen=True)
class Dip:
    """A lowest SWR with its impedance there (None: phase unknown), its resonance and its widths;
    ``within_hz``: so far from there it may be, where few SWRs were read by hand (two standard deviations; 0:
    not told)."""

    freq_hz: float
    swr: float
    z_ohm: complex | None
    resonance: Resonance | None
    widths: tuple[Width, ...]
    within_hz: float = 0.0

    @property
    def apart_hz(self) -> float | None:
        """From the lowest SWR up to the zero of reactance."""
        return None if self.resonance is None else self.resonance.freq_hz - self.freq_hz


@dataclass(frozen=True)
class Features:
    """All dips, deepest first, all resonances by frequency, the median noise in Γ, and where the SWR still
    falls at an end of the sweep."""

    dips: tuple[Dip, ...]
    resonances: tuple[Resonance, ...]
    noise: float
    falls_at: Literal["low", "high", "both", ""]


def features(sweep: Sweep, comfort_swr: float = 2.0) -> Features:
    """Read a sweep; widths are given at 1.5, 2, 3 and ``comfort_swr``."""
    noise = noise_at(sweep)
    levels = tuple(sorted({*STANDARD_SWRS, comfort_swr}))
    crossings = _resonances(sweep, noise)
    depth = np.maximum(LEAST_DEPTH, _DEPTH_IN_NOISE * noise)
    at, depths = peaks(-sweep.rho, depth)
    dips = [
        _dip(sweep, int(k), noise, levels, _own(crossings, sweep, int(k), float(depth)))
        for k, depth in zip(at, depths["prominences"], strict=True)
    ]
    return Features(
        tuple(sorted(dips, key=lambda dip: dip.swr)),
        tuple(crossings),
        float(np.median(noise)),
        _falls_at(sweep, float(np.median(depth))),
    )


def _falls_at(sweep: Sweep, depth: float) -> Literal["low", "high", "both", ""]:
    rho = sweep.rho
    if len(rho) < 3:
        return ""
    # From the end inwards to the first rise of more than a dip's depth: it falls outward if nothing is lower.
    low = _lowest_at_end(rho, depth)
    high = _lowest_at_end(rho[::-1], depth)
    return "both" if low and high else "low" if low else "high" if high else ""


def _lowest_at_end(rho: np.ndarray, depth: float) -> bool:
    risen = np.flatnonzero(rho > np.minimum.accumulate(rho) + depth)
    if not risen.size:
        return False
    near = rho[: risen[0] + 1]
    return bool(np.argmin(near) <= len(rho) // 200)


def _dip(sweep: Sweep, k: int, noise: Real, levels: tuple[float, ...], resonance: Resonance | None) -> Dip:
    curve = _curve(sweep, k, noise)
    low, high = sweep.freq_hz[max(k - 1, 0)], sweep.freq_hz[min(k + 1, len(sweep.freq_hz) - 1)]
    if noise[k] > 1e-9:  # the lowest point may be noise: look as far as the curve reaches
        low, high = curve.low_hz, curve.high_hz
    f, within = curve.lowest(float(low), float(high)), 0.0
    if sweep.gamma is None and len(sweep.freq_hz) < FEWEST_OF_AN_INSTRUMENT:
        read = place_of_dip(*_own_dip(sweep, k))
        if read is None:
            within = float(high - low)  # all that is known: it lies between the neighbours
        else:
            f = float(np.clip(read[0], low, high))
            within = max(read[1], abs(read[0] - f))
    value = curve.at(f)
    # Without phase the curve is that of |Γ|², which is smooth where |Γ| has a corner.
    rho = abs(value) if sweep.gamma is not None else np.sqrt(max(value.real, 0.0))
    z = None if sweep.gamma is None else complex(impedance(np.asarray(value)))
    widths = tuple(_width(sweep, k, level, float(rho), noise) for level in levels)
    return Dip(f, float(swr(min(rho, 1.0))), z, resonance, widths, within)


def _own_dip(sweep: Sweep, k: int) -> tuple[Real, Real]:
    """The points of one dip: up to where |Γ| falls again on either side."""
    first = last = k
    while first > 0 and sweep.rho[first - 1] >= sweep.rho[first]:
        first -= 1
    while last < len(sweep.rho) - 1 and sweep.rho[last + 1] >= sweep.rho[last]:
        last += 1
    return sweep.freq_hz[first : last + 1], sweep.rho[first : last + 1]


def _curve(sweep: Sweep, k: int, noise: Real) -> LocalCurve:
    if sweep.gamma is not None:
        return curve_round(sweep.freq_hz, sweep.gamma, k, noise)
    return curve_round(sweep.freq_hz, sweep.rho**2, k, 2 * noise * float(sweep.rho[k]))


def _square(sweep: Sweep, curve: LocalCurve, level: float, f: float) -> float:
    value = curve.at(f)
    return (abs(value) ** 2 if sweep.gamma is not None else value.real) - level


def _width(sweep: Sweep, k: int, ratio: float, lowest: float, noise: Real) -> Width:
    level = float(rho_of_swr(ratio))
    if lowest > level:
        return Width(ratio, False)
    above = np.flatnonzero(sweep.rho > level)
    left, right = above[above < k], above[above > k]
    low = _edge(sweep, int(left[-1]), 1, level, noise) if left.size else None
    high = _edge(sweep, int(right[0]), -1, level, noise) if right.size else None
    return Width(ratio, True, low, high)


def _edge(sweep: Sweep, outside: int, inward: int, level: float, noise: Real) -> float:
    inside = outside + inward
    f0, f1 = float(sweep.freq_hz[outside]), float(sweep.freq_hz[inside])
    curve = _curve(sweep, outside, noise)
    root = root_between(partial(_square, sweep, curve, level**2), min(f0, f1), max(f0, f1))
    if root is not None:
        return root
    share = (level - sweep.rho[outside]) / (sweep.rho[inside] - sweep.rho[outside])
    return f0 + float(np.clip(share, 0.0, 1.0)) * (f1 - f0)


def _resonances(sweep: Sweep, noise: Real) -> list[Resonance]:
    if sweep.gamma is None:
        return []
    x = sweep.gamma.imag
    side = np.where(x > _CLEAR_OF_NOISE * noise, 1, np.where(x < -_CLEAR_OF_NOISE * noise, -1, 0))
    clear = np.flatnonzero(side)
    turns = np.flatnonzero(np.diff(side[clear]) != 0)
    resonances = []
    for a, b in zip(clear[turns], clear[turns + 1], strict=True):
        resonance = _resonance(sweep, sweep.gamma, int(a), int(b), noise)
        if resonance is not None:
            resonances.append(resonance)
    return resonances


def _resonance(sweep: Sweep, gamma: Complex, a: int, b: int, noise: Real) -> Resonance | None:
    curve = curve_round(sweep.freq_hz, gamma, (a + b) // 2, noise)
    low, high = float(sweep.freq_hz[a]), float(sweep.freq_hz[b])
    f = root_between(lambda hz: curve.at(hz).imag, low, high)
    if f is None:
        share = gamma[a].imag / (gamma[a].imag - gamma[b].imag)
        f = low + float(share) * (high - low)
    value = curve.at(f)
    if value.real >= 1:  # an open end: neither R nor Q means anything
        return None
    r = float(impedance(np.asarray(value.real + 0j)).real)
    if r <= 0:
        return None
    slope = 2 * REFERENCE_OHM * curve.slope_per_hz(f) / (1 - value) ** 2
    rising = gamma[b].imag > gamma[a].imag
    return Resonance(f, r, abs(slope) * f / (2 * r), float(abs(slope)), "series" if rising else "parallel")


def _own(crossings: list[Resonance], sweep: Sweep, k: int, depth: float) -> Resonance | None:
    """The resonance that belongs to a dip: the nearest one below half the dip's depth."""
    level, freq_hz = sweep.rho[k] + depth / 2, sweep.freq_hz[k]
    above = np.flatnonzero(sweep.rho > level)
    left, right = above[above < k], above[above > k]
    low = sweep.freq_hz[left[-1]] if left.size else sweep.freq_hz[0]
    high = sweep.freq_hz[right[0]] if right.size else sweep.freq_hz[-1]
    inside = [crossing for crossing in crossings if low <= crossing.freq_hz <= high]
    return min(inside, key=lambda resonance: abs(resonance.freq_hz - freq_hz), default=None)
