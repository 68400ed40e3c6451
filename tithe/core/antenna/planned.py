"""An antenna that is not built yet: known by its wires, as an estimate with what it may be instead.

It has a row for each way things may be. The estimate as typed stands in more than half of the rows, so that
the middle of any figure over the rows is that of the estimate; the other rows move one assumption each.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cached_property
from typing import ClassVar, Literal

import numpy as np

from tithe.core.antenna.guess import Guess
from tithe.core.antenna.loss import LossResistance, SeriesLoss
from tithe.core.arrays import Complex, Real
from tithe.core.cost import refuse_beyond
from tithe.core.errors import InputError
from tithe.core.twoport import Port, Run
from tithe.core.wires.ends import end_ohm
from tithe.core.wires.estimate import (
    CASES,
    Case,
    Fed,
    Plan,
    all_cases,
    as_typed,
    highest_hz,
    require_clear,
    require_not_too_high,
    seconds,
)
from tithe.core.wires.mesh import MOST_SEGMENTS, PER_WAVELENGTH
from tithe.core.wires.moments import LIGHT_M_PER_S
from tithe.core.wires.swept import impedance

_SHORTEST_WAVELENGTHS = 0.005


@dataclass(frozen=True)
class PlannedAntenna:
    """``spread``: whether the estimate comes with its interval. ``stated_loss`` goes before the computed
    one."""

    plan: Plan
    spread: bool = True
    label: str = "antenna"
    stated_loss: LossResistance | None = None
    phase_known: ClassVar[bool] = True

    @cached_property
    def range_hz(self) -> tuple[float, float]:
        """Where its wires are neither too short for a wave nor too long, or too high, for the method, Hz."""
        low, high = self._wires_hz
        return low, min(high, highest_hz(self.plan))

    @cached_property
    def _wires_hz(self) -> tuple[float, float]:
        whole = LIGHT_M_PER_S / self.plan.shape.layout().length_m
        return _SHORTEST_WAVELENGTHS * whole, MOST_SEGMENTS / PER_WAVELENGTH[0] / 2 * whole

    @property
    def loss(self) -> SeriesLoss | None:
        """What ground, coil and wire take."""
        return self.stated_loss or EstimatedPart(self, "loss_ohm")

    @property
    def sky(self) -> SeriesLoss:
        """What leaves for the sky."""
        return EstimatedPart(self, "sky_ohm")

    def terminals(self, freq_hz: Real, run: Callable[[], Run] | None = None) -> Port:
        """V and I at the feedpoint per ampere: shape ``(F,)``, with its interval ``(P, F)``."""
        z = np.array(
            [[estimate.z_ohm for estimate in row] for row in self.rows(freq_hz)], dtype=np.complex128
        )
        return Port(self._shaped(z), self._shaped(np.ones(z.shape, dtype=np.complex128)))

    def swept(self, freq_hz: Real) -> Port:
        """V and I per ampere of the estimate alone, at many rising frequencies: shape ``(F,)``."""
        self.check(freq_hz)
        z = impedance(self.plan, freq_hz)
        return Port(z, np.ones(z.shape, dtype=np.complex128))

    def rows(self, freq_hz: Real) -> list[list[Fed]]:
        """All cases at all frequencies (Hz): the estimate, then each assumption moved, then the estimate
        again."""
        columns = []
        for cases in self.cases(np.atleast_1d(np.asarray(freq_hz, dtype=np.float64))):
            mine = [estimate for _, estimate in cases]
            columns.append(mine + [mine[0]] * (ROWS - len(mine)) if self.spread else mine)
        return [list(row) for row in zip(*columns, strict=True)]

    def cases(self, freq_hz: Real) -> tuple[tuple[tuple[Case, Fed], ...], ...]:
        """At each frequency (Hz, shape ``(F,)``) the estimate as typed, then what it may be instead.

        Raises `InputError` at frequencies that the wires cannot be computed at.
        """
        self.check(freq_hz)
        refuse_beyond(seconds(self.plan, freq_hz.tolist(), self.spread), "fewer-wires")
        try:
            return all_cases(self.plan, tuple(freq_hz.tolist()), self.spread)
        except InputError as error:
            raise error.under("antenna") from None

    def check(self, freq_hz: Real) -> None:
        """Raise `InputError` at a frequency (Hz) at which its wires cannot be computed."""
        try:
            require_clear(self.plan)
        except InputError as error:
            raise error.under("antenna") from None
        low, high = self._wires_hz
        outside = (freq_hz < low) | (freq_hz > high)
        if outside.any():
            freq_outside = float(freq_hz[np.argmax(outside)])
            raise InputError("antenna", "beyond-the-wires", freq_outside, low_hz=low, high_hz=high)
        require_not_too_high(self.plan, float(np.max(freq_hz)))

    def each_s(self, freq_hz: float) -> float:
        """Of all its cases."""
        return seconds(self.plan, [freq_hz], self.spread)

    def guess(self, freq_hz: float) -> Guess | None:
        """None: it is an estimate everywhere, and its interval says how good."""
        return None

    def end_ohm(self, freq_hz: float) -> float:
        """How many volts the highest of its open ends stands for an ampere at the feed, as typed, Ω."""
        return end_ohm(as_typed(self.plan, freq_hz))

    @property
    def alone(self) -> PlannedAntenna:
        """The estimate as typed, without its interval: an antenna as others are."""
        return replace(self, spread=False)

    def _shaped(self, values: Complex) -> Complex:
        return values if self.spread else values[0]


ROWS = 2 * CASES - 1
"""Rows of an estimate with its interval: those that move an assumption, and one more of the estimate
itself."""


@dataclass(frozen=True)
class EstimatedPart:
    """A part of the resistance of an antenna that is planned, by its name in `Fed`."""

    antenna: PlannedAntenna
    name: Literal["loss_ohm", "sky_ohm"]

    def ohm(self, freq_hz: Real) -> Real:
        """Ω, in the shape of the antenna's terminals."""
        rows = np.array(
            [[getattr(estimate, self.name) for estimate in row] for row in self.antenna.rows(freq_hz)]
        )
        return np.asarray(rows if self.antenna.spread else rows[0])
