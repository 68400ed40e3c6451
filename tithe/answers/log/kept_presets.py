"""What a tuner's presets tell beside readings: each is a match, and so what its tuner saw then."""

from __future__ import annotations

from datetime import date, datetime

import numpy as np

from tithe.core import InputError, Station
from tithe.core.arrays import Real
from tithe.core.log.kept import Beside
from tithe.core.message import Message, tell
from tithe.core.reflection import reflection_of
from tithe.core.tuner_use.load import LoadFound, load_of
from tithe.core.tuner_use.loads import tuner_of_knobs
from tithe.core.tuner_use.preset import Preset
from tithe.document.parts.tuner import BankModel
from tithe.document.station import StationFile

_MOST = 8
_SAME = 1e-3
"""Frequencies no further apart, as a share, are one."""
_LEAST_SD = 0.03
_OF_LOADS = 2.6
"""Standard deviations from the middle to either end of what a preset tells."""
_YEAR_DAYS = 365.25


def presets_told(
    document: StationFile, station: Station, freq_hz: Real, day: date | None
) -> tuple[list[Beside], list[Message]]:
    """What the presets of the first tuner tell of what it saw on ``day``, and at a frequency that was read
    (F,), Hz, before; nothing where its dials are not known."""
    try:
        at, tuner = tuner_of_knobs(station)
    except InputError:
        return [], []
    model = document.chain[at]
    if tuner.bypassed or not isinstance(model, BankModel):
        return [], []
    beside, unknown = [], False
    for freq, preset, when in _counted(model, station, freq_hz, day):
        try:
            load = load_of(tuner, model.core_dials, preset, station.transmitter.reference_ohm)
        except InputError:
            unknown |= years(when, day) is None
            continue
        gamma, sd = _gamma_of(load)
        beside.append(Beside(freq, at + 1, gamma, sd, True, years(when, day)))
    said = [tell("beside.dials-not-known")] if unknown else []
    for code, that_day in (("beside.presets", True), ("beside.presets-before", False)):
        freqs = sorted(one.freq_hz for one in beside if (one.age is None) == that_day)
        if freqs:
            said.append(tell(code, at=[tell("antenna.at", freq_hz=f) for f in freqs], count=len(freqs)))
    return beside, said


def _counted(
    model: BankModel, station: Station, freq_hz: Real, day: date | None
) -> list[tuple[float, Preset, date | None]]:
    """The newest of the day, and of before, at each frequency."""
    low, high = station.antenna.range_hz
    newest: dict[tuple[float, bool], tuple[float, Preset, date | None]] = {}
    for preset in model.core_presets:
        when = date_of(preset.date)
        near = freq_hz[np.abs(freq_hz / preset.freq_hz - 1) < _SAME]
        that_day = day is not None and when == day
        freq = float(near[0]) if len(near) else preset.freq_hz
        later = when is not None and day is not None and when > day
        if later or not low <= freq <= high or not (that_day or len(near)):
            continue
        last = newest.get((freq, that_day))
        if last is None or (last[2] or date.min) <= (when or date.min):
            newest[freq, that_day] = freq, preset, when
    return list(newest.values())[:_MOST]


def years(when: date | None, day: date | None) -> float | None:
    """How long before ``day`` something was told: None on that day, a year where nobody noted when."""
    if when is None or day is None:
        return 1.0
    return None if when == day else (day - when).days / _YEAR_DAYS


def _gamma_of(load: LoadFound) -> tuple[complex, float]:
    """Γ re 50 Ω of what a tuner was matched to, and how far each part of it is open."""
    here = complex(reflection_of(np.array(load.z_ohm), 50.0))
    corners = np.array([complex(r, x) for r in load.r_ohm for x in load.x_ohm])
    off = np.abs(reflection_of(corners, 50.0) - here)
    return here, float(max(_LEAST_SD, off.max() / _OF_LOADS))


def date_of(text: str) -> date | None:
    """A day as it was written, ISO 8601; None where it was not, or otherwise."""
    try:
        return datetime.fromisoformat(text).date()
    except ValueError:
        return None
