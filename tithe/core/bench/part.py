"""A part in line, a choke or a transformer on the bench: what it loses, over which frequencies it may be
used, and what a transformer is made of.

*One, by three sweeps* into a resistor of what it should see, a short and an open: the loss into that resistor
as of a tuner (`tithe.core.bench.tuner`). *Two alike, back to back*: each loses half of what gets lost
through both, the mismatch that is left taken off.

A transformer is then fitted (`tithe.core.parts.transformer`) to the three sweeps by least squares in Γ:
ratio, leakage and magnetising inductance, core loss and loss when matched.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.bench.residual import (
    DRAWN,
    Residual,
    above_zero,
    carried,
    flat,
    interval,
    thinned,
)
from tithe.core.bench.tuner import loss_interval
from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.intervals import Interval
from tithe.core.late import least_squares_slopes
from tithe.core.parts.transformer import Transformer
from tithe.core.reflection import mismatch_loss_db, swr
from tithe.core.twoport import Port

R0 = 50.0
_FARTHEST = 4.0
_NEARLY = 1 - 1e-6


@dataclass(frozen=True)
class MeasuredPart:
    """``freq_hz`` (F,); ``loss_db``: least, as found, most, each (F,); ``swr`` (F,) at its input with the
    right load; ``usable`` (F,); ``band_hz``: the widest run of frequencies at which it is, None where it is
    at none."""

    freq_hz: Real
    loss_db: Interval[Real]
    swr: Real
    usable: Mask
    band_hz: tuple[float, float] | None

    @property
    def within_db(self) -> tuple[float, float, float] | None:
        """Loss at the middle of what is usable: least, as found, most."""
        if self.band_hz is None:
            return None
        inside = (self.freq_hz >= self.band_hz[0]) & (self.freq_hz <= self.band_hz[1])
        low, middle, high = (float(np.median(values[inside])) for values in self.loss_db)
        return low, middle, high


def by_three_sweeps(
    freq_hz: Real,
    match: Complex,
    short: Complex,
    open_: Complex,
    most_db: float = 0.5,
    most_swr: float = 1.5,
    residual: Residual | None = None,
) -> MeasuredPart:
    """By Γ re 50 Ω with the right resistor, a short and an open at the far side, shapes ``(F,)``; usable is
    where it loses no more than ``most_db`` at an SWR of ``most_swr``. Raises `InputError` as a tuner's."""
    residual = (residual or Residual()).with_noise_of(match, short, open_)
    loss = loss_interval(match, short, open_, residual)
    return _measured(freq_hz, loss, np.asarray(np.abs(match)), most_db, most_swr)


def back_to_back(
    freq_hz: Real,
    through_db: Real,
    back_db: Real,
    error_db: float,
    most_db: float = 0.5,
    most_swr: float = 1.5,
) -> MeasuredPart:
    """By the loss through two of a kind and their return loss, dB, shapes ``(F,)``; ``error_db``: how far off
    the former may be. Raises `InputError` for a return loss below 0, or less through than comes back."""
    require_not_negative("error_db", error_db)
    require(bool((back_db > 0).all()), "back_db", "no-return-loss")
    rho = 10 ** (-back_db / 20)
    missed = mismatch_loss_db(rho)
    loss_db = np.asarray((through_db - missed) / 2)
    require(bool((loss_db > -max(error_db, 0.05)).all()), "through_db", "less-than-comes-back")
    # Between the two a wave goes to and fro that neither reading shows: as much as comes back, at some phase.
    off = np.asarray(np.hypot(error_db / 2, 10 * np.log10(1 + rho**2)))
    return _measured(
        freq_hz, above_zero(Interval(loss_db - off, loss_db, loss_db + off)), rho, most_db, most_swr
    )


def _measured(
    freq_hz: Real, loss_db: Interval[Real], rho: Real, most_db: float, most_swr: float
) -> MeasuredPart:
    require_positive("most_db", most_db)
    require(most_swr > 1, "most_swr", "above", most_swr, least=1)
    ratio = swr(np.minimum(rho, 1.0))
    usable: Mask = np.asarray((loss_db[1] <= most_db) & (ratio <= most_swr))
    return MeasuredPart(freq_hz, loss_db, ratio, usable, _widest(freq_hz, usable))


def _widest(freq_hz: Real, usable: Mask) -> tuple[float, float] | None:
    edges = np.flatnonzero(np.diff(np.concatenate(([False], usable, [False])).astype(int)))
    runs = edges.reshape(-1, 2)
    if not len(runs):
        return None
    first, behind = max(runs.tolist(), key=lambda run: freq_hz[run[1] - 1] / freq_hz[run[0]])
    return float(freq_hz[first]), float(freq_hz[behind - 1])


@dataclass(frozen=True)
class MeasuredTransformer:
    """Impedance ratio, leakage and magnetising inductance (H), core loss (S, across: its inverse may be
    without end) and loss when matched (dB): least, as found, most of nineteen cases in twenty."""

    ratio: tuple[float, float, float]
    leakage_h: tuple[float, float, float]
    magnetizing_h: tuple[float, float, float]
    core_loss_s: tuple[float, float, float]
    loss_db: tuple[float, float, float]

    @property
    def turns(self) -> tuple[float, float, float]:
        """Antenna side over radio side."""
        low, middle, high = (float(np.sqrt(square)) for square in self.ratio)
        return low, middle, high


def transformer(
    freq_hz: Real,
    match: Complex,
    short: Complex,
    open_: Complex,
    resistor_ohm: float,
    residual: Residual | None = None,
) -> MeasuredTransformer:
    """By Γ re 50 Ω with a resistor, a short and an open at the antenna side, shapes ``(F,)``. Raises
    `InputError` for a resistor that is none, or less than three frequencies."""
    require_positive("resistor_ohm", resistor_ohm)
    require(len(freq_hz) >= 3, "freq_hz", "three-rising-frequencies")
    residual = (residual or Residual()).with_noise_of(match, short, open_)
    measured = np.stack([match, short, open_])
    unit = _start(freq_hz, measured, resistor_ohm)
    far = [Port(np.array([v + 0j]), np.array([i + 0j])) for v, i in ((resistor_ohm, 1), (0, 1), (1, 0))]

    def values(scaled: Real) -> Real:
        """In logarithms what cannot be 0, as they are what can."""
        return np.asarray(np.concatenate([np.exp(scaled[..., :3]), scaled[..., 3:]], axis=-1) * unit)

    def seen(scaled: Real) -> Complex:
        ratio, leakage, magnetizing, core_s, loss = values(scaled)
        part = Transformer(ratio, loss, R0, magnetizing, 1 / max(core_s, 1e-9), leakage)
        two_port = part.two_port(freq_hz)
        return np.stack([two_port.input(end).gamma(R0) for end in far])

    lowest = np.array([-_FARTHEST, -_FARTHEST, -_FARTHEST, 0.0, 0.0])
    highest = np.array([_FARTHEST, _FARTHEST, _FARTHEST, 1.0 / unit[3], 60.0 / unit[4]])
    fitted, slopes = least_squares_slopes(
        lambda scaled: flat(seen(scaled) - measured), np.array([0.0, 0.0, 0.0, 1.0, 1.0]), lowest, highest
    )
    rng = np.random.default_rng(0)
    kept, each = thinned(len(freq_hz))
    errors = residual.shown(measured[:, kept], rng, DRAWN, each) - measured[:, kept]
    errors[:, 0] += (1 - np.abs(measured[0, kept]) ** 2) * residual.resistor(rng, DRAWN)
    ends = interval(fitted, fitted + carried(slopes, errors, len(freq_hz)))
    low, middle, high = (values(np.maximum(np.minimum(limit, fitted + _FARTHEST), lowest)) for limit in ends)
    figures = [tuple(row) for row in np.array([low, middle, high]).T.tolist()]
    return MeasuredTransformer(*figures)


def _start(freq_hz: Real, measured: Complex, resistor_ohm: float) -> Real:
    """A first guess of each: the ratio in the middle, inductances by the short and the open."""
    # What sends all of the wave back counts as nearly so: its impedance is none, or without end.
    match, short, open_ = (R0 * (1 + _NEARLY * gamma) / (1 - _NEARLY * gamma) for gamma in measured)
    omega = 2 * np.pi * freq_hz
    ratio = resistor_ohm / max(float(np.median(match.real)), 1e-3)
    leakage = max(float(np.median(short.imag / omega)), 1e-10)
    across = 1 / open_
    magnetizing = 1 / max(float(np.median(-across.imag * omega)), 1e-3)
    core = max(float(np.median(across.real)), 1e-5)
    return np.array([ratio, leakage, magnetizing, core, 0.1])
