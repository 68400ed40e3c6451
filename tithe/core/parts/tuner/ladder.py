"""The three-element ladder behind every tuner of coils and capacitors: its two-port, its matches, its stress.

Radio-side arm, cross, antenna-side arm; in a T the arms stand in series and the cross across, in a pi the
other way round. An L network has no antenna-side arm. The searches are compiled loops over the loads
(`tithe.core.parts.tuner.kernel`); here are their doors, with values in F and H on this side of them.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.parts.tuner.elements import NO_STRAYS, Element, Strays, quality
from tithe.core.parts.tuner.kernel.algebra import Loads
from tithe.core.parts.tuner.kernel.closest import closest
from tithe.core.parts.tuner.kernel.matching import (
    ANY,
    BEARING,
    BORNE,
    LOSS,
    OVERRUN,
    STRESS,
    Goal,
    matches,
)
from tithe.core.parts.tuner.kernel.setting import Build, borne, chain_matrices
from tithe.core.parts.tuner.kernel.stepping import best_steps
from tithe.core.twoport import Port, TwoPort

Plane = Literal["T", "pi"]
_NO_LIMIT: Real = np.zeros(0)
LEAST_LOSS = Goal(LOSS, np.inf, np.inf, 0, _NO_LIMIT)
ANY_MATCH = Goal(ANY, 1.0, 1.0, 0, _NO_LIMIT)


def least_stress(capacitor_volts: float, coil_amps: float) -> Goal:
    """The smallest share of a rating (V peak, A rms)."""
    return Goal(STRESS, capacitor_volts, coil_amps, 0, _NO_LIMIT)


@dataclass(frozen=True)
class Bearing:
    """What a tuner's elements bear (V peak, A rms; inf where it is not stated), and the power that goes into
    it, W."""

    capacitor_volts: float
    coil_amps: float
    power_w: float

    @property
    def least_loss(self) -> Goal:
        """The least loss alone."""
        return self._goal(LOSS)

    @property
    def most_out(self) -> Goal:
        """The least loss of what goes in, what the elements do not bear counted as lost."""
        return self._goal(BORNE)

    def most_borne(self, allowed: Real) -> Goal:
        """The least stress of those settings whose score of `most_out` is what is allowed at the most."""
        return self._goal(BEARING, np.ascontiguousarray(allowed, dtype=np.float64))

    def _goal(self, kind: int, limit: Real = _NO_LIMIT) -> Goal:
        # As floats: whole numbers would have the searches compiled anew.
        figures = map(float, (self.capacitor_volts, self.coil_amps, self.power_w))
        volts, amps, power_w = figures
        return Goal(kind, volts, amps, 0, limit, power_w)


def least_overrun(position: int, limit_ohm: Real) -> Goal:
    """The element at a position as near as can be to a reactance (Ω, a value per load)."""
    return Goal(OVERRUN, 1.0, 1.0, position, np.ascontiguousarray(limit_ohm, dtype=np.float64))


class FoundSetting(NamedTuple):
    """Per load: values (3, N) in F or H, and the score that was made least (infinity: no match).

    The score of the least loss is the power in for each squared ampere in the load, W/A². ``stress``: the
    square of the largest share of a rating that the goal knows of, at one watt.
    """

    values: Real
    score: Real
    stress: Real

    @property
    def matched(self) -> Mask:
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

    def two_port(self, freq_hz: Real, values: Real) -> TwoPort:
        """The chain matrix of a setting; ``values`` (3, ...) in F or H, frequencies (...) in Hz."""
        build, flat = self._built(freq_hz, values)
        return TwoPort(*chain_matrices(build, flat).reshape(4, *values.shape[1:]))

    def loads(self, freq_hz: Real, values: Real, load: Port) -> tuple[ElementLoad, ...]:
        """What each element bears, from the phasors (V, A) at the antenna side."""
        build, flat = self._built(freq_hz, values)
        shape = values.shape[1:]
        v, i = (np.broadcast_to(volts_or_amps, shape).reshape(-1) for volts_or_amps in load)
        stresses = borne(build, flat, v, i).reshape(3, 3, *shape)
        return tuple(ElementLoad(*stresses[:, k]) for k in range(len(self.elements)))

    def _built(self, freq_hz: Real, values: Real) -> tuple[Build, Real]:
        """For the kernels; the values flat."""
        freq = np.broadcast_to(freq_hz, values.shape[1:]).reshape(-1)
        build = Build(
            self.plane == "pi", self.far is not None, *self._coils, self.strays.lead_h, self.strays.port_f,
            2 * np.pi * freq, self._qualities(freq),
        )  # fmt: skip
        return build, np.ascontiguousarray(values.reshape(len(values), -1), dtype=np.float64)

    @property
    def _three(self) -> tuple[Element, Element, Element]:
        """The elements; the radio-side arm stands in for an antenna-side one that is not there."""
        return self.near, self.cross, self.far or self.near

    @property
    def _coils(self) -> tuple[bool, bool, bool]:
        first, second, third = (part.is_coil for part in self._three)
        return first, second, third

    def _qualities(self, freq_hz: Real) -> Real:
        return np.stack([quality(part.q, freq_hz) for part in self._three])

    def _at(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> Loads:
        """For the kernels: flat frequencies (Hz) and loads (Ω, finite, not 0)."""
        return Loads(
            self.plane == "pi", self.far is not None, *self._coils,
            np.array([part.low for part in self._three]), np.array([part.high for part in self._three]),
            self.strays.lead_h, self.strays.port_f, r0_ohm, 2 * np.pi * freq_hz, self._qualities(freq_hz),
            np.ascontiguousarray(z_ohm, dtype=np.complex128),
        )  # fmt: skip

    def match(self, freq_hz: Real, z_ohm: Complex, r0_ohm: float, goal: Goal = LEAST_LOSS) -> FoundSetting:
        """The best settings with an input of exactly ``r0_ohm`` at the radio's port, inside the ranges.

        ``freq_hz`` and ``z_ohm`` (finite, not 0) are flat and of one length N; frequencies in Hz.
        """
        score, stress, values = matches(self._at(freq_hz, z_ohm, r0_ohm), goal)
        return FoundSetting(values, score, stress)

    def closest(
        self, freq_hz: Real, z_ohm: Complex, r0_ohm: float, enough_rho: float = 0.0
    ) -> tuple[Real, Real]:
        """Values (3, N) of the setting with the lowest SWR at the radio's port of all, and its |Γ| (N,).

        ``enough_rho``: |Γ| at which the search for a load may end.
        """
        square, values = closest(self._at(freq_hz, z_ohm, r0_ohm), enough_rho**2)
        return values, np.sqrt(square)

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
