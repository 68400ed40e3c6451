"""A line measured on the bench, its far end open and shorted.

With phase: Z₀ = √(Zo Zs), tanh γℓ = √(Zs/Zo), so matched loss and electrical length at each frequency; k₁ and
k₂ (dB per 100 m over √(f/MHz) and f/MHz) by least squares above zero, each frequency weighed by how well it
tells: the errors of Γ grow as 1/|Γ| of what comes back. The velocity factor comes from how the electrical
length grows with frequency. By return loss alone: the matched loss is a quarter of both together.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import DB_PER_NEPER, Complex, Real
from tithe.core.errors import require, require_positive
from tithe.core.intervals import SIGMAS
from tithe.core.late import least_squares_above_zero
from tithe.core.parts.line import SPEED_OF_LIGHT

_LEAST_POINTS = 3


@dataclass(frozen=True)
class MeasuredLine:
    """``freq_hz`` (F,); ``matched_db_per_100m`` (F,); ``k1`` and ``k2`` each as found, least and most of
    nineteen cases in twenty; ``z0_ohm`` and ``velocity_factor`` (None where only return loss was read)."""

    freq_hz: Real
    matched_db_per_100m: Real
    k1: tuple[float, float, float]
    k2: tuple[float, float, float]
    z0_ohm: float | None = None
    velocity_factor: float | None = None


def by_return_loss(freq_hz: Real, open_db: Real, short_db: Real, length_m: float) -> MeasuredLine:
    """By return losses into an open and a shorted far end, dB, shapes ``(F,)``. Raises `InputError` for fewer
    than three frequencies or a length that is none."""
    _check(freq_hz, length_m)
    matched = (np.asarray(open_db) + np.asarray(short_db)) / 4 * 100 / length_m
    return MeasuredLine(freq_hz, matched, *_fitted(freq_hz, matched, np.ones(len(freq_hz))))


def by_reflection(
    freq_hz: Real, open_: Complex, short: Complex, length_m: float, reference_ohm: float = 50.0
) -> MeasuredLine:
    """By Γ into an open and a shorted far end, shapes ``(F,)``. Raises `InputError` as `by_return_loss`, and
    for frequencies too far apart to count the waves on the line."""
    _check(freq_hz, length_m)
    zo, zs = (reference_ohm * (1 + gamma) / (1 - gamma) for gamma in (open_, short))
    z0 = np.sqrt(zo * zs)
    z0 = np.where(z0.real < 0, -z0, z0)
    turned = np.arctanh(np.sqrt(zs / zo))
    turned = np.where(turned.real < 0, -turned, turned)
    radians = np.unwrap(turned.imag, period=np.pi)
    steps = np.abs(np.diff(radians))
    require(bool((steps < 1.2).all()), "open", "points-too-far")
    slope = float(np.polyfit(freq_hz, radians, 1)[0])
    velocity = 2 * np.pi * length_m / (abs(slope) * SPEED_OF_LIGHT)
    matched = turned.real * DB_PER_NEPER * 100 / length_m
    # Where both ends look alike, at quarter waves, a small error of Γ is a large one of the loss.
    tells = np.abs(open_ - short) / 2
    k1, k2 = _fitted(freq_hz, matched, tells)
    return MeasuredLine(freq_hz, matched, k1, k2, float(np.median(z0.real)), velocity)


def _check(freq_hz: Real, length_m: float) -> None:
    require_positive("length_m", length_m)
    enough = len(freq_hz) >= _LEAST_POINTS and bool((np.diff(freq_hz) > 0).all() and freq_hz[0] > 0)
    require(enough, "freq_hz", "three-rising-frequencies")


Fitted = tuple[float, float, float]


def _fitted(freq_hz: Real, matched: Real, weight: Real) -> tuple[Fitted, Fitted]:
    mhz = freq_hz / 1e6
    rows = np.stack([np.sqrt(mhz), mhz], axis=1)
    found, _ = least_squares_above_zero(rows * weight[:, None], matched * weight)
    off = (matched - rows @ found) * weight
    variance = float(off @ off) / (len(mhz) - 2)
    covariance = variance * np.linalg.inv((rows * weight[:, None]).T @ (rows * weight[:, None]))
    spread = SIGMAS * np.sqrt(np.diag(covariance))
    k1, k2 = ((float(k), max(float(k - s), 0.0), float(k + s)) for k, s in zip(found, spread, strict=True))
    return k1, k2
