"""What a question costs, told before it is computed: so that one too large is refused and not begun.

Measured on an ordinary machine of two cores; right to a factor of two or three, which is all that is wanted.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping

from tithe.core.errors import InputError
from tithe.core.station import Part, Station
from tithe.core.tuner import SteppedTuner, Tuner

_PASSIVE_S, _SEARCHED_S, _STEPS_S, _STEP_S = 0.3e-6, 12e-6, 2e-6, 0.022e-6
ROWS = 250
"""Phases at most where the antenna's is unknown, extremes refined."""
MOST_S = 20.0
"""Seconds that a question may take which answers all at once."""
Pause = Callable[[], None]
"""Called between pieces of work; it raises what is to end it."""


def go_on() -> None:
    """The pause of those who do not stop."""


def seconds_a_load(chain: Iterable[Part]) -> float:
    """To take one load back through parts, tuners searched for."""
    total = 0.0
    for part in chain:
        total += _PASSIVE_S
        if part.bypassed or isinstance(getattr(part, "setting", None), Mapping):
            continue
        if isinstance(part, Tuner):
            total += _SEARCHED_S * len(part.networks) ** 0.5
        elif isinstance(part, SteppedTuner):
            total += _STEPS_S + _STEP_S * float(2 ** max(part.c_bits, part.l_bits))
    return total


def solving_s(station: Station, frequencies: int) -> float:
    """To solve a station at so many frequencies."""
    rows = 1 if station.antenna.phase_known else ROWS
    return rows * frequencies * seconds_a_load(station.chain)


def refuse_beyond(seconds: float, narrower: str, most_s: float = MOST_S) -> None:
    """An `InputError` where a question would take longer; ``narrower`` says how to ask for less."""
    if seconds > most_s:
        some = f"{seconds:.0f} seconds" if seconds < 100 else f"{seconds / 60:.0f} minutes"
        raise InputError("", f"To compute this would take some {some}: {narrower}")
