"""What may be wrong with a station, how large it may be, and how often it is: one table.

The numbers are a judgement, not a measurement: of ten visits to a station at which something is read, about
so many find each cause. Sizes are even in their logarithm between two ends unless said otherwise. Where it is
known better (a line that is twenty years old), a station says so itself, and its numbers stand for these.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.log.case import Case
from tithe.core.log.instruments import instrument, share_of
from tithe.core.log.often import OFTEN, CauseId
from tithe.core.log.slips import Slip
from tithe.core.log.supposed import NOTHING, Change, Supposed
from tithe.core.log.taken import RADIO, State
from tithe.core.message import Message, tell
from tithe.core.parts.line import Line
from tithe.core.parts.meter import Meter
from tithe.core.parts.transformer import Transformer
from tithe.core.station import Station

TRANSFORMER_OUTSIDE = 0.5
"""Of a transformer where it is used outside its band."""
WORSE_COIL = ((0.0, 0.84), (np.log(2.5), 0.09), (np.log(5.0), 0.05), (np.log(8.0), 0.02))
"""As described, a tuner loses within half and twice what is written; a coil may be worse: ln of so many times
as much, and how often."""
_MOVED_SD, _MOVED = 0.025, (0.01, 0.08)
_OHM_SD = 0.25
_WATER = (1.5, 10.0)
_GROUND = (1.3, 4.0)
_SHORT_OHM, _OPEN_OHM = (0.2, 30.0), (300.0, 10e3)
_JOINT_SERIES_OHM, _JOINT_ACROSS_OHM = (1.0, 100.0), (50.0, 5e3)
_LEAKAGE_OHM = (10.0, 600.0)
LEAST_M = 3.0
"""A shorter line is not suspected of water."""
_TEN = float(np.log(10.0))
_OTHER_OHM = 75.0
_NODES = 6


def suppositions(
    case: Case, often: Mapping[CauseId, float] | None = None, *, unread: bool = False
) -> list[Supposed]:
    """All that may be wrong with a station, each in some sizes; their priors add up to one. ``often``: how
    often it is here, of some causes; ``unread``: meters and states of the tuner that nobody has read yet may
    have slipped as well. Raises `InputError` for one that is none."""
    known = met(case.station, often, case.freq_hz)
    every = list(_all(case, unread))
    total = dict.fromkeys(known, 0.0)
    for supposed in every:
        total[supposed.cause] += float(np.exp(supposed.log_prior))
    all_of_them = sum(value for name, value in known.items() if total[name])
    out = []
    for supposed in every:
        if known[supposed.cause] > 0:
            share = known[supposed.cause] / total[supposed.cause] / all_of_them
            out.append(replace(supposed, log_prior=supposed.log_prior + float(np.log(share))))
    return out


def met(
    station: Station, often: Mapping[CauseId, float] | None = None, freq_hz: Real | None = None
) -> dict[str, float]:
    """How often each cause is met at a station, among ten visits; with a transformer used outside its band at
    ``freq_hz`` counted. Raises `InputError` for one that is none, and where the station is never as it is
    described."""
    known: dict[str, float] = {str(name): often for name, often in OFTEN.items()}
    if freq_hz is not None:
        known["transformer"] = _transformer_often(station, freq_hz)
    for name, value in (often or {}).items():
        require(name in OFTEN, f"causes.{name}", "one-of", name, allowed=list(OFTEN))
        require_not_negative(f"causes.{name}", value)
        known[name] = value
    require_positive("causes.as-described", known["as-described"])
    return known


def size(cause: str) -> Message:
    """How large a cause may be."""
    match cause:
        case "as-described":
            return tell("size.as-described", most=float(np.exp(WORSE_COIL[-1][0])))
        case "antenna":
            return tell("size.antenna", ends=_MOVED, factor=float(np.exp(_OHM_SD)))
        case "joint":
            return tell("size.joint", series=_JOINT_SERIES_OHM, across=_JOINT_ACROSS_OHM)
        case "water":
            return tell("size.water", ends=_WATER, least_m=LEAST_M)
        case "transformer":
            often = TRANSFORMER_OUTSIDE / OFTEN["transformer"]
            return tell("size.transformer", ends=_LEAKAGE_OHM, often=often)
        case "open":
            return tell("size.open", ends=_OPEN_OHM)
        case "short":
            return tell("size.short", ends=_SHORT_OHM)
        case "ground":
            return tell("size.ground", ends=_GROUND)
    return tell(f"size.{cause}")


def _all(case: Case, unread: bool) -> Iterator[Supposed]:
    yield from _as_described(case)
    yield from _antenna(case)
    yield from _run(case)
    yield from _of_meters(case, unread)
    yield from _of_readings(case)
    yield from _of_the_tuner(case, unread)
    yield Supposed("other", tell("cause.other"), 0.0, NOTHING, Slip(wild=True))


def _nodes(ends: tuple[float, float], count: int = _NODES) -> Real:
    """Sizes even in their logarithm, each in the middle of its piece."""
    low, high = np.log(ends)
    return np.asarray(np.exp(low + (high - low) * (np.arange(count) + 0.5) / count))


def _as_described(case: Case) -> Iterator[Supposed]:
    message = tell("cause.as-described")
    chain = case.station.chain
    unknowns = case.unknowns
    coils = [
        p
        for p, n in enumerate(unknowns.parts)
        if not isinstance(chain[n], Line) and n not in unknowns.measured
    ]
    yield Supposed("as-described", message, 0.0)
    for p in coils:
        for log, share in WORSE_COIL[1:]:
            prior = float(np.log(share / WORSE_COIL[0][1] / len(coils)))
            yield Supposed("as-described", message, prior, Change(log_loss=((p, float(log)),)))


def _antenna(case: Case) -> Iterator[Supposed]:
    ends = np.geomspace(*_MOVED, _NODES + 1)
    moved, widths = (ends[1:] + ends[:-1]) / 2, np.diff(ends)
    moved, widths = np.concatenate([moved, -moved]), np.concatenate([widths, widths])
    for by, width in zip(moved, widths, strict=True):
        sd = float(width / np.sqrt(12))  # of what is even over its width
        for ohm in (-0.3, 0.0, 0.3):
            prior = -0.5 * (by / _MOVED_SD) ** 2 + np.log(width) - 0.5 * (ohm / _OHM_SD) ** 2
            change = Change(moved=float(by), log_ohm=ohm, moved_sd=sd, log_ohm_sd=0.15)
            yield Supposed("antenna", tell("cause.antenna"), float(prior), change)


def _run(case: Case) -> Iterator[Supposed]:
    station, none = case.station, 0.0
    chain, feedpoint = station.chain, len(station.chain)
    inner = [n for n, part in enumerate(chain) if isinstance(part, Line) and not part.bypassed]
    ends = sorted({feedpoint, *inner, *(n + 1 for n in inner)})
    for joint in ends:
        where = _joint(case, joint)
        for ohm in _nodes(_SHORT_OHM):
            yield Supposed("short", tell("cause.short", **where), none, Change(shunt=((joint, 1 / ohm),)))
        for ohm in _nodes(_OPEN_OHM):
            yield Supposed("open", tell("cause.open", **where), none, Change(series=((joint, ohm),)))
    for joint in range(len(chain) + 1):
        where = _joint(case, joint)
        for ohm in _nodes(_JOINT_SERIES_OHM):
            yield Supposed("joint", tell("cause.joint.series", **where), none, Change(series=((joint, ohm),)))
        for ohm in _nodes(_JOINT_ACROSS_OHM):
            yield Supposed(
                "joint", tell("cause.joint.across", **where), none, Change(shunt=((joint, 1 / ohm),))
            )
    for p, n in enumerate(case.unknowns.parts):
        part = chain[n]
        if isinstance(part, Line) and part.length_m >= LEAST_M:
            message = tell("cause.water", line=part.label)
            # The longer the line, the more of it can be wet or old.
            for factor in _nodes(_WATER, 2 * _NODES):
                change = Change(log_loss=((p, float(np.log(factor))),))
                yield Supposed("water", message, float(np.log(part.length_m)), change)
    for factor in _nodes(_GROUND, 4):
        change = Change(log_ohm=float(np.log(factor)), log_ohm_sd=0.12)
        yield Supposed("ground", tell("cause.ground"), none, change)
    for n, part in enumerate(chain):
        if isinstance(part, Transformer) and not part.bypassed:
            for ohm in _nodes(_LEAKAGE_OHM, _NODES + 2):
                henry = ohm / (2 * np.pi * float(np.median(case.freq_hz)))
                message = tell("cause.transformer", part=part.label)
                yield Supposed("transformer", message, none, Change(series_h=((n, henry),)))


def _joint(case: Case, joint: int) -> dict[str, str]:
    names = ["the radio", *(part.label for part in case.station.chain), "the feedpoint"]
    return {"before": names[joint], "behind": names[joint + 1]}


def _transformer_often(station: Station, freq_hz: Real) -> float:
    """More where one is used outside the band that its own figures leave it."""
    omega = 2 * np.pi * freq_hz
    for part in station.chain:
        if isinstance(part, Transformer) and not part.bypassed:
            low = part.magnetizing_h is not None and (omega * part.magnetizing_h < 2 * part.z_ohm).any()
            high = part.leakage_h is not None and (omega * part.leakage_h > part.z_ohm / 2).any()
            if low or high:
                return TRANSFORMER_OUTSIDE
    return OFTEN["transformer"]


def _name(case: Case, at: int) -> str:
    return "radio" if at == RADIO else case.station.chain[at].label


def _of_meters(case: Case, unread: bool) -> Iterator[Supposed]:
    chain = case.station.chain
    every = [RADIO, *(n for n, part in enumerate(chain) if isinstance(part, Meter) and not part.bypassed)]
    for at in every if unread else case.instruments:
        name, meter = _name(case, at), instrument(case.station, at)
        powers = [reading for reading in case.readings if reading.at == at and reading.forward_w is not None]
        if powers or at not in case.instruments:
            for factor, sd, share in ((_TEN, 0.0, 0.2), (-_TEN, 0.0, 0.2), (0.0, 0.35, 0.3), (0.0, 1.0, 0.3)):
                message = tell("cause.scale", at=name)
                slip = Slip(at=at, log_factor=factor, log_factor_sd=sd)
                yield Supposed("multiplier", message, float(np.log(share)), slip=slip)
            share = min((share_of(case.station, power_reading)[0] for power_reading in powers), default=1.0)
            if share < 1:
                slip = Slip(at=at, log_factor=-float(np.log(share)))
                yield Supposed("peak", tell("slip.peak", at=name), 0.0, slip=slip)
        if at == RADIO:
            continue
        if meter.reference_ohm != _OTHER_OHM:
            slip = Slip(at=at, reference_ohm=_OTHER_OHM)
            yield Supposed("reference", tell("slip.reference", at=name), 0.0, slip=slip)
        # The plane of a meter is its radio side; beyond the line behind it begins the part after that.
        for beside, moved in ((at - 1, -1), (at + 1, 2)):
            if 0 <= beside < len(chain) and isinstance(chain[beside], Line):
                message = tell("slip.wrong-end", at=name, line=chain[beside].label)
                yield Supposed("wrong-end", message, 0.0, slip=Slip(at=at, moved=moved))
    if any(reading.at == RADIO and reading.rho is not None for reading in case.readings):
        yield Supposed("second-tuner", tell("slip.second-tuner"), 0.0, slip=Slip(at=RADIO, second_tuner=True))


def _of_readings(case: Case) -> Iterator[Supposed]:
    for n, reading in enumerate(case.readings):
        name = _name(case, reading.at)
        if reading.reflected_w:
            message = tell("slip.swapped", at=name, freq_hz=reading.freq_hz)
            yield Supposed("swapped", message, 0.0, slip=Slip((n,), swapped=True))
        share = float(np.log(0.8 / len(case.readings)))
        message = tell("cause.mistyped", at=name, freq_hz=reading.freq_hz)
        yield Supposed("multiplier", message, share, slip=Slip((n,), wild=True))


def _of_the_tuner(case: Case, unread: bool) -> Iterator[Supposed]:
    if case.first_tuner == RADIO:
        return
    states: tuple[tuple[State, str], ...] = (("bypass", "not-bypassed"), ("auto", "not-tuned"))
    for said, code in states:
        if unread or any(reading.tuner == said for reading in case.readings):
            yield Supposed(code, tell(f"slip.{code}"), 0.0, slip=Slip(tuner=said, other_state=True))
