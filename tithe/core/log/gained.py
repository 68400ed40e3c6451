"""What a change brought, by readings before it and since: how much less the parts of the run lose."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Real
from tithe.core.intervals import Interval
from tithe.core.log.reconcile import Reconciled


class Gained(NamedTuple):
    """At which frequencies both were read, Hz, and how much less is lost there on average, dB, nineteen cases
    in twenty."""

    freq_hz: tuple[float, ...]
    db: Interval[float]


def gained(before: Reconciled, since: Reconciled) -> Gained | None:
    """None where no frequency was read both times. Each time's losses err apart from the other's; those of
    one time at several frequencies err together."""
    common = sorted({*before.case.freq_hz.tolist()} & {*since.case.freq_hz.tolist()})
    if not common:
        return None
    (lost, low, high), (loses, least, most) = (_lost(reconciled, common) for reconciled in (before, since))
    down, up = float(np.hypot(lost - low, most - loses)), float(np.hypot(high - lost, loses - least))
    middle = lost - loses
    return Gained(tuple(common), Interval(middle - down, middle, middle + up))


def _lost(reconciled: Reconciled, freqs: list[float]) -> tuple[float, float, float]:
    """In all parts together, dB, on average over the frequencies, with how far it may be off: the parts err
    apart from each other."""
    at = [int(np.flatnonzero(reconciled.case.freq_hz == freq)[0]) for freq in freqs]
    low, value, high = (np.asarray(end)[:, at].mean(axis=1) for end in reconciled.losses)
    total = float(value.sum())
    return total, total - _apart(value - low), total + _apart(high - value)


def _apart(off: Real) -> float:
    return float(np.sqrt((off**2).sum()))
