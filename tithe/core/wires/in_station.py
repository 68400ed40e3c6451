"""A station whose antenna is planned, and the bands on which that can be computed."""

from __future__ import annotations

from tithe.core.antenna import PlannedAntenna
from tithe.core.errors import InputError
from tithe.core.station import Band, Station


def planned_in(station: Station) -> PlannedAntenna:
    """Its antenna. Raises `InputError` where that is known otherwise than by its wires."""
    if not isinstance(station.antenna, PlannedAntenna):
        raise InputError("antenna", "not-planned")
    return station.antenna


def whole_bands(station: Station) -> tuple[Band, ...]:
    """Those that lie wholly where its wires can be computed, the lowest first. Raises `InputError` where
    there are none."""
    low, high = planned_in(station).range_hz
    bands = [band for band in station.bands if low <= band.low_hz and band.high_hz <= high]
    if not bands:
        raise InputError("bands", "no-whole-band")
    return tuple(sorted(bands, key=lambda band: band.low_hz))
