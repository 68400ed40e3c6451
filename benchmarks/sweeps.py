"""A sweep of 10,001 points: read, moved, analysed, thinned for the picture; reading it against scikit-rf."""

import io
from collections.abc import Iterator

import numpy as np
import skrf

from benchmarks.core import ANTENNA, CHAIN
from benchmarks.timing import seconds
from tithe.answers.sweep import sweep_json
from tithe.core import Station, Transmitter
from tithe.core.sweep import Analyzer, compare, features, measure, move
from tithe.files import sweep_file

ANALYZER = Analyzer(1.8e6, 30e6, 10_001, noise=0.001, directivity_db=40)


def lines() -> Iterator[str]:
    """One printable line per benchmark."""
    sweep = measure(Station(Transmitter(), CHAIN, ANTENNA), 0, ANALYZER)
    text = sweep_file.write(sweep)

    def theirs() -> object:
        stream = io.StringIO(text)
        stream.name = "sweep.s1p"
        return skrf.io.touchstone.Touchstone(stream)

    read, other = seconds(lambda: sweep_file.read(text)), seconds(theirs)
    yield (
        f"Touchstone of 10,001 points read: {read * 1e3:.0f} ms; scikit-rf {other * 1e3:.0f} ms; "
        f"ratio {other / read:.2f} (aim 1)"
    )
    moved = seconds(lambda: move(sweep, CHAIN, 0, len(CHAIN)))
    result = seconds(lambda: features(sweep))
    drawn = seconds(lambda: sweep_json.curve(sweep, 1.8e6, 30e6))
    other_day = Analyzer(1.8e6, 30e6, 10_001, noise=0.001, seed=2)
    later = measure(Station(Transmitter(), CHAIN, ANTENNA), 0, other_day)
    drift = seconds(lambda: compare(sweep, later), runs=3)
    total = read + moved + result + drawn
    yield (
        f"then moved to the feedpoint {moved * 1e3:.0f} ms, analysed {result * 1e3:.0f} ms, thinned for the "
        f"picture {drawn * 1e3:.0f} ms (all {total * 1e3:.0f} ms; reading is {read / total:.0%}); "
        f"against a baseline {drift * 1e3:.0f} ms"
    )
    scan = seconds(lambda: np.abs(np.array(sweep.gamma)).argmin())
    yield f"analysing against a bare scan for the lowest point: {result / scan:,.0f} times its time"
