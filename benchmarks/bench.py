"""The bench's jobs with sweeps of 2,000 points, beside one transform of as many."""

from collections.abc import Callable, Iterator

import numpy as np

from benchmarks.timing import seconds
from tithe.answers.bench.tuner_rows import TunerRow, tuner
from tithe.core import AttenuatedLine, Line, Transformer, Tuner
from tithe.core.bench import fault, part, simulated
from tithe.core.bench.check import checked
from tithe.core.bench.line import by_reflection
from tithe.core.bench.residual import Residual

POINTS = 2000


def lines() -> Iterator[str]:
    """One line of text per measurement."""
    freq, sheet = np.linspace(1e6, 60e6, POINTS), Residual()
    wide = np.linspace(1e6, 300e6, POINTS)
    coax = AttenuatedLine(50, 0.66, 0.598, 0.0073)
    run = simulated.line(Line(coax, 38), sheet, 1, freq).gamma
    wet = simulated.fault(Line(coax, 38), sheet, 1, wide).gamma["hanging"]
    four = simulated.part(Transformer(4), sheet, 1, freq).gamma
    pieces = simulated.check(sheet, 1, freq).gamma
    bands = np.array([1.85, 3.65, 5.36, 7.1, 10.12, 14.2, 18.1, 21.2, 28.5]) * 1e6
    day = simulated.tuner(Tuner(), bands, sheet, 1).gamma
    rows = [
        TunerRow(f, *(complex(day[end][k]) for end in ("match", "short", "open")))
        for k, f in enumerate(bands.tolist())
    ]
    three = [four[end] for end in ("match", "short", "open")]
    jobs: dict[str, Callable[[], object]] = {
        "a line by two sweeps": lambda: by_reflection(
            freq, {"open": run["open"], "short": run["short"]}, 38.0
        ),
        "a line by one sweep": lambda: by_reflection(freq, {"short": run["short"]}, 38.0),
        "a fault": lambda: fault.along(wide, wet, 0.66, coax),
        "a part": lambda: part.by_three_sweeps(freq, three[0], three[1], three[2]),
        "a transformer": lambda: part.transformer(freq, three[0], three[1], three[2], 200.0),
        "an analyzer": lambda: checked(freq, pieces["open"], pieces["short"], pieces["load"]),
        "a tuner on nine bands": lambda: tuner(rows),
    }
    baseline = seconds(lambda: np.fft.fft(wet))
    for name, job in jobs.items():
        took = seconds(job, runs=5)
        yield (
            f"bench, {name}, {POINTS} points: {1000 * took:.0f} ms (aim 300), "
            f"{took / baseline:.0f} transforms of a sweep"
        )
