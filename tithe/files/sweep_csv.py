"""A sweep as CSV: frequency with R and X, or SWR, or return loss. Columns are recognised by their headings.

The frequency's unit stands in its heading (``MHz``, ``freq_khz``, ``frequency (Hz)``). What the headings
leave open is asked, not guessed: `recognise` says what it found and what is missing, `parse` takes the
answer. Every refusal names its line.
"""

from __future__ import annotations

import csv
import math
import re
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tithe.core.errors import InputError, require
from tithe.core.reflection import reflection_of, return_loss_db
from tithe.core.sweep import Sweep, impedance, with_phase, without_phase

MAX_ROWS = 200_001
Holds = Literal["r-x", "swr", "return-loss"]
Unit = Literal["hz", "khz", "mhz", "ghz"]
_FREQUENCY = re.compile(r"^\W*(f|freq|frequency)?\W*_?(hz|khz|mhz|ghz)?\W*$")
_R = re.compile(r"^\W*(r|rs|resistance)\b.*|^\W*r_ohm$")
_X = re.compile(r"^\W*(x|xs|reactance)\b.*|^\W*x_ohm$")
_SWR = re.compile(r"^\W*v?swr\W*$")
_RETURN_LOSS = re.compile(r"^\W*(rl|return[ _-]?loss)\b.*|^\W*(s11|rl|return_loss)_?\W*db\W*$")
SCALE: dict[str, float] = {"hz": 1.0, "khz": 1e3, "mhz": 1e6, "ghz": 1e9}


@dataclass(frozen=True)
class Columns:
    """Which column holds what; numbers count from 0. None: the headings do not say.

    ``second`` is X where ``holds`` is ``r-x``. ``question`` is the code of what is missing ("" where nothing
    is).
    """

    heads: tuple[str, ...]
    frequency: int | None
    unit: Unit | None
    holds: Holds | None
    first: int | None
    second: int | None
    delimiter: str
    head_line: int
    question: str = ""


def recognise(text: str) -> Columns:
    """What the headings say. Raises `InputError` where there is no line of data at all."""
    lines = text.splitlines()
    start = next((n for n, line in enumerate(lines) if _is_data(line)), None)
    if start is None:
        raise InputError("file", "no-data")
    delimiter = max(";,\t", key=lines[start].count)
    words = [word.strip() for word in _split(lines[start], delimiter)]
    bare = all(_plain(word, delimiter) is not None for word in words)
    heads = tuple(f"column {n + 1}" for n in range(len(words))) if bare else tuple(words)
    layout = _by_heading([] if bare else [word.lower() for word in words])
    columns = Columns(heads, *layout, delimiter, -1 if bare else start)
    return replace(columns, question=_question(columns))


def _is_data(line: str) -> bool:
    return bool(line.strip()) and not line.startswith(("#", "!"))


def _split(line: str, delimiter: str) -> list[str]:
    try:
        return next(csv.reader([line], delimiter=delimiter), [])
    except csv.Error:
        return []


def _by_heading(
    heads: list[str],
) -> tuple[int | None, Unit | None, Holds | None, int | None, int | None]:
    def at(pattern: re.Pattern[str]) -> int | None:
        return next((n for n, head in enumerate(heads) if head and pattern.match(head)), None)

    f, r, x, ratio, loss = (at(p) for p in (_FREQUENCY, _R, _X, _SWR, _RETURN_LOSS))
    unit: Unit | None = None
    if f is not None and (match := _FREQUENCY.match(heads[f])) and match.group(2):
        unit = match.group(2)  # type: ignore[assignment]
    if r is not None and x is not None:
        return f, unit, "r-x", r, x
    if ratio is not None:
        return f, unit, "swr", ratio, None
    return f, unit, "return-loss" if loss is not None else None, loss, None


def _question(columns: Columns) -> str:
    if columns.frequency is None:
        return "head-frequency"
    if columns.unit is None:
        return "head-unit"
    if columns.holds is None:
        return "head-values"
    return ""


def parse(text: str, columns: Columns | None = None) -> Sweep:
    """The sweep in the text; ``columns`` as confirmed, else as recognised. Raises `InputError` naming the
    line."""
    columns = columns or recognise(text)
    question = _question(columns)
    require(not question, f"line {columns.head_line + 1}" if columns.head_line >= 0 else "file", question)
    assert columns.unit is not None
    wanted = [n for n in (columns.frequency, columns.first, columns.second) if n is not None]
    needed = 3 if columns.holds == "r-x" else 2
    require(len(wanted) == needed, "columns", "columns", len(wanted), needed=needed)
    scale = SCALE[columns.unit]
    rows: list[list[float]] = []
    for number, line in enumerate(text.splitlines(), start=1):
        if number <= columns.head_line + 1 or not _is_data(line):
            continue
        place, words = f"line {number}", _split(line, columns.delimiter)
        require(len(words) > max(wanted), place, "too-few-columns", len(words), needed=max(wanted) + 1)
        row = [_number(words[n], place, columns.delimiter) for n in wanted]
        row[0] = round(row[0] * scale, 3)  # to the millihertz: kHz must not leave a rounding tail
        require(0 < row[0] < 1e12, place, "below-1-thz", row[0])
        if rows:
            rising = row[0] > rows[-1][0]
            require(rising, place, "rising-lines", row[0])
        _check(row, columns.holds, place)
        rows.append(row)
        require(len(rows) <= MAX_ROWS, place, "one-row-too-many", most=MAX_ROWS)
    require(len(rows) > 0, "file", "no-data-rows")
    return _sweep(np.array(rows).T, columns.holds)


def _check(row: list[float], holds: Holds | None, place: str) -> None:
    value = row[1]
    if holds == "swr":
        require(value >= 1, place, "swr-below-1", value)
    elif holds == "r-x":
        require(value >= 0, place, "resistance-below-0", value)
        require(abs(value) < 1e12 and abs(row[2]) < 1e12, place, "means-nothing")
    else:
        require(abs(value) < 300, place, "return-loss-too-large", value)


def _sweep(columns: np.ndarray, holds: Holds | None) -> Sweep:
    freq_hz = columns[0]
    if holds == "r-x":
        return with_phase(freq_hz, reflection_of(columns[1] + 1j * columns[2], 50.0))
    if holds == "swr":
        return without_phase(freq_hz, columns[1])
    loss = columns[1]
    # Written as a loss (above 0) or as a level (below 0), by habit; both in one column mean neither.
    if (loss > 0).any() and (loss < 0).any():
        raise InputError("file", "two-signs")
    return Sweep(freq_hz, np.asarray(10 ** (-np.abs(loss) / 20)))


def _plain(word: str, delimiter: str) -> float | None:
    word = word.strip()
    if delimiter != ",":
        word = word.replace(",", ".")
    try:
        value = float(word) if len(word) <= 64 else math.nan
    except ValueError:
        return None
    return value if math.isfinite(value) else None


def _number(word: str, place: str, delimiter: str) -> float:
    value = _plain(word, delimiter)
    if value is None or abs(value) > 1e15:
        raise InputError(place, "no-number-there", word.strip()[:20])
    return value


def write(sweep: Sweep) -> str:
    """The sweep as CSV: MHz, R, X, SWR and return loss; without phase MHz, SWR and return loss."""
    lost = return_loss_db(np.maximum(np.minimum(sweep.rho, 1.0), 1e-15))
    if sweep.gamma is None:
        rows = zip(sweep.freq_hz / 1e6, sweep.swr, lost, strict=True)
        return "".join(["MHz,SWR,return loss dB\n", *(_row(row) for row in rows)])
    z = impedance(sweep.gamma)
    rows_z = zip(sweep.freq_hz / 1e6, z.real, z.imag, sweep.swr, lost, strict=True)
    return "".join(["MHz,R,X,SWR,return loss dB\n", *(_row(row) for row in rows_z)])


def _row(values: tuple[float, ...]) -> str:
    return ",".join(f"{value:.12g}" for value in values) + "\n"


def first_rows(text: str, columns: Columns, count: int) -> list[list[str]]:
    """The first rows below the headings, as they stand, to be shown for confirmation."""
    data = [line for line in text.splitlines()[columns.head_line + 1 :] if _is_data(line)]
    return [[word.strip()[:40] for word in _split(line, columns.delimiter)] for line in data[:count]]


def confirmed(
    text: str,
    frequency: int | None,
    unit: Unit | None,
    holds: Holds | None,
    first: int | None,
    second: int | None,
) -> Columns:
    """The columns of a text as a person has confirmed them."""
    second = second if holds == "r-x" else None
    columns = recognise(text)
    return replace(columns, frequency=frequency, unit=unit, holds=holds, first=first, second=second)
