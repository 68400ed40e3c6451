"""What explains eight readings, and twenty, beside solves of the station at their frequencies."""

from collections.abc import Iterator

import numpy as np

from benchmarks.timing import seconds
from tithe.core import AttenuatedLine, Line, Station, Transmitter, Tuner, solve
from tithe.core.antenna import table
from tithe.core.log.reconcile import reconcile
from tithe.core.log.taken import State, Taken
from tithe.core.parts.meter import Meter

FREQS = (3.65e6, 7.1e6, 14.2e6, 21.2e6, 28.5e6)


def lines() -> Iterator[str]:
    """One line of text per measurement."""
    line = AttenuatedLine(50, 0.66, 0.6, 0.01)
    chain = (Line(line, 1.2), Meter("near", 200, 5, 25), Tuner(), Meter("far", 200, 5, 25), Line(line, 30))
    antenna = table(tuple((f, 30.0 + 20 * k, 100.0 - 60 * k) for k, f in enumerate((1e6, *FREQS, 30e6))))
    station = Station(Transmitter(), chain, antenna)
    states: tuple[State, State] = ("auto", "bypass")
    readings = [Taken(f, at, 90.0, 9.0, tuner=state) for f in FREQS for at in (1, 3) for state in states]
    on_two_bands = [reading for reading in readings if reading.freq_hz in FREQS[1:3]]
    once = seconds(lambda: solve(station, np.array(FREQS)))
    for some, aim in ((on_two_bands, 500), (readings, 1500)):
        took = seconds(lambda some=some: reconcile(station, some), runs=3)  # type: ignore[misc]  # bound now
        yield (
            f"{len(some)} readings explained: {1000 * took:.0f} ms (aim {aim}), as long as "
            f"{took / once:.0f} solves of the station at their frequencies"
        )
