"""Worlds solved as they are supposed, and once more with each unknown of them moved a little."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.log.case import STATES, Case
from tithe.core.log.feed import Feed
from tithe.core.log.slips import Indices
from tithe.core.log.supposed import Change
from tithe.core.log.worlds import Worlds, joined
from tithe.core.reflection import displaced

STEP = 0.02
SIZE_SD = 0.25
"""Of the logarithm of what is in series or across, about each size that is tried."""
_MOST_OFF = 0.5
_LEAST_LOSS_DB, _MOST_LOSS_DB = 1e-6, 400.0

Wanted = Literal["read", "other-too", "all"]
"""The states that were read; those with the tuner the other way as well; all there are."""


@dataclass(frozen=True)
class Solved:
    """Worlds solved with what is unknown moved: by state V and I (S, D, W, planes, F), D: as it is, Γ's real
    and its imaginary part moved, what hinders grown, each part's loss moved; ``log_loss`` (W, P, F) and its
    slopes (W, P, F, N); how far Γ may be off, (W, F), and its way by the antenna's two own unknowns."""

    v: Complex
    i: Complex
    log_loss: Real
    loss_slopes: Real
    gamma_sd: Real
    moved: Complex
    ohm: Complex

    @classmethod
    def of(
        cls, case: Case, feed: Feed, changes: Sequence[Change], phases: Indices, at: Real, wanted: Wanted
    ) -> Solved:
        """All changes, each with its phases (W, F) and its unknowns (W, N)."""
        parts, freqs = len(case.unknowns.parts), len(case.freq_hz)
        joints = len(case.station.chain) + 1
        series, shunt = (np.zeros((len(changes), joints, freqs), dtype=np.complex128) for _ in range(2))
        gamma = np.empty((len(changes), freqs), dtype=np.complex128)
        widths = np.zeros((2, len(changes), 1))
        loss = at[:, case.slice_of("part")] * case.unknowns.part_sd + case.unknowns.part_mean
        every = np.arange(freqs)
        for w, change in enumerate(changes):
            gamma[w] = feed.changed(change.moved, change.log_ohm)[phases[w], every]
            widths[:, w, 0] = np.hypot(change.moved_sd, case.weather_sd), change.log_ohm_sd
            for column, more in change.log_loss:
                loss[w, column] += more
            for joint, value in change.series:
                series[w, joint] += value
            for joint, value in change.shunt:
                shunt[w, joint] += value
            for joint, value in change.series_h:
                series[w, joint] += 2j * np.pi * case.freq_hz * value
        ways = (by * width for by, width in zip(feed.slopes(gamma, phases), widths, strict=True))
        moved, ohm = (way * np.minimum(1.0, _MOST_OFF / np.maximum(np.abs(way), 1e-12)) for way in ways)
        sd = np.full(gamma.shape, case.unknowns.gamma_sd)
        off = sd * (at[:, case.slice_of("re")] + 1j * at[:, case.slice_of("im")])
        off = off + moved * at[:, [case.where["moved", 0]]] + ohm * at[:, [case.where["ohm", 0]]]
        size = np.exp(SIZE_SD * at[:, case.where["size", 0]])[:, None, None]

        def world(off: Complex, loss: Real, size: Real) -> Worlds:
            return Worlds(displaced(gamma, off), loss, series * size, shunt / size)

        each = [world(off + step, loss, size) for step in (0.0, STEP, 1j * STEP)]
        each += [world(off, loss, size * np.exp(STEP))]
        each += [world(off, loss + STEP * np.eye(parts)[p], size) for p in range(parts)]
        walks = case.walk(joined(each), _states(case, wanted))
        walk = next(each_walk for each_walk in walks if each_walk is not None)
        while walks[-1] is None:
            walks.pop()
        shape = (len(each), len(changes), joints + 1, freqs)
        v, i = (
            np.stack([getattr(each_walk or walk, name).reshape(shape) for each_walk in walks])
            for name in ("v", "i")
        )
        lossy = walks[0] or walk
        log = np.log(np.clip(lossy.loss_db, _LEAST_LOSS_DB, _MOST_LOSS_DB)).reshape(
            len(each), len(changes), parts, freqs
        )
        slopes = np.zeros((len(changes), parts, freqs, len(case.columns)))
        by_re, by_im, by_size = ((log[n] - log[0]) / STEP for n in (1, 2, 3))
        for k in range(freqs):
            slopes[..., k, case.slice_of("re").start + k] = by_re[..., k] * sd[:, None, k]
            slopes[..., k, case.slice_of("im").start + k] = by_im[..., k] * sd[:, None, k]
        for name, own in (("moved", moved), ("ohm", ohm)):
            slopes[..., case.where[name, 0]] = by_re * own.real[:, None] + by_im * own.imag[:, None]
        slopes[..., case.where["size", 0]] = by_size * SIZE_SD
        for p, part_sd in enumerate(case.unknowns.part_sd):
            slopes[..., case.slice_of("part").start + p] = (log[4 + p] - log[0]) / STEP * part_sd
        return cls(v, i, log[0], slopes, sd, moved, ohm)


def _states(case: Case, wanted: Wanted) -> list[bool]:
    """In which states (`tithe.core.log.case.STATES`) the station is looked at."""
    if wanted == "all":
        return [True] * len(STATES)
    read = [bool((case.places.state == n).any()) for n in range(len(STATES))]
    if wanted == "other-too":
        read = [read[n] or read[n ^ 1] for n in range(len(STATES))]
    read[1] |= any(case.beyond_tuner(reading) for reading in case.beside)
    read[0] |= not read[1]  # what is lost is told with the antenna
    return read
