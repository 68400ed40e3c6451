"""What the readings of each day imply, one day beside the next: whether a loss has grown."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real
from tithe.core.readings.explain import linear, settled
from tithe.core.readings.model import Model, seen
from tithe.core.readings.reconcile import require_readings
from tithe.core.readings.taken import Taken
from tithe.core.readings.unknowns import unknowns_of
from tithe.core.station import Station

_SIGMAS = 1.96


@dataclass(frozen=True)
class Day:
    """What a day's readings imply: the losses of the lossy parts (P, F) at its frequencies (F,), Hz, least,
    middle and most of nineteen cases in twenty."""

    freq_hz: Real
    low_db: Real
    middle_db: Real
    high_db: Real


def day(station: Station, readings: Sequence[Taken]) -> Day:
    """By the station as it is described, no slip suspected. Raises `InputError` as `reconcile` does."""
    require_readings(station, readings)
    model = Model(unknowns_of(station), tuple(readings))
    rows = seen(readings, model.instruments)
    found = settled(model, rows, linear(model, rows), rounds=1)
    return Day(model.freq_hz, *found.loss_db(_SIGMAS))


def grown(days: Sequence[Day], part: int) -> bool:
    """Whether a part's loss has certainly grown from the first day to the last: at a frequency that both
    have, its interval on the last lies above that on the first."""
    if len(days) < 2:
        return False
    first, last = days[0], days[-1]
    both = np.intersect1d(first.freq_hz, last.freq_hz)
    here, there = (np.searchsorted(one.freq_hz, both) for one in (first, last))
    return bool((last.low_db[part][there] > first.high_db[part][here]).any())
