"""A tuner measured on the bench: tuned until a load of R₀ is matched, then the load replaced by a short and
by nothing, its knobs left as they stand.

*By three sweeps with phase* nothing is left open: with Γm, Γs, Γo into R₀, a short and an open,
S₁₁ = Γm, S₂₂ = ((Γo − Γm) + (Γs − Γm))/((Γo − Γm) − (Γs − Γm)),
S₁₂S₂₁ = −2 (Γo − Γm)(Γs − Γm)/((Γo − Γm) − (Γs − Γm)).
Source: a two-port of scattering parameters ended by Γ = 0, −1, +1.

*By return loss alone* the loss into R₀ is a quarter of both return losses together, but for what is left of
the match and for S₂₂: ΓsΓo = (S₁₁ − T/(1 + S₂₂))(S₁₁ + T/(1 − S₂₂)) with T = S₁₂S₂₁. Their phases are not
known, and a passive reciprocal two-port has |S₂₂| within 1 − |T| of |S₁₁|; so both are drawn within that.

*Into a short alone*, half of the return loss is the loss at one position of the wave: of T networks matched
from 1.8 to 30 MHz with coils of Q 60 to 250 the loss into R₀ is 0.52 to 2.3 times that; of pi and L networks
up to 12 times, since with a short across its last capacitor hardly anything flows through the coil.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Real, decibels
from tithe.core.bench.residual import DRAWN, Residual, above_zero, interval
from tithe.core.errors import require
from tithe.core.intervals import Interval
from tithe.core.reflection import return_loss_db

LEAST_MATCH_DB = 10.0
"""Return loss of a match with which return losses alone tell a tuner's loss."""
_SHORT_ALONE = {"t-highpass": (0.5, 2.4)}
_SHORT_ALONE_ELSE = (0.5, 12.0)
LEAST_DB = -0.42
"""Below 0 as far as an instrument's error goes: |Γ| of 1.05."""
MOST_DB = 60.0
"""A return loss that no instrument tells from more."""


class ScalarLoss(NamedTuple):
    """Loss into R₀, dB: as measured, least and most; what half of the return loss into a short alone would
    say; and the efficiency into R₀."""

    loss_db: float
    low_db: float
    high_db: float
    short_alone_db: float
    efficiency: float


def scalar(
    match_db: float,
    short_db: float,
    open_db: float | None,
    residual: Residual | None = None,
    network: str = "t-highpass",
) -> ScalarLoss:
    """By return losses, dB: matched into R₀, then into a short and into an open (None: not read, and the
    interval is that of ``network``). Raises `InputError` for a return loss that gives
    power back, and for a match that
    leaves too much back to say anything.

    >>> told = scalar(40.0, 0.45, 0.45)
    >>> round(told.loss_db, 3), round(told.efficiency, 3)
    (0.225, 0.95)
    """
    given = [("match_db", match_db), ("short_db", short_db)]
    for place, value in given if open_db is None else [*given, ("open_db", open_db)]:
        require(value >= LEAST_DB, place, "more-comes-back", value)
    require(match_db >= LEAST_MATCH_DB, "match_db", "at-least", match_db, least=LEAST_MATCH_DB)
    match, short = (10 ** (-db / 20) for db in (min(match_db, MOST_DB), short_db))
    other_end = short if open_db is None else 10 ** (-open_db / 20)
    rng = np.random.default_rng(0)
    seen = (residual or Residual()).shown(np.array([[-short + 0j], [other_end + 0j]]), rng, 2 * DRAWN)
    read = return_loss_db(np.abs(seen[..., 0]))
    if open_db is None:
        loss, drawn = max(short_db / 2, 0.0), read[:, 0] / 2
        factors = _SHORT_ALONE.get(network, _SHORT_ALONE_ELSE)
    else:
        loss = max((short_db + open_db) / 4, 0.0)
        drawn, factors = read.sum(axis=1) / 4 + _off_by_phase(loss, match, rng, 2 * DRAWN), (1.0, 1.0)
    low, _, high = (float(end) for end in above_zero(interval(np.array(loss), drawn)))
    return ScalarLoss(loss, low * factors[0], high * factors[1], short_db / 2, float(10 ** (-loss / 10)))


def _off_by_phase(loss_db: float, match: float, rng: np.random.Generator, draws: int) -> Real:
    """By how much a quarter of both return losses is above the loss, dB, the phases drawn."""
    through = 10 ** (-loss_db / 10)
    s11 = match * np.exp(2j * np.pi * rng.random(draws))
    # Of T networks it lies within a few per cent of the most that it can be, so that is drawn, not less.
    beside = (1 - min(through, 1.0)) * np.exp(2j * np.pi * rng.random(draws))
    s22 = match * np.exp(2j * np.pi * rng.random(draws)) + beside
    s22 = s22 * np.minimum(1.0, 0.99 / np.maximum(np.abs(s22), 1e-9))
    both = np.abs((s11 - through / (1 + s22)) * (s11 + through / (1 - s22)))
    return np.asarray(decibels(through / (1 - match**2)) - decibels(both) / 2)


_MOST_REDRAWN = 2000


@dataclass(frozen=True)
class Scattering:
    """Reciprocal two-ports at some frequencies, against R₀: S₁₁, S₂₂ and S₁₂S₂₁, shapes ``(..., F)``."""

    s11: Complex
    s22: Complex
    through: Complex

    def loss_db(self, gamma: Complex | complex = 0j) -> Real:
        """Power in over power out, dB, into a load's Γ re R₀ (left out: R₀)."""
        gamma = np.asarray(gamma, dtype=np.complex128)
        turned = 1 - self.s22 * gamma
        seen = self.s11 + self.through * gamma / turned
        given = np.abs(self.through) * (1 - np.abs(gamma) ** 2) / np.abs(turned) ** 2
        taken = np.maximum(1 - np.abs(seen) ** 2, 1e-12)
        return np.asarray(decibels(taken) - decibels(given))


def _two_port(match: Complex, short: Complex, open_: Complex) -> Scattering:
    opened, shorted = open_ - match, short - match
    apart = opened - shorted
    return Scattering(match, (opened + shorted) / apart, -2 * opened * shorted / apart)


def scattering(match: Complex, short: Complex, open_: Complex) -> Scattering:
    """By Γ into R₀, a short and an open, shapes ``(F,)``. Raises `InputError` where short and open look alike
    (nothing gets through), or where more comes back than was sent.

    >>> found = scattering(np.array([0j]), np.array([-0.9 + 0j]), np.array([0.9 + 0j]))
    >>> [round(float(x[0].real), 6) for x in (found.s11, found.s22, found.through)]
    [0.0, 0.0, 0.9]
    """
    require(bool((np.abs(open_ - short) > 1e-6).all()), "short", "nothing-through")
    two_port = _two_port(match, short, open_)
    require(bool((np.abs(two_port.through) > 1e-6).all()), "short", "nothing-through")
    require(bool((two_port.loss_db() > -0.05).all()), "short", "gives-power-back")
    return two_port


def loss_interval(
    match: Complex, short: Complex, open_: Complex, residual: Residual | None = None
) -> Interval[Real]:
    """Loss into R₀ by three sweeps, dB, shapes ``(F,)``: least, as found, most, its analyzer's errors and the
    resistor's tolerance allowed for. Of very many points every so manieth is redrawn, and how far off they
    may be is interpolated. Raises `InputError` as `scattering`."""
    two_port, points = scattering(match, short, open_), np.arange(len(match))
    redrawn = points[:: -(-len(points) // _MOST_REDRAWN)]
    residual = residual or Residual()
    rng = np.random.default_rng(0)
    drawn = residual.shown(np.stack([match, short, open_])[:, redrawn], rng, DRAWN)
    resistor = two_port.through[redrawn] * residual.resistor(rng, DRAWN)
    two_ports = _two_port(drawn[:, 0] + resistor, drawn[:, 1], drawn[:, 2])
    loss = two_port.loss_db()
    ends = interval(loss[redrawn], two_ports.loss_db())
    low, high = (np.interp(points, redrawn, end - loss[redrawn]) for end in (ends[0], ends[2]))
    return above_zero(Interval(loss + low, loss, loss + high))
