"""A file of antenna data as an antenna of the station file."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

import numpy as np

from tithe.core.sweep import Sweep, impedance
from tithe.files import sweep_csv, sweep_file, touchstone

MOST_ROWS = 20_000  # of a table in the station file


def read(text: str) -> dict[str, Any]:
    """The text as an antenna of the station file. Raises `InputError` naming the line."""
    if sweep_file.is_touchstone(text):
        touchstone.parse(text)
        return {"kind": "touchstone", "content": text}
    sweep = sweep_csv.parse(text)
    if sweep.gamma is None or len(sweep.freq_hz) > MOST_ROWS:
        return of_sweep(sweep)
    z = impedance(sweep.gamma)
    return {"kind": "table", "points": _rounded(zip(sweep.freq_hz / 1e6, z.real, z.imag, strict=True))}


def of_sweep(sweep: Sweep) -> dict[str, Any]:
    """A sweep at the feedpoint as an antenna: a table of its SWR, or the sweep itself."""
    if sweep.gamma is None:
        # An SWR of infinity has no place in the file; nothing measures above 10⁶.
        ratios = np.minimum(sweep.swr, 1e6)
        return {
            "kind": "swr",
            "plane": "feedpoint",
            "points": _rounded(zip(sweep.freq_hz / 1e6, ratios, strict=True)),
        }
    return {"kind": "touchstone", "content": sweep_file.write(sweep)}


def _rounded(rows: Iterable[tuple[float, ...]]) -> list[list[float]]:
    """Without the tail that the way over Γ leaves: 1.8 and not 1.7999999999999998."""
    return [[float(f"{value:.12g}") for value in row] for row in rows]
