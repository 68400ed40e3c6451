"""The full choice for the mill in one pass, against calling `solve` once per candidate and frequency."""

from collections.abc import Iterator
from dataclasses import replace
from pathlib import Path
from time import perf_counter

import numpy as np

from bench.timing import seconds
from tithe.core import solve
from tithe.core.choose import (
    EVERY_THIRD,
    SeenAntenna,
    candidates,
    doubts,
    evaluate,
    parts_of,
    question,
    safe_lengths,
)
from tithe.core.twoport import Port
from tithe.formats import choice, choose_json, station_file
from tithe.formats.station_file import to_station
from tithe.formats.station_model import StationFile

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
    yield from _phase_unknown(document)


def _phase_unknown(document: StationFile) -> Iterator[str]:
    """The ordinary heavy case: an antenna known by its SWR only, a relay tuner; beside what is aimed at."""
    changed = document.model_dump(exclude_none=True)
    changed["chain"][2] = {"kind": "tuner", "network": "stepped-l"}
    changed["antenna"] = {"kind": "swr", "points": [[1.8, 5], [30, 5]]}
    relay = station_file.validate(changed)
    wanted, station = choice.read(relay), to_station(relay)
    asked, chosen = question(station, EVERY_THIRD), wanted.all_candidates()
    ranking = choose_json.ranked(wanted, evaluate(asked, wanted.kit, chosen))
    for what, aim, job in (
        (f"choice of {len(chosen)} candidates", 0.5, lambda: evaluate(asked, wanted.kit, chosen)),
        ("how sure it is", 2.0, lambda: list(doubts(ranking, wanted.kit))),
        ("221 feeder lengths", 0.5, lambda: safe_lengths(question(station), 5, 60, 0.25)),
    ):
        took = seconds(job, runs=1)
        yield f"phase unknown, relay tuner, {len(asked.freq_hz)} points: {what} {took:.2f} s (aim {aim} s)"
