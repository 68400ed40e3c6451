"""A feedline: losses from the real currents along it, never from a formula in SWR.

====== ===================== ========= ====================================
symbol name                  unit      meaning
====== ===================== ========= ====================================
R₀     ``r0_ohm``            Ω         nominal (lossless) impedance
v      ``velocity_factor``   1         wave speed over that of light
k₁     ``k1``                dB/100 m  conductor loss, times √(f/MHz)
k₂     ``k2``                dB/100 m  dielectric loss, times f/MHz
γ      ``gamma_per_m``       1/m       propagation constant α + jβ
Z₀     ``z0_ohm``            Ω         complex characteristic impedance
====== ===================== ========= ====================================

L = R₀/(v c), C = 1/(R₀ v c), R = 2 R₀ α_c, G = 2 α_d/R₀ with α in Np/m;
γ = √((R+jωL)(G+jωC)), Z₀ = √((R+jωL)/(G+jωC)).
Chain matrix of length ℓ: [cosh γℓ, Z₀ sinh γℓ; sinh γℓ/Z₀, cosh γℓ].

The telegrapher's equations hold for any uniform line of small cross section; the two-parameter
attenuation holds where the skin is thin (roughly above 0.5 MHz for the shelf's lines).
"""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import ClassVar, Literal, Protocol

import numpy as np

from tithe.core.arrays import DB_PER_NEPER, Complex, Real, quotient
from tithe.core.errors import require, require_above, require_not_negative, require_positive
from tithe.core.kernel.crest import highest
from tithe.core.message import Messages, tell
from tithe.core.parts.part import Details, Part, UnderPower
from tithe.core.parts.ratings import NO_RATINGS, Ratings
from tithe.core.reflection import handbook_loss_db, swr
from tithe.core.twoport import Port, Powered, TwoPort

SPEED_OF_LIGHT = 299_792_458.0
MU_0 = 4e-7 * np.pi
ETA_OVER_PI = SPEED_OF_LIGHT * MU_0 / np.pi
"""Wave impedance of free space over π: 119.917 Ω."""
COPPER_OHM_M = 1.72e-8


class LineType(Protocol):
    """What a line must tell of itself."""

    @property
    def velocity_factor(self) -> float: ...
    @property
    def max_volts_rms(self) -> float | None: ...
    @property
    def r0_ohm(self) -> float: ...
    @property
    def balanced(self) -> bool: ...
    @property
    def heat_w_per_m(self) -> float | None: ...
    @property
    def wet_factor(self) -> float: ...
    @property
    def low_band_factor(self) -> float: ...
    @property
    def fit_residual_db_per_100m(self) -> float | None: ...
    def series_ohm_per_m(self, freq_hz: Real) -> Real: ...
    def shunt_siemens_per_m(self, freq_hz: Real) -> Real: ...


@dataclass(frozen=True)
class AttenuatedLine:
    """A line known by its impedance, velocity factor and attenuation k₁√f + k₂f (dB/100 m, MHz).

    ``heat_w_per_m``: what a metre of it gives off (`tithe.core.parts.line_heat`; None: not known).
    ``wet_factor`` and ``low_band_factor``: how many times the loss it may have when wet, and below some 5
    MHz; no figure but those of a choice is computed with them.
    """

    r0_ohm: float
    velocity_factor: float
    k1: float
    k2: float
    max_volts_rms: float | None = None
    name: str = ""
    balanced: bool = False
    fit_residual_db_per_100m: float | None = None
    heat_w_per_m: float | None = None
    wet_factor: float = 1.0
    low_band_factor: float = 1.0

    def __post_init__(self) -> None:
        require_positive("r0_ohm", self.r0_ohm)
        require_positive("velocity_factor", self.velocity_factor)
        require(self.velocity_factor <= 1, "velocity_factor", "at-most", self.velocity_factor, most=1)
        require_not_negative("k1", self.k1)
        require_not_negative("k2", self.k2)
        _check_limits(self)

    def series_ohm_per_m(self, freq_hz: Real) -> Real:
        """R in Ω/m, from the conductor part of the attenuation."""
        return np.asarray(2 * self.r0_ohm * self.k1 * np.sqrt(freq_hz / 1e6) / (100 * DB_PER_NEPER))

    def shunt_siemens_per_m(self, freq_hz: Real) -> Real:
        """G in S/m, from the dielectric part of the attenuation."""
        return np.asarray(2 * self.k2 * (freq_hz / 1e6) / (100 * DB_PER_NEPER) / self.r0_ohm)


@dataclass(frozen=True)
class TwoWireLine:
    """Two round wires in air: Z₀ = (η/π) v acosh(D/d); R with the proximity effect; G = 0.

    R = 2 Rs/(π d)/√(1−(d/D)²), Rs = √(π f μ₀ ρ): exact for two wires with a thin skin, far from
    everything else.
    """

    wire_m: float
    spacing_m: float
    velocity_factor: float = 1.0
    resistivity_ohm_m: float = COPPER_OHM_M
    max_volts_rms: float | None = None
    name: str = ""
    balanced: bool = field(default=True, init=False)
    fit_residual_db_per_100m: float | None = field(default=None, init=False)
    heat_w_per_m: float | None = None
    wet_factor: float = 1.0
    low_band_factor: float = 1.0

    def __post_init__(self) -> None:
        _check_limits(self)
        require_positive("wire_m", self.wire_m)
        require_positive("spacing_m", self.spacing_m)
        require_above("spacing_m", self.spacing_m, "wire_m", self.wire_m)
        require_positive("velocity_factor", self.velocity_factor)
        require(self.velocity_factor <= 1, "velocity_factor", "at-most", self.velocity_factor, most=1)
        require_positive("resistivity_ohm_m", self.resistivity_ohm_m)

    @property
    def r0_ohm(self) -> float:
        """Nominal impedance in Ω."""
        return float(ETA_OVER_PI * self.velocity_factor * np.arccosh(self.spacing_m / self.wire_m))

    def series_ohm_per_m(self, freq_hz: Real) -> Real:
        """R in Ω/m of both wires."""
        skin = np.sqrt(np.pi * freq_hz * MU_0 * self.resistivity_ohm_m)
        crowding = np.sqrt(1 - (self.wire_m / self.spacing_m) ** 2)
        return np.asarray(2 * skin / (np.pi * self.wire_m) / crowding)

    def shunt_siemens_per_m(self, freq_hz: Real) -> Real:
        """G in S/m: none, the dielectric is air."""
        return np.zeros(np.shape(freq_hz))


def _check_limits(line: AttenuatedLine | TwoWireLine) -> None:
    for place in ("max_volts_rms", "heat_w_per_m"):
        if (value := getattr(line, place)) is not None:
            require_positive(place, value)
    for place in ("wet_factor", "low_band_factor"):
        value = getattr(line, place)
        require(value >= 1, place, "at-least", value, least=1)


def constants(line: LineType, freq_hz: Real) -> tuple[Complex, Complex]:
    """γ (1/m) and Z₀ (Ω), both complex of shape ``(F,)``."""
    omega = 2 * np.pi * freq_hz
    speed = line.velocity_factor * SPEED_OF_LIGHT
    per_m = line.series_ohm_per_m(freq_hz) + 1j * omega * line.r0_ohm / speed
    across = line.shunt_siemens_per_m(freq_hz) + 1j * omega / (line.r0_ohm * speed)
    # The principal root: both factors lie in the first quadrant, so Re Z₀ > 0, and Re γ ≥ 0 as well.
    z0 = np.sqrt(per_m / across)
    return z0 * across, z0


def attenuation_db_per_m(line: LineType, freq_hz: Real) -> Real:
    """Matched attenuation, dB/m: α = R/(2R₀) + G R₀/2, which for a line known by k₁ and k₂ is just their sum.

    Re γ differs from it by the square of the loss per radian, some 10⁻⁵ of it on the shelf's lines.
    """
    conductor = line.series_ohm_per_m(freq_hz) / (2 * line.r0_ohm)
    dielectric = line.shunt_siemens_per_m(freq_hz) * line.r0_ohm / 2
    return np.asarray((conductor + dielectric) * DB_PER_NEPER)


@dataclass(frozen=True)
class Line(Part):
    """A length of feedline in the chain; ``length_m`` may be an array of them that broadcasts against
    (..., F)."""

    size_key: ClassVar[str] = "length_m"
    line: LineType
    length_m: float
    label: str = "line"
    bypassed: bool = False
    ratings: Ratings = field(default=NO_RATINGS, init=False)
    kind: Literal["line"] = field(default="line", init=False)

    def __post_init__(self) -> None:
        for length in np.ravel(self.length_m):
            require_not_negative("length_m", float(length))

    @property
    def max_volts_rms(self) -> float | None:
        """That of its type."""
        return self.line.max_volts_rms

    @property
    def feedline(self) -> Line:
        """This object itself."""
        return self

    def two_port(self, freq_hz: Real) -> TwoPort:
        """The chain matrix of the whole length."""
        gamma, z0 = constants(self.line, freq_hz)
        loss, turn = gamma.real * self.length_m, gamma.imag * self.length_m
        # cosh and sinh of a complex number from their real parts, which is quicker.
        (up, over), (cos, sin) = (np.cosh(loss), np.sinh(loss)), (np.cos(turn), np.sin(turn))
        ch, sh = up * cos + 1j * (over * sin), over * cos + 1j * (up * sin)
        return TwoPort(ch, z0 * sh, sh / z0, ch)

    def matched_db(self, freq_hz: Real) -> Real:
        """Loss into a matched load, dB, shape ``(F,)``."""
        return np.asarray(attenuation_db_per_m(self.line, freq_hz) * self.length_m)

    def details(self, at: UnderPower) -> LineDetails:
        """What only a line has to tell."""
        return LineDetails(self, at.freq_hz, at.source, at.load)


HANDBOOK_GAP_DB = 0.2


@dataclass(frozen=True)
class LineDetails(Details):
    """Losses counted apart, and the standing wave; arrays of shape ``(..., F)``.

    Positions ``x`` run from the radio's end, in metres.
    """

    part: Line
    freq_hz: Real
    source: Powered
    load: Powered

    @property
    def along(self) -> LineDetails:
        """This object itself."""
        return self

    @cached_property
    def matched_db(self) -> Real:
        """Loss into a matched load, dB, shape ``(F,)``."""
        return self.part.matched_db(self.freq_hz)

    @cached_property
    def handbook_db(self) -> Real:
        """What the handbook formula would say, dB."""
        rho = np.minimum(np.abs(self.load.gamma(self.part.line.r0_ohm)), 1.0)
        return handbook_loss_db(self.matched_db, rho)

    def handbook_notes(self, loss_db: Real) -> list[Messages]:
        """Per frequency, why handbook and exact loss part by more than 0.2 dB; nothing where they do not.

        ``loss_db`` is the exact loss of the stage, shape ``(..., F)``.
        """
        count = len(self.freq_hz)
        known = np.isfinite(loss_db) & np.isfinite(self.handbook_db)
        gap = np.abs(np.where(known, loss_db, 0.0) - np.where(known, self.handbook_db, 0.0))
        far = gap > HANDBOOK_GAP_DB
        apart = np.asarray(far.reshape(-1, count).any(axis=0))
        gamma, _ = self.constants
        short = np.asarray(gamma.imag * self.part.length_m < np.pi / 2)
        end = self.load.shape
        into_low = np.abs(end.v) < self.part.line.r0_ohm * np.abs(end.i)
        mostly_low = np.asarray(into_low.reshape(-1, count).mean(axis=0) > 0.5)
        return [
            () if not gapes else (tell(f"handbook.{'long' if not brief else 'low' if little else 'high'}"),)
            for gapes, brief, little in zip(apart, short, mostly_low, strict=True)
        ]

    @cached_property
    def constants(self) -> tuple[Complex, Complex]:
        """γ (1/m) and Z₀ (Ω)."""
        return constants(self.part.line, self.freq_hz)

    @cached_property
    def waves(self) -> tuple[Complex, Complex, Complex, Complex]:
        """γ, Z₀, and both waves at the radio's end, to the phasors' own scale."""
        gamma, z0 = self.constants
        near = self.source.shape
        return gamma, z0, (near.v + z0 * near.i) / 2, (near.v - z0 * near.i) / 2

    def at(self, x_m: Real) -> Powered:
        """V and I at distances ``x_m`` that broadcast against ``(..., F)``."""
        gamma, z0, forward, backward = self.waves
        out, back = forward * np.exp(-gamma * x_m), backward * np.exp(gamma * x_m)
        return Powered(Port(out + back, (out - back) / z0), self.source.amplitude)

    def volts_peak_along(self, x_m: Real, k: int) -> Real:
        """Peak volts at the distances ``x_m`` (shape ``(X,)``) at the k-th frequency; shape ``(..., X)``.

        |V|² is the sum of both waves' squares and their ripple.
        """
        line_details = LineDetails(self.part, self.freq_hz[k : k + 1], self.source.at(k), self.load.at(k))
        gamma, _, forward, backward = line_details.waves
        ripple = 2 * backward * forward.conj()
        turn, fade = 2 * gamma.imag * x_m, np.exp(-2 * gamma.real * x_m)
        waves = (np.abs(forward) ** 2, np.abs(backward) ** 2, ripple.real, -ripple.imag)
        square = np.concatenate(waves, axis=-1) @ np.stack((fade, 1 / fade, np.cos(turn), np.sin(turn)))
        return np.asarray(np.sqrt(2 * np.maximum(square, 0.0)) * line_details.source.amplitude)

    def _highest(self, sign: float) -> tuple[Real, Real]:
        """Largest |forward·e^(−γx) + sign·backward·e^(γx)| on the line, to the phasors' own scale, and its
        x."""
        gamma, _, forward, backward = self.waves
        cross = 2 * sign * backward * forward.conj()  # times e^(2jβx): its real part is the ripple
        waves = (np.abs(forward) ** 2, np.abs(backward) ** 2, cross)
        columns = (*waves, gamma.real, gamma.imag, np.asarray(self.part.length_m, dtype=np.float64))
        shape = np.shape(cross)
        square, x = highest(*(np.array(np.broadcast_to(column, shape)).reshape(-1) for column in columns))
        return np.sqrt(np.maximum(square, 0.0)).reshape(shape), x.reshape(shape)

    @cached_property
    def volts_peak_max(self) -> tuple[Real, Real]:
        """Highest peak voltage on the line (V) and where it stands (m from the radio's end)."""
        rms, x = self._highest(+1.0)
        return np.sqrt(2.0) * rms * self.source.amplitude, x

    @cached_property
    def amps_rms_max(self) -> tuple[Real, Real]:
        """Highest rms current (A) and where it stands (m from the radio's end)."""
        amps, x = self._crest
        return amps * self.source.amplitude, x

    @cached_property
    def _crest(self) -> tuple[Real, Real]:
        """Highest rms current to the phasors' own scale, and where it stands."""
        _, z0, _, _ = self.waves
        rms, x = self._highest(-1.0)
        return rms / np.abs(z0), x

    def lossless_swr_in(self, reference_ohm: float) -> Real:
        """The SWR that the same line would show at its near end if it lost nothing."""
        gamma, _ = self.constants
        turn, r0, end = gamma.imag * self.part.length_m, self.part.line.r0_ohm, self.load.shape
        near = Port(
            np.cos(turn) * end.v + 1j * r0 * np.sin(turn) * end.i,
            1j * np.sin(turn) / r0 * end.v + np.cos(turn) * end.i,
        )
        return swr(np.minimum(np.abs(near.gamma(reference_ohm)), 1.0))

    @cached_property
    def _bounds(self) -> tuple[Real, Real]:
        """What the crests of volts and amps (rms) surely do not exceed: both waves in step, where larger."""
        gamma, z0, forward, backward = self.waves
        grown = np.exp(gamma.real * self.part.length_m)
        bound = np.maximum(
            np.abs(forward) + np.abs(backward), np.abs(forward) / grown + np.abs(backward) * grown
        )
        return bound * self.source.amplitude, bound * self.source.amplitude / np.abs(z0)

    def surely_below(self, volts_rms: Real | float, duty: float) -> bool:
        """Whether volts and heat are below what the line bears, told without seeking the crests."""
        volts, amps = self._bounds
        line = self.part.line
        heat = (
            line.series_ohm_per_m(self.freq_hz) * amps**2 + line.shunt_siemens_per_m(self.freq_hz) * volts**2
        )
        return bool((volts <= volts_rms).all() and (heat * duty <= self._limit).all())

    def bearable_share(self, duty: float) -> Real:
        """The share of the power here at which the hottest place is as hot as the line bears (inf: not
        known).

        ``duty``: the mean of the power over its peak.
        """
        return quotient(self._limit, self.heat_w_per_m_max * duty, np.inf)

    def limit_w(self, duty: float) -> Real:
        """The peak power into the line at which its hottest place is as hot as it bears (inf: not known)."""
        return quotient(self._limit * self.source.shape.power_w, self._shape_heat * duty, np.inf)

    @property
    def _limit(self) -> float:
        limit = self.part.line.heat_w_per_m
        return np.inf if limit is None else limit

    @cached_property
    def heat_w_per_m_max(self) -> Real:
        """Local heating R|I|² + G|V|² at the current maximum, W/m, while the peak power flows."""
        return np.asarray(self._shape_heat * self.source.amplitude**2)

    @cached_property
    def _shape_heat(self) -> Real:
        amps, x = self._crest
        volts = np.abs(self.at(x).shape.v)
        line = self.part.line
        return np.asarray(
            line.series_ohm_per_m(self.freq_hz) * amps**2 + line.shunt_siemens_per_m(self.freq_hz) * volts**2
        )
