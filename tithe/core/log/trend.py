"""What the readings of each day imply, one day beside the next: whether a loss has grown, since when, or
whether it comes and goes.

Of each day it is known how likely its readings are with each part losing so many times as much as written, on
a grid, the antenna as described or moved; or with anything else wrong, and the parts losing what they do. Of
the courses the likeliest is told: the same factor on every day; another one from some day on; another one on
wet days; one of two on each day.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from scipy.special import logsumexp

from tithe.core.arrays import Mask, Real
from tithe.core.intervals import Interval
from tithe.core.log import mixture
from tithe.core.log.case import Case
from tithe.core.log.causes import LEAST_M, WORSE_COIL, met, suppositions
from tithe.core.log.feed import TRIED
from tithe.core.log.kept import NOTHING_KEPT, Kept
from tithe.core.log.often import CauseId
from tithe.core.log.reconcile import MOST_DB, case_of
from tithe.core.log.supposed import NOTHING, Change, Supposed
from tithe.core.log.taken import Taken
from tithe.core.log.weighing import weighed
from tithe.core.message import tell
from tithe.core.parts.line import Line
from tithe.core.solving_cost import seconds_a_load
from tithe.core.station import Station

GRID = np.linspace(np.log(0.5), np.log(11.0), 14)
"""ln of so many times as much as written."""
_ABOUT = float(GRID[1] - GRID[0]) / 2
_ANTENNA = ((0.0, 0.0), (-0.04, 0.0), (-0.0175, 0.0), (0.0175, 0.0), (0.04, 0.0), (0.0, 0.5))
SURE = 0.8
_COURSES = {"steady": 0.7, "since": 0.2, "when-wet": 0.07, "now-and-then": 0.03}
MOST_OF_A_DAY = 24
_LEAST_GROWN = np.log(1.3)
_TELLS = 0.8
"""What a day leaves of how far a loss was open, where it tells something of it."""


@dataclass(frozen=True)
class DayEvidence:
    """What a day's readings imply: the losses of the lossy parts (P, F) at its frequencies (F,), Hz, least,
    middle and most of nineteen cases in twenty; ``read``: whether a reading bears on it; ``log_likely`` (P,
    G): of each factor of the grid, with the others as they usually are; ``prior`` (P, G) its logarithm;
    ``wet``: whether it was (None: nobody noted)."""

    freq_hz: Real
    loss_db: Interval[Real]
    read: Mask
    log_likely: Real
    prior: Real
    wet: bool | None = None


@dataclass(frozen=True)
class Course:
    """How a part's loss went: its ``kind``, how likely that is among them all, from which day on (``since``)
    or on which ``days`` it lost more, and how many times as much as written, before and then."""

    kind: Literal["steady", "since", "when-wet", "now-and-then", "not-told"]
    share: float
    since: int
    days: tuple[int, ...]
    before: float
    then: float


def cost_s(station: Station, readings: int, frequencies: int) -> float:
    """Seconds that `day` may take, about."""
    readings, frequencies = min(readings, MOST_OF_A_DAY), min(frequencies, MOST_OF_A_DAY)
    tried = 1 if station.antenna.phase_known else TRIED
    supposed = len(GRID) * len(_ANTENNA) * max(len(station.chain) // 2, 1) + 250
    loads = 7 * supposed * tried * frequencies
    return 2 * loads * seconds_a_load(station.chain) + supposed * tried * (2 * readings) ** 3 / 2e9 + 0.02


def day_evidence(
    station: Station,
    readings: Sequence[Taken],
    often: Mapping[CauseId, float] | None = None,
    kept: Kept = NOTHING_KEPT,
) -> DayEvidence:
    """Of very many readings `MOST_OF_A_DAY`, evenly chosen; ``often``: how often a cause is met here;
    ``kept``: what else is known. Raises `InputError` as `reconcile` does."""
    chosen = np.unique(np.linspace(0, len(readings) - 1, MOST_OF_A_DAY).round().astype(int))
    case, feed = case_of(station, [readings[n] for n in chosen] if len(readings) else [], kept)
    case = replace(case, unknowns=replace(case.unknowns, about=_ABOUT))
    parts = len(case.unknowns.parts)
    known = met(station, often)
    prior = np.array([_prior(case, p, _share(known, "water")) for p in range(parts)]).reshape(
        parts, len(GRID)
    )
    usual = [int(np.argmax(row)) for row in prior]
    supposed = list(_supposed(case, prior, usual, _share(known, "antenna")))
    described = weighed(case, feed, supposed)
    weight = described.weight
    supposed_else = list(_others(case, prior, usual, often))
    of_others = logsumexp(weighed(case, feed, supposed_else).weight)
    which = np.array(
        [[_steps(supposition, p, usual) for p in range(parts)] for supposition in supposed]
    ).reshape(-1, parts)
    log_likely = np.empty((parts, len(GRID)))
    for p in range(parts):
        others = np.all(np.delete(which, p, axis=1) == np.delete(usual, p), axis=1)
        for g in range(len(GRID)):
            log_likely[p, g] = logsumexp(weight[others & (which[:, p] == g)]) - prior[p, g]
        log_likely[p, usual[p]] = np.logaddexp(log_likely[p, usual[p]], of_others - prior[p, usual[p]])
    share = np.exp(weight - weight.max())
    middle, spread = described.log_losses()
    losses = mixture.interval(middle, spread, (share / share.sum())[:, None, None])
    interval = Interval(*(np.exp(np.minimum(end, np.log(MOST_DB))) for end in losses))
    left = [_open(log_likely[p] + prior[p]) / _open(prior[p]) for p in range(parts)]
    read = (
        np.broadcast_to((np.array(left) < _TELLS)[:, None], interval.value.shape)
        if parts
        else interval.value > 0
    )
    weather = {reading.weather for reading in case.readings} - {None}
    wet = None if not weather else "wet" in weather
    return DayEvidence(case.freq_hz, interval, np.asarray(read), log_likely, prior, wet)


def _share(known: Mapping[str, float], cause: str) -> float:
    """How often a cause is met, of the visits that find it or nothing."""
    return known[cause] / (known[cause] + known["as-described"])


def _supposed(case: Case, prior: Real, usual: Sequence[int], antenna: float) -> Iterator[Supposed]:
    """Each part at each factor, the others as they usually are, with the antenna as described or changed."""
    message = tell("cause.as-described")
    for moved, ohm in _ANTENNA:
        changed = (moved, ohm) != (0.0, 0.0)
        own = np.log(max(antenna, 1e-9) / (len(_ANTENNA) - 1)) if changed else np.log(1 - antenna)
        widths = (0.009, 0.25) if changed else (NOTHING.moved_sd, NOTHING.log_ohm_sd)
        done = set()
        for p in range(max(len(usual), 1)):
            for g in range(len(GRID)):
                steps = tuple(g if q == p else usual[q] for q in range(len(usual)))
                if steps in done:
                    continue
                done.add(steps)
                loss = tuple((q, float(GRID[s])) for q, s in enumerate(steps))
                more = sum(prior[q, s] for q, s in enumerate(steps))
                yield Supposed("as-described", message, float(own + more), Change(moved, ohm, *widths, loss))


def _others(
    case: Case, prior: Real, usual: Sequence[int], often: Mapping[CauseId, float] | None
) -> Iterator[Supposed]:
    """All else that may be wrong that day, the parts losing what they usually do: a scale misread on one day
    is no loss that has grown."""
    every = suppositions(case, often)
    described = max(supposed.log_prior for supposed in every if supposed.cause == "as-described")
    loss = Change(log_loss=tuple((q, float(GRID[s])) for q, s in enumerate(usual)))
    more = sum(prior[q, s] for q, s in enumerate(usual))
    for supposed in every:
        if supposed.cause not in ("as-described", "antenna", "water"):
            yield replace(
                supposed,
                change=supposed.change + loss,
                log_prior=float(supposed.log_prior - described + more),
            )


def _steps(supposed: Supposed, part: int, usual: Sequence[int]) -> int:
    logs = dict(supposed.change.log_loss)
    return int(np.argmin(np.abs(GRID - logs[part]))) if part in logs else usual[part]


def _prior(case: Case, part: int, water: float) -> Real:
    """ln of how likely each factor of the grid is beforehand, (G,)."""
    at = case.unknowns.parts[part]
    mean, sd = replace(case.unknowns, about=None).usual(at)
    usual = [(mean, sd, 1 - water)]
    even = np.where(np.log(1.4) < GRID, water / (np.log(1.4) < GRID).sum(), 0.0)
    line = case.station.chain[at]
    if not isinstance(line, Line) or line.length_m < LEAST_M:
        usual, even = [(mean, sd, 1.0)], np.zeros(len(GRID))
    if not isinstance(line, Line) and at not in case.unknowns.measured:
        usual = [(float(log), sd, share) for log, share in WORSE_COIL]
    dense = even + 1e-4
    for mean, sd, share in usual:
        wide = np.hypot(sd, _ABOUT)
        bell = np.exp(-0.5 * ((GRID - mean) / wide) ** 2)
        dense = dense + share * bell / bell.sum()
    return np.asarray(np.log(dense / dense.sum()))


def _open(log_share: Real) -> float:
    share = np.exp(log_share - logsumexp(log_share))
    mean = (share * GRID).sum()
    return float(np.sqrt((share * (GRID - mean) ** 2).sum() + _ABOUT**2))


def course(days: Sequence[DayEvidence], part: int) -> Course:
    """How a part's loss went over two days or more."""
    if not any(evidence.read[part].any() for evidence in days):
        return Course("not-told", 1.0, 0, (), 1.0, 1.0)
    likely = np.array([evidence.log_likely[part] for evidence in days])  # (D, G)
    prior = days[0].prior[part]
    steady = likely.sum(axis=0) + prior
    more = (GRID[None, :] - GRID[:, None]) > _LEAST_GROWN  # before by then
    two = np.where(more, prior[:, None] - np.log(np.maximum(more.sum(axis=1), 1))[:, None], -np.inf)
    count = len(days)
    since = np.array([
        two + likely[:t].sum(axis=0)[:, None] + likely[t:].sum(axis=0)[None, :] for t in range(1, count)
    ])  # fmt: skip
    each = np.logaddexp(likely[:, :, None], likely[:, None, :]) - np.log(2)
    either = two + each.sum(axis=0)
    wet = [
        np.logaddexp(dry, rain) - np.log(2) if when is None else rain if when else dry
        for when, dry, rain in zip(
            [evidence.wet for evidence in days],
            np.broadcast_to(likely[:, :, None], each.shape),
            np.broadcast_to(likely[:, None, :], each.shape),
            strict=True,
        )
    ]
    when_wet = two + sum(wet)
    logs = np.array(
        [
            logsumexp(steady),
            logsumexp(since) - np.log(max(count - 1, 1)),
            logsumexp(when_wet),
            logsumexp(either),
        ]
    )
    logs += np.log(list(_COURSES.values()))
    if not {True, False} <= {evidence.wet for evidence in days}:
        logs[2] = -np.inf
    if count < 3:
        logs[3] = -np.inf  # of two days nothing can come and go
    shares = np.exp(logs - logsumexp(logs))
    kind = list(_COURSES)[int(np.argmax(shares))]
    if kind == "steady":
        best = float(np.exp(GRID[int(np.argmax(steady))]))
        return Course("steady", float(shares[0]), 0, (), best, best)
    if kind == "since":
        t, before, then = np.unravel_index(int(np.argmax(since)), since.shape)
        return Course("since", float(shares[1]), int(t) + 1, (), *_factors(before, then))
    if kind == "when-wet":
        before, then = np.unravel_index(int(np.argmax(when_wet)), when_wet.shape)
        rainy = tuple(n for n, evidence in enumerate(days) if evidence.wet)
        return Course("when-wet", float(shares[2]), 0, rainy, *_factors(before, then))
    before, then = np.unravel_index(int(np.argmax(either)), either.shape)
    when = tuple(int(n) for n in np.flatnonzero(likely[:, then] > likely[:, before]))
    return Course("now-and-then", float(shares[3]), 0, when, *_factors(before, then))


def _factors(before: np.intp, then: np.intp) -> tuple[float, float]:
    return float(np.exp(GRID[before])), float(np.exp(GRID[then]))


def grown(days: Sequence[DayEvidence], part: int) -> bool:
    """Whether a part's loss has grown, so far as can be told: by some day, or on some days."""
    if len(days) < 2:
        return False
    by_course = course(days, part)
    return by_course.kind in ("since", "when-wet", "now-and-then") and by_course.share >= SURE
