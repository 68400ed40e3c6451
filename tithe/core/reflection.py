"""Reflection, standing waves, and the handbook formula for loss at a mismatch.

====== ============================= =====================
symbol name                          unit
====== ============================= =====================
Γ      ``gamma``                     1, complex
ρ      ``rho`` = |Γ|                 1
R₀     ``reference_ohm``             Ω, real
a      matched loss as power ratio   1
====== ============================= =====================

Γ = (Z − R₀)/(Z + R₀);  SWR = (1+ρ)/(1−ρ);  return loss = −20 log₁₀ ρ;
mismatch loss = −10 log₁₀(1−ρ²).

Source: any text on transmission lines; the handbook formula is the classic additional-loss
relation, derived for a line whose forward and reflected waves do not interfere in its losses.
"""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.core.arrays import Complex, Real, decibels, quotient


def reflection(v: Complex, i: Complex, reference_ohm: float | Real) -> Complex:
    """Γ from the voltage (V) and current (A) at a plane; opens (i = 0) and shorts (v = 0) included.

    Shapes ``(..., F)`` in and out.

    >>> complex(reflection(np.array(150 + 0j), np.array(1 + 0j), 50.0)).real
    0.5
    """
    return np.asarray((v - reference_ohm * i) / (v + reference_ohm * i))


def reflection_of(z_ohm: Complex, reference_ohm: float) -> Complex:
    """Γ of a finite impedance in Ω."""
    return np.asarray((z_ohm - reference_ohm) / (z_ohm + reference_ohm))


def swr(rho: Any) -> Real:
    """Standing-wave ratio of |Γ|; |Γ| ≥ 1 gives infinity, never an overflow.

    >>> float(swr(0.5)), float(swr(1.0))
    (3.0, inf)
    """
    rho = np.asarray(rho, dtype=np.float64)
    return quotient(1.0 + rho, np.maximum(1.0 - rho, 0.0), np.inf)


def rho_of_swr(ratio: Any) -> Real:
    """|Γ| of a standing-wave ratio ≥ 1; infinity gives 1.

    >>> float(rho_of_swr(3.0)), float(rho_of_swr(np.inf))
    (0.5, 1.0)
    """
    ratio = np.asarray(ratio, dtype=np.float64)
    return np.asarray(1.0 - 2.0 / (ratio + 1.0))


def return_loss_db(rho: Any) -> Real:
    """Return loss in dB; a perfect match gives infinity."""
    return -2.0 * decibels(rho)


def mismatch_loss_db(rho: Any) -> Real:
    """Loss in dB if all that is reflected were gone; total reflection gives infinity."""
    rho = np.asarray(rho, dtype=np.float64)
    return -decibels(np.maximum(1.0 - rho * rho, 0.0))


def handbook_loss_db(matched_db: Any, rho: Any) -> Real:
    """Total line loss in dB by the handbook: 10 log₁₀[(a²−ρ²)/(a(1−ρ²))], a = 10^(matched/10).

    It assumes many wavelengths of line, or a loss spread evenly over conductor and dielectric.
    On short lines with very low or very high resistances at the end it can be off by a factor of
    two or three; `tithe.core.parts.line` computes the real figure.

    >>> round(float(handbook_loss_db(1.0, 0.5)), 4)
    1.5039
    """
    a = 10.0 ** (np.asarray(matched_db, dtype=np.float64) / 10.0)
    rho2 = np.minimum(np.asarray(rho, dtype=np.float64) ** 2, 1.0)
    return decibels(quotient(a * a - rho2, a * (1.0 - rho2), np.inf))


_EDGE = 0.03
"""Of |Γ|, from 1: where it begins to move less outwards."""


def displaced(gamma: Complex, off: Complex) -> Complex:
    """Γ moved by as much, shapes alike; near |Γ| = 1 and beyond ever less outwards, never past it.

    >>> [round(float(displaced(np.array(g + 0j), np.array(0.05 + 0j)).real), 4) for g in (0.0, 0.9, 0.98)]
    [0.05, 0.95, 0.9962]
    >>> round(float(displaced(np.array(0.98 + 0j), np.array(-0.05 + 0j)).real), 4)
    0.9322
    """
    rho = np.abs(gamma)
    room = np.clip(1 - rho, 1e-6, _EDGE)
    open_end = gamma * np.where(
        rho > 1 - _EDGE, (1 - _EDGE + _EDGE * np.log(_EDGE / room)) / np.maximum(rho, 0.5), 1.0
    )
    moved = open_end + off
    far = np.abs(moved)
    near = 1 - _EDGE * np.exp(-np.maximum(far - (1 - _EDGE), 0.0) / _EDGE)
    return np.asarray(moved * np.where(far > 1 - _EDGE, near / np.maximum(far, 1e-9), 1.0))
