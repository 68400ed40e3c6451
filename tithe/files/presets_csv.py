"""A chart of presets as CSV, out and in: frequency, a column a knob, SWR, date, note; a relay tuner's form.

Columns are known by their headings, in any order; a semicolon or a tab may part them, and then a comma may
stand for the decimal point.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from tithe.core.errors import InputError, require
from tithe.files import plain_csv
from tithe.files.plain_csv import plain

MOST_ROWS = 500
_FREQUENCY, _SWR, _DATE, _NOTE, _FORM = "MHz", "SWR", "date", "note", "form"


@dataclass(frozen=True)
class PresetRow:
    """A line of the file: MHz, the dials' numbers by knob, and what is told beside."""

    mhz: float
    dials: Mapping[str, float]
    swr: float
    date: str
    note: str
    form: str


def write(knobs: Sequence[str], rows: Sequence[PresetRow]) -> str:
    """The chart, its first line the headings."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    with_form = any(row.form for row in rows)
    writer.writerow([_FREQUENCY, *knobs, _SWR, _DATE, _NOTE, *([_FORM] if with_form else [])])
    for row in rows:
        numbers = [f"{row.mhz:.10g}", *(f"{row.dials[knob]:.10g}" for knob in knobs), f"{row.swr:.10g}"]
        beside = [plain(row.date), plain(row.note), *([plain(row.form)] if with_form else [])]
        writer.writerow([*numbers, *beside])
    return out.getvalue()


def read(text: str, knobs: Sequence[str]) -> list[PresetRow]:
    """The rows of such a file. Raises `InputError` that names the line and the column."""
    text = text.lstrip("\ufeff")
    head = next((line for line in text.splitlines() if line.strip()), None)
    if head is None:
        raise InputError("file", "no-data")
    parted = max(";\t,", key=head.count)
    every = ((n, words) for n, words in plain_csv.rows(text, parted) if any(word.strip() for word in words))
    head_at, first = next(every)
    heads = [word.strip().lower() for word in first]
    for needed in (_FREQUENCY, *knobs):
        require(needed.lower() in heads, f"line {head_at}", "no-column", needed, allowed=[_FREQUENCY, *knobs])
    rows: list[PresetRow] = []
    for number, words in every:
        require(len(rows) < MOST_ROWS, f"line {number}", "one-row-too-many", most=MOST_ROWS)
        require(len(words) >= len(heads), f"line {number}", "too-few-columns", len(words), needed=len(heads))
        rows.append(_row(dict(zip(heads, words, strict=False)), knobs, f"line {number}", parted != ","))
    require(len(rows) > 0, "file", "no-data-rows")
    return rows


def _row(words: Mapping[str, str], knobs: Sequence[str], place: str, decimal_comma: bool) -> PresetRow:
    def number(column: str) -> float:
        word = words[column.lower()].strip()
        try:
            value = float(word.replace(",", ".") if decimal_comma else word)
        except ValueError:
            raise InputError(f"{place}, {column}", "not-a-number", word, shown=word[:40]) from None
        require(abs(value) < 1e12, f"{place}, {column}", "not-a-number", word, shown=word[:40])
        return value

    def cell(column: str) -> str:
        return plain_csv.unguarded(words.get(column.lower(), "").strip())

    mhz = number(_FREQUENCY)
    require(mhz > 0, f"{place}, {_FREQUENCY}", "above", mhz, least=0)
    ratio = number(_SWR) if cell(_SWR) else 1.0
    require(ratio >= 1, f"{place}, {_SWR}", "at-least", ratio, least=1)
    dials = {knob: number(knob) for knob in knobs}
    return PresetRow(mhz, dials, ratio, cell(_DATE)[:40], cell(_NOTE)[:2000], cell(_FORM))
