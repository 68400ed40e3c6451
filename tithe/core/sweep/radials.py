"""Counted radials: what they took off the feedpoint resistance, and what the next ones are likely to buy.

The ground's loss stands in series with the radiation resistance. More radials share its current, so it falls
as A/n where they part it evenly, and slower, as A/√n, where they lie in the near field of one another (short,
or on the ground). Both are fitted to the readings, R(n) = R∞ + A·g(n) with A ≥ 0, and the truth is taken to
lie between them. What is gained is 10 log₁₀(R(n)/R(n′)): the radiated share is R_rad/R at an unchanged R_rad.
It holds at one frequency, at or near resonance, for radials of like length.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real, decibels
from tithe.core.errors import require, require_positive
from tithe.core.late import least_squares_above_zero
from tithe.core.message import Messages, tell

_POWERS = (1.0, 0.5)


@dataclass(frozen=True)
class Reading:
    """``count`` radials of ``length_m`` each (None: not told) left ``r_ohm`` at the feedpoint."""

    count: int
    r_ohm: float
    length_m: float | None = None

    @property
    def wire_m(self) -> float | None:
        """Wire in all."""
        return None if self.length_m is None else self.count * self.length_m


@dataclass(frozen=True)
class Radials:
    """The readings, what twice the last count is likely to leave (Ω, low and high) and buy (dB), and why.

    ``fits``: both shapes of the fall as (power, R∞, A), first 1/n, then 1/√n.
    """

    readings: tuple[Reading, ...]
    next_count: int | None
    next_r_ohm: tuple[float, float] | None
    next_gain_db: tuple[float, float] | None
    messages: Messages
    fits: tuple[tuple[float, float, float], ...] = ()


def judge_radials(readings: tuple[Reading, ...]) -> Radials:
    """What the readings say; an estimate ahead needs two different counts."""
    for k, reading in enumerate(readings):
        require(reading.count >= 1, f"radials[{k}].count", "at-least", reading.count, least=1)
        require_positive(f"radials[{k}].r_ohm", reading.r_ohm)
    ordered = tuple(sorted(readings, key=lambda row: row.count))
    if len({row.count for row in ordered}) < 2:
        return Radials(ordered, None, None, None, (tell("radials.one-count"),))
    first, last = ordered[0], ordered[-1]
    came = tell(
        "radials.came", first=first.count, last=last.count, first_ohm=first.r_ohm, last_ohm=last.r_ohm
    )
    gained = float(decibels(first.r_ohm / last.r_ohm))
    if gained <= 0:
        return Radials(ordered, None, None, None, (tell("radials.did-not-fall", came=came),))
    counts = np.array([row.count for row in ordered], dtype=np.float64)
    ohms = np.array([row.r_ohm for row in ordered])
    after, gains, fits = [], [], []
    for power in _POWERS:
        rest, lost = _fit(counts**-power, ohms)
        fits.append((power, rest, lost))
        now, then = (rest + lost * n**-power for n in (last.count, 2 * last.count))
        after.append(last.r_ohm - (now - then))
        gains.append(float(decibels(now / then)))
    low, high = min(gains), max(gains)
    messages = (
        tell("radials.worth", came=came, gained_db=gained),
        tell("radials.next", count=2 * last.count, gain_db=(low, high), heard=high >= 1),
    )
    return Radials(ordered, 2 * last.count, (min(after), max(after)), (low, high), messages, tuple(fits))


def _fit(shape: Real, ohms: Real) -> tuple[float, float]:
    """R∞ ≥ 0 and A ≥ 0 by least squares."""
    (rest, lost), _ = least_squares_above_zero(np.column_stack((np.ones(len(shape)), shape)), ohms)
    return float(rest), float(lost)
