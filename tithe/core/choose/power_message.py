"""Watts that leave, told with what they may be instead where the antenna is not wholly known."""

from __future__ import annotations

from tithe.core.message import Message, tell
from tithe.core.station import Station

_ALIKE = 0.005
"""Of the radio's power: ends nearer to each other are one figure."""


def power_message(station: Station, power_w: float, between_w: tuple[float, float]) -> Message:
    """``between_w``: the least and the most that it may be."""
    low, high = between_w
    if high - low < _ALIKE * station.transmitter.power_w:
        return tell("choose.power-known", power_w=power_w)
    if station.antenna.phase_known:
        return tell("choose.power-estimate", power_w=power_w, between_w=between_w)
    return tell("choose.power", power_w=power_w, between_w=between_w)
