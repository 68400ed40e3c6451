"""All figures of solve, sweep and choose over the demo stations and 200 random ones, to lay beside another
day's.

`python -m benchmarks.snapshot FILE` writes them; with `--compare` it says how far today's differ: a change
of the house that is to change no figure can be seen to change none. Sentences do not count.
`benchmarks/figures.json.gz` holds those of the day before the house was rearranged.
"""

from __future__ import annotations

import argparse
import gzip
import json
import math
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import numpy as np

from tithe.answers.choose import choose_json
from tithe.answers.choose.answers import Choosing
from tithe.answers.station import budget_json
from tithe.answers.sweep import sweep_json
from tithe.core import solve
from tithe.core.sweep import Analyzer, measure
from tithe.document import shelf, station_file
from tithe.document.station import StationFile
from tithe.web.stations import demo

RANDOM = 200
MHZ = (1.85, 3.65, 7.1, 10.12, 14.2, 21.2, 28.5)


def random_station(rng: np.random.Generator) -> StationFile:
    """A run of some parts of the shelf into an antenna known in one way or another."""
    parts = [part.part.model_dump(exclude_none=True) for part in shelf.parts()]
    lines = list(shelf.lines())
    chain = [
        {"kind": "line", "line": str(rng.choice(lines)), "length_m": float(rng.uniform(0.3, 40))}
        if rng.random() < 0.5
        else parts[int(rng.integers(len(parts)))]
        for _ in range(int(rng.integers(1, 7)))
    ]
    antennas: list[dict[str, Any]] = [
        {
            "kind": "resonator",
            "f0_mhz": float(rng.uniform(2, 28)),
            "r_ohm": float(rng.uniform(5, 200)),
            "q": 8.0,
        },
        {"kind": "swr", "points": [[1.5, float(rng.uniform(1, 30))], [31.0, float(rng.uniform(1, 30))]]},
        {
            "kind": "table",
            "points": [
                [f, float(rng.uniform(2, 900)), float(rng.uniform(-900, 900))] for f in (1.5, 8.0, 15.0, 31.0)
            ],
        },
    ]
    document = {
        "format": "tithe-station",
        "version": 1,
        "chain": chain,
        "antenna": antennas[int(rng.integers(3))],
    }
    return station_file.validate(document)


def figures() -> dict[str, Any]:
    """The figures by the name of their case."""
    found: dict[str, Any] = {}
    for slug in demo.DEMOS:
        document = demo.start(slug)
        found |= {f"{slug} {name}": numbers(item) for name, item in _of_demo(document)}
    rng = np.random.default_rng(12)
    for n in range(RANDOM):
        station = random_station(rng).to_core()
        frequencies = np.array([MHZ[int(k)] * 1e6 for k in rng.integers(len(MHZ), size=2)])
        found[f"random {n}"] = numbers(budget_json.results(solve(station, frequencies)))
    return found


def _of_demo(document: StationFile) -> Iterator[tuple[str, Any]]:
    station = document.to_core()
    middles = np.array([band.middle_hz for band in station.bands])
    low, high = station.antenna.range_hz
    yield "solved", budget_json.results(solve(station, middles[(middles >= low) & (middles <= high)]))
    choosing = Choosing(document)
    yield "chosen", choose_json.answer(choosing.choice, choosing.judged())
    sweep = measure(station, 0, Analyzer(float(max(low, 6.5e6)), float(min(high, 7.6e6)), 201, noise=0.001))
    yield "swept", sweep_json.reading(sweep, station.bands, station.comfort_swr)


def numbers(tree: Any) -> Any:
    """What is left of an answer without its words."""
    if isinstance(tree, dict):
        kept = {key: numbers(value) for key, value in tree.items()}
        return {key: value for key, value in kept.items() if value is not None}
    if isinstance(tree, list | tuple):
        return [numbers(value) for value in tree]
    return tree if isinstance(tree, int | float) else None


def differences(old: Any, new: Any, path: str = "") -> Iterator[tuple[float, str]]:
    """Each figure that differs: by what share of itself (infinity: it is not there), and where."""
    if isinstance(old, dict) and isinstance(new, dict):
        for key in sorted(old.keys() | new.keys()):
            yield from differences(old.get(key), new.get(key), f"{path}.{key}")
    elif isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        for n, (first, other) in enumerate(zip(old, new, strict=True)):
            yield from differences(first, other, f"{path}[{n}]")
    elif isinstance(old, int | float) and isinstance(new, int | float):
        if old != new:
            yield abs(old - new) / max(abs(old), abs(new)), path
    elif old != new:
        yield math.inf, path


def main() -> None:
    """Write, or compare."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("file", type=Path)
    parser.add_argument("--compare", action="store_true")
    args = parser.parse_args()
    now = json.loads(json.dumps(figures(), allow_nan=False))
    if not args.compare:
        args.file.write_bytes(gzip.compress(json.dumps(now).encode(), mtime=0))
        return
    answer = sorted(differences(json.loads(gzip.decompress(args.file.read_bytes())), now), reverse=True)
    print(f"{len(answer)} figures differ" + (", most:" if answer else ""))
    for share, path in answer[:20]:
        print(f"{share:.2e} {path}")


if __name__ == "__main__":
    main()
