"""What a tuner sees in its station, and where in the run it stands."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.budget import solve
from tithe.core.errors import InputError, require
from tithe.core.parts.part import TunerPart
from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.stepped import SteppedTuner
from tithe.core.planned_station import of_one_antenna
from tithe.core.station import Station
from tithe.core.tuner_use.preset import KnobTuner


def tuner_of_knobs(station: Station, at: int | None = None) -> tuple[int, KnobTuner]:
    """The first tuner of coils and capacitors in the run, or the ``at``-th part, and where it is. Raises
    `InputError` where there is none."""
    for n, part in enumerate(station.chain):
        if isinstance(part, Tuner | SteppedTuner) and at in (None, n):
            return n, part
    raise InputError("chain" if at is None else f"chain[{at}]", "no-tuner-of-knobs")


def any_tuner(station: Station, at: int) -> TunerPart:
    """The ``at``-th part of the run. Raises `InputError` where that is no tuner."""
    tuner = station.chain[at].tuner if 0 <= at < len(station.chain) else None
    if tuner is None:
        raise InputError(f"chain[{at}]", "no-tuner-here")
    return tuner


def in_line(station: Station, at: int) -> Station:
    """The station with this tuner set to find its match; an antenna that is planned as it is typed, without
    what it may be instead."""
    chain = list(station.chain)
    chain[at] = any_tuner(station, at).automatic()
    return of_one_antenna(replace(station, chain=tuple(chain)))


def known_at(station: Station, freq_hz: Real) -> Mask:
    """At which frequencies the antenna is known with its phase, so that the tuner's load is."""
    low, high = station.antenna.range_hz
    return np.asarray(station.antenna.phase_known & (freq_hz >= low) & (freq_hz <= high))


def loads_at(station: Station, at: int, freq_hz: Real) -> Complex:
    """What the ``at``-th part, a tuner, sees at each frequency: Ω, (F,). Raises `InputError` where the
    antenna is not known there."""
    require(bool(known_at(station, freq_hz).all()), "antenna", "phase-not-known")
    order = np.argsort(freq_hz, kind="stable")
    z = np.empty(len(freq_hz), dtype=np.complex128)
    z[order] = solve(in_line(station, at), freq_hz[order]).stages[at].load.z_ohm
    return z
