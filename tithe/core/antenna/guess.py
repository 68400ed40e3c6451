"""Where an antenna is not known but guessed: between points that lie too far apart, and far from a model's
resonance.

Between two points Γ is taken along a straight line. That is a guess where the points lie far apart in
frequency (more than a tenth), or on the disc of reflections (a chord of more than a quarter: the line then
cuts off a bow on which R and X are quite different). A resonator is good within a tenth of its resonance;
beyond it other resonances rule.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real

WIDE_GAP = 0.1
"""Share of the frequency between two points above which a straight line between them is a guess."""
LONG_CHORD = 0.25
"""Distance of two points on the disc above which it is."""
MODEL_SHARE = 0.1
"""How far from its resonance, as a share of it, a resonator is good."""
_ON_POINT_HZ = 1.0


@dataclass(frozen=True)
class Guess:
    """Why it is one, and between which frequencies (Hz) the antenna's data are silent; of a model, where it
    is good."""

    kind: Literal["gap", "chord", "model"]
    low_hz: float
    high_hz: float


def between_points(points_hz: Real, freq_hz: float, gamma: Complex | None = None) -> Guess | None:
    """The guess at a frequency between points (Hz; Γ where its phase is known), None on a point and near
    it."""
    if len(points_hz) < 2:
        return None
    n = min(max(int(np.searchsorted(points_hz, freq_hz)), 1), len(points_hz) - 1)
    low, high = float(points_hz[n - 1]), float(points_hz[n])
    if min(abs(freq_hz - low), abs(high - freq_hz)) < _ON_POINT_HZ:
        return None
    if high - low > WIDE_GAP * freq_hz:
        return Guess("gap", low, high)
    if gamma is not None and abs(gamma[n] - gamma[n - 1]) > LONG_CHORD:
        return Guess("chord", low, high)
    return None


def far_from_resonance(f0_hz: float, freq_hz: float) -> Guess | None:
    """The guess of a resonator away from its resonance."""
    if abs(freq_hz - f0_hz) <= MODEL_SHARE * f0_hz * (1 + 1e-9):
        return None
    return Guess("model", (1 - MODEL_SHARE) * f0_hz, (1 + MODEL_SHARE) * f0_hz)
