"""A line measured on the bench, its far end open, shorted or ended by R₀, in any combination.

*With phase* the telegrapher's line (`tithe.core.parts.line`) is fitted to all sweeps at once by least squares
in Γ: R₀, velocity factor or length, k₁ and k₂ (dB per 100 m over √(f/MHz) and f/MHz), from the most promising
of some starts (`tithe.core.bench.line_starts`). The matched loss at each frequency is Re γℓ, tanh γℓ =
√(Zs/Zo), where both ends were swept, else that of the line that was fitted.

*By return loss alone* the matched loss is a quarter of both together, or half of one.

How far off: the readings are redrawn with the analyzer's errors, and carried through the slopes of the fit.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.arrays import DB_PER_NEPER, Complex, Real
from tithe.core.bench.line_starts import by_both_ends, require_counted, starts
from tithe.core.bench.residual import (
    DRAWN,
    Residual,
    above_zero,
    carried,
    flat,
    interval,
    thinned,
)
from tithe.core.bench.tuner import LEAST_DB, MOST_DB
from tithe.core.errors import InputError, require, require_positive
from tithe.core.intervals import Interval
from tithe.core.late import least_squares_above_zero, least_squares_slopes
from tithe.core.parts.line import AttenuatedLine, Line
from tithe.core.reflection import return_loss_db
from tithe.core.sweep.sweep import Sweep
from tithe.core.twoport import Port

End = Literal["open", "short", "load"]
_LEAST_POINTS = 3
_A_LINE, _NO_LINE = 0.02, 0.1
"""Of |Γ| that a fit leaves: with less it is the line, with more it is something else that was swept."""
_BESIDE = 0.015
"""Γ of a line's impedance against 50 Ω, a standard deviation, where nothing tells it: 3 %."""
_MOST_DB = 200.0
"""Loss of a length, at the end of its sweep, beyond which nothing comes back at all."""
_KILO_M = 100.0


@dataclass(frozen=True)
class MeasuredLine:
    """``freq_hz`` (F,); ``matched_db_per_100m`` (F,); ``k1`` and ``k2``, and how far both may be off together
    in draws, ``k_off`` (D, 2); ``length_m`` as typed (its own least and most) or found; ``z0_ohm`` and
    ``velocity_factor``: None where they could not be told."""

    freq_hz: Real
    matched_db_per_100m: Real
    k1: Interval[float]
    k2: Interval[float]
    k_off: Real
    length_m: Interval[float]
    z0_ohm: Interval[float] | None = None
    velocity_factor: Interval[float] | None = None

    def loss_db_per_100m(self, freq_hz: Real) -> Interval[Real]:
        """As fitted: least, as found, most, each ``(F,)``."""
        mhz = freq_hz / 1e6
        rows = np.stack([np.sqrt(mhz), mhz])
        coefficients = np.array([self.k1.value, self.k2.value])
        return above_zero(interval(coefficients @ rows, (coefficients + self.k_off) @ rows))


def measured(
    sweeps: Mapping[End, Sweep],
    length_m: float | None = None,
    velocity_factor: float | None = None,
    residual: Residual | None = None,
) -> MeasuredLine:
    """By what there is of sweeps at the same frequencies: with their phase; by return loss alone where one
    has none, or where their points are too far apart to count the waves. Raises `InputError` as the two ways
    do, and where return loss alone cannot do."""
    freq = next(iter(sweeps.values())).freq_hz if sweeps else np.array([])
    require(len(freq) > 0, "open", "open-or-short")
    gammas = {end: sweep.gamma for end, sweep in sweeps.items() if sweep.gamma is not None}
    if len(gammas) == len(sweeps):
        try:
            return by_reflection(freq, gammas, length_m, velocity_factor, residual)
        except InputError as error:
            if error.code != "points-too-far" or length_m is None:
                raise
    if length_m is None:
        raise InputError("length_m", "length-without-phase")
    ends = {end: np.minimum(return_loss_db(sweep.rho), MOST_DB) for end, sweep in sweeps.items()}
    return by_return_loss(freq, ends, length_m, residual)


def by_return_loss(
    freq_hz: Real, ends: Mapping[End, Real], length_m: float, residual: Residual | None = None
) -> MeasuredLine:
    """By return losses, dB, into an open or a shorted far end or both, shapes ``(F,)``. Raises `InputError`
    for fewer than three frequencies, a length that is none, or neither end."""
    _check(freq_hz, length_m)
    given = [np.asarray(ends[end]) for end in ("open", "short") if end in ends]
    require(len(given) > 0, "open", "open-or-short")
    require(all(bool((return_loss >= LEAST_DB).all()) for return_loss in given), "open", "more-comes-back")
    one_way_db = np.maximum(np.mean(given, axis=0) / 2, 0.0)
    # By magnitude alone the two ends are opposite waves: what an analyzer adds to one it takes off the other.
    signs = [1.0 if end == "open" else -1.0 for end in ("open", "short") if end in ends]
    gammas = np.array(
        [s * 10 ** (-return_loss / 20) + 0j for s, return_loss in zip(signs, given, strict=True)]
    )
    kept, each = thinned(len(freq_hz))
    rng = np.random.default_rng(0)
    turned = _turned(gammas[:, kept])
    seen = (residual or Residual()).shown(turned, rng, DRAWN, each)
    # An impedance that is not just 50 Ω: one end says too much where the other says too little.
    seen = seen + _BESIDE * rng.normal(size=(DRAWN, 1, 1)) * (1 - turned**2)
    drawn = return_loss_db(np.abs(seen)).mean(axis=1) / 2
    fits = _fits(freq_hz[kept], np.vstack([one_way_db[kept], drawn]) * _KILO_M / length_m)
    matched = np.asarray(one_way_db * _KILO_M / length_m)
    k = np.array(_fit(freq_hz, matched, np.ones(len(freq_hz))))
    k_off = fits[1:] - fits[0] + rng.normal(size=(DRAWN, 2)) @ _left_over(freq_hz, matched, k).T
    return MeasuredLine(
        freq_hz, matched, _spread(k[0], k_off[:, 0]), _spread(k[1], k_off[:, 1]), k_off, _as_typed(length_m)
    )


def _turned(gamma: Complex) -> Complex:
    """The same magnitudes, turning as on a line some wavelengths long."""
    return np.asarray(gamma * np.exp(-6j * np.pi * np.linspace(0, 1, gamma.shape[-1])))


def _left_over(freq_hz: Real, matched: Real, k: Real) -> Real:
    """How far both may be off by what the fit leaves: a root of their covariance, (2, 2)."""
    mhz = freq_hz / 1e6
    rows = np.stack([np.sqrt(mhz), mhz], axis=1)
    off = matched - rows @ k
    variance = float(off @ off) / max(len(mhz) - 2, 1)
    return np.asarray(np.linalg.cholesky(np.linalg.inv(rows.T @ rows)) * np.sqrt(variance))


def by_reflection(
    freq_hz: Real,
    ends: Mapping[End, Complex],
    length_m: float | None = None,
    velocity_factor: float | None = None,
    residual: Residual | None = None,
) -> MeasuredLine:
    """By Γ re 50 Ω into an open, a shorted or an R₀-ended far end, shapes ``(F,)``; of length and velocity
    factor one is known and the other is found. Raises `InputError` for fewer than three frequencies, points
    too far apart to count the waves on the line, or neither an open nor a shorted end."""
    require((length_m is None) != (velocity_factor is None), "length_m", "length-or-velocity")
    _check(freq_hz, 1.0 if length_m is None else length_m)
    if velocity_factor is not None:
        require_positive("velocity_factor", velocity_factor)
        require(velocity_factor <= 1, "velocity_factor", "at-most", velocity_factor, most=1)
    require("open" in ends or "short" in ends, "open", "open-or-short")
    fit = _Fit(freq_hz, dict(ends), length_m)
    values = fit.values
    turns_m = values[1]  # metres that the wave would go at the speed of light
    length = length_m if length_m is not None else turns_m * float(velocity_factor or 1)
    velocity = length / turns_m
    require(velocity <= 1.02, "length_m", "faster-than-light", length_m, velocity=velocity)
    off = fit.off(residual or Residual())
    per_100m = _KILO_M / length
    by_turns = off[:, 1] / turns_m
    known_length = length_m is not None
    k_off = off[:, 2:] * per_100m
    if not known_length:  # of a longer line the same loss is less per 100 m
        k_off = k_off - by_turns[:, None] * values[2:] * per_100m
    of_velocity = -velocity * by_turns
    return MeasuredLine(
        freq_hz,
        fit.matched_db * per_100m,
        _spread(values[2] * per_100m, k_off[:, 0]),
        _spread(values[3] * per_100m, k_off[:, 1]),
        k_off,
        _as_typed(length) if known_length else _spread(length, by_turns * length),
        _spread(values[0], off[:, 0]),
        _spread(min(velocity, 1.0), of_velocity) if known_length else _as_typed(velocity),
    )


class _Fit:
    """R₀, length over velocity factor (m), and k₁ℓ and k₂ℓ (dB over √MHz and MHz) by least squares in Γ."""

    def __init__(self, freq_hz: Real, ends: dict[End, Complex], length_m: float | None) -> None:
        self.freq_hz, self.ends = freq_hz, ends
        self._measured = np.stack(list(ends.values()))
        self.values, self._unit, self._slopes, self.left = self._best(starts(freq_hz, ends, length_m))
        if not {"open", "short"} <= ends.keys():
            require_counted(freq_hz, float(self.values[1]))
        require(self._leaves(self.left) < _NO_LINE, "open", "no-single-line")
        self.matched_db: Real = self._at_both_ends() if {"open", "short"} <= ends.keys() else self._by_fit()

    def _best(self, begun: list[Real]) -> tuple[Real, Real, Real, Real]:
        """The fit that leaves least; the first that leaves no more than an instrument does."""
        fits = []
        for start in begun:
            fits.append(self._fitted(start))
            if self._leaves(fits[-1][3]) < _A_LINE:
                break
        return min(fits, key=lambda fit: self._leaves(fit[3]))

    def _leaves(self, left: Real) -> float:
        """|Γ| that is left, root of the mean square."""
        return float(np.sqrt(left @ left / self._measured.size))

    def _fitted(self, start: Real) -> tuple[Real, Real, Real, Real]:
        unit = np.maximum(np.abs(start), [1.0, 0.1, 1e-4, 1e-5])
        mhz = self.freq_hz[-1] / 1e6
        low = np.array([1.0, 0.01, 0.0, 0.0])
        high = np.array([1e4, 1e5, _MOST_DB / np.sqrt(mhz), _MOST_DB / mhz])

        def off(scaled: Real) -> Real:
            return flat(self._model(scaled * unit) - self._measured)

        scaled, slopes = least_squares_slopes(off, start / unit, low / unit, high / unit)
        return scaled * unit, unit, slopes, off(scaled)

    def _by_fit(self) -> Real:
        mhz = self.freq_hz / 1e6
        return np.asarray(self.values[2] * np.sqrt(mhz) + self.values[3] * mhz)

    def _at_both_ends(self) -> Real:
        _, turned = by_both_ends(self.ends["open"], self.ends["short"])
        return np.asarray(turned.real * DB_PER_NEPER)

    def _model(self, values: Real) -> Complex:
        r0, metres, k1, k2 = (float(value) for value in np.maximum(values, [1e-3, 1e-6, 0, 0]))
        # At the speed of light, k per 100 m is that of the length times 100 over it.
        kind = AttenuatedLine(r0, 1.0, k1 * _KILO_M / metres, k2 * _KILO_M / metres)
        two_port = Line(kind, metres).two_port(self.freq_hz)
        far = {"open": (1.0, 0.0), "short": (0.0, 1.0), "load": (50.0, 1.0)}
        ends = [Port(np.array([far[end][0] + 0j]), np.array([far[end][1] + 0j])) for end in self.ends]
        return np.stack([two_port.input(end).gamma(50.0) for end in ends])

    def off(self, residual: Residual) -> Real:
        """How far off what was found may be, in draws: ``(D, 4)``. Noise is that of the sheet, or what the
        fit leaves, whichever is more."""
        rng = np.random.default_rng(0)
        measured, points = self._measured, len(self.freq_hz)
        kept, each = thinned(points)
        errors = residual.shown(measured[:, kept], rng, DRAWN, each) - measured[:, kept]
        if "load" in self.ends:
            through = 10 ** (-self.matched_db[kept] / 10)
            errors[:, list(self.ends).index("load")] += through * residual.resistor(rng, DRAWN)
        drawn = carried(self._slopes, errors, points)
        # Noise beyond the sheet's is in what the fit leaves.
        variance = float(self.left @ self.left) / max(len(self.left) - drawn.shape[1], 1)
        more = np.sqrt(max(variance - residual.noise**2, 0.0))
        own = np.sqrt(np.diag(np.linalg.pinv(self._slopes.T @ self._slopes)))
        return np.asarray((drawn + rng.normal(size=drawn.shape) * more * own) * self._unit)


def _check(freq_hz: Real, length_m: float) -> None:
    require_positive("length_m", length_m)
    enough = len(freq_hz) >= _LEAST_POINTS and bool((np.diff(freq_hz) > 0).all() and freq_hz[0] > 0)
    require(enough, "freq_hz", "three-rising-frequencies")


def _fit(freq_hz: Real, matched: Real, weight: Real) -> tuple[float, float]:
    mhz = freq_hz / 1e6
    rows = np.stack([np.sqrt(mhz), mhz], axis=1)
    coefficients, _ = least_squares_above_zero(rows * weight[:, None], matched * weight)
    return float(coefficients[0]), float(coefficients[1])


def _fits(freq_hz: Real, matched: Real) -> Real:
    """The same without bounds for many at once, ``(D, F)``: ``(D, 2)``."""
    mhz = freq_hz / 1e6
    rows = np.stack([np.sqrt(mhz), mhz], axis=1)
    return np.asarray(matched @ np.linalg.pinv(rows).T)


def _spread(value: float, off: Real) -> Interval[float]:
    """By errors in draws."""
    low, _, high = interval(np.array(value), value + off)
    return Interval(max(float(low), 0.0), float(value), float(high))


def _as_typed(value: float) -> Interval[float]:
    return Interval(value, value, value)
