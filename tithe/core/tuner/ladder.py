"""The three-element ladder behind every tuner of coils and capacitors: its two-port, its matches, its stress.

Radio-side arm, cross, antenna-side arm; in a T the arms stand in series and the cross across, in a pi the
other way round. An L network has no antenna-side arm. The searches are compiled loops over the loads
(`tithe.core.tuner.kernel`); here are their doors, with values in F and H on this side of them.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.tuner.elements import NO_STRAYS, Element, Strays
from tithe.core.tuner.kernel.algebra import Loads
from tithe.core.tuner.kernel.closest import closest
from tithe.core.tuner.kernel.matching import LOSS, OVERRUN, STRESS, Goal, matches
from tithe.core.tuner.kernel.stepping import best_steps
from tithe.core.twoport import Port, TwoPort, series, shunt

Plane = Literal["T", "pi"]
_NO_LIMIT: Real = np.zeros(0)
LEAST_LOSS = Goal(LOSS, 1.0, 1.0, 0, _NO_LIMIT)


def least_stress(capacitor_volts: float, coil_amps: float) -> Goal:
    """The smallest share of a rating (V peak, A rms)."""
    return Goal(STRESS, capacitor_volts, coil_amps, 0, _NO_LIMIT)


def least_overrun(position: int, limit_ohm: Real) -> Goal:
    """The element at a position as near as can be to a reactance (Ω, a value per load)."""
    return Goal(OVERRUN, 1.0, 1.0, position, np.ascontiguousarray(limit_ohm, dtype=np.float64))


class Found(NamedTuple):
    """Per load: values (3, N) in F or H, and the score that was made least (infinity: no match).

    The score of the least loss is the power in for each squared ampere in the load, W/A².
    """

    values: Real
    score: Real

    @property
    def there(self) -> Mask:
        """Whether there is a match."""
        return np.isfinite(self.score)


class ElementLoad(NamedTuple):
    """Peak volts, rms amps and watts of heat in one element; shapes ``(..., F)``."""

    volts_peak: Real
    amps_rms: Real
    heat_w: Real


@dataclass(frozen=True)
class Ladder:
    """Radio-side arm, cross, antenna-side arm. ``far`` None leaves the antenna-side arm out: an L form."""

    plane: Plane
    near: Element
    cross: Element
    far: Element | None
    strays: Strays = NO_STRAYS

    @property
    def elements(self) -> tuple[Element, ...]:
        """The elements there are, from the radio on."""
        return (self.near, self.cross) if self.far is None else (self.near, self.cross, self.far)

    def _is_series(self, position: int) -> bool:
        return (self.plane == "T") != (position == 1)

    def element_port(self, position: int, freq_hz: Real, value: Real) -> TwoPort:
        """One element with its leads; a capacitor of 0 F across is none at all."""
        element = self.elements[position]
        x = element.reactance(freq_hz, value)
        finite = np.isfinite(x)
        z = np.where(finite, x, 0.0) * element.direction(freq_hz)
        z = z + 2j * np.pi * freq_hz * self.strays.lead_h
        if self._is_series(position):
            return series(np.where(finite, z, 1e12))
        with np.errstate(divide="ignore", invalid="ignore"):
            y = np.where(z == 0, 1e12, 1 / np.where(z == 0, 1.0, z))
        return shunt(np.where(finite, y, 0.0))

    def _stray_port(self, freq_hz: Real) -> TwoPort:
        return shunt(np.asarray(2j * np.pi * freq_hz * self.strays.port_f, dtype=np.complex128))

    def two_port(self, freq_hz: Real, values: Real) -> TwoPort:
        """The chain matrix of a setting; ``values`` (3, ...) in F or H."""
        port = self._stray_port(freq_hz) if self.strays.port_f else None
        for position in range(len(self.elements)):
            one = self.element_port(position, freq_hz, values[position])
            port = one if port is None else port @ one
        assert port is not None
        return port @ self._stray_port(freq_hz) if self.strays.port_f else port

    def loads(self, freq_hz: Real, values: Real, load: Port) -> tuple[ElementLoad, ...]:
        """What each element bears, from the phasors (V, A) at the antenna side.

        The volts are those across the element itself, without its leads.
        """
        port = self._stray_port(freq_hz).input(load)
        found = []
        for position in reversed(range(len(self.elements))):
            element = self.elements[position]
            two_port = self.element_port(position, freq_hz, values[position])
            amps = np.abs(port.i if self._is_series(position) else two_port.c * port.v)
            x = element.reactance(freq_hz, values[position])
            direction = element.direction(freq_hz)
            there = np.isfinite(x)
            own = np.where(there, x, 0.0) * np.abs(direction)
            volts = np.where(there, amps * own, np.abs(port.v))
            heat = amps**2 * np.where(there, x, 0.0) * direction.real
            found.append(ElementLoad(np.sqrt(2.0) * volts, amps, heat))
            port = two_port.input(port)
        return tuple(reversed(found))

    def _at(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> Loads:
        """For the kernels: flat frequencies (Hz) and loads (Ω, finite, not 0)."""
        omega = 2 * np.pi * freq_hz
        parts = (*self.elements, *([] if self.far else [self.near]))
        bounds = [part.bounds(freq_hz) for part in parts]
        lead = np.tile(1j * omega * self.strays.lead_h, (3, 1))
        z = z_ohm / (1 + 1j * omega * self.strays.port_f * z_ohm)
        y0 = 1 / r0_ohm - 1j * omega * self.strays.port_f
        return Loads(
            pi=self.plane == "pi",
            far=self.far is not None,
            coil1=parts[0].is_coil,
            coil2=parts[1].is_coil,
            coil3=parts[2].is_coil,
            d=np.stack([part.direction(freq_hz) for part in parts]),
            s=np.ascontiguousarray(lead, dtype=np.complex128),
            low=np.stack([low for low, _ in bounds]),
            high=np.stack([high for _, high in bounds]),
            z=np.ascontiguousarray(z, dtype=np.complex128),
            t=np.ascontiguousarray(1 / y0 if self.plane == "T" else y0, dtype=np.complex128),
        )

    def _values(self, freq_hz: Real, x: Real) -> Real:
        values = np.zeros(x.shape)
        for position, element in enumerate(self.elements):
            within = element.value(freq_hz, np.maximum(x[position], 1e-30))
            values[position] = np.clip(within, element.low, element.high)
        return values

    def match(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float, goal: Goal = LEAST_LOSS) -> Found:
        """The best settings with an input of exactly ``r0_ohm`` at the radio's port, inside the ranges.

        ``freq_hz`` and ``z_ohm`` (finite, not 0) are flat and of one length N; frequencies in Hz.
        """
        score, x = matches(self._at(freq_hz, z_ohm, r0_ohm), goal)
        return Found(self._values(freq_hz, x), score)

    def closest(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> tuple[Real, Real]:
        """Values (3, N) of the setting with the lowest SWR at the radio's port of all, and its |Γ| (N,)."""
        square, x = closest(self._at(freq_hz, z_ohm, r0_ohm))
        return self._values(freq_hz, x), np.sqrt(square)

    def settle_steps(
        self,
        freq_hz: Real,
        z_ohm: Complex,
        r0_ohm: float,
        steps: tuple[float, float],
        known_rho: Real | None = None,
        enough_rho: float = 0.0,
    ) -> tuple[Real, Real]:
        """As `closest`, for an L form whose arm and cross come in ``steps`` of F or H, from nothing up.

        ``known_rho`` (N,): |Γ| that another form has already, and that comes back where this one does not
        better it. ``enough_rho``: |Γ| at which the search for a load may end.
        """
        omega = 2 * np.pi * freq_hz
        known = np.full(len(z_ohm), np.inf) if known_rho is None else known_rho**2
        arm_most, cross_most = (round(part.high / s) for part, s in zip(self.elements, steps, strict=True))
        square, arm, cross = best_steps(
            self._at(freq_hz, z_ohm, r0_ohm), omega * steps[0], omega * steps[1], arm_most, cross_most,
            known, enough_rho**2,
        )  # fmt: skip
        return np.stack((arm * steps[0], cross * steps[1], np.zeros(len(arm)))), np.sqrt(square)
