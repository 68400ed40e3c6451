"""What to read next: for each reading that could be taken, how many bits of what is not known about the cause
it is expected to take away, against the minutes that it takes.

A meter that is there, with the tuner in line or out of it; a borrowed meter, or an analyzer looking towards
the antenna, at each joint; a dummy load in place of the antenna; a part on the bench. Also on bands on which
nothing was read. What each would show under each supposition
left, with what is open of that, is a normal distribution; the bits are those of the causes' shares before and
after, on average over what may be shown.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
from scipy.special import ndtri

from tithe.core.arrays import Real
from tithe.core.log.evidence import Weighed
from tithe.core.log.feed import Feed, feed_of
from tithe.core.log.foreseen import How, foreseen
from tithe.core.log.slips import Indices
from tithe.core.log.taken import RADIO, State
from tithe.core.log.weighing import solved_at
from tithe.core.parts.line import Line
from tithe.core.parts.meter import Meter
from tithe.core.reflection import swr
from tithe.core.station import Station

LEAST_BITS = 0.1
MOST_FREQUENCIES = 4
_SAME_BAND = 0.04
_LEFT = 40
_SHARE = 1e-3
_DRAWS = 8
_OUTSIDE_M = 5.0
"""Beyond so much of a line one is outdoors."""
_AGAIN_MIN, _SWITCHED_MIN, _INDOORS_MIN, _OUTDOORS_MIN = 1.0, 2.0, 10.0, 30.0
_BENCH_MIN, _TAKEN_DOWN_MIN = 20.0, 90.0
_TOLD = 3


@dataclass(frozen=True)
class Further:
    """A reading: ``how``, at which joint (before the n-th part, the last the feedpoint) or, of a meter that
    is there, at which (`RADIO`: the radio's own), or which part lies on the bench. What is to be expected of
    it: ``bits``, ``minutes``, and of each of the likeliest causes the SWR that it would show, or how many
    times as much the part would lose as written, as (id, figure)."""

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
    positive = shares[shares > 0]
    return float(-(positive * np.log2(positive)).sum())


def further(weighed: Weighed, share: Real, feed: Feed, least_bits: float = LEAST_BITS) -> tuple[Further, ...]:
    """All that tell ``least_bits`` at the least, those with the most bits a minute first."""
    left = [int(n) for n in np.argsort(-share)[:_LEFT] if share[n] > _SHARE]
    likely, weights = weighed[left], share[left] / share[left].sum()
    causes = list(dict.fromkeys(supposed.cause for supposed in likely.supposed))
    which = np.array([causes.index(supposed.cause) for supposed in likely.supposed])
    known = np.asarray(np.bincount(which, weights), dtype=np.float64)
    if entropy_bits(known) < least_bits:
        return ()
    read = likely.case.freq_hz
    likely, feed = _wider(likely, feed)
    solved = solved_at(likely, feed)
    out = []
    for candidate in _candidates(likely, read):
        k = int(np.searchsorted(feed.freq_hz, candidate.freq_hz))
        middle, spread = foreseen(likely, solved, candidate.how, candidate.at, candidate.tuner, k)
        bits = _bits(middle, spread, weights, which)
        if bits < least_bits:
            continue
        order = np.argsort(-known)[:_TOLD]
        mean = [np.tensordot(weights[which == c], middle[which == c], 1) / known[c] for c in order]
        expected = tuple(
            (causes[c], _as_shown(candidate.how, shown)) for c, shown in zip(order, mean, strict=True)
        )
        out.append(replace(candidate, bits=bits, outcomes=expected))
    return tuple(sorted(out, key=lambda candidate: -candidate.bits / candidate.minutes))


def _as_shown(how: How, shown: Real) -> float:
    """What is shown, as an SWR, or on the bench as a factor."""
    if how == "bench":
        return float(np.exp(shown[0]))
    return float(swr(np.clip(np.hypot(*shown) if how == "analyzer" else shown[0], 0.0, 0.999)))


def _wider(weighed: Weighed, feed: Feed) -> tuple[Weighed, Feed]:
    """The same with what is known of the middles of the station's other bands, where nothing was read: what
    the antenna's Γ is there is as open as it is beforehand. Not where its phase is open."""
    case = weighed.case
    low, high = case.station.antenna.range_hz
    middles = [band.middle_hz for band in case.station.bands if low <= band.middle_hz <= high]
    elsewhere = [middle for middle in middles if np.abs(case.freq_hz / middle - 1).min() > _SAME_BAND]
    if len(case.gamma) > 1 or not elsewhere:
        return weighed, feed
    also = [elsewhere[n] for n in _some(len(elsewhere))]
    feed = feed_of(case.station, np.unique([*case.freq_hz, *also]))
    wide = replace(case, gamma=feed.gamma, also_hz=tuple(also))
    slopes = np.zeros((*weighed.slopes.shape[:2], len(wide.columns)))
    value = np.zeros((len(weighed.supposed), len(wide.columns)))
    where = [wide.where[column] for column in case.columns]
    slopes[..., where], value[:, where] = weighed.slopes, weighed.value
    phase = np.zeros((len(value), len(wide.freq_hz)), dtype=np.intp)
    return replace(weighed, case=wide, slopes=slopes, value=value, phase=phase), feed


def _some(count: int) -> list[int]:
    """Of so many in a row, those that are looked at."""
    return [int(n) for n in np.unique(np.linspace(0, count - 1, MOST_FREQUENCIES).round())]


def _candidates(weighed: Weighed, read: Real) -> Iterator[Further]:
    case = weighed.case
    station, chain = case.station, case.station.chain
    taken = {(reading.at, reading.freq_hz, reading.tuner, reading.load) for reading in case.readings}
    states: list[State] = ["auto", "bypass"] if case.first_tuner != RADIO else ["auto"]
    outdoors = _outdoors(station)
    freqs = np.concatenate([read[_some(len(read))], case.also_hz])
    meters = [RADIO, *(n for n, part in enumerate(chain) if isinstance(part, Meter) and not part.bypassed)]
    for f in freqs.tolist():
        for state in states:
            for at in meters:
                beyond = at != RADIO and outdoors[at]
                if (at, f, state, "antenna") not in taken:
                    minutes = minutes_of(station, "meter", at, state)
                    yield Further("meter", at, f, state, 0.0, minutes, beyond, ())
                if (at, f, state, "dummy") not in taken:
                    yield Further("dummy", at, f, state, 0.0, _OUTDOORS_MIN, True, ())
            for joint in range(1, len(chain) + 1):
                if any(isinstance(chain[n], Meter) for n in (joint - 1, joint) if n < len(chain)):
                    continue
                minutes = minutes_of(station, "borrowed", joint, state)
                yield Further("borrowed", joint, f, state, 0.0, minutes, outdoors[joint], ())
        for joint in range(1, len(chain) + 1):
            if any(value.joint == joint and value.freq_hz == f for value in case.that_day):
                continue
            minutes = minutes_of(station, "analyzer", joint, states[-1])
            yield Further("analyzer", joint, f, states[-1], 0.0, minutes, outdoors[joint], ())
    known = {*case.unknowns.measured, *(benched.part for benched in case.benched)}
    for n in case.unknowns.parts:
        if n not in known:
            minutes = minutes_of(station, "bench", n, "auto")
            yield Further("bench", n, float(read[0]), "auto", 0.0, minutes, outdoors[n + 1], ())


def minutes_of(station: Station, how: How, at: int, tuner: State) -> float:
    """About how long a reading takes: at a meter, at a joint, or of a part."""
    beyond = at != RADIO and _outdoors(station)[at]
    if how == "bench":
        return _TAKEN_DOWN_MIN if _outdoors(station)[at + 1] else _BENCH_MIN
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


_NORMAL = ndtri((np.arange(_DRAWS) + 0.5) / _DRAWS)


def _bits(middle: Real, spread: Real, weights: Real, which: Indices) -> float:
    """How many bits of which cause it is a reading takes away on average."""
    dimensions = middle.shape[-1]
    draws = np.stack([np.roll(_NORMAL, 3 * d) for d in range(dimensions)], axis=-1)  # (S, dimensions)
    shown = (middle[:, None] + spread[:, None] * draws).reshape(-1, 1, dimensions)
    log = -0.5 * ((shown - middle) / spread) ** 2 - np.log(spread)
    each = log.sum(axis=-1) + np.log(weights)  # (H S, H)
    likely = np.exp(each - each.max(axis=1, keepdims=True))  # its own supposition's is never as small as 0
    mine = np.repeat(which, _DRAWS)
    after = np.log((likely * (mine[:, None] == which)).sum(axis=1) / likely.sum(axis=1))
    before = np.log(np.bincount(which, weights))[mine]
    gained = (np.repeat(weights, _DRAWS) / _DRAWS * (after - before)).sum()
    return float(max(gained, 0.0) / np.log(2))


def best_of_each(every: Sequence[Further], most: int = 4) -> list[Further]:
    """The best of each way to read."""
    out: list[Further] = []
    for candidate in every:
        if all(candidate.how != better.how for better in out):
            out.append(candidate)
    return out[:most]
