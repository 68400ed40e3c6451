"""The main run of a station: the longest line behind its tuner."""

from __future__ import annotations

from tithe.core.arrays import Real
from tithe.core.errors import InputError
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part, TunerPart
from tithe.core.station import Station
from tithe.core.twoport import Port


def tuner_of(station: Station) -> tuple[int, TunerPart]:
    """Its first tuner and where that is. Raises `InputError` where there is none."""
    for n, part in enumerate(station.chain):
        if (tuner := part.retuned().tuner) and not part.bypassed:
            return n, tuner
    raise InputError("chain", "no-tuner")


def main_run(behind: tuple[Part, ...]) -> tuple[int, Line]:
    """The longest line behind the tuner, and its place. Raises `InputError` where there is none."""
    if any(part.tuner and not part.bypassed for part in behind):
        raise InputError("chain", "two-tuners-in-line")
    runs = [(n, part.feedline) for n, part in enumerate(behind) if part.feedline and not part.bypassed]
    if not runs:
        raise InputError("chain", "no-line-behind-tuner")
    return max(runs, key=lambda run: run[1].length_m)


def back_through(parts: tuple[Part, ...], load: Port, freq_hz: Real) -> Port:
    """V and I before passive parts in line, for those behind them."""
    for part in reversed(parts):
        two_port = None if part.bypassed else part.two_port(freq_hz)
        if two_port is not None:
            load = two_port.input(load)
    return load
