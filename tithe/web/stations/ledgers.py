"""The ledger of every band, for the report and for CSV."""

from __future__ import annotations

import numpy as np

from tithe.core import Station, solve, verdict_at
from tithe.core.cost import Pause, go_on
from tithe.results import budget_json, ledger_csv
from tithe.results.budget_shapes import BandLedger
from tithe.text import say


def compose(station: Station, pause: Pause = go_on) -> list[BandLedger]:
    """One row per band inside the antenna's data: its result at the middle and the verdict."""
    low, high = station.antenna.range_hz
    known = [b for b in station.bands if low <= b.middle_hz <= high]
    if not known:
        return []
    budget = solve(station, np.array([b.middle_hz for b in known]), pause=pause)
    results = budget_json.results(budget)
    return [
        {"name": b.name, "sentence": say(verdict_at(budget, k, b.name).told), "result": results[k]}
        for k, b in enumerate(known)
    ]


def as_csv(station: Station, pause: Pause = go_on) -> str:
    """The same as CSV text."""
    return ledger_csv.write((row["name"], row["result"]) for row in compose(station, pause))
