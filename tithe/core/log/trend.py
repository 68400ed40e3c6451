"""What the readings of each day imply, one day beside the next: whether a loss has grown."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.intervals import Interval
from tithe.core.log.explain import settled, weighing_s
from tithe.core.log.model import Model, seen
from tithe.core.log.open_phase import at_phases, likeliest, losses, read, weighings_for_phases
from tithe.core.log.open_phase import begun as begun_at
from tithe.core.log.reconcile import require_readings
from tithe.core.log.taken import Taken
from tithe.core.log.unknowns import unknowns_of
from tithe.core.solving_cost import seconds_a_load
from tithe.core.station import Station

_SOLVES, _SOLVES_FOR_PHASES = 30, 400
"""How many times the station is solved for a day, about; and how many times more where a phase is to be
found."""
_WEIGHED = 8
"""How many times a day's readings are weighed, about."""


@dataclass(frozen=True)
class Day:
    """What a day's readings imply: the losses of the lossy parts (P, F) at its frequencies (F,), Hz, least,
    middle and most of nineteen cases in twenty; ``read``: whether a reading bears on it."""

    freq_hz: Real
    loss_db: Interval[Real]
    read: Mask


def cost_s(station: Station, readings: int, frequencies: int) -> float:
    """Seconds that `day` may take, about."""
    open_phase = not station.antenna.phase_known
    solves = _SOLVES + open_phase * _SOLVES_FOR_PHASES
    weighed = _WEIGHED + open_phase * weighings_for_phases(frequencies)
    return solves * frequencies * seconds_a_load(station.chain) + weighed * weighing_s(readings, frequencies)


def day(station: Station, readings: Sequence[Taken]) -> Day:
    """By the station as it is described, no slip suspected. Raises `InputError` as `reconcile` does."""
    require_readings(station, readings)
    asked = Model(unknowns_of(station), tuple(readings))
    rows = seen(readings, asked.instruments)
    phased = at_phases(asked.unknowns.station, asked.freq_hz)
    tried = begun_at(asked, phased, rows)
    begun = likeliest(tried)
    found = settled(begun.model, rows, begun, rounds=1)
    return Day(asked.freq_hz, losses(found, phased), read(found, tried))


def grown(days: Sequence[Day], part: int) -> bool:
    """Whether a part's loss has certainly grown from the first day to the last: at a frequency that both
    have, its interval on the last lies above that on the first."""
    if len(days) < 2:
        return False
    first, last = days[0], days[-1]
    both = np.intersect1d(first.freq_hz, last.freq_hz)
    here, there = (np.searchsorted(one.freq_hz, both) for one in (first, last))
    return bool((last.loss_db.low[part][there] > first.loss_db.high[part][here]).any())
