"""What explains the readings: the station as it is described with its unknowns moved, or a slip or a fault
that explains them much better; what the losses then are; and which further reading would tell most."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.intervals import SIGMAS, Interval
from tithe.core.log.explain import Linear, columns_of, linear, settled, weighing_s
from tithe.core.log.model import NONE, Model, Seen, seen
from tithe.core.log.open_phase import at_phases, likeliest, losses, read, weighings_for_phases
from tithe.core.log.open_phase import begun as begun_at
from tithe.core.log.suspects import Suspect, suspects
from tithe.core.log.taken import RADIO, State, Taken
from tithe.core.log.unknowns import unknowns_of
from tithe.core.message import Message, tell
from tithe.core.parts.meter import Meter
from tithe.core.solving_cost import seconds_a_load
from tithe.core.station import Station

MUCH_BETTER = 20.0
"""How many times as likely the readings must be under a slip or a fault for it to be named."""
_WORTH_A_LOOK = 8.0
_LOOKED_AT = 4
_ODD = 1.0
"""Standard deviations."""
_TRIED = 15
"""At so many frequencies further readings are tried."""
MOST_READINGS = 200
_SUSPECTED = 12
"""Of single readings so many are suspected of a slip of their own: those that are furthest off."""
_SOLVES, _SOLVES_FOR_PHASES = 250, 700
"""How many times the station is solved, about; and how many times more where a phase is to be found."""
_WEIGHED = 60
"""How many times what is read is weighed, about."""


@dataclass(frozen=True)
class Explanation:
    """``id``: ``as-described``, or the kind of slip or fault; ``likelihood``: how many times as likely the
    readings are as with the station as it is described; ``weight``: its share among all, a slip or a fault
    taken to be one twentieth as likely beforehand."""

    id: str
    told: Message
    likelihood: float
    weight: float
    found: Linear


@dataclass(frozen=True)
class Further:
    """A reading that would tell more: where and when, and by which share it would narrow the loss that is
    known least."""

    at: int
    freq_hz: float
    tuner: State
    gain: float


@dataclass(frozen=True)
class Reconciled:
    """``explanations``: the best first; ``rows``: what was read; ``expected``: for each row from what to what
    it was to be expected, W or |Γ|, (M, 2); ``losses``: of each lossy part by
    frequency (P, F), dB, as the best explanation has them: least, middle and most of nineteen cases in
    twenty; ``read``: whether readings bear on it, (P, F)."""

    rows: Seen
    expected: Real
    explanations: tuple[Explanation, ...]
    further: tuple[Further, ...]
    losses: Interval[Real]
    read: Mask

    @property
    def best(self) -> Explanation:
        """What is said to explain the readings: the likeliest that is much better than the station as it is
        described, else that."""
        return _said(self.explanations)


def _said(explanations: Sequence[Explanation]) -> Explanation:
    first = explanations[0]
    if first.likelihood > MUCH_BETTER:
        return first
    return next(one for one in explanations if one.id == "as-described")


def require_readings(station: Station, readings: Sequence[Taken]) -> None:
    """Demand readings, and an antenna that is known where they were taken. Raises `InputError`."""
    require(0 < len(readings) <= MOST_READINGS, "readings", "no-readings", len(readings), most=MOST_READINGS)
    low, high = station.antenna.range_hz
    for n, one in enumerate(readings):
        if not low <= one.freq_hz <= high:
            raise InputError(f"readings[{n}].mhz", "antenna-not-known-there")


def cost_s(station: Station, readings: int, frequencies: int) -> float:
    """Seconds that `reconcile` may take, about."""
    open_phase = not station.antenna.phase_known
    solves = _SOLVES + open_phase * _SOLVES_FOR_PHASES
    weighed = _WEIGHED + open_phase * weighings_for_phases(frequencies)
    return solves * frequencies * seconds_a_load(station.chain) + weighed * weighing_s(readings, frequencies)


def reconcile(station: Station, readings: Sequence[Taken], pause: Pause = go_on) -> Reconciled:
    """Raises `InputError` where nothing was read, or the antenna is not known there."""
    require_readings(station, readings)
    asked = Model(unknowns_of(station), tuple(readings))
    rows = seen(readings, asked.instruments)
    phased = at_phases(asked.unknowns.station, asked.freq_hz)
    tried_phases = begun_at(asked, phased, rows)
    begun = likeliest(tried_phases)
    model = begun.model
    base = settled(model, rows, begun)
    tried = _looked_at(begun, pause)
    every = [("as-described", tell("explained.as-described"), base)]
    for one, found in tried:
        pause()
        every.append((one.id, one.told, settled(one.model, rows, found)))
    logs = np.array([found.evidence for *_, found in every])
    likely = np.exp(np.clip(logs - logs[0], -60, 60))
    weights = likely * np.where(np.arange(len(every)) == 0, MUCH_BETTER, 1.0)
    weights /= weights.sum()
    out = [
        Explanation(name, told, float(ratio), float(weight), found)
        for (name, told, found), ratio, weight in zip(every, likely, weights, strict=True)
    ]
    ranked = tuple(sorted(out, key=lambda one: -one.likelihood))
    best = _said(ranked).found
    least_to_most, bears = losses(best, phased), read(best, tried_phases)
    return Reconciled(rows, _expected(tried_phases), ranked, _further(best), least_to_most, bears)


def _looked_at(begun: Linear, pause: Pause) -> list[tuple[Suspect, Linear]]:
    """The suspects worth more than a first look, the likeliest first. What is tried is dropped at once where
    others are likelier: of many readings each takes some megabytes."""
    odd, rows = _odd(begun), begun.rows
    best: list[tuple[Suspect, Linear]] = []
    for one in suspects(begun.model):
        if len(one.model.slip.only) == 1 and one.model.slip.only[0] not in odd:
            continue
        pause()
        found = _first_look(one.model, rows, begun)
        if found.evidence > begun.evidence - _WORTH_A_LOOK:
            best = sorted([*best, (one, found)], key=lambda pair: -pair[1].evidence)[:_LOOKED_AT]
    return best


def _odd(begun: Linear) -> set[int]:
    """Readings that are further off than most should be: the only ones worth a suspicion of their own."""
    off = np.abs(begun.rows.value - begun.predicted) / np.sqrt(np.diag(begun.spread))
    furthest = begun.rows.reading[np.argsort(-off)][: int((off > _ODD).sum())]
    return set(list(dict.fromkeys(furthest.tolist()))[:_SUSPECTED])


def _first_look(model: Model, rows: Seen, begun: Linear) -> Linear:
    """A suspect about its priors' middles. A factor on powers has the slopes there are; a fault, which must
    be solved anew, is looked at with them."""
    faulty = model.changed is not begun.model.changed
    factor_only = (
        replace(model.slip, log_factor=0.0, only=()) == NONE and model.readings is begun.model.readings
    )
    return linear(model, rows, like=begun if faulty or factor_only else None)


def expected(station: Station, asked: Sequence[Taken]) -> tuple[Seen, Real]:
    """What readings are to be expected, before they are explained: a row for each power and each |Γ|, and
    from what to what, W or |Γ|, (M, 2). Raises `InputError` as `reconcile` does."""
    require_readings(station, asked)
    model = Model(unknowns_of(station), tuple(asked))
    rows = seen(asked, model.instruments)
    return rows, _expected(begun_at(model, at_phases(model.unknowns.station, model.freq_hz), rows))


def _expected(begun: Sequence[Linear]) -> Real:
    """Before anything was read: by the station as it is described, and all that is uncertain of it, the phase
    of its antenna included."""
    power, floor = begun[0].rows.is_power, begun[0].rows.floor_w
    offs = [SIGMAS * np.sqrt(np.diag(one.spread)) for one in begun]
    low = np.min([one.predicted - off for one, off in zip(begun, offs, strict=True)], axis=0)
    high = np.max([one.predicted + off for one, off in zip(begun, offs, strict=True)], axis=0)
    ends = [np.where(power, np.exp(end) - floor, np.clip(end, 0, 1)) for end in (low, high)]
    return np.asarray(np.maximum(np.stack(ends, axis=1), 0.0))


def _further(found: Linear) -> tuple[Further, ...]:
    """Each place, frequency and state of the tuner tried: what another reading there would leave of the
    variance of the loss that is known least."""
    model = found.model
    chain = model.unknowns.station.chain
    if not model.unknowns.parts:
        return ()
    before = found.loss_variance(found.covariance)
    weight = np.exp(found.log_loss) * np.sqrt(
        before
    )  # in dB: a large loss known badly is what is in question
    p, k = np.unravel_index(int(np.argmax(weight)), weight.shape)
    places = [RADIO, *(n for n, part in enumerate(chain) if isinstance(part, Meter) and not part.bypassed)]
    states: list[State] = ["auto", "bypass"] if any(part.tuner for part in chain) else ["auto"]
    # Of many frequencies some, that in question among them.
    few = np.linspace(0, len(model.freq_hz) - 1, _TRIED).round().astype(int)
    freqs = model.freq_hz if len(model.freq_hz) <= _TRIED else model.freq_hz[np.union1d(few, [k])]
    out = []
    for at in places:
        for state in states:
            more = [Taken(float(f), at, 1.0, 0.5, tuner=state) for f in freqs]
            gains = another(found, more, int(p), int(k))
            out += [Further(at, one.freq_hz, state, float(g)) for one, g in zip(more, gains, strict=True)]
    return tuple(sorted(out, key=lambda one: -one.gain)[:3])


def another(found: Linear, more: Sequence[Taken], part: int, k: int) -> Real:
    """By which share each further reading (its powers as they are expected) would narrow the interval of a
    part's loss at the ``k``-th frequency: (len(more),)."""
    wider = replace(found.model, readings=(*found.model.readings, *more))
    rows = seen(wider.readings, wider.instruments)
    known = dict(zip(found.columns, found.best, strict=True))
    full = linear(wider, rows, np.array([known.get(column, 0.0) for column in columns_of(wider)]))
    # The covariance with the readings there are; each further one then takes from it what it tells.
    count = len(found.model.readings)
    slopes, noise = full.slopes[rows.reading < count], full.noise[rows.reading < count]
    covariance = np.eye(slopes.shape[1]) - slopes.T @ np.linalg.solve(
        slopes @ slopes.T + np.diag(noise), slopes
    )
    asked = full.loss_slopes[part, k]
    along = covariance @ asked
    before = found.loss_variance(found.covariance)[part, k]
    out = []
    for n in range(count, len(wider.readings)):
        mine = rows.reading == n
        slopes, noise = full.slopes[mine], full.noise[mine]
        told = slopes @ along
        left = asked @ along - told @ np.linalg.solve(slopes @ covariance @ slopes.T + np.diag(noise), told)
        out.append(1 - np.sqrt(max(left, 1e-12) / before))
    return np.array(out)
