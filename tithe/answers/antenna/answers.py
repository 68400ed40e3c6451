"""What takes a while of a planned antenna, in steps that tell how far they are."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from tithe.answers.antenna import lengths_json, planning_json
from tithe.answers.antenna.lengths_shapes import WireLengthsLine
from tithe.answers.antenna.planning_shapes import PairsLine
from tithe.core import Station
from tithe.core.arrays import Real
from tithe.core.cost import Pause
from tithe.core.main_run import main_run, tuner_of
from tithe.core.planning.lengths import Trial, gathered, tried
from tithe.core.planning.pairs import Pairs, pairs


def lengths(trial: Trial, pause: Pause) -> Iterator[WireLengthsLine]:
    """How far it is after each length, then the answer."""
    results = []
    for result in tried(trial, pause):
        results.append(result)
        yield {"done": len(results), "of": len(trial.length_m)}
    yield {"answer": lengths_json.answer(gathered(trial, results))}


def paired(trial: Trial, line_m: Real, pause: Pause) -> Iterator[PairsLine]:
    """The same of pairs, after each length of the wire."""
    pairs_tried = []
    for pair in pairs(trial, float(line_m[0]), float(line_m[-1]), len(line_m), pause):
        pairs_tried.append(pair)
        yield {"done": len(pairs_tried), "of": len(trial.length_m)}
    columns = (
        np.array([getattr(pair, name) for pair in pairs_tried]) for name in ("reached", "bears_w", "sky_w")
    )
    power_w = trial.station.transmitter.power_w
    every = Pairs(trial.field, trial.bands, power_w, trial.length_m, line_m, *columns)
    yield {"answer": planning_json.paired(every, run_at(trial.station))}


def run_at(station: Station) -> int:
    """Where in the chain the main run behind the tuner is. Raises `InputError` where there is none."""
    at, _ = tuner_of(station)
    return at + 1 + main_run(station.chain[at + 1 :])[0]
