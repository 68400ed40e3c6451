"""Two-ports as ABCD (chain) matrices over frequency.

V₁ = A V₂ + B I₂ and I₁ = C V₂ + D I₂, with I₂ flowing *out* of port 2 into the load.
Port 1 looks to the transmitter, port 2 to the antenna. Phasors are rms, exp(+jωt).
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Real


class Port(NamedTuple):
    """Voltage (V) and current (A) at a plane, shapes ``(..., F)``; current flows to the antenna.

    Holding the pair rather than Z = V/I keeps opens and shorts ordinary.
    """

    v: Complex
    i: Complex

    @property
    def power_w(self) -> Real:
        """Power flowing to the antenna, W."""
        return np.asarray((self.v * self.i.conj()).real)

    @property
    def z_ohm(self) -> Complex:
        """V/I in Ω; an open circuit gives complex infinity (real part inf, imaginary part 0)."""
        is_open = self.i == 0
        return np.where(is_open, complex(np.inf, 0), self.v / np.where(is_open, 1.0, self.i))

    def at(self, k: int) -> Port:
        """The k-th frequency alone, shapes ``(..., 1)``."""
        return Port(self.v[..., k : k + 1], self.i[..., k : k + 1])

    def scaled(self, factor: Real) -> Port:
        """Both phasors times ``factor``."""
        return Port(self.v * factor, self.i * factor)


class TwoPort(NamedTuple):
    """The four chain parameters: A and D pure numbers, B in Ω, C in S; shapes ``(..., F)``."""

    a: Complex
    b: Complex
    c: Complex
    d: Complex

    def __matmul__(self, other: TwoPort) -> TwoPort:
        """Cascade: self nearer the transmitter, other nearer the antenna."""
        return TwoPort(
            self.a * other.a + self.b * other.c,
            self.a * other.b + self.b * other.d,
            self.c * other.a + self.d * other.c,
            self.c * other.b + self.d * other.d,
        )

    def input(self, load: Port) -> Port:
        """Port 1 for the given port 2."""
        return Port(self.a * load.v + self.b * load.i, self.c * load.v + self.d * load.i)

    def output(self, source: Port) -> Port:
        """Port 2 for the given port 1: the inverse matrix."""
        det = self.determinant
        return Port(
            (self.d * source.v - self.b * source.i) / det,
            (self.a * source.i - self.c * source.v) / det,
        )

    @property
    def determinant(self) -> Complex:
        """AD − BC: 1 for every reciprocal part."""
        return self.a * self.d - self.b * self.c


class Run(NamedTuple):
    """All that lies between radio and antenna, tuners left out: its two-port, and its loss when matched."""

    two_port: TwoPort
    matched_db: Real


def _full(freq_hz: Real, value: complex) -> Complex:
    return np.full(np.shape(freq_hz), value, dtype=np.complex128)


def through(freq_hz: Real) -> TwoPort:
    """Nothing at all: the identity."""
    return TwoPort(_full(freq_hz, 1), _full(freq_hz, 0), _full(freq_hz, 0), _full(freq_hz, 1))


def series(z_ohm: Complex) -> TwoPort:
    """An impedance in series."""
    one, zero = np.ones_like(z_ohm), np.zeros_like(z_ohm)
    return TwoPort(one, z_ohm, zero, one)


def shunt(y_siemens: Complex) -> TwoPort:
    """An admittance across."""
    one, zero = np.ones_like(y_siemens), np.zeros_like(y_siemens)
    return TwoPort(one, zero, y_siemens, one)


def attenuator(freq_hz: Real, loss_db: float, z_ohm: float) -> TwoPort:
    """A matched insertion loss at ``z_ohm``, as a very short lossy line: its loss grows with mismatch."""
    neper = loss_db * np.log(10.0) / 20.0
    ch, sh = np.cosh(neper), np.sinh(neper)
    return TwoPort(
        _full(freq_hz, ch), _full(freq_hz, z_ohm * sh), _full(freq_hz, sh / z_ohm), _full(freq_hz, ch)
    )


def turns(freq_hz: Real, impedance_ratio: float) -> TwoPort:
    """An ideal transformer whose port 2 (antenna side) has ``impedance_ratio`` times port 1's impedance."""
    n = np.sqrt(impedance_ratio)
    return TwoPort(_full(freq_hz, 1 / n), _full(freq_hz, 0), _full(freq_hz, 0), _full(freq_hz, n))
