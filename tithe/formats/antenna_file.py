"""A file of antenna data, by its content: Touchstone or CSV."""

from __future__ import annotations

from typing import Any

from tithe.formats import antenna_csv, touchstone


def read(text: str) -> dict[str, Any]:
    """The text as an antenna of the station file. Raises `InputError` naming the line."""
    lines = (line.strip() for line in text.splitlines())
    first = next((line for line in lines if line and not line.startswith("!")), "")
    if first.startswith(("#", "[")) or (first and all(_numeric(word) for word in first.split())):
        touchstone.parse(text)
        return {"kind": "touchstone", "content": text}
    return antenna_csv.parse(text)


def _numeric(word: str) -> bool:
    try:
        float(word)
    except ValueError:
        return False
    return True
