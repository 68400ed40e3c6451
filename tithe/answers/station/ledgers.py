"""The ledger of every band, for the report and for CSV."""

from __future__ import annotations

import numpy as np

from tithe.answers.question import Csv
from tithe.answers.station import budget_json, ledger_csv
from tithe.answers.station.budget_shapes import BandLedger
from tithe.core import Station, solve, verdict_at
from tithe.core.budget import in_blocks
from tithe.core.cost import Pause, go_on
from tithe.core.solving_cost import solving_s, telling_s
from tithe.text import say


def cost_s(station: Station) -> float:
    """Seconds that it may take."""
    return solving_s(station, len(station.bands)) + telling_s(station, len(station.bands))


def compose(station: Station, pause: Pause = go_on) -> list[BandLedger]:
    """One row per band inside the antenna's data: its result at the middle and the verdict."""
    low, high = station.antenna.range_hz
    known = [b for b in station.bands if low <= b.middle_hz <= high]
    if not known:
        return []
    out: list[BandLedger] = []
    for freqs in in_blocks(np.array([b.middle_hz for b in known]), station):
        budget = solve(station, freqs, pause=pause)
        for k, result in enumerate(budget_json.results(budget)):
            pause()
            name = known[len(out)].name
            sentence = say(verdict_at(budget, k, name).messages)
            out.append({"name": name, "sentence": sentence, "result": result})
    return out


def as_csv(station: Station, pause: Pause = go_on) -> Csv:
    """The same as CSV text."""
    return Csv(ledger_csv.write((row["name"], row["result"]) for row in compose(station, pause)))
