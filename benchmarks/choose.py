"""Choosing: one pass a placement against `solve` in a loop; the ordinary heavy cases beside their aims; how
it grows with bands, lines and phases."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from functools import partial
from pathlib import Path
from time import perf_counter
from typing import Any

import numpy as np

from benchmarks.timing import seconds
from tithe.answers.choose import choose_json
from tithe.answers.choose.answers import Choosing
from tithe.answers.choose.antennas import Placing
from tithe.answers.choose.lately import forget
from tithe.core import solve
from tithe.core.choose import (
    EVERY_THIRD,
    SeenAntenna,
    candidates,
    evaluate,
    parts_of,
    question,
    safe_lengths,
    tried,
    worlds,
)
from tithe.core.planning import feeds
from tithe.core.planning.feeds import Around, Lot
from tithe.core.planning.seen import all_seen
from tithe.core.twoport import Port
from tithe.document import choice, shelf, station_file
from tithe.document.choice import OwnLine
from tithe.document.parts.line import LineModel
from tithe.document.station import StationFile

MILL = Path(__file__).parents[1] / "tithe" / "web" / "stations" / "demo_data" / "brackenfell-mill.json"
SAMPLE = 8  # every so many candidates are solved one by one; the rest is scaled up
GARDEN = {
    "length_m": 20, "breadth_m": 10, "supports": [{"height_m": 9, "x_m": 10, "y_m": 5}],
    "house": {"x_m": 0, "y_m": 5}, "towards": "near",
}  # fmt: skip
MEADOW = GARDEN | {
    "length_m": 60, "breadth_m": 40,
    "supports": [{"height_m": h, "x_m": x, "y_m": y} for h, x, y in ((9, 10, 5), (12, 58, 5), (10, 30, 35))],
}  # fmt: skip
SWR_ONLY = {"kind": "swr", "points": [[1.8, 5], [30, 5]]}


def lines() -> Iterator[str]:
    """One printable line per benchmark."""
    document = station_file.read(MILL.read_text("utf-8"))
    wanted = choice.read(document)
    station = document.to_core()
    of_station = question(station)
    chosen = candidates(wanted.site, wanted.kit, wanted.wishes)
    once = seconds(lambda: evaluate(of_station, wanted.kit, chosen), runs=5)
    count, freqs = len(chosen), len(of_station.freq_hz)

    start = perf_counter()
    sample = chosen[::SAMPLE]
    for item in sample:
        other = replace(station, chain=tuple(parts_of(item.items, wanted.kit)))
        for k, f in enumerate(of_station.freq_hz):
            at = of_station.antenna.port.at(k)
            solve(replace(other, antenna=SeenAntenna(np.array([f]), Port(at.v, at.i))), np.array([f]))
    looped = (perf_counter() - start) * count / len(sample)
    yield (
        f"choice for the mill, phase known, {count} candidates × {freqs} frequencies: {once:.2f} s in one "
        f"pass per placement (aim 0.1 s); solve in a loop {looped:.1f} s (from every {SAMPLE}th candidate); "
        f"ratio {looped / once:.0f}"
    )
    ranking = choose_json.ranked(wanted, evaluate(of_station, wanted.kit, wanted.all_candidates()))
    drawn = worlds(of_station, wanted.kit, wanted.uncertain(of_station))
    took = seconds(lambda: list(tried(ranking, replace(drawn, score_db={}))), runs=3)
    yield (
        f"decided in {drawn.weight.size} worlds, phase known: {took:.2f} s more (aim 2 s), as long as "
        f"{took / once:.0f} rankings"
    )
    yield _again(document)
    yield from _phase_unknown(document)
    yield from _growth(document)
    yield from _antennas(document)


def _changed(document: StationFile, **keys: Any) -> StationFile:
    return station_file.validate(document.model_dump(exclude_none=True) | keys)


def _again(document: StationFile) -> str:
    """A whole answer, and the next one of which only a price differs."""

    def anew() -> None:
        forget()
        list(Choosing(document).steps())

    first = seconds(anew, runs=1)
    dearer = _changed(document, choice={"prices": {"rg-213": 9.0}})
    again = seconds(lambda: list(Choosing(dearer).steps()), runs=3)
    return (
        f"a whole choice with its worlds: {first:.2f} s; again with another price {again:.2f} s (aim 0.3 s), "
        f"ratio {first / again:.0f}"
    )


def _phase_unknown(document: StationFile) -> Iterator[str]:
    """An antenna known by its SWR only, with each tuner of the shelf."""
    tuners = {
        part.title: part.part.model_dump(exclude_none=True) for part in shelf.parts() if part.group == "tuner"
    }
    took: dict[str, dict[str, float]] = {"choice": {}, "decided in worlds": {}, "221 feeder lengths": {}}
    for title, tuner in tuners.items():
        chain = document.model_dump(exclude_none=True)["chain"]
        chain[2] = tuner
        item = _changed(document, chain=chain, antenna=SWR_ONLY)
        wanted, station = choice.read(item), item.to_core()
        of_station, chosen = question(station, EVERY_THIRD), wanted.all_candidates()
        ranking = choose_json.ranked(wanted, evaluate(of_station, wanted.kit, chosen))
        jobs = (
            lambda: evaluate(of_station, wanted.kit, chosen),  # noqa: B023 - timed at once
            lambda: list(tried(ranking, worlds(of_station, wanted.kit, wanted.uncertain(of_station)))),  # noqa: B023
            lambda: safe_lengths(question(station), 5, 60, 0.25),  # noqa: B023
        )
        for what, job in zip(took, jobs, strict=True):
            took[what][title] = seconds(job, runs=1)
    for (what, by_tuner), aim in zip(took.items(), (0.5, 2.0, 0.5), strict=True):
        slowest = max(by_tuner, key=by_tuner.__getitem__)
        yield (
            f"phase unknown, {what}: {min(by_tuner.values()):.2f} to {by_tuner[slowest]:.2f} s over the "
            f"shelf’s {len(tuners)} tuners (aim {aim} s), slowest with {slowest}"
        )


def _growth(document: StationFile) -> Iterator[str]:
    """Seconds of a choice with the phase unknown, against what it is asked of."""
    bands = document.model_dump(exclude_none=True)["bands"]
    line = LineModel.model_validate({"kind": "line", "length_m": 10.0, "line": "rg-213"})

    def took(times: int, own: int, every: int) -> float:
        more = [band | {"name": f"{band['name']} {n}"} for n in range(times) for band in bands]
        item = _changed(document, antenna=SWR_ONLY, bands=more)
        owned = [OwnLine(f"own-{n}", f"line {n}", line, None) for n in range(own)]
        wanted = choice.read(item, owned)
        of_station, chosen = question(item.to_core(), every), wanted.all_candidates()
        return seconds(lambda: evaluate(of_station, wanted.kit, chosen), runs=1)

    for what, each in (
        (f"bands {len(bands)}, {2 * len(bands)}, {4 * len(bands)}", [(1, 0, 3), (2, 0, 3), (4, 0, 3)]),
        ("own lines 0, 20, 80", [(1, 0, 3), (1, 20, 3), (1, 80, 3)]),
        ("phases 12, 24, 72", [(1, 0, 6), (1, 0, 3), (1, 0, 1)]),
    ):
        yield f"choice, phase unknown, {what}: " + ", ".join(f"{took(*item):.2f} s" for item in each)


def _antennas(document: StationFile) -> Iterator[str]:
    """Antennas of a place with their feeds, beside each fed by itself with every line at every place."""
    whole = document.model_dump(exclude_none=True)
    for place in (GARDEN, MEADOW):
        placing = Placing(station_file.validate(whole | {"place": place}))
        start, first = perf_counter(), 0.0
        for line in placing.steps():
            if "first" in line:
                first = perf_counter() - start
        took = perf_counter() - start
        every = [item for item in all_seen(placing.hung, placing.place.ground, placing.station.bands) if item]
        lots = feeds.alike(every, placing.around)
        each_alone = [lot for candidate in every[::6] for lot in feeds.alike([candidate], placing.around)]
        together = seconds(partial(_first_rows, lots, placing.around), runs=1)
        alone = seconds(partial(_whole_rows, each_alone, placing.around), runs=1)
        alone *= len(every) / len(every[::6])
        yield (
            f"{len(every)} antennas on {len(placing.station.bands)} bands with all feeds: first ranking "
            f"{first:.1f} s (aim 1.5), all {took:.1f} s (aim 8); their feeds in {len(lots)} lots on the line "
            f"that loses least {together:.2f} s, each by itself on every line {alone:.1f} s; ratio "
            f"{alone / together:.0f}"
        )


def _first_rows(lots: Sequence[Lot], around: Around) -> None:
    for lot in lots:
        feeds.first_rows(lot, around)


def _whole_rows(lots: Sequence[Lot], around: Around) -> None:
    for lot in lots:
        feeds.rows(lot, around)
