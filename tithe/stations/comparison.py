"""Two arrangements of one station laid beside each other, band by band."""

from __future__ import annotations

from typing import Any

import numpy as np

from tithe.core import Budget, Station, solve
from tithe.core.arrays import Real, decibels
from tithe.core.budget import DB_PER_S_UNIT
from tithe.core.verdict import state_at
from tithe.core.wording import figure, watts
from tithe.formats.station_file import to_arrangement, to_station
from tithe.formats.station_model import StationFile
from tithe.stations import answer


def compose(document: StationFile, other: int, mhz: float) -> dict[str, Any]:
    """The present arrangement, the other one, and per band what changing over would give."""
    mine, theirs = to_station(document), to_arrangement(document, other)
    names = (document.arrangement, document.arrangements[other].name)
    rows = _rows(mine, theirs)
    return {
        "names": list(names),
        "other": answer.look(theirs, mhz),
        "rows": rows,
        "sentence": _sentence(names, rows),
    }


def _rows(mine: Station, theirs: Station) -> list[dict[str, Any]]:
    (low, high), (low_2, high_2) = mine.antenna.range_hz, theirs.antenna.range_hz
    known = [b for b in mine.bands if max(low, low_2) <= b.middle_hz <= min(high, high_2)]
    if not known:
        return []
    freq = np.array([b.middle_hz for b in known])
    a, b = solve(mine, freq), solve(theirs, freq)
    return [_row(band.name, a, b, k) for k, band in enumerate(known)]


def _row(name: str, a: Budget, b: Budget, k: int) -> dict[str, Any]:
    now, then = _middle(a.radiated_w, k), _middle(b.radiated_w, k)
    gain = float(decibels(then) - decibels(now)) if now > 0 and then > 0 else None
    return {
        "name": name,
        "now_w": now,
        "then_w": then,
        "now_state": state_at(a, k),
        "then_state": state_at(b, k),
        "gain_w": then - now,
        "gain_db": gain,
        "gain_s_units": None if gain is None else gain / DB_PER_S_UNIT,
    }


def _middle(values: Real, k: int) -> float:
    return float(np.median(values[..., k]))


def _sentence(names: tuple[str, str], rows: list[dict[str, Any]]) -> str:
    if not rows:
        return "The two have no band in common where both antennas are known."
    best = max(rows, key=lambda row: row["gain_db"] or 0.0)
    worst = min(rows, key=lambda row: row["gain_db"] or 0.0)
    heard = [row for row in rows if abs(row["gain_db"] or 0.0) >= 1.0]
    if not heard:
        return f"Between “{names[0]}” and “{names[1]}” nobody would hear a difference on any band."
    parts = [f"“{names[1]}” would be heard to differ on {len(heard)} of {len(rows)} bands."]
    if (best["gain_db"] or 0) >= 1:
        parts.append(
            f"It gains most on {best['name']}: {watts(best['now_w'])} W become {watts(best['then_w'])} W, "
            f"{figure(best['gain_db'])} dB more."
        )
    if (worst["gain_db"] or 0) <= -1:
        parts.append(
            f"It loses most on {worst['name']}: {watts(worst['now_w'])} W become {watts(worst['then_w'])} W, "
            f"{figure(-worst['gain_db'])} dB less."
        )
    return " ".join(parts)
