"""What explains readings: each cause by its share, the losses as all that is left of them has it, and what
to read next."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.intervals import SIGMAS, Interval
from tithe.core.log import mixture
from tithe.core.log.case import Case
from tithe.core.log.evidence import Weighed
from tithe.core.log.explained import FIRST, PAIRS, closely_looked_at, explained
from tithe.core.log.feed import TRIED, Feed, feed_of
from tithe.core.log.further import LEAST_BITS, Further, further
from tithe.core.log.kept import NOTHING_KEPT, Beside, Kept
from tithe.core.log.often import CauseId
from tithe.core.log.rows import OPEN_SD, POWER_BOUNDS
from tithe.core.log.supposed import Supposed
from tithe.core.log.taken import Taken
from tithe.core.log.unknowns import POWER_SD, unknowns_of
from tithe.core.log.weighing import weighed, with_phases
from tithe.core.message import Message, tell
from tithe.core.solving_cost import seconds_a_load
from tithe.core.station import Station

MOST_READINGS = 200
NAMED = 0.8
"""The share from which on a cause is named."""
_WETTER, _TAILS = 5.0, 1.25
_CONTRADICTS = 3.5
"""Standard deviations by which what was told before is not of the station that is described."""
_BEARS = 0.04
"""How much readings tell (nats) of how many times as much a part loses, where they bear on it: as much as
where they leave four fifths of how far it was open."""
_GRID = np.linspace(-1.2, 3.2, 120)
_PHASED = 3
MOST_DB = 99.0


@dataclass(frozen=True)
class Member:
    """One way in which a cause may be so, and its share among all."""

    message: Message
    weight: float


@dataclass(frozen=True)
class Cause:
    """``id``, its share among all, and its ``members``, the likeliest first; ``shown`` (M,): what each row
    would be (`tithe.core.log.case.Seen`), and how many standard deviations it is ``off``."""

    id: str
    weight: float
    members: tuple[Member, ...]
    shown: Real
    off: Real


@dataclass(frozen=True)
class Reconciled:
    """``causes``: the likeliest first, their shares add up to one; ``expected``: of each row from what to
    what it was to be, W or |Γ|, (M, 2); ``losses`` of each lossy part by frequency (P, F), dB, least, middle
    and most of nineteen cases in twenty as all causes together have it; ``read``: whether readings bear on
    it, (P, F); ``power``: the power that was sent, W, at the
    highest that was set; ``weighed``: the suppositions left, and each one's ``share``; ``contradicts``: what
    was told before and is not of the station that is described, so that it does not count; ``feed`` and
    ``least_bits``: what `further` goes by."""

    case: Case
    causes: tuple[Cause, ...]
    expected: Real
    losses: Interval[Real]
    read: Mask
    power: Interval[float]
    weighed: Weighed
    share: Real
    contradicts: tuple[Beside, ...]
    feed: Feed
    least_bits: float

    @cached_property
    def further(self) -> tuple[Further, ...]:
        """What to read next, computed where it is wanted: it takes half as long as the causes."""
        return further(self.weighed, self.share, self.feed, self.least_bits)

    @property
    def named(self) -> Cause | None:
        """What is told to be so; None where nothing is likely enough."""
        return self.causes[0] if self.causes[0].weight >= NAMED else None


def require_readings(station: Station, readings: Sequence[Taken]) -> None:
    """Demand readings, and an antenna that is known where they were taken. Raises `InputError`."""
    require(0 < len(readings) <= MOST_READINGS, "readings", "no-readings", len(readings), most=MOST_READINGS)
    low, high = station.antenna.range_hz
    for n, reading in enumerate(readings):
        if not low <= reading.freq_hz <= high:
            raise InputError(f"readings[{n}].mhz", "antenna-not-known-there")


def case_of(station: Station, readings: Sequence[Taken], kept: Kept = NOTHING_KEPT) -> tuple[Case, Feed]:
    """The readings as they are to be explained. Of what was told before nothing counts where the antenna's
    phase is open. Raises `InputError` where there are none, or the antenna is not known there."""
    require_readings(station, readings)
    unknowns = unknowns_of(station, kept.measured)
    known = station.antenna.phase_known
    low, high = station.antenna.range_hz
    beside = tuple(
        value for value in kept.beside if low <= value.freq_hz <= high and (known or value.age is None)
    )
    feed = feed_of(
        unknowns.station,
        np.unique([*(reading.freq_hz for reading in readings), *(value.freq_hz for value in beside)]),
    )
    return Case(unknowns, tuple(readings), feed.gamma, beside, kept.benched), feed


def cost_s(station: Station, readings: int, frequencies: int) -> float:
    """Seconds that `reconcile` may take, about."""
    first, tried = min(readings, FIRST), 1 if station.antenna.phase_known else TRIED
    closely = closely_looked_at(14 + 2 * readings + 2 * frequencies)
    loads = 7 * (300 * tried * min(frequencies, first) + 2 * (closely + PAIRS) * frequencies)
    weighed_s = (450 * tried * (2 * first) ** 3 + 3 * closely * (2 * readings) ** 3) / 2e9
    return 0.3 + 1.3 * loads * seconds_a_load(station.chain) + 4 * weighed_s


def reconcile(
    station: Station,
    readings: Sequence[Taken],
    often: Mapping[CauseId, float] | None = None,
    kept: Kept = NOTHING_KEPT,
    pause: Pause = go_on,
    *,
    unread: bool = False,
    least_bits: float = LEAST_BITS,
) -> Reconciled:
    """``often``: how often a cause is met at this station (`tithe.core.log.causes.OFTEN`), where that is
    known; ``kept``: what else is known of it; ``unread``: as `suppositions` has it; ``least_bits``: as
    `further`. Raises `InputError` where nothing was
    read, or the antenna is not known there."""
    case, feed, contradicts = _without_contradiction(station, readings, kept)
    first, weighed = explained(case, feed, often, pause, unread=unread)
    share = _shares(weighed)
    causes = _causes(weighed, share)
    losses, read = _losses(case, feed, first, weighed, share)
    pause()
    expected, power = _expected(case, feed), _power(weighed, share)
    return Reconciled(
        case, causes, expected, losses, read, power, weighed, share, contradicts, feed, least_bits
    )


def _without_contradiction(
    station: Station, readings: Sequence[Taken], kept: Kept
) -> tuple[Case, Feed, tuple[Beside, ...]]:
    """The case without what was told before of another station than is described now: an antenna that has
    been changed since, and its description with it. Such a thing would pull towards what is no more."""
    case, feed = case_of(station, readings, kept)
    if not case.before:
        return case, feed, ()
    described = weighed(case, feed, [Supposed("as-described", tell("cause.as-described"), 0.0)])
    sd = np.sqrt((described.slopes[0] ** 2).sum(axis=-1) + described.noise[0])
    off = np.abs(described.off[0]) / sd
    at = len(off) - sum(len(value.values) for value in case.before)
    wrong = []
    for value in case.before:
        rows = slice(at, at := at + len(value.values))
        if off[rows].max() > _CONTRADICTS:
            wrong.append(value)
    if not wrong:
        return case, feed, ()
    left = tuple(value for value in kept.beside if value not in wrong)
    return *case_of(station, readings, replace(kept, beside=left)), tuple(wrong)


def _shares(weighed: Weighed) -> Real:
    likely = np.exp(weighed.weight - weighed.weight.max())
    return np.asarray(likely / likely.sum())


def _causes(weighed: Weighed, share: Real) -> tuple[Cause, ...]:
    ids = list(dict.fromkeys(supposed.cause for supposed in weighed.supposed))
    rows = len(weighed.case.rows.value)
    left = (weighed.off - (weighed.slopes @ weighed.best[..., None])[..., 0])[:, :rows]
    shown = weighed.case.rows.value - left
    out = []
    for name in ids:
        mine = [n for n, supposed in enumerate(weighed.supposed) if supposed.cause == name]
        weight = share[mine].sum()
        by_message: dict[str, Member] = {}
        for n in mine:
            message = weighed.supposed[n].message
            before = by_message.get(repr(message), Member(message, 0.0))
            by_message[repr(message)] = Member(message, before.weight + float(share[n]))
        members = sorted(by_message.values(), key=lambda member: -member.weight)
        best = max(mine, key=lambda n: share[n])
        off = left[best] / np.sqrt(weighed.noise[best, :rows])
        out.append(Cause(name, float(weight), tuple(members), shown[best], off))
    return tuple(sorted(out, key=lambda cause: -cause.weight))


def _losses(
    case: Case, feed: Feed, first: Weighed, weighed: Weighed, share: Real
) -> tuple[Interval[Real], Mask]:
    middle, spread = _loss_spreads(weighed)
    ends = mixture.interval(middle, spread, _wide(weighed, share).reshape(-1, 1, 1))
    if len(case.gamma) > 1:
        ends = _over_phases(case, feed, weighed, share)
    losses = Interval(*(np.exp(np.minimum(end, np.log(MOST_DB))) for end in ends))
    before = np.exp([supposed.log_prior for supposed in first.supposed])
    written = first.log_factors_beforehand()
    beforehand = (*written, before / before.sum())
    now = (*weighed.log_factors(), share)
    bits = mixture.information(beforehand, now, _GRID)
    read = np.broadcast_to((bits > _BEARS)[:, None], losses.value.shape)
    return losses, np.asarray(read)


def _loss_spreads(weighed: Weighed) -> tuple[Real, Real]:
    """Of the logarithm of each loss its middle, and its spread with tails that are heavier than normal ones:
    parts and meters now and then err by more than their sheets allow."""
    middle, spread = weighed.log_losses()
    return middle, _TAILS * spread


def _wide(weighed: Weighed, share: Real) -> Real:
    """Shares by which losses are told: by those of the causes alone a line of one and a half times its loss
    would be told as a usual one, one time in five, where readings say little."""
    water = np.array([supposed.cause == "water" for supposed in weighed.supposed])
    wide = share * np.where(water, _WETTER, 1.0)
    return np.asarray(wide / wide.sum())


def _over_phases(case: Case, feed: Feed, weighed: Weighed, share: Real) -> Interval[Real]:
    """Every phase of each frequency counted by how likely the readings are under it."""
    best = np.argsort(-share)[:_PHASED].tolist()
    ends = [np.empty(weighed.log_loss.shape[1:]) for _ in range(3)]
    for k in range(len(case.freq_hz)):
        turned = with_phases(weighed[best], feed, k)
        middle, spread = (values[..., k] for values in _loss_spreads(turned))
        shares = _wide(turned, _shares(turned))[:, None]
        for end, values in zip(ends, mixture.interval(middle, spread, shares), strict=True):
            end[:, k] = values
    return Interval(*ends)


def _power(weighed: Weighed, share: Real) -> Interval[float]:
    case = weighed.case
    rated = case.station.transmitter.power_w
    if not case.rows.is_power.any():
        return Interval(rated * float(np.exp(POWER_BOUNDS[0])), rated, rated * float(np.exp(POWER_BOUNDS[1])))
    set_w = [reading.power_w for reading in case.readings if reading.power_w is not None]
    name, sd = (("power", 0), POWER_SD) if set_w else (("power-open", 0), OPEN_SD)
    n = case.where[name]
    middle, spread = sd * weighed.best[:, n], sd * np.sqrt(np.maximum(weighed.covariance[:, n, n], 0.0))
    ends = mixture.interval(middle[:, None], spread[:, None], share[:, None])
    return Interval(*(max(set_w, default=rated) * float(np.exp(end[0])) for end in ends))


def expected(station: Station, readings: Sequence[Taken]) -> tuple[Case, Real]:
    """What readings are to be, before they are explained: from what to what each row, W or |Γ|, (M, 2), at
    the power that was set, or else the rated one. Raises `InputError` as `reconcile` does."""
    rated = station.transmitter.power_w
    case, feed = case_of(
        station, [replace(reading, power_w=reading.power_w or rated) for reading in readings]
    )
    return case, _expected(case, feed)


def _expected(case: Case, feed: Feed) -> Real:
    """By the station as it is described, and all that is uncertain of it; where the power is not known, at
    anything that it may have been."""
    rated, rows = case.station.transmitter.power_w, case.rows
    at_rated = tuple(replace(reading, power_w=reading.power_w or rated) for reading in case.readings)
    described = [Supposed("as-described", tell("cause.as-described"), 0.0)]
    first = weighed(replace(case, readings=at_rated), feed, described)
    own = slice(len(rows.value))
    predicted = rows.value - first.off[0, own]
    spread = SIGMAS * np.sqrt((first.slopes[0, own] ** 2).sum(axis=-1) + first.noise[0, own])
    # A row of a reflected power stands behind that of its forward power: their ratio is |Γ|.
    both = ~rows.is_power & ~rows.is_swr
    forward = np.roll(np.exp(np.minimum(predicted, 60.0)) - rows.floor_w, 1)
    apart = first.slopes[0, own] - np.roll(first.slopes[0, own], 1, axis=0)
    noise = first.noise[0, own] + np.roll(first.noise[0, own], 1)
    of_ratio = SIGMAS / 2 * np.sqrt((apart**2).sum(axis=-1) + noise)
    middle = np.where(both, np.exp((predicted - np.roll(predicted, 1)) / 2), predicted)
    spread = np.where(both, middle * of_ratio, spread)
    out = []
    for end, bound in zip((middle - spread, middle + spread), POWER_BOUNDS, strict=True):
        watts = np.maximum(np.exp(np.minimum(end, 60.0)) - rows.floor_w, 0.0)
        watts = watts * np.where(case.power_open, np.exp(bound), 1.0)
        share = np.maximum(end, 0.0) ** 2 * (forward + rows.floor_w) - rows.floor_w
        by_powers = np.sqrt(np.clip(share / np.maximum(forward, 1e-6), 0.0, 1.0))
        rho = np.where(rows.is_swr, np.clip(end, 0.0, 1.0), by_powers)
        out.append(np.where(rows.is_power, watts, rho))
    return np.stack(out, axis=1)
