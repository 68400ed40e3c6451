"""Cells of CSV files that no spreadsheet takes for a formula, whatever it splits the line by.

A program that takes a semicolon for the separator begins a cell behind each one, quoted or not; so what could
begin a formula gets an apostrophe there too, and loses it when it is read back.
"""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator

from tithe.core.errors import InputError

_BEGINS = r"(^|[;\t\r\n])"
_RISKY = r"([\s\v\f\0\ufeff\u200b\"]*[=+\-@＝＋－＠|%])"
"""With what programs pass over before they look for a formula."""
_TO_GUARD = re.compile(_BEGINS + _RISKY)
_GUARDED = re.compile(_BEGINS + "'" + _RISKY)


def plain(text: str) -> str:
    """A text as a cell.

    >>> plain("=1+1"), plain("wet; =1+1"), plain("two-wire line")
    ("'=1+1", "wet;' =1+1", 'two-wire line')
    """
    return _TO_GUARD.sub(r"\1'\2", text)


def unguarded(cell: str) -> str:
    """What such a cell was.

    >>> unguarded("wet;' =1+1"), unguarded("o'clock")
    ('wet; =1+1', "o'clock")
    """
    return _GUARDED.sub(r"\1\2", cell)


def rows(text: str, delimiter: str) -> Iterator[tuple[int, list[str]]]:
    """The rows of a file with the number of the line each begins on; cells may hold line feeds. Raises
    `InputError` for what is no CSV."""
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    begins = 1
    try:
        for words in reader:
            yield begins, words
            begins = reader.line_num + 1
    except csv.Error as error:
        raise InputError(f"line {begins}", "not-csv", message=str(error)) from None
