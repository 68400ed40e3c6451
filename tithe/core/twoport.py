"""Two-ports as ABCD (chain) matrices over frequency.

V₁ = A V₂ + B I₂ and I₁ = C V₂ + D I₂, with I₂ flowing *out* of port 2 into the load.
Port 1 looks to the transmitter, port 2 to the antenna. Phasors are rms, exp(+jωt).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.reflection import reflection


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

    def gamma(self, reference_ohm: float) -> Complex:
        """Γ against a real reference; opens (i = 0) and shorts (v = 0) included."""
        return reflection(self.v, self.i, reference_ohm)

    def powered(self, amplitude: Real) -> Powered:
        """The same under power."""
        return Powered(self, amplitude)


@dataclass(frozen=True)
class Powered:
    """A plane under power: its phasors to an arbitrary scale, and by what they are to be multiplied.

    What does not depend on the power, Z and Γ, is taken from the phasors as they are: it stays what it is
    where a radio has shut itself down and nothing flows.
    """

    shape: Port
    amplitude: Real

    @property
    def v(self) -> Complex:
        """Volts, rms."""
        return self.shape.v * self.amplitude

    @property
    def i(self) -> Complex:
        """Amps, rms, towards the antenna."""
        return self.shape.i * self.amplitude

    @property
    def power_w(self) -> Real:
        """Power flowing to the antenna, W."""
        return np.asarray(self.shape.power_w * self.amplitude**2)

    @property
    def z_ohm(self) -> Complex:
        """V/I in Ω."""
        return self.shape.z_ohm

    def gamma(self, reference_ohm: float) -> Complex:
        """Γ against a real reference."""
        return self.shape.gamma(reference_ohm)

    def at(self, k: int) -> Powered:
        """The k-th frequency alone, shapes ``(..., 1)``."""
        return Powered(self.shape.at(k), self.amplitude[..., k : k + 1])


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
    ones, zeros = np.ones_like(z_ohm), np.zeros_like(z_ohm)
    return TwoPort(ones, z_ohm, zeros, ones)


def shunt(y_siemens: Complex) -> TwoPort:
    """An admittance across."""
    ones, zeros = np.ones_like(y_siemens), np.zeros_like(y_siemens)
    return TwoPort(ones, zeros, y_siemens, ones)


def attenuator(freq_hz: Real, loss_db: float, z_ohm: float, series_share: float = 0.5) -> TwoPort:
    """A matched insertion loss at ``z_ohm``: a series resistance R, half on either side of a conductance G.

    ``series_share`` s says how much of the loss sits in series (1: a contact, the wire of a choke)
    rather than across (0: a core, a dielectric). With A the matched loss as a power ratio,
    R = 2Z₀(Aˢ − 1)/(A¹⁻ˢ + 1), and G follows from the matched loss being A exactly. So s = 1 is a bare
    R = Z₀(A − 1), s = 0 a bare G = (A − 1)/Z₀, and s = ½ a very short lossy line. Where the loss sits decides
    what it costs at a mismatch:

    >>> from tithe.core.arrays import decibels
    >>> def cost(share, ohm):
    ...     load = Port(np.array([ohm + 0j]), np.array([1 + 0j]))
    ...     source = attenuator(np.array([7e6]), 0.1, 50.0, share).input(load)
    ...     return round(float(decibels(source.power_w / load.power_w)[0]), 3)
    >>> [[cost(share, ohm) for ohm in (5.0, 50.0, 1000.0)] for share in (1.0, 0.5, 0.0)]
    [[0.909, 0.1, 0.005], [0.479, 0.1, 0.903], [0.01, 0.1, 1.661]]
    """
    ratio = 10.0 ** (loss_db / 10.0)
    half = (ratio**series_share - 1) / (ratio ** (1 - series_share) + 1)
    # Into a matched load of 1 Ω at 1 A: 1 + h + q(1 + h) + h(1 + q)² = A, q the current across.
    linear, constant = 1 + 3 * half, 1 + 2 * half - ratio
    across = -2 * constant / (linear + np.sqrt(max(linear**2 - 4 * half * constant, 0.0)))
    shunted = across / (1 + half)
    through_ = _full(freq_hz, 1 + half * shunted)
    in_series = _full(freq_hz, z_ohm * half * (2 + half * shunted))
    return TwoPort(through_, in_series, _full(freq_hz, shunted / z_ohm), through_)


def turns(freq_hz: Real, impedance_ratio: float) -> TwoPort:
    """An ideal transformer whose port 2 (antenna side) has ``impedance_ratio`` times port 1's impedance."""
    n = np.sqrt(impedance_ratio)
    return TwoPort(_full(freq_hz, 1 / n), _full(freq_hz, 0), _full(freq_hz, 0), _full(freq_hz, n))
