"""An antenna as it is known, over the bands: read and drawn as a sweep is."""

from __future__ import annotations

from datetime import date

import numpy as np
from typing_extensions import TypedDict

from tithe.answers.log.kept_presets import date_of
from tithe.answers.sweep import sweep_json
from tithe.answers.sweep.shapes import Look
from tithe.answers.to_do.checks import SEASON_DAYS
from tithe.core import Station
from tithe.core.antenna import Resonator, SampledAntenna, SwrAntenna
from tithe.core.arrays import Complex, Real
from tithe.core.errors import require
from tithe.core.message import Message, Messages, tell
from tithe.core.reflection import rho_of_swr
from tithe.core.station import Band
from tithe.core.sweep import Sweep, features
from tithe.core.sweep.sweep import REFERENCE_OHM
from tithe.text import say

_POINTS = 1601
_A_MONTH = 30.4
_BESIDE = 0.05
"""So much below the lowest and above the highest band a resonator is drawn."""


class KnownAntenna(TypedDict):
    """``source``: what it is known by; ``age``: how old that is; ``gaps``: of which bands it is not known, or
    not wholly; ``measure``: what would tell more of it; and how it reads, ``reading`` and ``curve`` among
    it, as a sweep's."""

    source: str
    age: str
    gaps: str
    measure: str
    look: Look


def known(station: Station, comfort_swr: float, taken: str, today: date) -> KnownAntenna:
    """Of an antenna that is known by points or as a resonator; ``taken``: when it was measured, as it is
    noted. Raises `InputError` for others."""
    antenna, bands = station.antenna, station.bands
    sweep = _sweep(antenna, bands)
    measured = features(sweep, comfort_swr)
    reading = sweep_json.reading(sweep, bands, comfort_swr, measured)
    low, high = sweep.range_hz
    missing = [band.name for band, read in zip(bands, reading["bands"], strict=True) if not read["covered"]]
    return {
        "source": say(_source(antenna, sweep)),
        "age": say(_age(taken, today)),
        "gaps": say((tell("known.gaps", bands=missing),) if missing else ()),
        "measure": say(_measure(antenna, missing)),
        "look": {
            "shown": len(station.chain),
            "reading": reading,
            "flattery": "",
            "contradiction": "",
            "out_of_line": [],
            "curve": sweep_json.curve(sweep, low, high),
            "disc": sweep_json.disc(comfort_swr),
            "under": [],
        },
    }


def _sweep(antenna: object, bands: tuple[Band, ...]) -> Sweep:
    """At the points by which it is known; a resonator over the bands."""
    if isinstance(antenna, SampledAntenna):
        freq, re, im = np.array(antenna.points).T
        return _phased(freq, re + 1j * im)
    if isinstance(antenna, SwrAntenna):
        freq, ratio = np.array(antenna.points).T
        return Sweep(freq, rho_of_swr(ratio))
    known_so = isinstance(antenna, Resonator) and bool(bands)
    require(known_so, "antenna", "not-known-by-points")
    assert isinstance(antenna, Resonator)
    low, high = min(band.low_hz for band in bands), max(band.high_hz for band in bands)
    freq = np.geomspace(low * (1 - _BESIDE), high * (1 + _BESIDE), _POINTS)
    return _phased(freq, antenna.terminals(freq).gamma(REFERENCE_OHM))


def _phased(freq: Real, gamma: Complex) -> Sweep:
    return Sweep(freq, np.abs(gamma), gamma)


def _source(antenna: object, sweep: Sweep) -> Message:
    low, high = sweep.range_hz
    span = {"low_hz": low, "high_hz": high, "count": len(sweep.freq_hz)}
    if isinstance(antenna, Resonator):
        return tell("known.resonator", freq_hz=antenna.f0_hz)
    if isinstance(antenna, SwrAntenna):
        code = "known.swr-radio" if antenna.plane == "radio" else "known.swr"
        return tell(code, **span, reference=antenna.reference_ohm)
    return tell("known.points", **span)


def _age(taken: str, today: date) -> Message:
    date_taken = date_of(taken)
    if date_taken is None:
        return tell("known.no-date")
    days = (today - date_taken).days
    if days < 0:
        return tell("known.later", date=date_taken.isoformat())
    age = {"date": date_taken.isoformat(), "months": round(days / _A_MONTH), "days": days}
    return tell("known.old" if days > SEASON_DAYS else "known.fresh", **age)


def _measure(antenna: object, missing: list[str]) -> Messages:
    if isinstance(antenna, SwrAntenna):
        return (tell("known.measure-phase"),)
    if isinstance(antenna, Resonator):
        return (tell("known.measure-instead"),)
    return (tell("known.measure-gaps", bands=missing),) if missing else ()
