"""The ledger of every band as CSV: a row per part and band, watts and dB, spans in three columns."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from typing import Any

from tithe.answers.station.budget_shapes import Result
from tithe.files.plain_csv import plain

COLUMNS = ("band", "mhz", "part", "kind")
FIGURES = ("in_w", "taken_w", "out_w", "loss_db", "swr_in", "volts_peak")


def _cells(figure: Any) -> list[str]:
    """Smallest, middle, largest of a figure; an infinite one is ``inf``."""
    three = [figure[k] for k in ("min", "median", "max")] if isinstance(figure, dict) else [figure] * 3
    return ["inf" if value is None else f"{value:.6g}" for value in three]


def write(rows: Iterable[tuple[str, Result]]) -> str:
    """CSV of (band name, result) pairs; results as in `tithe.answers.station.budget_json`."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    spread = [f"{name}_{end}" for name in FIGURES for end in ("min", "median", "max")]
    writer.writerow([*COLUMNS, *spread])
    for band, result in rows:
        radio, antenna = result["transmitter"], result["antenna"]
        lead = [plain(band), f"{result['mhz']:.6g}"]
        zero = 0.0
        writer.writerow(
            [*lead, "held back by the radio", "transmitter"]
            + [c for f in (radio["rated_w"], radio["held_back_w"], None, zero, None, None) for c in _blank(f)]
        )
        writer.writerow(
            [*lead, "turned back at the radio", "transmitter"]
            + [
                c
                for f in (None, radio["turned_back_w"], radio["accepted_w"], zero, radio["swr"], None)
                for c in _blank(f)
            ]
        )
        for stage in result["stages"]:
            cells = [cell for name in FIGURES for cell in _cells(stage[name])]  # type: ignore[literal-required]
            writer.writerow([*lead, plain(stage["label"]), stage["kind"], *cells])
        figures = (antenna["in_w"], antenna["taken_w"], antenna["radiated_w"], zero, antenna["swr"], None)
        writer.writerow([*lead, plain(antenna["label"]), "antenna", *(c for f in figures for c in _blank(f))])
        if "sky_w" in antenna:
            beyond = (antenna["radiated_w"], antenna["soil_w"], antenna["sky_w"], None, None, None)
            writer.writerow([*lead, "soil under the wires", "soil", *(c for f in beyond for c in _blank(f))])
    return out.getvalue()


def _blank(figure: Any) -> list[str]:
    return ["", "", ""] if figure is None else _cells(figure)
