"""A line that loses more than it should: old, wet, or of copper-clad steel on the low bands."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from tithe.core.arrays import Real
from tithe.core.parts.line import LineType

LOW_BAND_HZ = 5e6
"""Below this the steel in copper-clad steel is not hidden by the skin of copper."""


@dataclass(frozen=True)
class WorseLine:
    """A line with ``factor`` times the attenuation, conductor and dielectric alike, ``low_band`` times more
    below 5 MHz, and a velocity factor of ``slower`` times its own."""

    line: LineType
    factor: float | Real = 1.0
    low_band: float = 1.0
    slower: float = 1.0

    def __getattr__(self, name: str) -> Any:
        """Everything else is the line's."""
        return getattr(object.__getattribute__(self, "line"), name)

    @property
    def velocity_factor(self) -> float:
        """Velocity factor."""
        return self.line.velocity_factor * self.slower

    def _times(self, freq_hz: Real) -> Real:
        return self.factor * np.where(np.asarray(freq_hz) < LOW_BAND_HZ, self.low_band, 1.0)

    def series_ohm_per_m(self, freq_hz: Real) -> Real:
        """R in Ω/m."""
        return np.asarray(self._times(freq_hz) * self.line.series_ohm_per_m(freq_hz))

    def shunt_siemens_per_m(self, freq_hz: Real) -> Real:
        """G in S/m."""
        return np.asarray(self._times(freq_hz) * self.line.shunt_siemens_per_m(freq_hz))
