"""A simulated analyzer: it "measures" the station at a joint, with an instrument's faults.

    Γ_m = δ + Γ·(1 + d·t)·exp(jθ·t) + noise

δ is what leaks past an imperfect bridge, |δ| = 10^(−D/20) at one unknown phase (directivity D); d and θ are
the drift of the calibration in size and phase, growing from 0 to their full value over the sweep (t from 0 to
1); the noise is independent in both parts. What is left out: the mismatch of the source, and leakage that
changes with frequency. The same seed gives the same faults.

Tuners that set themselves are taken out of line, as one measures; one set by hand stays in line as it stands.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

import numpy as np

from tithe.core.antenna import PlannedAntenna, SwrAntenna
from tithe.core.budget import run_without_tuners
from tithe.core.errors import (
    InputError,
    require,
    require_above,
    require_between,
    require_not_negative,
    require_positive,
)
from tithe.core.reflection import reflection
from tithe.core.station import Station
from tithe.core.sweep.plane import require_plane, two_port_of
from tithe.core.sweep.sweep import REFERENCE_OHM, Sweep, with_phase

MOST_POINTS = 20_001


@dataclass(frozen=True)
class Analyzer:
    """Its range and faults; ``directivity_db`` None is a perfect bridge. ``drift_db`` and ``drift_deg``: at
    the end of the sweep."""

    start_hz: float
    stop_hz: float
    points: int = 201
    noise: float = 0.0
    directivity_db: float | None = None
    drift_db: float = 0.0
    drift_deg: float = 0.0
    seed: int = 1

    def __post_init__(self) -> None:
        require_positive("start_hz", self.start_hz)
        require_above("stop_hz", self.stop_hz, "start_hz", self.start_hz)
        require_between("points", self.points, 2, MOST_POINTS)
        require_not_negative("noise", self.noise)
        require(self.noise <= 0.1, "noise", "at-most", self.noise, most=0.1)
        if self.directivity_db is not None:
            require_positive("directivity_db", self.directivity_db)
        require_between("drift_db", self.drift_db, -3, 3)
        require_between("drift_deg", self.drift_deg, -90, 90)

    @property
    def freq_hz(self) -> np.ndarray:
        """The frequencies measured, Hz."""
        return np.linspace(self.start_hz, self.stop_hz, self.points)

    def show(self, truth: Sweep) -> Sweep:
        """What it shows of a true sweep with phase, on its own frequencies."""
        assert truth.gamma is not None
        rng = np.random.default_rng(self.seed)
        t = np.linspace(0.0, 1.0, len(truth.freq_hz))
        size = 10 ** (self.drift_db * t / 20)
        gamma = truth.gamma * size * np.exp(1j * np.radians(self.drift_deg) * t)
        if self.directivity_db is not None:
            gamma = gamma + 10 ** (-self.directivity_db / 20) * np.exp(2j * np.pi * rng.uniform())
        noise = rng.normal(size=(2, len(t))) * self.noise
        return with_phase(truth.freq_hz, gamma + noise[0] + 1j * noise[1])


def measure(station: Station, joint: int, analyzer: Analyzer) -> Sweep:
    """What the analyzer shows, looking to the antenna from joint ``joint`` (0 at the radio)."""
    require_plane("joint", joint, len(station.chain))
    if isinstance(station.antenna, SwrAntenna):
        raise InputError("antenna", "no-phase")
    freq_hz, antenna = analyzer.freq_hz, station.antenna
    if isinstance(antenna, PlannedAntenna):  # an instrument is at one antenna, not at what it may be
        port = antenna.swept(freq_hz)
    else:
        port = antenna.terminals(freq_hz, partial(run_without_tuners, station, freq_hz))
    run, _, _ = two_port_of(station.chain[joint:], freq_hz)
    port = run.input(port)
    gamma = reflection(port.v, port.i, REFERENCE_OHM)
    return analyzer.show(with_phase(freq_hz, gamma))
