"""The lines of the shelf side by side as plain objects."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from tithe.core.budget import MAX_RUN_DB, solve
from tithe.core.cost import Pause, go_on
from tithe.core.lines_beside import facing, load_behind, lost_db
from tithe.core.parts.line import Line, LineType
from tithe.core.reflection import swr
from tithe.core.station import Station
from tithe.results.budget_json import figure
from tithe.results.shelf_shapes import LineBeside, LinesBeside


def beside(
    station: Station,
    mhz: float,
    place: int,
    length_m: float,
    lines: Sequence[tuple[str, LineType]],
    prices: Mapping[str, float],
    pause: Pause = go_on,
) -> LinesBeside:
    """What ``length_m`` of each line (token, type) would lose just before the ``place``-th part; ``prices``
    per metre.

    Raises `InputError` where the station cannot be computed there, or has no such place.
    """
    freq_hz = np.array([mhz * 1e6])
    load = load_behind(solve(station, freq_hz, pause=pause), place)
    ratio = swr(np.minimum(np.abs(load.gamma(station.transmitter.reference_ohm)), 1.0))
    duty = station.transmitter.duty

    def one(token: str, line_type: LineType) -> LineBeside:
        line = Line(line_type, length_m)
        matched = float(line.matched_db(freq_hz)[0])
        per_m = prices.get(token)
        row: LineBeside = {
            "token": token,
            "matched_db": matched,
            "loss_db": None,
            "limit_w": None,
            "price": None if per_m is None else per_m * length_m,
        }
        if matched <= MAX_RUN_DB:  # beyond it nothing arrives, and no wave can be told
            along = facing(line, freq_hz, load)
            row["loss_db"], row["limit_w"] = figure(lost_db(along), 0), figure(along.limit_w(duty), 0)
        return row

    return {"swr": figure(ratio, 0), "lines": [one(token, line_type) for token, line_type in lines]}
