"""The full choice for the mill in one pass, against calling `solve` once per candidate and frequency."""

from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path
from time import perf_counter

import numpy as np

from bench.timing import seconds
from tithe.core import SwrAntenna, solve
from tithe.core.choose import SeenAntenna, candidates, evaluate, parts_of, question, safe_lengths
from tithe.core.twoport import Port
from tithe.formats import choice, station_file
from tithe.formats.station_file import to_station

MILL = Path(__file__).parents[1] / "tithe" / "stations" / "demo_data" / "brackenfell-mill.json"
SAMPLE = 8  # every so many candidates are solved one by one; the rest is scaled up


def lines() -> Iterator[str]:
    """One printable line per benchmark."""
    document = station_file.read(MILL.read_text("utf-8"))
    wanted = choice.read(document)
    station = to_station(document)
    asked = question(station)
    chosen = candidates(wanted.site, wanted.kit, wanted.wishes)
    once = seconds(lambda: evaluate(asked, wanted.kit, chosen), runs=5)
    count, freqs = len(chosen), len(asked.freq_hz)

    start = perf_counter()
    tried = chosen[::SAMPLE]
    for one in tried:
        other = replace(station, chain=tuple(parts_of(one.items, wanted.kit)))
        for k, f in enumerate(asked.freq_hz):
            at = asked.antenna.port.at(k)
            solve(replace(other, antenna=SeenAntenna(np.array([f]), Port(at.v, at.i))), np.array([f]))
    looped = (perf_counter() - start) * count / len(tried)
    yield (
        f"choice for the mill, {count} candidates × {freqs} frequencies ({count * freqs:,} solutions): "
        f"{once:.2f} s in one pass per placement; solve in a loop {looped:.1f} s "
        f"(from every {SAMPLE}th candidate); ratio {looped / once:.0f}"
    )
    took = seconds(lambda: safe_lengths(asked, 5, 60, 0.25), runs=3)
    yield f"221 feeder lengths × {freqs} frequencies: {took:.2f} s"
    points = tuple((f, 3.0) for f in np.linspace(3e6, 30e6, 40))
    unknown = question(replace(station, antenna=SwrAntenna(points)))
    phases = seconds(lambda: evaluate(unknown, wanted.kit, chosen), runs=1)
    yield (
        f"the same choice with the phase unknown, 72 times the loads: {phases:.1f} s, "
        f"{phases / once:.0f} times the time"
    )
