"""The antenna that readings are explained by: its Γ at each frequency as it is described, and as it is where
its resonance has moved or its resistance has changed.

Moved by a share δ it is at f what it was at f/(1 + δ). Where its data do not reach so far, and of an antenna
that takes long to compute, its reactance goes on as steeply as at f and its resistance stays; where nothing
tells how steep that is, as steeply as a resonator's of Q 10. That is good enough to be suspected by, and no
figure of the antenna is told from it.
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from tithe.core.antenna.resonator import Resonator
from tithe.core.antenna.sampled import INTERPOLATION_OHM, SampledAntenna
from tithe.core.arrays import Complex, Real
from tithe.core.budget import open_phases_of, run_without_tuners
from tithe.core.log.slips import Indices
from tithe.core.phases import PHASES
from tithe.core.station import Station

TRIED = 12
"""Phases that are tried at each frequency where they are not known."""
USUAL_Q = 10.0
_APART = 0.005
_MOST_SLOPE_OHM = 1e4


@dataclass(frozen=True)
class Feed:
    """``gamma`` (T, F) re 50 Ω, and ``slope_ohm`` (T, F), f dX/df."""

    station: Station
    freq_hz: Real
    gamma: Complex
    slope_ohm: Real
    memo: dict[tuple[float, float], Complex] = field(default_factory=dict, compare=False, repr=False)

    def changed(self, moved: float, log_ohm: float) -> Complex:
        """Γ (T, F) with the resonance moved by a share of the frequency and R by a factor."""
        if (moved, log_ohm) == (0.0, 0.0):
            return self.gamma
        key = moved, log_ohm
        if key not in self.memo:
            z = _ohm(self.gamma)
            unmoved_hz = self.freq_hz / (1 + moved)
            z = z.real + 1j * (z.imag + self.slope_ohm * (1 / (1 + moved) - 1))
            antenna = self.station.antenna
            if isinstance(antenna, SampledAntenna | Resonator):
                low, high = antenna.range_hz
                inside = (unmoved_hz >= low) & (unmoved_hz <= high)
                z[:, inside] = _ohm(gamma_at(self.station, unmoved_hz[inside]))
            z = z.real * np.exp(log_ohm) + 1j * z.imag
            self.memo[key] = (z - INTERPOLATION_OHM) / (z + INTERPOLATION_OHM)
        return self.memo[key]

    def slopes(self, gamma: Complex, phases: Indices) -> tuple[Complex, Complex]:
        """Of Γ (W, F), each at its phases (W, F), by the share it is moved, and by the logarithm of R."""
        z = _ohm(gamma)
        by_ohm = 2 * INTERPOLATION_OHM / (z + INTERPOLATION_OHM) ** 2
        slope = self.slope_ohm[phases, np.arange(gamma.shape[-1])]
        return -1j * slope * by_ohm, z.real * by_ohm


def _ohm(gamma: Complex) -> Complex:
    gamma = gamma * np.minimum(1.0, 0.9999 / np.maximum(np.abs(gamma), 1e-12))
    return np.asarray(INTERPOLATION_OHM * (1 + gamma) / (1 - gamma))


def gamma_at(station: Station, freq_hz: Real) -> Complex:
    """Γ re 50 Ω of an antenna whose phase is known, (F,)."""
    port = station.antenna.terminals(freq_hz, lambda: run_without_tuners(station, freq_hz))
    return port.gamma(INTERPOLATION_OHM)


def feed_of(station: Station, freq_hz: Real) -> Feed:
    """Of a station at ``freq_hz`` (F,), Hz. Raises `InputError` where no passive antenna shows its SWR."""
    if not station.antenna.phase_known:
        phases = open_phases_of(station, freq_hz)
        gamma = phases.port(phases.even_turns()[:: PHASES // TRIED]).gamma(INTERPOLATION_OHM)
        return Feed(station, freq_hz, gamma, 2 * USUAL_Q * _ohm(gamma).real)
    gamma = gamma_at(station, freq_hz)
    low, high = station.antenna.range_hz
    below, above = (np.clip(freq_hz * (1 + off), low, high) for off in (-_APART, _APART))
    wide = above > below
    slope = 2 * USUAL_Q * _ohm(gamma).real
    if wide.any():
        ends = [_ohm(gamma_at(station, edge[wide])).imag for edge in (below, above)]
        slope[wide] = freq_hz[wide] * (ends[1] - ends[0]) / (above - below)[wide]
    return Feed(station, freq_hz, gamma[None], np.clip(slope, -_MOST_SLOPE_OHM, _MOST_SLOPE_OHM)[None])
