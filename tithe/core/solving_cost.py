"""What solving a station costs, told before it is computed.

Measured on an ordinary machine of two cores; right to a factor of two or three, which is all that is wanted.
"""

from __future__ import annotations

from collections.abc import Iterable

from tithe.core.parts.part import PASSIVE_S, Part
from tithe.core.station import Station

ROWS = 250
"""Phases at most where the antenna's is unknown, extremes refined."""
_TELLING_S, _TELLING_PHASES_S = 1e-4, 8e-3


def seconds_a_load(chain: Iterable[Part]) -> float:
    """Seconds to take one load back through parts, tuners searched for."""
    return sum(PASSIVE_S if part.bypassed else part.load_s for part in chain)


def solving_s(station: Station, frequencies: int) -> float:
    """Seconds to solve a station at so many frequencies, what its antenna takes to be computed among them."""
    rows = 1 if station.antenna.phase_known else ROWS
    return frequencies * (rows * seconds_a_load(station.chain) + antenna_s(station))


def antenna_s(station: Station) -> float:
    """Seconds that the antenna takes at one frequency, in the mean of the bands."""
    middles = [band.middle_hz for band in station.bands] or [30e6]
    return sum(station.antenna.each_s(f) for f in middles) / len(middles)


def telling_s(station: Station, frequencies: int) -> float:
    """Seconds to tell a solved station in figures, each over all phases where these are unknown."""
    return (
        frequencies * len(station.chain) * (_TELLING_S if station.antenna.phase_known else _TELLING_PHASES_S)
    )
