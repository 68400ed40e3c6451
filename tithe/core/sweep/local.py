"""A smooth curve through a few neighbouring points of a sweep, as wide as the noise asks and no wider.

Without noise: Γ = (p₀ + p₁t + p₂t²)/(1 + q₁t) through five points. A simple resonance has an impedance linear
in frequency, so its Γ is a ratio of two linear functions, and stays one through whatever lossless two-port it
is seen; p₂ takes up what is left. So the form follows a resonance of which there are only a few points.

With noise, and for |Γ|² where there is no phase: a cubic, fitted to as many points as agree with it to within
what the noise alone would leave, each weighted by its own.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

from tithe.core.arrays import Real
from tithe.core.late import root

_HALF_WIDTHS = (2, 3, 5, 8, 13, 21, 34, 55, 89, 144, 233, 377)
_NEIGHBOURS = 4.0  # how many times the narrower gap beside a point another gap may be, in the same window
_PATIENCE = 3  # wider windows tried after one that does not fit
_QUIET = 1e-5  # noise below which five points place a dip to some thousandths of their spacing
_POLE_CLEAR = 0.2  # how far off the points the ratio's pole must lie, in half the width of the window


@dataclass(frozen=True)
class LocalCurve:
    """A ratio of polynomials in t = (f − ``centre_hz``)/``scale_hz`` over ``low_hz`` … ``high_hz``."""

    centre_hz: float
    scale_hz: float
    low_hz: float
    high_hz: float
    above: Any
    below: Any

    def _t(self, freq_hz: float) -> float:
        return (freq_hz - self.centre_hz) / self.scale_hz

    def at(self, freq_hz: float) -> complex:
        """The curve's value."""
        t = self._t(freq_hz)
        return complex(np.polyval(self.above, t) / np.polyval(self.below, t))

    def slope_per_hz(self, freq_hz: float) -> complex:
        """Its slope over frequency, 1/Hz."""
        t = self._t(freq_hz)
        p, q = np.polyval(self.above, t), np.polyval(self.below, t)
        dp, dq = np.polyval(np.polyder(self.above), t), np.polyval(np.polyder(self.below), t)
        return complex((dp * q - p * dq) / q**2 / self.scale_hz)

    def lowest(self, low_hz: float, high_hz: float) -> float:
        """The frequency between two others where the curve's magnitude (a real curve's value) is least."""
        p, q = self.above, self.below
        if np.iscomplexobj(p):
            p, q = (np.polymul(c, np.conj(c)).real for c in (p, q))
        level = np.polysub(np.polymul(np.polyder(p), q), np.polymul(p, np.polyder(q)))
        roots = np.roots(level)
        real = roots[np.abs(roots.imag) < 1e-6].real * self.scale_hz + self.centre_hz
        tried = [low_hz, high_hz, *(float(f) for f in real if low_hz <= f <= high_hz)]
        values = [np.polyval(p, self._t(f)) / np.polyval(q, self._t(f)) for f in tried]
        return tried[int(np.argmin(values))]


def curve_round(freq_hz: Real, values: Any, k: int, noise: Real) -> LocalCurve:
    """The curve round the k-th point; ``values`` real or complex (F,), their ``noise`` (F,); fewer than
    four points lower its degree. Points count by the inverse of their noise."""
    best: LocalCurve | None = None
    failed = 0
    for half in _HALF_WIDTHS:
        start, stop = _neighbourhood(freq_hz, k, half)
        f, y = freq_hz[start:stop], values[start:stop]
        centre, scale = float(freq_hz[k]), float(max(f[-1] - f[0], 1e-9) / 2)
        t = (f - centre) / scale
        if noise[k] <= _QUIET:
            return LocalCurve(centre, scale, float(f[0]), float(f[-1]), *_through(t, y))
        degree = min(3, len(f) - 1)
        powers = np.vander(t, degree + 1)
        weight = 1 / np.maximum(noise[start:stop], _QUIET * noise[k])
        c = np.linalg.lstsq(powers * weight[:, None], y * weight, rcond=None)[0]
        freedom = (2 if np.iscomplexobj(y) else 1) * (len(f) - degree - 1)
        if best is not None and freedom > 0:
            miss = float(np.sqrt(np.sum(np.abs((y - powers @ c) * weight) ** 2) / freedom))
            if miss > 1 + 2.5 / np.sqrt(2 * freedom):
                failed += 1  # by chance, or because the sweep bends otherwise further out
                if failed == _PATIENCE:
                    break
                continue
        failed = 0
        best = LocalCurve(centre, scale, float(f[0]), float(f[-1]), c, np.ones(1))
        if stop - start < 2 * half:  # at an end of the sweep, or beside a gap in it
            break
    assert best is not None
    return best


def _neighbourhood(freq_hz: Real, k: int, half: int) -> tuple[int, int]:
    """The points round the k-th, ``half`` to each side at the most, as far as no wide gap parts them from it.

    Readings at band edges stand close together in a band and far apart between bands: a curve through both
    bends as neither does.
    """
    start, stop = max(k - half, 0), min(k + half + 1, len(freq_hz))
    gaps = np.diff(freq_hz[start:stop])
    if not gaps.size:
        return start, stop
    middle = k - start
    beside = min(gaps[max(middle - 1, 0)], gaps[min(middle, len(gaps) - 1)])
    wide = np.flatnonzero(gaps > _NEIGHBOURS * beside)
    before, after = wide[wide < middle], wide[wide >= middle]
    return (
        start + int(before[-1]) + 1 if before.size else start,
        start + int(after[0]) + 1 if after.size else stop,
    )


def _through(t: Real, y: Any) -> tuple[Any, Any]:
    """Polynomials above and below of the quiet curve, by linear least squares on p(t) − q₁ t y = y."""
    if np.iscomplexobj(y) and len(t) >= 4:
        columns = np.column_stack((t**2, t, np.ones(len(t)), -t * y))
        p2, p1, p0, q1 = np.linalg.lstsq(columns, y, rcond=None)[0]
        pole = -1 / q1 if q1 != 0 else np.inf
        if abs(pole.imag) > _POLE_CLEAR or not t[0] - _POLE_CLEAR < pole.real < t[-1] + _POLE_CLEAR:
            return np.array([p2, p1, p0]), np.array([q1, 1.0])
    degree = min(3, len(t) - 1)
    return np.linalg.lstsq(np.vander(t, degree + 1), y, rcond=None)[0], np.ones(1)


def root_between(value: Callable[[float], float], low_hz: float, high_hz: float) -> float | None:
    """Where ``value`` changes its sign between two frequencies; None where it does not."""
    low, high = value(low_hz), value(high_hz)
    if low == 0:
        return low_hz
    if high == 0:
        return high_hz
    if low * high > 0:
        return None
    return root(value, low_hz, high_hz, 1e-3)
