"""What the readings would be, and how they move with what is unknown: the station solved once as it is
described and once with each unknown moved a little."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.budget import solve
from tithe.core.log.instruments import Instrument, instrument, shown_share
from tithe.core.log.taken import RADIO, State, Taken
from tithe.core.log.unknowns import Unknowns
from tithe.core.parts.part import Part
from tithe.core.reflection import reflection
from tithe.core.station import Station

Indices = NDArray[np.intp]
TUNING_SD = 0.05
"""Of each part of the Γ that is left where a tuner is set by hand or by itself."""
FLOOR = 4.0
"""So many times a meter's reading error, W, are added to a power before its logarithm is taken."""


@dataclass(frozen=True)
class Slip:
    """How a reading is not what it was taken for: its powers by a ``factor`` (its logarithm), of ``only``
    some readings; forward and reflected ``swapped``; read ``moved`` parts further; against another reference;
    or at a radio whose own tuner was on."""

    log_factor: float = 0.0
    only: tuple[int, ...] = ()
    swapped: bool = False
    moved: int = 0
    reference_ohm: float | None = None
    second_tuner: bool = False


NONE = Slip()


@dataclass(frozen=True)
class Seen:
    """Rows of what is observed, (M,): by which ``reading``, whether it ``is_power``, and its ``value``: |Γ|,
    or of a forward power ln(W + ``floor_w``), which is linear where the reading's own error is all there
    is."""

    reading: Indices
    is_power: Mask
    value: Real
    floor_w: Real


def seen(readings: Sequence[Taken], instruments: Mapping[int, Instrument]) -> Seen:
    """What the readings say, a row each."""
    rows: list[tuple[int, bool, float, float]] = []
    for n, one in enumerate(readings):
        floor = FLOOR * instruments[one.at].reading_sd_w
        if one.forward_w is not None:
            rows.append((n, True, float(np.log(one.forward_w + floor)), floor))
        if (rho := one.rho) is not None:
            rows.append((n, False, rho, floor))
    which, power, value, floors = (np.array(column) for column in zip(*rows, strict=True))
    return Seen(which, power, value, floors)


class Solved(NamedTuple):
    """A station in one setting of its tuner: V and I before each part and at the antenna, (P + 1, F), and the
    loss of its lossy parts, dB, (L, F)."""

    v: Complex
    i: Complex
    loss_db: Real


def as_described(station: Station) -> Station:
    """Nothing of the station is different."""
    return station


@dataclass(frozen=True)
class Model:
    """The readings of a station with its unknowns, ``slip`` in how they were taken; ``changed``: what else is
    different about the station (a fault of the run). ``known``: what has been solved already."""

    unknowns: Unknowns
    readings: tuple[Taken, ...]
    slip: Slip = NONE
    changed: Callable[[Station], Station] = as_described
    known: dict[object, Solved] = field(default_factory=dict, compare=False, repr=False)

    @cached_property
    def freq_hz(self) -> Real:
        """Each frequency once, rising."""
        return np.unique([one.freq_hz for one in self.readings])

    @cached_property
    def states(self) -> list[State]:
        """The settings of the tuner in which something was read."""
        return sorted({one.tuner for one in self.readings})

    @cached_property
    def instruments(self) -> dict[int, Instrument]:
        """Of each place that was read."""
        return {at: instrument(self.unknowns.station, at) for at in sorted({one.at for one in self.readings})}

    def before_tuner(self, one: Taken) -> bool:
        """Whether it was read before a tuner that was matching."""
        return one.tuner == "auto" and one.at < self._first_tuner

    @cached_property
    def _first_tuner(self) -> int:
        """Where the first tuner in line stands; before everything where there is none."""
        chain = self.unknowns.station.chain
        return next((n for n, part in enumerate(chain) if part.tuner and not part.bypassed), RADIO)

    def solved(self, parts: Real, gamma: Complex) -> dict[State, Solved]:
        """In each state, its unknowns at these values."""
        out = {}
        for state in self.states:
            key = (self.changed, state, self.freq_hz.tobytes(), parts.tobytes(), gamma.tobytes())
            if key not in self.known:
                station = self.changed(self.unknowns.applied(parts, gamma))
                self.known[key] = self._solve(in_state(station, state))
            out[state] = self.known[key]
        return out

    def _solve(self, station: Station) -> Solved:
        budget = solve(station, self.freq_hz)
        ports = [*(stage.source for stage in budget.stages), budget.antenna]
        shape = (len(ports), len(self.freq_hz))
        v = np.array([np.ravel(port.v)[: shape[1]] for port in ports]).reshape(shape)
        i = np.array([np.ravel(port.i)[: shape[1]] for port in ports]).reshape(shape)
        losses = np.array([np.ravel(budget.stages[n].loss_db)[: shape[1]] for n in self.unknowns.parts])
        return Solved(v, i, losses.reshape(len(self.unknowns.parts), shape[1]))

    def observed(self, solved: dict[State, Solved], rows: Seen) -> tuple[Real, Real]:
        """ln of the forward power shown and |Γ| for each row: (M,), (M,)."""
        slip, plan = self.slip, self._plan
        mine = self._slipped[rows.reading]
        place, k, state, share, r0 = (column[rows.reading] for column in plan)
        last = len(self.unknowns.station.chain)
        place = np.clip(np.where(mine & (place >= 0), place + slip.moved, place), 0, last).astype(int)
        r0 = np.where(mine, slip.reference_ohm, r0) if slip.reference_ohm else r0
        v, i = np.empty(len(place), dtype=np.complex128), np.empty(len(place), dtype=np.complex128)
        for n, name in enumerate(self.states):
            here = state == n
            v[here], i[here] = (one[place[here], k[here]] for one in solved[name][:2])
        forward = share * np.abs(v + r0 * i) ** 2 / (4 * r0)
        rho = np.minimum(np.abs(reflection(v, i, r0)), 1.0)  # type: ignore[arg-type]  # each against its own
        if slip.second_tuner:
            rho = np.where(plan[0][rows.reading] == RADIO, 0.0, rho)
        log = np.log(np.maximum(forward, 1e-9))
        if slip.swapped:
            shown = np.maximum(rho, 0.03)
            log = np.where(mine, log + 2 * np.log(shown), log)
            rho = np.where(mine, 1 / shown, rho)
        return np.asarray(log + slip.log_factor * mine), np.asarray(rho)

    @cached_property
    def _slipped(self) -> Mask:
        """Of each reading, whether the slip is about it."""
        if not self.slip.only:
            return np.ones(len(self.readings), dtype=bool)
        mine = np.zeros(len(self.readings), dtype=bool)
        mine[list(self.slip.only)] = True
        return mine

    @cached_property
    def _plan(self) -> tuple[NDArray[Any], ...]:
        """Of each reading: place, frequency, state, share of the peak power shown, reference."""
        k = np.searchsorted(self.freq_hz, [one.freq_hz for one in self.readings])
        meters = [self.instruments[one.at] for one in self.readings]
        return (
            np.array([one.at for one in self.readings]),
            k,
            np.array([self.states.index(one.tuner) for one in self.readings]),
            np.array([shown_share(self.unknowns.station, one) for one in self.readings]),
            np.array([meter.reference_ohm for meter in meters]),
        )


def in_state(station: Station, state: State) -> Station:
    """The station with its tuners in line or out of it; those set by hand as they stand."""
    if state == "auto":
        return station
    return replace(station, chain=tuple(_out(part) for part in station.chain))


def _out(part: Part) -> Part:
    return replace(part, setting="bypass") if part.tuner else part  # type: ignore[type-var]  # a dataclass
