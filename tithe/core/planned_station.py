"""A station whose antenna is planned, and the bands on which that can be computed."""

from __future__ import annotations

from dataclasses import replace

from tithe.core.antenna import PlannedAntenna
from tithe.core.errors import InputError
from tithe.core.station import Band, Station


def planned_in(station: Station) -> PlannedAntenna:
    """Its antenna. Raises `InputError` where that is known otherwise than by its wires."""
    if not isinstance(station.antenna, PlannedAntenna):
        raise InputError("antenna", "not-planned")
    return station.antenna


def of_one_antenna(station: Station) -> Station:
    """The station at one antenna: a planned one as it is typed, without what it may be instead."""
    if not isinstance(station.antenna, PlannedAntenna):
        return station
    return replace(station, antenna=station.antenna.alone)


def whole_bands(station: Station) -> tuple[Band, ...]:
    """Those that lie wholly where its wires can be computed, the lowest first. Raises `InputError` where
    there are none."""
    low, high = planned_in(station).range_hz
    bands = [band for band in station.bands if low <= band.low_hz and band.high_hz <= high]
    if not bands:
        raise InputError("bands", "no-whole-band")
    return tuple(sorted(bands, key=lambda band: band.low_hz))
