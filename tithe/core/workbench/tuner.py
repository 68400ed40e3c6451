"""A tuner measured on the bench: tuned until a load of R₀ is matched, then the load replaced by a short and
by nothing, its knobs left as they stand.

*By return loss alone*: the loss into R₀ is a quarter of both return losses together, −10 log₁₀|S₁₂S₂₁| but
for what is left of the match: with |S₁₁| = |S₂₂| = ρ it is off by 5 log₁₀((1 + ρ²)/(1 − ρ²)) at the most, to
first order. Half of the one into a short alone is the loss at one position of the wave, and may be twice or
half of it.

*By three sweeps with phase* nothing is left open: with Γm, Γs, Γo into R₀, a short and an open,
S₁₁ = Γm, S₂₂ = ((Γo − Γm) + (Γs − Γm))/((Γo − Γm) − (Γs − Γm)),
S₁₂S₂₁ = −2 (Γo − Γm)(Γs − Γm)/((Γo − Γm) − (Γs − Γm)).
Source: a two-port of scattering parameters ended by Γ = 0, −1, +1.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Real, decibels
from tithe.core.errors import InputError, require, require_not_negative
from tithe.core.late import root
from tithe.core.parts.tuner.part import Tuner
from tithe.core.twoport import Port

LEAST_MATCH_DB = 10.0
"""Return loss of a match with which return losses alone tell a tuner's loss."""
_LEAST_Q, _MOST_Q = 3.0, 1e5
_NO_MATCH_DB = 99.0
"""Coils so poor that nothing matches lose more than any that do."""


class ScalarLoss(NamedTuple):
    """Loss into R₀, dB: as measured, least and most; what half of the return loss into a short alone would
    say; and the efficiency into R₀."""

    loss_db: float
    low_db: float
    high_db: float
    short_alone_db: float
    efficiency: float


def scalar(match_db: float, short_db: float, open_db: float, error_db: float = 0.0) -> ScalarLoss:
    """By return losses, dB: matched into R₀, then into a short and into an open; ``error_db``: how far off
    each reading of the two may be. Raises `InputError` for a return loss below 0, and for a match that leaves
    too much back to say anything.

    >>> round(scalar(40.0, 0.45, 0.45).loss_db, 3), round(scalar(40.0, 0.45, 0.45).efficiency, 3)
    (0.225, 0.95)
    """
    for place, value in (("match_db", match_db), ("short_db", short_db), ("open_db", open_db)):
        require_not_negative(place, value)
    require_not_negative("error_db", error_db)
    require(match_db >= LEAST_MATCH_DB, "match_db", "at-least", match_db, least=LEAST_MATCH_DB)
    loss = (short_db + open_db) / 4
    back = 10 ** (-match_db / 10)
    off = 5 * float(np.log10((1 + back) / (1 - back))) + error_db * np.sqrt(2) / 4
    low, high = max(loss - off, 0.0), loss + off
    return ScalarLoss(loss, low, high, short_db / 2, float(10 ** (-loss / 10)))


@dataclass(frozen=True)
class Scattering:
    """A reciprocal two-port at some frequencies, against R₀: S₁₁, S₂₂ and S₁₂S₂₁, shapes ``(F,)``."""

    s11: Complex
    s22: Complex
    through: Complex

    def loss_db(self, gamma: Complex | complex = 0j) -> Real:
        """Power in over power out, dB, into a load's Γ re R₀ (left out: R₀)."""
        gamma = np.asarray(gamma, dtype=np.complex128)
        turned = 1 - self.s22 * gamma
        seen = self.s11 + self.through * gamma / turned
        given = np.abs(self.through) * (1 - np.abs(gamma) ** 2) / np.abs(turned) ** 2
        return np.asarray(decibels(1 - np.abs(seen) ** 2) - decibels(given))


def scattering(match: Complex, short: Complex, open_: Complex) -> Scattering:
    """By Γ into R₀, a short and an open, shapes ``(F,)``. Raises `InputError` where short and open look alike
    (nothing gets through), or where more comes back than was sent.

    >>> found = scattering(np.array([0j]), np.array([-0.9 + 0j]), np.array([0.9 + 0j]))
    >>> [round(float(x[0].real), 6) for x in (found.s11, found.s22, found.through)]
    [0.0, 0.0, 0.9]
    """
    opened, shorted = open_ - match, short - match
    apart = opened - shorted
    require(bool((np.abs(apart) > 1e-6).all()), "short", "nothing-through")
    found = Scattering(match, (opened + shorted) / apart, -2 * opened * shorted / apart)
    require(bool((found.loss_db() > -0.05).all()), "short", "gives-power-back")
    return found


def coil_q(tuner: Tuner, freq_hz: float, loss_db: float, reference_ohm: float = 50.0) -> float:
    """The Q of the tuner's coils with which its match of least loss into R₀ loses as much as was measured.
    Raises `InputError` where it does not match R₀ there, or no Q explains that loss."""

    def lost(log_q: float) -> float:
        port = Port(np.array([1 + 0j]), np.array([1 / reference_ohm + 0j]))
        set_ = replace(tuner, coil_q=float(np.exp(log_q))).tune(np.array([freq_hz]), port, reference_ohm)
        if not bool(set_.matched.all()):
            return _NO_MATCH_DB
        there = set_.input(port)
        power = float((there.v * there.i.conj()).real[0])
        return float(decibels(np.array(power * reference_ohm)))

    least, most = np.log(_LEAST_Q), np.log(_MOST_Q)
    ends = lost(most), lost(least)
    require(ends[0] < _NO_MATCH_DB, "tuner", "no-match-into-r0", freq_hz=freq_hz)
    if not ends[0] < loss_db < ends[1]:
        raise InputError("loss_db", "no-such-q", loss_db, low=ends[0], high=ends[1])
    return float(np.exp(root(lambda log_q: lost(log_q) - loss_db, least, most, 1e-6)))
