"""What an analyzer's calibration leaves wrong, and how readings look that are off by it.

    Γ_m = δ + (1 + τ) Γ/(1 − μ Γ) + noise

δ is the directivity left, μ the source match left, τ the reflection tracking left; each stays what it is for
one calibration and turns slowly over the sweep, as a cos(πx/2) + b sin(πx/2) with independent a and b, x
from 0 to 1. From one sweep of a set to the next the tracking drifts a little; the noise is independent at
every point. A resistor in place of R₀ is off by its tolerance. Source: the three-term one-port error model.

The same model draws an instrument for practice, and redraws what was read to find how far off an answer may
be: nineteen cases in twenty (a parametric bootstrap; Efron and Tibshirani 1993).
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import require_between, require_positive
from tithe.core.intervals import SIGMAS, Interval
from tithe.core.sweep.noise import noise_of
from tithe.core.sweep.sweep import with_phase

DRAWN = 200
_MOST_POINTS = 200
"""Redrawn at no more points than this; noise is less in proportion."""
_WITHIN = 2.448
"""Of a complex normal deviate, in standard deviations of each part: nineteen in twenty lie within."""
_TAILS = (0.025, 0.975)


@dataclass(frozen=True)
class Residual:
    """In nineteen cases of twenty no more than: ``directivity_db`` of directivity and source match,
    ``tracking_db`` and ``tracking_deg`` of tracking, ``drift_db`` and ``drift_deg`` of that from sweep to
    sweep, ``load_pct`` of a resistor. ``noise``: standard deviation of each part of Γ at a point."""

    directivity_db: float = 40.0
    tracking_db: float = 0.03
    tracking_deg: float = 0.3
    drift_db: float = 0.005
    drift_deg: float = 0.05
    noise: float = 0.0002
    load_pct: float = 1.0

    def __post_init__(self) -> None:
        require_positive("directivity_db", self.directivity_db)
        for place, most in (
            ("tracking_db", 3.0), ("tracking_deg", 30.0), ("drift_db", 3.0), ("drift_deg", 30.0),
            ("noise", 0.1), ("load_pct", 20.0),
        ):  # fmt: skip
            require_between(place, getattr(self, place), 0, most)

    def with_noise_of(self, *gammas: Complex) -> Residual:
        """With the noise that sweeps ``(F,)`` show themselves, where it is more than the sheet's."""
        steps = np.arange(1.0, len(gammas[0]) + 1)
        seen = max(noise_of(with_phase(steps, gamma)) for gamma in gammas)
        return replace(self, noise=min(max(self.noise, seen), 0.1))

    def shown(self, gamma: Complex, rng: np.random.Generator, draws: int = 1, points: int = 1) -> Complex:
        """Γ of some sweeps of one calibration, ``(S, F)``, as so many instruments show it: ``(D, S, F)``.
        ``points``: how many points each one stands for, among which its noise averages out."""
        sweeps, many = gamma.shape
        x = np.linspace(0, 1, many) if many > 1 else np.array([0.5])
        leak = self._leak(rng, draws, x)
        source = self._leak(rng, draws, x)
        once = self._tracking(rng, (draws, 1, 2), self.tracking_db, self.tracking_deg)
        drift = self._tracking(rng, (draws, sweeps, 2), self.drift_db, self.drift_deg)
        tracking = once @ _turning(x) + drift @ _turning(x)
        out: Complex = leak + (1 + tracking) * gamma / (1 - source * gamma)
        if self.noise > 0:
            off = rng.normal(size=(2, draws, sweeps, many)) * (self.noise / np.sqrt(points))
            out = out + off[0] + 1j * off[1]
        return out

    def resistor(self, rng: np.random.Generator, draws: int = 1) -> Real:
        """Γ of resistors that should be R₀, against it: ``(D, 1)``."""
        return rng.normal(size=(draws, 1)) * self.load_pct / 100 / 2 / SIGMAS

    def _leak(self, rng: np.random.Generator, draws: int, x: Real) -> Complex:
        size = 10 ** (-self.directivity_db / 20) / _WITHIN
        parts = rng.normal(size=(2, draws, 1, 2)) * size
        return np.asarray((parts[0] + 1j * parts[1]) @ _turning(x))

    @staticmethod
    def _tracking(
        rng: np.random.Generator, shape: tuple[int, ...], most_db: float, most_deg: float
    ) -> Complex:
        sizes = np.array([most_db * np.log(10) / 20, np.radians(most_deg)]) / SIGMAS
        parts = rng.normal(size=(2, *shape))
        return np.asarray(parts[0] * sizes[0] + 1j * parts[1] * sizes[1])


def _turning(x: Real) -> Real:
    return np.array([np.cos(np.pi / 2 * x), np.sin(np.pi / 2 * x)])


def thinned(points: int) -> tuple[slice, int]:
    """Which of so many points are redrawn, and how many each of them stands for."""
    each = max(-(-points // _MOST_POINTS), 1)
    return slice(None, None, each), each


def flat(gamma: Complex) -> Real:
    """Real parts and imaginary parts in one row, ``(..., S, F)`` to ``(..., 2 S F)``."""
    row = gamma.reshape(*gamma.shape[:-2], -1)
    return np.concatenate([row.real, row.imag], axis=-1)


def carried(slopes: Real, errors: Complex, points: int) -> Real:
    """Errors of Γ in draws (D, S, f) at what `thinned` leaves of ``points``, carried into what was found by
    least squares with those slopes (2 S F, N): ``(D, N)``."""
    kept, each = thinned(points)
    sweeps, unknowns = errors.shape[1], slopes.shape[1]
    inverse = np.linalg.pinv(slopes).reshape(unknowns, 2, sweeps, points)[..., kept] * each
    return np.asarray(flat(errors) @ inverse.reshape(unknowns, -1).T)


def interval(value: Real, drawn: Real) -> Interval[Real]:
    """Of what was found and what it comes to when its readings are redrawn (D, …): the errors of the draws
    are taken off what was found, since as far as a draw is off it, it may be off the truth.

    >>> [round(float(x), 3) for x in interval(np.array(1.0), np.linspace(0.9, 1.3, 401))]
    [0.71, 1.0, 1.09]
    """
    low, high = np.quantile(drawn, _TAILS, axis=0)
    return Interval(np.asarray(2 * value - high), np.asarray(value), np.asarray(2 * value - low))


def above_zero(figure: Interval[Real]) -> Interval[Real]:
    """An interval of what cannot be below 0."""
    return Interval(*(np.maximum(end, 0.0) for end in figure))
