"""Antenna data as CSV: frequency with R and X, or with SWR. Columns are recognised by their headings.

The frequency's unit stands in its heading (``MHz``, ``freq_khz``, ``frequency (Hz)``); without one the values
must lie where only one unit makes sense of them. Every refusal names its line.
"""

from __future__ import annotations

import csv
import math
import re
from typing import Any

from tithe.core.errors import InputError, require

MAX_ROWS = 20_000
_FREQUENCY = re.compile(r"^\W*(f|freq|frequency)?\W*_?(hz|khz|mhz|ghz)?\W*$")
_R = re.compile(r"^\W*(r|rs|resistance)\b.*|^\W*r_ohm$")
_X = re.compile(r"^\W*(x|xs|reactance)\b.*|^\W*x_ohm$")
_SWR = re.compile(r"^\W*v?swr\W*$")
_SCALE = {"hz": 1e-6, "khz": 1e-3, "mhz": 1.0, "ghz": 1e3}


def parse(text: str) -> dict[str, Any]:
    """The text as an antenna of the station file: kind ``table`` or ``swr``. Raises `InputError`."""
    lines = text.splitlines()
    start = next(
        (n for n, line in enumerate(lines) if line.strip() and not line.startswith(("#", "!"))), None
    )
    require(start is not None, "file", "holds no lines of data")
    assert start is not None
    delimiter = max(";,\t", key=lines[start].count)
    heads = [head.strip().lower() for head in next(csv.reader([lines[start]], delimiter=delimiter))]
    place = f"line {start + 1}"
    columns = {
        name: next((n for n, head in enumerate(heads) if head and pattern.match(head)), None)
        for name, pattern in (("f", _FREQUENCY), ("r", _R), ("x", _X), ("swr", _SWR))
    }
    f, r, x, swr = (columns[name] for name in ("f", "r", "x", "swr"))
    require(f is not None, place, "must head a column with the frequency and its unit, such as MHz")
    assert f is not None
    found = _FREQUENCY.match(heads[f])
    unit = found.group(2) if found else None
    require(unit is not None, place, "must give the frequency's unit in its heading, such as MHz")
    scale = _SCALE[str(unit)]
    wanted: list[int]
    if r is not None and x is not None:
        kind, wanted = "table", [f, r, x]
    else:
        require(swr is not None, place, "must head columns R and X, or a column SWR")
        kind, wanted = "swr", [f, swr or 0]
    points: list[list[float]] = []
    for number, line in enumerate(lines[start + 1 :], start=start + 2):
        if not line.strip() or line.startswith(("#", "!")):
            continue
        words = next(csv.reader([line], delimiter=delimiter))
        require(
            len(words) > max(wanted),
            f"line {number}",
            f"holds {len(words)} columns; {max(wanted) + 1} are needed",
        )
        row = [_number(words[n], f"line {number}", delimiter) for n in wanted]
        row[0] = round(row[0] * scale, 9)  # to the millihertz: kHz must not leave a rounding tail
        require(row[0] > 0, f"line {number}", "must have a frequency above 0", row[0])
        if points:
            rising = row[0] > points[-1][0]
            require(rising, f"line {number}", "must have a higher frequency than the line before it", row[0])
        if kind == "swr":
            require(
                row[1] >= 1, f"line {number}", f"has an SWR of {row[1]:g}; an SWR is never below 1", row[1]
            )
        else:
            require(
                row[1] >= 0,
                f"line {number}",
                f"has R = {row[1]:g} Ω; an antenna's R is never below 0",
                row[1],
            )
        points.append(row)
        require(
            len(points) <= MAX_ROWS, f"line {number}", f"is one row too many: {MAX_ROWS} are read at most"
        )
    require(len(points) > 0, "file", "holds headings but no data")
    return {"kind": kind, "points": points} | ({"plane": "feedpoint"} if kind == "swr" else {})


def _number(word: str, place: str, delimiter: str) -> float:
    word = word.strip()
    if delimiter != ",":
        word = word.replace(",", ".")
    try:
        value = float(word) if len(word) <= 64 else math.nan
    except ValueError:
        value = math.nan
    if not math.isfinite(value) or abs(value) > 1e12:
        raise InputError(place, f"holds {word[:20]!r} where a number belongs", word[:64])
    return value
