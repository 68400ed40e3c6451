"""How a reading may not be what it was taken for, and what it shows then."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.log.taken import State
from tithe.core.reflection import reflection

Indices = NDArray[np.intp]


@dataclass(frozen=True)
class Slip:
    """Of ``only`` some readings, of those ``at`` a meter, of those noted with the ``tuner`` in a state (all
    where left out): their powers by a factor, ``log_factor`` its logarithm and ``log_factor_sd`` how far
    that is open; forward and reflected ``swapped`` (put right in what was read, not in what is expected);
    read ``moved`` parts further; against another reference; at a radio whose own tuner was on; with the
    tuner in the ``other_state`` than was noted; or ``wild``: anything that a meter may show at all."""

    only: tuple[int, ...] = ()
    at: int | None = None
    tuner: State | None = None
    log_factor: float = 0.0
    log_factor_sd: float = 0.0
    swapped: bool = False
    moved: int = 0
    reference_ohm: float | None = None
    second_tuner: bool = False
    other_state: bool = False
    wild: bool = False


NONE = Slip()


@dataclass(frozen=True)
class Places:
    """Of M rows of what is read: at which plane (the radio's is the first, that of the n-th part n + 1), at
    which frequency, in which of the states (`tithe.core.log.case.STATES`), by which ``reading``, ``at`` which
    meter; the share of the peak power that is shown, the reference, and whether it is the radio's own."""

    plane: Indices
    freq: Indices
    state: Indices
    reading: Indices
    at: Indices
    share: Real
    reference_ohm: Real
    radio: Mask
    planes: int

    def slipped(self, slip: Slip) -> Mask:
        """Whether the slip is about each row, (M,)."""
        mine = np.isin(self.reading, slip.only) if slip.only else np.ones(len(self.reading), dtype=bool)
        if slip.at is not None:
            mine &= self.at == slip.at
        if slip.tuner is not None:
            mine &= self.state % 2 == (slip.tuner == "bypass")
        return mine

    def observed(self, v: Complex, i: Complex, slip: Slip) -> tuple[Real, Real]:
        """ln of the forward power shown, and |Γ|, (..., M) each, from V and I by state, (S, ..., planes,
        F)."""
        mine = self.slipped(slip)
        plane = np.where(mine & ~self.radio, self.plane + slip.moved, self.plane)
        plane = np.clip(plane, 0, self.planes - 1)
        state = np.where(mine, self.state ^ 1, self.state) if slip.other_state else self.state
        state = np.clip(state, 0, len(v) - 1)
        r0 = self.reference_ohm
        if slip.reference_ohm is not None:
            r0 = np.where(mine, slip.reference_ohm, r0)
        v_at, i_at = (np.moveaxis(values[state, ..., plane, self.freq], 0, -1) for values in (v, i))
        forward = self.share * np.abs(v_at + r0 * i_at) ** 2 / (4 * r0)
        rho = np.minimum(np.abs(reflection(v_at, i_at, r0)), 1.0)
        if slip.second_tuner:
            rho = np.where(self.radio, 0.0, rho)
        log = np.log(np.maximum(forward, 1e-9))
        return np.asarray(log + slip.log_factor * mine), np.asarray(rho)
