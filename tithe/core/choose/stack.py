"""Many lines as one: a line type whose constants carry a leading axis of candidates.

Everything of a `tithe.core.parts.line.Line` is arithmetic over arrays, so a chain with a stacked line in it
is solved for all candidates in one pass: shapes ``(C, P, F)`` of candidates, phases and frequencies.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from tithe.core.arrays import Real
from tithe.core.parts.line import LineType


@dataclass(frozen=True)
class StackedLine:
    """Lines side by side; every figure has shape ``(C, 1, 1)``, ``(C, 1, F)`` or ``(C, P, F)``."""

    lines: tuple[LineType, ...]
    name: str = "stacked"

    def _stacked(self, values: list[float]) -> Any:
        return np.array(values)[:, None, None]

    @property
    def r0_ohm(self) -> Any:
        """Nominal impedances, Ω."""
        return self._stacked([line.r0_ohm for line in self.lines])

    @property
    def velocity_factor(self) -> Any:
        """Velocity factors."""
        return self._stacked([line.velocity_factor for line in self.lines])

    @property
    def max_volts_rms(self) -> Any:
        """Voltage ratings, V; inf where none is stated."""
        return self._stacked([line.max_volts_rms or np.inf for line in self.lines])

    @property
    def balanced(self) -> bool:
        """Whether they are balanced: a stack holds either kind, never both."""
        return self.lines[0].balanced

    @property
    def heat_w_per_m(self) -> Any:
        """What a metre gives off, W; inf where it is not known."""
        return self._stacked([line.heat_w_per_m or np.inf for line in self.lines])

    @property
    def wet_factor(self) -> float:
        """1: weather is not asked of stacked lines."""
        return 1.0

    @property
    def low_band_factor(self) -> float:
        """1: weather is not asked of stacked lines."""
        return 1.0

    @property
    def fit_residual_db_per_100m(self) -> None:
        """Not asked of stacked lines: None."""
        return None

    def series_ohm_per_m(self, freq_hz: Real) -> Real:
        """R in Ω/m."""
        return _rows([line.series_ohm_per_m(freq_hz) for line in self.lines])

    def shunt_siemens_per_m(self, freq_hz: Real) -> Real:
        """G in S/m."""
        return _rows([line.shunt_siemens_per_m(freq_hz) for line in self.lines])


def _rows(each: list[Real]) -> Real:
    """Each over frequency, or a row for each of the antennas that it meets."""
    return np.stack([np.atleast_2d(row) for row in each])
