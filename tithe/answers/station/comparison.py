"""Two arrangements of one station laid beside each other, band by band."""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.answers.station import answer, budget_json
from tithe.answers.station.budget_shapes import Figure
from tithe.answers.station.shapes import ComparedBand, Comparison
from tithe.core import Budget, Station
from tithe.core.arrays import decibels
from tithe.core.budget import AUDIBLE_DB, DB_PER_S_UNIT, in_blocks, solve_alike
from tithe.core.cost import Pause, go_on
from tithe.core.message import Messages, tell
from tithe.core.solving_cost import solving_s
from tithe.core.verdict import state_at
from tithe.document.station import StationFile
from tithe.document.station_file import to_arrangement
from tithe.text import say


def cost_s(mine: Station, theirs: Station) -> float:
    """Seconds that comparing two stations may take: each twice, where both need the other's phases."""
    return sum(solving_s(station, 2 * len(mine.bands) + 1) for station in (mine, theirs))


def compose(document: StationFile, other: int, mhz: float, pause: Pause = go_on) -> Comparison:
    """The present arrangement, the other one, and per band what changing over would give."""
    mine, theirs = document.to_core(), to_arrangement(document, other)
    return against(mine, theirs, (document.arrangement, document.arrangements[other].name), mhz, pause)


def against(
    mine: Station, theirs: Station, names: tuple[str, str], mhz: float, pause: Pause = go_on
) -> Comparison:
    """Any two stations under their names, the second one drawn at a frequency."""
    rows = _rows(mine, theirs, pause)
    return {
        "names": list(names),
        "other": answer.look(theirs, mhz, pause),
        "rows": rows,
        "sentence": say((*_messages(names, rows), *_of_what(mine, theirs))),
    }


def _to_the_sky(*stations: Station) -> bool:
    """Whether of all of them it is known what the soil takes."""
    return all(station.antenna.sky is not None for station in stations)


def _of_what(mine: Station, theirs: Station) -> Messages:
    """Which watts are compared, where an antenna is planned."""
    if _to_the_sky(mine, theirs):
        return (tell("compare.to-sky"),)
    if _to_the_sky(mine) or _to_the_sky(theirs):
        return (tell("compare.one-soil"),)
    return ()


def _rows(mine: Station, theirs: Station, pause: Pause) -> list[ComparedBand]:
    (low, high), (low_2, high_2) = mine.antenna.range_hz, theirs.antenna.range_hz
    known = [b for b in mine.bands if max(low, low_2) <= b.middle_hz <= min(high, high_2)]
    if not known:
        return []
    out: list[ComparedBand] = []
    for freqs in in_blocks(np.array([b.middle_hz for b in known]), mine, theirs):
        a, b = solve_alike(mine, theirs, freqs, pause)
        sky = _to_the_sky(mine, theirs)
        out += [_row(known[len(out) + k].name, a, b, k, sky=sky) for k in range(len(freqs))]
    return out


def _row(name: str, a: Budget, b: Budget, k: int, *, sky: bool) -> ComparedBand:
    now, then = ((budget.sky_w if sky else budget.radiated_w)[..., k : k + 1] for budget in (a, b))
    if now.shape != then.shape:
        # One of the two antennas is known with its phase: its single figure stands against all phases.
        now, then = np.broadcast_arrays(now, then)
    with np.errstate(invalid="ignore"):
        gain = decibels(then) - decibels(now)
    gain = np.where(np.isfinite(gain), gain, 0.0)
    known = bool((now > 0).all() and (then > 0).all())
    return {
        "name": name,
        "now_w": budget_json.figure(now, 0),
        "then_w": budget_json.figure(then, 0),
        "now_state": state_at(a, k),
        "then_state": state_at(b, k),
        "gain_w": budget_json.figure(then - now, 0),
        "gain_db": budget_json.figure(gain, 0) if known else None,
        "gain_s_units": budget_json.figure(gain / DB_PER_S_UNIT, 0) if known else None,
    }


def _middle(figure: Figure) -> float:
    """The middle of a figure that may be a span, 0 where there is none."""
    value = figure["median"] if isinstance(figure, dict) else figure
    return float(value or 0.0)


def _ends(value: Figure, sign: float = 1.0) -> tuple[float, float]:
    """The least and the most of a figure."""
    ends = [value["min"], value["max"]] if isinstance(value, dict) else [value, value]
    low, high = sorted(sign * float(end or 0.0) for end in ends)
    return low, high


def _messages(names: tuple[str, str], rows: list[ComparedBand]) -> Messages:
    if not rows:
        return (tell("compare.nothing-common"),)
    gains = [_middle(row["gain_db"]) for row in rows]
    heard = sum(abs(gain) >= AUDIBLE_DB for gain in gains)
    if not heard:
        return (tell("compare.nobody-hears", now=names[0], then=names[1]),)
    messages = [tell("compare.heard", then=names[1], heard=heard, bands=len(rows))]
    most, least = rows[int(np.argmax(gains))], rows[int(np.argmin(gains))]
    if max(gains) >= AUDIBLE_DB:
        messages.append(tell("compare.gains", **_change(most), gain_db=_ends(most["gain_db"])))
    if min(gains) <= -AUDIBLE_DB:
        messages.append(tell("compare.loses", **_change(least), loss_db=_ends(least["gain_db"], -1.0)))
    return tuple(messages)


def _change(row: ComparedBand) -> dict[str, Any]:
    return {"band": row["name"], "now_w": _ends(row["now_w"]), "then_w": _ends(row["then_w"])}
