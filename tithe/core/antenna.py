"""The antenna, by how much is known of it.

Sampled (a table or a sweep): Γ re 50 Ω is interpolated linearly in its real and imaginary parts between
points, never extrapolated. Resonator: Z = R(1 + jQ(f/f₀ − f₀/f)), a series circuit: good within some
±10 % of f₀. A loss resistance in series (ground, coil, wire) parts radiated from fed power:
efficiency = (R − R_loss)/R.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cached_property
from typing import ClassVar, Protocol

import numpy as np

from tithe.core.antenna_guess import Guess, between_points, far_from_resonance
from tithe.core.arrays import Complex, Real, quotient
from tithe.core.errors import InputError, require, require_not_negative, require_positive
from tithe.core.twoport import Port, Run

INTERPOLATION_OHM = 50.0
NOISE_ABOVE_1 = 0.05
"""How far a measured |Γ| may exceed 1 and still pass for an instrument's error."""


@dataclass(frozen=True)
class LossResistance:
    """A loss resistance over frequency: one value, or points (Hz, Ω) with straight lines between."""

    points: tuple[tuple[float, float], ...]

    def __post_init__(self) -> None:
        require(len(self.points) > 0, "", "needs at least one point")
        check_rising(tuple(f for f, _ in self.points), "")
        for k, (_, ohm) in enumerate(self.points):
            require_not_negative(f"[{k}]", ohm)

    def ohm(self, freq_hz: Real) -> Real:
        """Ω at each frequency; a single point holds everywhere, several never beyond their range."""
        freq, ohm = (np.array(column) for column in zip(*self.points, strict=True))
        if len(freq) > 1:
            check_inside(freq_hz, freq, "loss_ohm")
        return np.asarray(np.interp(freq_hz, freq, ohm))


def check_rising(freq_hz: tuple[float, ...], place: str) -> None:
    """Demand frequencies above 0, each above the one before."""
    last = 0.0
    for k, f in enumerate(freq_hz):
        require_positive(f"{place}[{k}]", f)
        require(
            f > last,
            f"{place}[{k}]",
            f"must have a higher frequency than the point before it ({last / 1e6:g} MHz)",
        )
        last = f


def check_inside(freq_hz: Real, points_hz: Real, place: str) -> None:
    """Demand that every frequency lies inside the data; the error names the range."""
    low, high = points_hz[0], points_hz[-1]
    slack = 1e-9 * high  # a band edge typed in MHz may miss a point in Hz by rounding
    outside = (freq_hz < low - slack) | (freq_hz > high + slack)
    if outside.any():
        asked = float(np.atleast_1d(freq_hz)[np.argmax(np.atleast_1d(outside))])
        raise InputError(
            place,
            f"{asked / 1e6:g} MHz lies outside the antenna's data ({low / 1e6:g} to {high / 1e6:g} MHz); "
            "nothing is extrapolated",
            asked,
        )


class Antenna(Protocol):
    """What the chain needs of an antenna.

    ``terminals`` gives V and I at the feedpoint to an arbitrary scale. ``run`` computes what lies
    between radio and antenna, for antennas that were measured through it.
    """

    @property
    def label(self) -> str: ...
    @property
    def loss(self) -> LossResistance | None: ...
    @property
    def range_hz(self) -> tuple[float, float]: ...
    @property
    def phase_known(self) -> bool:
        """Whether it is known with its phase; if not, it is an `OpenAntenna`, and ``terminals`` has a row for
        each of some phases."""
        ...

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port: ...
    def guess(self, freq_hz: float) -> Guess | None:
        """Why what it says at a frequency is a guess; None where it is not."""
        ...


@dataclass(frozen=True)
class SampledAntenna:
    """Γ re 50 Ω at given frequencies: ``points`` of (Hz, Re Γ, Im Γ)."""

    points: tuple[tuple[float, float, float], ...]
    label: str = "antenna"
    loss: LossResistance | None = None
    phase_known: ClassVar[bool] = True

    def __post_init__(self) -> None:
        require(len(self.points) > 0, "points", "needs at least one point")
        check_rising(tuple(f for f, _, _ in self.points), "points")
        for k, (_, re, im) in enumerate(self.points):
            passive = re * re + im * im <= (1 + NOISE_ABOVE_1) ** 2
            require(passive, f"points[{k}]", "returns more power than it gets: R is below 0", (re, im))

    @property
    def range_hz(self) -> tuple[float, float]:
        """First and last frequency."""
        return self.points[0][0], self.points[-1][0]

    @cached_property
    def _columns(self) -> tuple[Real, Real, Real]:
        freq, re, im = np.array(self.points).T
        return freq, re, im

    def terminals(self, freq_hz: Real, run: Callable[[], Run] | None = None) -> Port:
        """V and I at the feedpoint, to an arbitrary scale; shape ``(F,)``."""
        freq, re, im = self._columns
        check_inside(freq_hz, freq, "antenna")
        gamma: Complex = np.interp(freq_hz, freq, re) + 1j * np.interp(freq_hz, freq, im)
        gamma = gamma / np.maximum(np.abs(gamma), 1.0)
        return Port(1 + gamma, (1 - gamma) / INTERPOLATION_OHM)

    def guess(self, freq_hz: float) -> Guess | None:
        """Between points far apart in frequency or on the disc."""
        freq, re, im = self._columns
        return between_points(freq, freq_hz, re + 1j * im)


def table(
    points: tuple[tuple[float, float, float], ...], label: str = "antenna", loss: LossResistance | None = None
) -> SampledAntenna:
    """A sampled antenna from (Hz, R, X) points, Ω."""
    sampled = []
    for k, (f, r, x) in enumerate(points):
        require(r >= 0, f"points[{k}]", f"has R = {r:g} Ω; an antenna's R is never below 0", r)
        z = complex(r, x)
        gamma = (z - INTERPOLATION_OHM) / (z + INTERPOLATION_OHM)
        sampled.append((f, gamma.real, gamma.imag))
    return SampledAntenna(tuple(sampled), label, loss)


@dataclass(frozen=True)
class Resonator:
    """f₀ (Hz), R at resonance (Ω) and Q."""

    f0_hz: float
    r_ohm: float
    q: float
    label: str = "antenna"
    loss: LossResistance | None = None
    phase_known: ClassVar[bool] = True

    def __post_init__(self) -> None:
        require_positive("f0_hz", self.f0_hz)
        require_positive("r_ohm", self.r_ohm)
        require_not_negative("q", self.q)

    @property
    def range_hz(self) -> tuple[float, float]:
        """Everywhere; far from f₀ it is a guess."""
        return 0.0, np.inf

    def guess(self, freq_hz: float) -> Guess | None:
        """Beyond a tenth of f₀."""
        return far_from_resonance(self.f0_hz, freq_hz)

    def terminals(self, freq_hz: Real, run: Callable[[], Run] | None = None) -> Port:
        """V and I at the feedpoint per ampere."""
        z = self.r_ohm * (1 + 1j * self.q * (freq_hz / self.f0_hz - self.f0_hz / freq_hz))
        return Port(np.asarray(z, dtype=np.complex128), np.ones(np.shape(z), dtype=np.complex128))


@dataclass(frozen=True)
class UnknownAntenna:
    """An antenna that nobody has described yet: a station may be kept with it, but not solved."""

    label: str = "antenna"
    loss: LossResistance | None = None
    phase_known: ClassVar[bool] = True

    @property
    def range_hz(self) -> tuple[float, float]:
        """Nowhere."""
        return np.inf, 0.0

    def guess(self, freq_hz: float) -> Guess | None:
        """None: it says nothing."""
        return None

    def terminals(self, freq_hz: Real, run: Callable[[], Run] | None = None) -> Port:
        """Always an `InputError`: there is nothing to compute from."""
        raise InputError("antenna", "is not described yet: give its SWR, a sweep, a table or a model")


def radiation_efficiency(antenna: Antenna, freq_hz: Real, port: Port) -> Real:
    """Radiated over fed power, shapes of ``port``; an error where the loss exceeds the whole resistance."""
    if antenna.loss is None:
        return np.ones(np.shape(port.v))
    lost = antenna.loss.ohm(freq_hz)
    r = quotient(port.power_w, np.abs(port.i) ** 2, np.inf)
    too_much = lost > r * (1 + 1e-9)
    if too_much.any():
        k = np.unravel_index(np.argmax(too_much), too_much.shape)
        f = float(np.broadcast_to(freq_hz, r.shape)[k])
        rule = f"is more than the whole feedpoint resistance ({r[k]:.3g} Ω) at {f / 1e6:g} MHz"
        raise InputError("antenna.loss_ohm", rule, float(np.broadcast_to(lost, r.shape)[k]))
    return np.asarray(np.where(np.isinf(r), 1.0, np.clip(1 - quotient(lost, r, 1.0), 0.0, 1.0)))
