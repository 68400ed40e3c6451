"""A file of antenna data, by its content: Touchstone or CSV."""

from __future__ import annotations

from typing import Any

from tithe.formats import antenna_csv, touchstone


def read(text: str) -> dict[str, Any]:
    """The text as an antenna of the station file. Raises `InputError` naming the line."""
    lines = (line.strip() for line in text.splitlines())
    first = next((line for line in lines if line and not line.startswith("!")), "")
    if _is_option_line(first) or (first and all(_numeric(word) for word in first.split())):
        touchstone.parse(text)
        return {"kind": "touchstone", "content": text}
    return antenna_csv.parse(text)


def _is_option_line(line: str) -> bool:
    """Touchstone's ``# MHz S RI R 50`` or a bracketed keyword; any other ``#`` is a remark of a CSV file."""
    units = {"HZ", "KHZ", "MHZ", "GHZ"}
    return line.startswith("[") or (line.startswith("#") and bool(units & set(line[1:].upper().split())))


def _numeric(word: str) -> bool:
    try:
        float(word)
    except ValueError:
        return False
    return True
