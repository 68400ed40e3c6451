"""The lines of the shelf side by side as plain objects."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

import numpy as np

from tithe.answers import working_json
from tithe.answers.shelf.shapes import LineBeside, LinesBeside
from tithe.answers.station.budget_json import figure
from tithe.answers.working_shapes import WorkingOut
from tithe.core.antenna import table
from tithe.core.budget import MAX_RUN_DB, solve
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.lines_beside import facing, load_behind, lost_db
from tithe.core.parts.line import Line, LineType
from tithe.core.reflection import swr
from tithe.core.station import Station
from tithe.core.twoport import Port
from tithe.core.working import working_of
from tithe.text import standing_alone


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
    per metre. Before an antenna that is not described the matched loss and the price alone.

    Raises `InputError` where the station cannot be computed there, or has no such place.
    """
    freq_hz = np.array([mhz * 1e6])
    duty, why = station.transmitter.duty, ""
    load: Port | None = None
    try:
        load = load_behind(solve(station, freq_hz, pause=pause), place)
    except InputError as error:
        if error.code != "antenna-unknown":
            raise
        why = standing_alone(error)

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
        if load is not None and matched <= MAX_RUN_DB:  # beyond it nothing arrives, and no wave can be told
            along = facing(line, freq_hz, load)
            row["loss_db"], row["limit_w"] = figure(lost_db(along), 0), figure(along.limit_w(duty), 0)
        return row

    rows = [one(token, line_type) for token, line_type in lines]
    if load is None:
        return {"swr": None, "why": why, "lines": rows}
    ratio = swr(np.minimum(np.abs(load.gamma(station.transmitter.reference_ohm)), 1.0))
    return {"swr": figure(ratio, 0), "why": "", "lines": rows}


_WORKED = ("matched_db", "loss_db", "limit_w")


def working(
    station: Station,
    mhz: float,
    place: int,
    length_m: float,
    line: LineType,
    figure: str,
    pause: Pause = go_on,
) -> WorkingOut:
    """How ``matched_db``, ``loss_db`` or ``limit_w`` of such a line comes about: put into the run there.

    Raises `InputError` as `beside`, also where there is no such figure.
    """
    require(figure in _WORKED, "figure", "no-such-figure", figure)
    require(0 <= place <= len(station.chain), "place", "at-most", place, most=len(station.chain))
    freq_hz, added = np.array([mhz * 1e6]), Line(line, length_m)
    if figure == "matched_db":  # of the line alone, whatever stands behind it
        place, run = 0, replace(station, chain=(added,), antenna=table(((float(freq_hz[0]), 50.0, 0.0),)))
    else:
        run = replace(station, chain=(*station.chain[:place], added, *station.chain[place:]))
    return working_json.working(working_of(solve(run, freq_hz, pause=pause), f"stages[{place}].{figure}"), 0)
