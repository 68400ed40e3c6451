"""What else may explain readings: slips in how they were taken, and faults of the run, each as a model."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from tithe.core.arrays import Complex
from tithe.core.log.instruments import share_of
from tithe.core.log.model import Model, Slip
from tithe.core.log.taken import RADIO, State
from tithe.core.log.unknowns import Faulty, more_lossy
from tithe.core.message import Message, tell
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.parts.transformer import Transformer
from tithe.core.station import Station

_TEN = float(np.log(10.0))
_WATER = 4.0
"""How many times as much a line loses that has water in it."""
_GROUND = 2.0
"""How many times its resistance an antenna has whose ground or radials are lost."""
_OTHER_OHM = 75.0
_LEAKAGE_OHM = 100.0
"""What stands in series with a transformer that is used outside its band."""
_ALL_BACK = 0.98
_LEAST_M = 3.0
"""A shorter line is not suspected of water."""


@dataclass(frozen=True)
class Suspect:
    """``id``: its kind; ``told``: what it would be, as a message."""

    id: str
    told: Message
    model: Model


def suspects(model: Model) -> Iterator[Suspect]:
    """All that the readings leave open to suspicion."""
    yield from _of_meters(model)
    yield from _of_readings(model)
    yield from _of_the_tuner(model)
    yield from _of_the_run(model)


def _of_meters(model: Model) -> Iterator[Suspect]:
    station = model.unknowns.station
    chain = station.chain
    for at, meter in model.instruments.items():
        name = "radio" if at == RADIO else chain[at].label
        mine = tuple(n for n, one in enumerate(model.readings) if one.at == at)
        powers = [n for n in mine if model.readings[n].forward_w is not None]
        if powers:
            for factor, how in ((_TEN, "too-much"), (-_TEN, "too-little")):
                slip = Slip(log_factor=factor, only=mine)
                yield Suspect(
                    "multiplier", tell(f"slip.multiplier.{how}", at=name), replace(model, slip=slip)
                )
            shares = {share_of(station, model.readings[n])[0] for n in powers}
            if min(shares) < 1:
                slip = Slip(log_factor=-float(np.log(min(shares))), only=mine)
                yield Suspect("peak", tell("slip.peak", at=name), replace(model, slip=slip))
        if at == RADIO:
            continue
        if meter.reference_ohm != _OTHER_OHM:
            slip = Slip(reference_ohm=_OTHER_OHM, only=mine)
            yield Suspect("reference", tell("slip.reference", at=name), replace(model, slip=slip))
        # The plane of a meter is its radio side; beyond the line behind it begins the part after that.
        for beside, moved in ((at - 1, -1), (at + 1, 2)):
            if 0 <= beside < len(chain) and isinstance(chain[beside], Line):
                told = tell("slip.wrong-end", at=name, line=chain[beside].label)
                yield Suspect("wrong-end", told, replace(model, slip=Slip(moved=moved, only=mine)))
    if any(one.at == RADIO and one.rho is not None for one in model.readings):
        yield Suspect("second-tuner", tell("slip.second-tuner"), replace(model, slip=Slip(second_tuner=True)))


def _of_readings(model: Model) -> Iterator[Suspect]:
    chain = model.unknowns.station.chain
    for n, one in enumerate(model.readings):
        name = "radio" if one.at == RADIO else chain[one.at].label
        if one.reflected_w:
            told = tell("slip.swapped", at=name, freq_hz=one.freq_hz)
            yield Suspect("swapped", told, replace(model, slip=Slip(swapped=True, only=(n,))))
        others = sum(other.at == one.at for other in model.readings) > 1
        if one.forward_w is not None and others:
            for factor, how in ((_TEN, "too-much"), (-_TEN, "too-little")):
                told = tell(f"slip.once.{how}", at=name, freq_hz=one.freq_hz)
                yield Suspect("multiplier", told, replace(model, slip=Slip(log_factor=factor, only=(n,))))


def _of_the_tuner(model: Model) -> Iterator[Suspect]:
    tuned = any(part.tuner and not part.bypassed for part in model.unknowns.station.chain)
    if not tuned:
        return
    ways: tuple[tuple[State, State, str], ...] = (
        ("bypass", "auto", "slip.not-bypassed"),
        ("auto", "bypass", "slip.not-tuned"),
    )
    for said, was, code in ways:
        if any(one.tuner == said for one in model.readings):
            other = tuple(replace(one, tuner=was) if one.tuner == said else one for one in model.readings)
            yield Suspect(code.removeprefix("slip."), tell(code), replace(model, readings=other))


def _of_the_run(model: Model) -> Iterator[Suspect]:
    for kind, change in (("short", _shorted), ("open", _opened), ("ground", _more_ohm)):
        yield Suspect(kind, tell(f"fault.{kind}"), replace(model, changed=partial(_antenna, change=change)))
    for n, part in enumerate(model.unknowns.station.chain):
        if part.bypassed:
            continue
        if isinstance(part, Line) and part.length_m >= _LEAST_M:
            told = tell("fault.water", line=part.label)
            yield Suspect("water", told, replace(model, changed=partial(_watered, at=n)))
        if isinstance(part, Transformer):
            leakage = _LEAKAGE_OHM / (2 * np.pi * float(np.median(model.freq_hz)))
            told = tell("fault.out-of-band", part=part.label)
            changed = partial(_out_of_band, at=n, leakage_h=leakage)
            yield Suspect("out-of-band", told, replace(model, changed=changed))


def _antenna(station: Station, change: Callable[[Complex], Complex]) -> Station:
    return replace(station, antenna=Faulty(station.antenna, change))


def _shorted(gamma: Complex) -> Complex:
    return np.full_like(gamma, -_ALL_BACK)


def _opened(gamma: Complex) -> Complex:
    return np.full_like(gamma, _ALL_BACK)


def _more_ohm(gamma: Complex) -> Complex:
    z = 50 * (1 + gamma) / (1 - gamma)
    z = _GROUND * z.real + 1j * z.imag
    return np.asarray((z - 50) / (z + 50))


def _watered(station: Station, at: int) -> Station:
    return _with_part(station, at, more_lossy(station.chain[at], _WATER))


def _out_of_band(station: Station, at: int, leakage_h: float) -> Station:
    part = station.chain[at]
    assert isinstance(part, Transformer)
    return _with_part(station, at, replace(part, leakage_h=(part.leakage_h or 0.0) + leakage_h))


def _with_part(station: Station, at: int, other: Part) -> Station:
    return replace(station, chain=(*station.chain[:at], other, *station.chain[at + 1 :]))
