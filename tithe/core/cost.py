"""What a question costs, told before it is computed: so that one too large is refused and not begun.

Measured on an ordinary machine of two cores; right to a factor of two or three, which is all that is wanted.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TYPE_CHECKING

from tithe.core.errors import InputError
from tithe.core.message import tell
from tithe.core.parts.part import PASSIVE_S, Part

if TYPE_CHECKING:
    from tithe.core.station import Station

ROWS = 250
"""Phases at most where the antenna's is unknown, extremes refined."""
_TELLING_S, _TELLING_PHASES_S = 1e-4, 8e-3
MOST_S = 20.0
"""Seconds that a question may take which answers all at once."""
Pause = Callable[[], None]
"""Called between pieces of work; it raises what is to end it."""


def go_on() -> None:
    """The pause of those who do not stop."""


_ASKED: ContextVar[Pause] = ContextVar("_ASKED", default=go_on)


@contextmanager
def paused_by(pause: Pause) -> Iterator[None]:
    """Whatever is computed within looks up at `rest`, how deep below it may be; of those who do not stop the
    one around them is looked up to."""
    if pause is go_on:
        yield
        return
    token = _ASKED.set(pause)
    try:
        yield
    finally:
        _ASKED.reset(token)


def rest() -> None:
    """A pause of what is being computed, by whoever asked for it: it raises what is to end it."""
    _ASKED.get()()


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


def refuse_beyond(seconds: float, narrower: str) -> None:
    """An `InputError` where a question would take longer; ``narrower``: the code for how to ask for less."""
    if seconds > MOST_S:
        raise InputError("", "takes-too-long", seconds, narrower=tell(f"narrower.{narrower}"))
