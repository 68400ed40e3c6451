"""What was measured on the bench, at the loads of the station: a tuner's loss on its bands at several feeder
lengths, and any part's loss with the least and with the most that was measured."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import solve
from tithe.core.errors import InputError
from tithe.core.intervals import Interval
from tithe.core.main_run import main_run
from tithe.core.parts.part import Part
from tithe.core.parts.tuner.part import Tuner
from tithe.core.station import Station

ASIDE_M = (-4.0, -2.0, 0.0, 2.0, 4.0)
"""Feeder lengths that are tried, beside the one there is."""


def loss_at(station: Station, at: int, part: Part, freq_hz: Real) -> Real:
    """Loss, dB, of another part in the place of the ``at``-th, ``(F,)``; of an antenna whose phase is not
    known the middle. Raises `InputError` as `solve`."""
    chain = (*station.chain[:at], part, *station.chain[at + 1 :])
    loss = solve(replace(station, chain=chain), freq_hz).stages[at].loss_db
    return np.asarray(np.median(loss.reshape(-1, len(freq_hz)), axis=0))


def span_at(station: Station, at: int, ends: tuple[Part, Part], freq_hz: Real) -> tuple[Real, Real]:
    """Least and most of its loss with either of two parts in its place, ``(F,)``."""
    loss_low, loss_high = (loss_at(station, at, part, freq_hz) for part in ends)
    return np.minimum(loss_low, loss_high), np.maximum(loss_low, loss_high)


@dataclass(frozen=True)
class AtLengths:
    """``length_m`` (L,) of the run behind the tuner, ``present`` being the one there is; ``loss_db``
    (L, F)."""

    length_m: Real
    present: int
    loss_db: Interval[Real]


def at_lengths(
    station: Station, at: int, freq_hz: Real, coil_q: Sequence[tuple[float, float, float]]
) -> AtLengths:
    """A tuner's loss at the real loads with the Q that was measured at each frequency: least, as found, most;
    tuned for each. Without a line behind it only as it stands. Raises `InputError` as `solve`."""
    tuner = station.chain[at]
    if not isinstance(tuner, Tuner):
        raise InputError(f"chain[{at}]", "no-tuner-of-knobs")
    lengths, run_at = np.array([0.0]), None
    try:
        behind, run = main_run(station.chain[at + 1 :])
        run_at = at + 1 + behind
        lengths = np.array([run.length_m + aside for aside in ASIDE_M if run.length_m + aside > 0])
    except InputError:
        pass
    least, likely, most = (np.array(values) for values in zip(*coil_q, strict=True))
    losses = []
    for length in lengths:
        chain = list(station.chain)
        if run_at is not None:
            chain[run_at] = replace(run, length_m=float(length))
        varied = replace(station, chain=tuple(chain))
        losses.append(
            [loss_at(varied, at, _with_q(tuner, freq_hz, q), freq_hz) for q in (most, likely, least)]
        )
    low, middle, high = np.array(losses).transpose(1, 0, 2)
    present = int(np.argmin(np.abs(lengths - run.length_m))) if run_at is not None else 0
    return AtLengths(lengths, present, Interval(low, middle, high))


def _with_q(tuner: Tuner, freq_hz: Real, q: Real) -> Tuner:
    points = tuple(zip(freq_hz.tolist(), q.tolist(), strict=True))
    return replace(tuner, coil_q=points, setting="auto")
