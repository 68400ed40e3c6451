"""Suppositions weighed by readings: first, about the values that explain them best, at every phase."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np
from scipy.special import logsumexp

from tithe.core.arrays import Real
from tithe.core.log.beside import bench_rows, beside_rows
from tithe.core.log.case import Case
from tithe.core.log.evidence import Weighed, together
from tithe.core.log.feed import Feed
from tithe.core.log.rows import predicted_rows
from tithe.core.log.slips import Slip
from tithe.core.log.solved import Solved, Wanted
from tithe.core.log.supposed import NOTHING, Supposed

_TUNER_STEP = 0.1
_AT_ONCE = 1_000_000
"""Numbers in the slopes that are held at once."""


def weighed(case: Case, feed: Feed, supposed: Sequence[Supposed]) -> Weighed:
    """All of them about their priors' middles."""
    out: list[Weighed] = []
    columns, rows = len(case.columns), len(case.row_freq)
    tried = len(case.gamma)
    most = max(_AT_ONCE // (columns * rows * tried), 1)
    plain = [n for n, supposition in enumerate(supposed) if not supposition.slip.other_state]
    in_other_state = [n for n, supposition in enumerate(supposed) if supposition.slip.other_state]
    order = []
    for group in (plain, in_other_state):
        for first in range(0, len(group), most):
            chunk = group[first : first + most]
            order += chunk
            out.append(_weighed(case, feed, [supposed[n] for n in chunk], None))
    every = together(out)
    back = np.empty(len(order), dtype=int)
    back[order] = np.arange(len(order))
    return every[back.tolist()]


def settled(weighed: Weighed, feed: Feed, rounds: int = 2) -> Weighed:
    """The same about the values that explain the readings best."""
    case = weighed.case
    for _ in range(rounds):
        most = max(_AT_ONCE // (len(case.columns) * len(case.row_freq)), 1)
        pieces = []
        for first in range(0, len(weighed.supposed), most):
            piece = weighed[range(first, min(first + most, len(weighed.supposed)))]
            pieces.append(_weighed(case, feed, piece.supposed, piece))
        weighed = together(pieces)
    return weighed


def solved_at(weighed: Weighed, feed: Feed) -> Solved:
    """Each supposition about the values that explain the readings best, in all states."""
    value = _about(weighed)
    return Solved.of(
        weighed.case, feed, [supposed.change for supposed in weighed.supposed], weighed.phase, value, "all"
    )


def with_phases(weighed: Weighed, feed: Feed, k: int) -> Weighed:
    """Each supposition at every phase that is tried at the ``k``-th frequency, the others as they are."""
    tried = len(weighed.case.gamma)
    many = weighed[[n for n in range(len(weighed.supposed)) for _ in range(tried)]]
    phase = many.phase.copy()
    phase[:, k] = np.tile(np.arange(tried), len(weighed.supposed))
    return _weighed(weighed.case, feed, many.supposed, replace(many, phase=phase))


def _weighed(case: Case, feed: Feed, supposed: Sequence[Supposed], about: Weighed | None) -> Weighed:
    count, columns = len(supposed), len(case.columns)
    if about is None:
        changes = list(dict.fromkeys(id(supposition.change) for supposition in supposed))
        by_id = {id(supposition.change): supposition.change for supposition in supposed}
        which = np.array([changes.index(id(supposition.change)) for supposition in supposed])
        tried = len(case.gamma)
        value = np.zeros((count, columns))
        phases = np.repeat(np.arange(tried)[None, :, None], len(changes), axis=0)
        phases = np.broadcast_to(phases, (len(changes), tried, len(case.freq_hz))).reshape(
            -1, len(case.freq_hz)
        )
        each = [by_id[key] for key in changes for _ in range(tried)]
        at = np.zeros((len(each), columns))
        index = which[:, None] * tried + np.arange(tried)
    else:
        tried, value, phases = 1, _about(about), about.phase
        each, at = [supposition.change for supposition in supposed], value
        index = np.arange(count)[:, None]
    wanted: Wanted = "other-too" if any(supposition.slip.other_state for supposition in supposed) else "read"
    station = Solved.of(case, feed, each, phases, at, wanted)
    described, as_described = station, index
    if case.before:
        once = phases[:tried] if about is None else phases
        described = Solved.of(case, feed, [NOTHING] * len(once), once, at[: len(once)], wanted)
        as_described = np.broadcast_to(np.arange(tried), index.shape) if about is None else index
    predicted, noise = (np.empty((count, tried, len(case.row_freq))) for _ in range(2))
    slopes = np.empty((*predicted.shape, columns))
    slips: dict[Slip, list[int]] = {}
    for n, supposition in enumerate(supposed):
        slips.setdefault(supposition.slip, []).append(n)
    for slip, members in slips.items():
        rows = [predicted_rows(case, slip, station, index[members], value[members])]
        if case.benched:
            changed = [supposed[n].change for n in members]
            benched = bench_rows(case, changed, value[members])
            at_each, by, noises = (np.repeat(column, tried, axis=1) for column in benched)
            rows.append((at_each, by, noises))
        if case.that_day:
            rows.append(beside_rows(case, case.that_day, slip, station, index[members]))
        if case.before:
            rows.append(beside_rows(case, case.before, slip, described, as_described[members]))
        for whole, column in zip((predicted, slopes, noise), zip(*rows, strict=True), strict=True):
            whole[members] = np.concatenate(column, axis=2)
    read = {slip: np.concatenate([case.read_as(slip), case.beside_values]) for slip in slips}
    values = np.stack([read[supposition.slip] for supposition in supposed])[:, None]
    off = values - predicted + (slopes @ value[:, None, :, None])[..., 0]
    log_loss, loss_slopes = station.log_loss[index], station.loss_slopes[index]
    if tried == 1:
        spread_over = np.zeros(count) if about is None else about.spread_over
        phase = phases[index[:, 0]]
        first = (array[:, 0] for array in (off, slopes, noise, log_loss, loss_slopes))
        off, slopes, noise, log_loss, loss_slopes = first
    else:
        by_freq = _evidence_by_frequency(case, off, slopes, noise)  # (H, T, F)
        phase = np.argmax(by_freq, axis=1)
        mean = logsumexp(by_freq, axis=1) - np.log(tried)
        spread_over = (mean - by_freq.max(axis=1)).sum(axis=-1)
        of_row = phase[:, case.row_freq]  # (H, M)
        h = np.arange(count)[:, None]
        m = np.arange(off.shape[-1])[None]
        off, slopes, noise = off[h, of_row, m], slopes[h, of_row, m], noise[h, of_row, m]
        k = np.arange(phase.shape[-1])[None]
        log_loss = np.swapaxes(log_loss[h, phase, :, k], 1, 2)
        loss_slopes = np.swapaxes(loss_slopes[h, phase, :, k], 1, 2)
    return Weighed(case, supposed, value, off, slopes, noise, log_loss, loss_slopes, phase, spread_over)


def _about(weighed: Weighed) -> Real:
    """Values close to the best, of tuners few different ones: each is a search of its own."""
    value = np.clip(weighed.best, -6.0, 6.0)
    own, unknowns = weighed.case.slice_of("part"), weighed.case.unknowns
    for p, n in enumerate(unknowns.parts):
        if weighed.case.station.chain[n].tuner is not None:
            step = _TUNER_STEP / unknowns.part_sd[p]
            value[:, own.start + p] = step * np.round(value[:, own.start + p] / step)
    return value


def _evidence_by_frequency(case: Case, off: Real, slopes: Real, noise: Real) -> Real:
    out = np.empty((*off.shape[:2], len(case.freq_hz)))
    for k in range(len(case.freq_hz)):
        mine = case.row_freq == k
        jac, d = slopes[..., mine, :], off[..., mine]
        spread = jac @ np.swapaxes(jac, -1, -2)
        each = np.arange(mine.sum())
        spread[..., each, each] += noise[..., mine]
        turned = np.linalg.solve(spread, d[..., None])[..., 0]
        out[..., k] = -0.5 * (d * turned).sum(-1) - 0.5 * np.linalg.slogdet(spread)[1]
    return out
