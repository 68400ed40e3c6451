"""Where a line's fit begins: impedance, length over velocity factor, and losses, by what the sweeps tell
directly.

The electrical length θ = 2πfm/c of m metres at the speed of light is told by the sweeps up to whole half
turns: with both ends as the phase of tanh γℓ = √(Zs/Zo); with one as half of how Γ against the line's own
impedance is turned, for each of some impedances. The right m (and impedance) is the one at which θ and what
is told go together at all frequencies: |mean e^(2j(θ_told − 2πfm/c))| is largest. That needs no counting of
waves from point to point, so with both ends points may be far apart where the length is known.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np

from tithe.core.arrays import DB_PER_NEPER, Complex, Real
from tithe.core.errors import require
from tithe.core.late import least_squares_above_zero
from tithe.core.parts.line import SPEED_OF_LIGHT

_IMPEDANCES = 50.0 * 1.2 ** np.arange(-6, 16)
"""17 to 770 Ω, close enough for the fit to find the one between."""
_SLOWEST = 0.4
_TOO_LONG = 0.7
"""A length that was typed too long is to be told as that, not to be missed."""
_MOST_TURN = 1.3
"""Of half a turn: with more from point to point nobody can count the waves."""
_NEARLY = 1 - 1e-9
_POINTS = 160
_TRIED = 4
_TOGETHER = 0.3
"""Below that no length explains how the phase turns."""


def starts(freq_hz: Real, ends: Mapping[Any, Complex], length_m: float | None) -> list[Real]:
    """R₀ (Ω), metres at the speed of light, k₁ℓ and k₂ℓ (dB over √MHz and MHz), the most promising first.
    Raises `InputError` where the length is not known and the points are too far apart to count the waves, and
    where no length explains the sweeps."""
    ends_read = _both(ends) if {"open", "short"} <= ends.keys() else _one(ends)
    low, high = _between(freq_hz, ends, length_m)
    # By chance, since even steps would leave some lengths alike.
    kept = np.random.default_rng(0).permutation(len(freq_hz))[:_POINTS]
    apart = SPEED_OF_LIGHT / (16 * (freq_hz[-1] - freq_hz[0]))
    metres = np.linspace(low, high, max(int((high - low) / apart), 2) + 1)
    turning = np.exp(-4j * np.pi / SPEED_OF_LIGHT * np.outer(metres, freq_hz[kept]))
    together = np.array([_together(turning, radians[kept], nepers[kept]) for _, radians, nepers in ends_read])
    require(float(together.max()) > _TOGETHER, "open", "no-single-line")
    out: list[Real] = []
    taken = together.copy()
    for _ in range(_TRIED):
        n, k = np.unravel_index(int(taken.argmax()), taken.shape)
        if taken[n, k] < 0.7 * together.max():
            break
        impedance, _, nepers = ends_read[n]
        out.append(np.array([impedance, metres[k], *_losses(freq_hz, nepers)]))
        taken[max(n - 1, 0) : n + 2, max(k - 8, 0) : k + 9] = 0.0
    return out


_Told = list[tuple[float, Real, Real]]
"""An impedance, and the electrical length (rad, up to half turns) and loss (Np) that it would tell, (F,)."""


def require_counted(freq_hz: Real, metres: float) -> None:
    """Demand that by one end alone no more than so much of a half turn lies between two points: with more,
    another length and another impedance explain the same. Raises `InputError`."""
    turn = 2 * np.pi * metres * float(np.max(np.diff(freq_hz))) / SPEED_OF_LIGHT
    require(turn < _MOST_TURN, "open", "points-too-far")


def by_both_ends(open_: Complex, short: Complex) -> tuple[Complex, Complex]:
    """Z₀ (Ω) and γℓ of a line by Γ re 50 Ω into an open and a short, shapes ``(F,)``. An end without any
    loss, and one that nothing comes back from, count as nearly so: neither has a logarithm."""
    zo, zs = (50 * (1 + _NEARLY * gamma) / (1 - _NEARLY * gamma) for gamma in (open_, short))
    root = np.sqrt(zs / zo)
    turned = np.arctanh(np.where(np.abs(root - 1) < 1 - _NEARLY, _NEARLY, root))
    return np.sqrt(zo * zs), np.where(turned.real < 0, -turned, turned)


def _both(ends: Mapping[Any, Complex]) -> _Told:
    impedance, turned = by_both_ends(ends["open"], ends["short"])
    return [(float(np.median(np.abs(impedance))), turned.imag, turned.real)]


def _one(ends: Mapping[Any, Complex]) -> _Told:
    end = "open" if "open" in ends else "short"
    out = []
    for impedance in _IMPEDANCES.tolist():
        against = (50 - impedance) / (50 + impedance)
        gamma = (ends[end] + against) / (1 + _NEARLY * against * ends[end])
        gamma = gamma if end == "open" else -gamma
        out.append((impedance, -np.angle(gamma) / 2, -np.log(np.maximum(np.abs(gamma), 1e-6)) / 2))
    return out


def _between(freq_hz: Real, ends: Mapping[Any, Complex], length_m: float | None) -> tuple[float, float]:
    """From where to where the metres at the speed of light may lie."""
    if length_m is not None:
        return length_m * _TOO_LONG, length_m / _SLOWEST
    end = "open" if "open" in ends else "short"
    steps = np.diff(np.unwrap(np.angle(ends[end]))) / 2
    require(bool((np.abs(steps) < _MOST_TURN).all()), "open", "points-too-far")
    # However far the impedance is off, Γ goes round as often.
    metres = abs(float(steps.sum())) * SPEED_OF_LIGHT / (2 * np.pi * (freq_hz[-1] - freq_hz[0]))
    half_turn = SPEED_OF_LIGHT / (4 * (freq_hz[-1] - freq_hz[0]))
    return max(metres - half_turn, 0.02 * half_turn), metres + half_turn


def _together(turning: Complex, radians: Real, nepers: Real) -> Real:
    """How well each length of some, ``(G, F)``, goes with what is told: ``(G,)``, 0 to 1. What comes back
    weakly says little."""
    weight = _weight(nepers)
    return np.asarray(np.abs(turning @ (weight * np.exp(2j * radians))) / weight.sum())


def _weight(nepers: Real) -> Real:
    return np.asarray(np.exp(-2 * np.clip(nepers, 0, 10)))


def _losses(freq_hz: Real, nepers: Real) -> tuple[float, float]:
    mhz = freq_hz / 1e6
    rows = np.stack([np.sqrt(mhz), mhz], axis=1)
    weight = _weight(nepers)
    coefficients, _ = least_squares_above_zero(
        rows * weight[:, None], np.clip(nepers, 0, 10) * DB_PER_NEPER * weight
    )
    return float(coefficients[0]), float(coefficients[1])
