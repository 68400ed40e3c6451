"""What to read next: for each reading that could be taken, how many bits of what is not known about the cause
it is expected to take away, against the minutes that it takes.

A meter that is there, with the tuner in line or out of it; a borrowed meter, or an analyzer looking towards
the antenna, at each joint; a dummy load in place of the antenna. What each would show under each supposition
left, with what is open of that, is a normal distribution; the bits are those of the causes' shares before and
after, on average over what may be shown.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from scipy.special import logsumexp, ndtri

from tithe.core.arrays import Complex, Real
from tithe.core.log.case import STATES, Case
from tithe.core.log.evidence import Weighed
from tithe.core.log.feed import Feed
from tithe.core.log.instruments import instrument
from tithe.core.log.slips import NONE, Indices, Slip
from tithe.core.log.solved import SIZE_SD, STEP, Solved
from tithe.core.log.taken import RADIO, State
from tithe.core.log.weighing import solved_at
from tithe.core.parts.line import Line
from tithe.core.parts.meter import Meter
from tithe.core.reflection import reflection, swr
from tithe.core.station import Station

How = Literal["meter", "borrowed", "analyzer", "dummy"]
LEAST_BITS = 0.1
MOST_FREQUENCIES = 4
_LEFT = 40
_SHARE = 1e-3
_DRAWS = 8
_BORROWED_SD, _ANALYZER_SD = 0.03, 0.02
_OUTSIDE_M = 5.0
"""Beyond so much of a line one is outdoors."""
_AGAIN_MIN, _SWITCHED_MIN, _INDOORS_MIN, _OUTDOORS_MIN = 1.0, 2.0, 10.0, 30.0
_TOLD = 3


@dataclass(frozen=True)
class Further:
    """A reading: ``how``, at which joint (before the n-th part, the last the feedpoint) or, of a meter that
    is there, at which (`RADIO`: the radio's own); with what to be expected of it: ``bits``, ``minutes``, and
    of each of the likeliest causes the SWR that it would show, as (id, SWR)."""

    how: How
    at: int
    freq_hz: float
    tuner: State
    bits: float
    minutes: float
    outdoors: bool
    outcomes: tuple[tuple[str, float], ...]


def entropy_bits(shares: Real) -> float:
    """Of shares that add up to one."""
    some = shares[shares > 0]
    return float(-(some * np.log2(some)).sum())


def further(found: Weighed, share: Real, feed: Feed) -> tuple[Further, ...]:
    """All that are worth it, those with the most bits a minute first."""
    left = [int(n) for n in np.argsort(-share)[:_LEFT] if share[n] > _SHARE]
    some, weights = found[left], share[left] / share[left].sum()
    causes = list(dict.fromkeys(one.cause for one in some.supposed))
    which = np.array([causes.index(one.cause) for one in some.supposed])
    known = np.asarray(np.bincount(which, weights), dtype=np.float64)
    if entropy_bits(known) < LEAST_BITS:
        return ()
    as_it_is = solved_at(some, feed)
    on_dummy = [replace(one, change=one.change.on_dummy(len(feed.freq_hz))) for one in some.supposed]
    dummy = solved_at(replace(some, supposed=on_dummy), feed)
    out = []
    for one in _candidates(some):
        k = int(np.searchsorted(feed.freq_hz, one.freq_hz))
        solved = dummy if one.how == "dummy" else as_it_is
        middle, spread = _shown(some, solved, one, k)
        bits = _bits(middle, spread, weights, which)
        if bits < LEAST_BITS:
            continue
        rho = middle[:, 0] if one.how != "analyzer" else np.hypot(middle[:, 0], middle[:, 1])
        order = np.argsort(-known)[:_TOLD]
        mean = [float((weights * rho)[which == c].sum() / known[c]) for c in order]
        told = tuple(
            (causes[c], float(swr(np.clip(one, 0, 0.999)))) for c, one in zip(order, mean, strict=True)
        )
        out.append(replace(one, bits=bits, outcomes=told))
    return tuple(sorted(out, key=lambda one: -one.bits / one.minutes))


def _candidates(found: Weighed) -> Iterator[Further]:
    case = found.case
    station, chain = case.station, case.station.chain
    taken = {(one.at, one.freq_hz, one.tuner) for one in case.readings}
    states: list[State] = ["auto", "bypass"] if case.first_tuner != RADIO else ["auto"]
    outdoors = _outdoors(station)
    freqs = case.freq_hz[
        np.unique(np.linspace(0, len(case.freq_hz) - 1, MOST_FREQUENCIES).round().astype(int))
    ]
    meters = [RADIO, *(n for n, part in enumerate(chain) if isinstance(part, Meter) and not part.bypassed)]
    for f in freqs.tolist():
        for state in states:
            for at in meters:
                beyond = at != RADIO and outdoors[at]
                if (at, f, state) not in taken:
                    minutes = minutes_of(station, "meter", at, state)
                    yield Further("meter", at, f, state, 0.0, minutes, beyond, ())
                yield Further("dummy", at, f, state, 0.0, _OUTDOORS_MIN, True, ())
            for joint in range(1, len(chain) + 1):
                if any(isinstance(chain[n], Meter) for n in (joint - 1, joint) if n < len(chain)):
                    continue
                minutes = minutes_of(station, "borrowed", joint, state)
                yield Further("borrowed", joint, f, state, 0.0, minutes, outdoors[joint], ())
        for joint in range(1, len(chain) + 1):
            if any(one.joint == joint and one.freq_hz == f for one in case.that_day):
                continue
            minutes = minutes_of(station, "analyzer", joint, states[-1])
            yield Further("analyzer", joint, f, states[-1], 0.0, minutes, outdoors[joint], ())


def minutes_of(station: Station, how: How, at: int, tuner: State) -> float:
    """About how long a reading takes: at a meter, or at a joint."""
    beyond = at != RADIO and _outdoors(station)[at]
    if how == "dummy" or beyond:
        return _OUTDOORS_MIN
    if how != "meter":
        return _INDOORS_MIN
    return _AGAIN_MIN if tuner == "auto" else _SWITCHED_MIN


def _outdoors(station: Station) -> list[bool]:
    """Of each joint and of the feedpoint, whether it lies beyond the run."""
    out, beyond = [], False
    for part in station.chain:
        out.append(beyond)
        beyond = beyond or (isinstance(part, Line) and part.length_m > _OUTSIDE_M)
    return [*out, True]


def _shown(found: Weighed, solved: Solved, one: Further, k: int) -> tuple[Real, Real]:
    """What a reading would show under each supposition, (H, dimensions): its middle and its spread."""
    case = found.case
    slips = [_slip_of(case, supposed.slip, one) for supposed in found.supposed]
    usual = instrument(case.station, one.at).reference_ohm if one.how in ("meter", "dummy") else 50.0
    r0 = np.array([slip.reference_ohm or usual for slip in slips])
    plane = np.clip([one.at + 1 + slip.moved for slip in slips], 0, solved.v.shape[3] - 1)
    state, each = STATES.index(one.tuner), np.arange(len(slips))
    v, i = (whole[state][:, each, plane, k] for whole in (solved.v, solved.i))  # (D, H)
    gamma: Complex = reflection(v, i, r0) * [not slip.second_tuner for slip in slips]
    if one.how == "analyzer":
        parts, own = np.stack([gamma.real, gamma.imag], axis=-1), _ANALYZER_SD
    else:
        parts, own = np.abs(gamma)[..., None], _BORROWED_SD
        if one.how in ("meter", "dummy"):
            own = float(np.hypot(instrument(case.station, one.at).leak_sd, 0.01))
    moves = (parts[1:] - parts[0]) / STEP  # (D - 1, H, dimensions)
    slopes = np.zeros((*parts.shape[1:], len(case.columns)))
    if one.how != "dummy":
        sd = solved.gamma_sd[:, k, None]
        slopes[..., case.slice_of("re").start + k] = moves[0] * sd
        slopes[..., case.slice_of("im").start + k] = moves[1] * sd
        for name, way in (("moved", solved.moved[:, k, None]), ("ohm", solved.ohm[:, k, None])):
            slopes[..., case.where[name, 0]] = moves[0] * way.real + moves[1] * way.imag
    slopes[..., case.where["size", 0]] = moves[2] * SIZE_SD
    for p, part_sd in enumerate(case.unknowns.part_sd):
        slopes[..., case.slice_of("part").start + p] = moves[3 + p] * part_sd
    variance = np.einsum("hdn,hnm,hdm->hd", slopes, found.covariance, slopes)
    return parts[0], np.sqrt(np.maximum(variance, 0.0) + own**2)


def _slip_of(case: Case, slip: Slip, one: Further) -> Slip:
    """What of a slip is made again at the same meter: where it stands, its reference, a radio's tuner."""
    mine = [n for n, taken in enumerate(case.readings) if taken.at == one.at]
    if one.how not in ("meter", "dummy") or not mine or (slip.only and not {*mine} <= {*slip.only}):
        return NONE
    if one.at == RADIO:
        return Slip(second_tuner=slip.second_tuner)
    return Slip(moved=slip.moved, reference_ohm=slip.reference_ohm)


_NORMAL = ndtri((np.arange(_DRAWS) + 0.5) / _DRAWS)


def _bits(middle: Real, spread: Real, weights: Real, which: Indices) -> float:
    """How many bits of which cause it is a reading takes away on average."""
    dimensions = middle.shape[-1]
    draws = np.stack([np.roll(_NORMAL, 3 * d) for d in range(dimensions)], axis=-1)  # (S, dimensions)
    shown = (middle[:, None] + spread[:, None] * draws).reshape(-1, 1, dimensions)
    log = -0.5 * ((shown - middle) / spread) ** 2 - np.log(spread)
    each = log.sum(axis=-1) + np.log(weights)  # (H S, H)
    whole = logsumexp(each, axis=1)
    mine = np.repeat(which, _DRAWS)
    of_cause = np.where(mine[:, None] == which[None], each, -np.inf)
    after = logsumexp(of_cause, axis=1) - whole
    before = np.log(np.bincount(which, weights))[mine]
    gained = (np.repeat(weights, _DRAWS) / _DRAWS * (after - before)).sum()
    return float(max(gained, 0.0) / np.log(2))


def best_of_each(every: Sequence[Further], most: int = 4) -> list[Further]:
    """The best of each way to read."""
    out: list[Further] = []
    for one in every:
        if all(one.how != other.how for other in out):
            out.append(one)
    return out[:most]
