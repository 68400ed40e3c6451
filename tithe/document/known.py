"""What is known of the things that can be measured, as marks that change when more becomes known."""

from __future__ import annotations

import hashlib
from typing import Any

from pydantic_core import to_json

from tithe.document.station import StationFile


def marks_of(document: StationFile) -> dict[str, str]:
    """A mark for each: the antenna with its ground by how it is described, lines and tuners by what was
    measured of them."""
    antenna = _mark(document.antenna.model_dump(exclude={"label"}))
    lines = [part.measured for part in document.chain if part.kind == "line"]
    tuners = [part.measured for part in document.chain if part.to_core().tuner is not None]
    return {"antenna": antenna, "ground": antenna, "line": _mark(lines), "coil": _mark(tuners)}


def _mark(known: Any) -> str:
    return hashlib.sha256(to_json(known)).hexdigest()[:16]
