"""Rows of what a sweep, a preset or the bench told beside the readings, as they are predicted.

One of the day of the readings shows the station with whatever is supposed of it. An earlier one shows it as
it is described: what is not quite known of that (the antenna's Γ, the losses of the run) stands in the same
columns, so that a measured antenna is known better, and a run by what came back through it.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tithe.core.arrays import Real
from tithe.core.log.case import Case
from tithe.core.log.kept import Beside
from tithe.core.log.rows import by_station
from tithe.core.log.slips import Indices, Slip
from tithe.core.log.solved import STEP, Solved
from tithe.core.log.supposed import Change
from tithe.core.reflection import reflection

_REFERENCE_OHM = 50.0


def beside_rows(
    case: Case, every: Sequence[Beside], slip: Slip, station: Solved, which: Indices
) -> tuple[Real, Real, Real]:
    """In worlds (G, T): what is predicted of each row (G, T, B), its slopes (G, T, B, N) and its noise."""
    out = [_rows(case, value, slip, station, which) for value in every]
    predicted, slopes, noise = (np.concatenate(column, axis=2) for column in zip(*out, strict=True))
    return predicted, slopes, noise


def bench_rows(case: Case, changes: Sequence[Change], value: Real) -> tuple[Real, Real, Real]:
    """Under changes (G,) about values (G, N), of each part that lay on the bench ln of how many times as much
    it loses as written: what is predicted (G, 1, B), its slopes (G, 1, B, N) and its noise (G, 1, B)."""
    shape = len(changes), 1, len(case.benched)
    predicted, slopes = np.empty(shape), np.zeros((*shape, len(case.columns)))
    first = case.slice_of("part").start
    for b, benched in enumerate(case.benched):
        p = case.unknowns.parts.index(benched.part)
        more = np.array([sum(log for column, log in each.log_loss if column == p) for each in changes])
        slopes[..., b, first + p] = case.unknowns.part_sd[p]
        off = case.unknowns.part_sd[p] * value[:, first + p]
        predicted[..., b] = (case.unknowns.part_mean[p] + more + off)[:, None]
    noise = np.broadcast_to([benched.sd**2 for benched in case.benched], shape)
    return predicted, slopes, noise


def _rows(case: Case, beside: Beside, slip: Slip, station: Solved, which: Indices) -> tuple[Real, Real, Real]:
    k = int(np.searchsorted(case.freq_hz, beside.freq_hz))
    state = int(case.beyond_tuner(beside))
    v, i = (each[state][:, which, beside.joint + 1, k] for each in (station.v, station.i))  # (D, G, T)
    gamma = reflection(v, i, _REFERENCE_OHM)
    parts = np.stack([gamma.real, gamma.imag] if beside.phased else [np.abs(gamma)], axis=-1)
    slopes = by_station(case, station, which, (parts[1:] - parts[0]) / STEP, np.full(parts.shape[-1], k))
    noise = np.full(parts.shape[1:], beside.noise)
    predicted = parts[0]
    if beside.age is not None:  # an antenna that has changed since then has no part in it
        for name in ("moved", "ohm", "size"):
            column = case.where[name, 0]
            noise += slopes[..., column] ** 2
            slopes[..., column] = 0.0
    elif slip.wild and not slip.only:
        predicted, slopes = np.broadcast_to(np.array(beside.values), parts.shape[1:]), np.zeros_like(slopes)
        noise = np.full(parts.shape[1:], 1 / (2 * np.pi * beside.flat_density**2))
    return predicted, slopes, noise
