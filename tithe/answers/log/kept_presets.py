"""What a tuner's presets tell beside readings: each is a match, and so what its tuner saw then."""

from __future__ import annotations

from datetime import date, datetime

import numpy as np

from tithe.core import InputError, Station
from tithe.core.arrays import Real
from tithe.core.log.kept import Beside
from tithe.core.message import Message, tell
from tithe.core.reflection import reflection_of
from tithe.core.tuner_use.load import PresetLoad, load_of
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


def beside_presets(
    document: StationFile, station: Station, freq_hz: Real, of_date: date | None
) -> tuple[list[Beside], list[Message]]:
    """What the presets of the first tuner tell of what it saw on ``of_date``, and before at a frequency that
    was read (F,), Hz; nothing where its dials are not known."""
    try:
        at, tuner = tuner_of_knobs(station)
    except InputError:
        return [], []
    model = document.chain[at]
    if tuner.bypassed or not isinstance(model, BankModel):
        return [], []
    beside, unknown = [], False
    for freq, preset, when in _counted(model, station, freq_hz, of_date):
        try:
            load = load_of(tuner, model.core_dials, preset, station.transmitter.reference_ohm)
        except InputError:
            unknown |= years(when, of_date) is None
            continue
        gamma, sd = _gamma_of(load)
        beside.append(Beside(freq, at + 1, gamma, sd, True, years(when, of_date)))
    said = [tell("beside.dials-not-known")] if unknown else []
    for code, same_date in (("beside.presets", True), ("beside.presets-before", False)):
        freqs = sorted(value.freq_hz for value in beside if (value.age is None) == same_date)
        if freqs:
            said.append(tell(code, at=[tell("antenna.at", freq_hz=f) for f in freqs], count=len(freqs)))
    return beside, said


def _counted(
    model: BankModel, station: Station, freq_hz: Real, of_date: date | None
) -> list[tuple[float, Preset, date | None]]:
    """The newest of the day, and of before, at each frequency."""
    low, high = station.antenna.range_hz
    newest: dict[tuple[float, bool], tuple[float, Preset, date | None]] = {}
    for preset in model.core_presets:
        when = date_of(preset.date)
        near = freq_hz[np.abs(freq_hz / preset.freq_hz - 1) < _SAME]
        same_date = of_date is not None and when == of_date
        freq = float(near[0]) if len(near) else preset.freq_hz
        later = when is not None and of_date is not None and when > of_date
        if later or not low <= freq <= high or not (same_date or len(near)):
            continue
        last = newest.get((freq, same_date))
        if last is None or (last[2] or date.min) <= (when or date.min):
            newest[freq, same_date] = freq, preset, when
    return list(newest.values())[:_MOST]


def years(when: date | None, of_date: date | None) -> float | None:
    """How long before ``of_date`` something was told: None on that day, a year where nobody noted when."""
    if when is None or of_date is None:
        return 1.0
    return None if when == of_date else (of_date - when).days / _YEAR_DAYS


def _gamma_of(load: PresetLoad) -> tuple[complex, float]:
    """Γ re 50 Ω of what a tuner was matched to, and how far each part of it is open."""
    gamma = complex(reflection_of(np.array(load.z_ohm), 50.0))
    corners = np.array([complex(r, x) for r in load.r_ohm for x in load.x_ohm])
    off = np.abs(reflection_of(corners, 50.0) - gamma)
    return gamma, float(max(_LEAST_SD, off.max() / _OF_LOADS))


def date_of(text: str) -> date | None:
    """A day as it was written, ISO 8601; None where it was not, or otherwise."""
    try:
        return datetime.fromisoformat(text).date()
    except ValueError:
        return None
