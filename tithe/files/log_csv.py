"""The log of a station as CSV: date, kind, frequency, where it was read, what was read, and what is told."""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from typing import Any

from tithe.files.plain_csv import plain

_READ = ("at", "forward_w", "reflected_w", "swr", "tuner", "mode", "emission")
_HEADS = ("date", "kind", "MHz", "meter", "forward W", "reflected W", "SWR", "tuner", "shows", "sent", "told")


def write(rows: Sequence[Mapping[str, Any]]) -> str:
    """Rows of the timeline (``date``, ``kind``, ``mhz``, ``body``), the first line the headings."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(_HEADS)
    for row in rows:
        body = row["body"]
        figures = (
            [_cell(body.get(key)) for key in _READ] if row["kind"] in ("reading", "preset") else [""] * 7
        )
        writer.writerow(
            [row["date"] or "", row["kind"], _cell(row["mhz"]), *figures, plain(_sentences(body))]
        )
    return out.getvalue()


def _cell(value: Any) -> str:
    return "" if value is None else f"{value:.10g}" if isinstance(value, float | int) else plain(str(value))


def _sentences(body: Mapping[str, Any]) -> str:
    """Whatever is told beside the figures: a note, a title, what changed, where dials stand."""
    dials = ", ".join(f"{knob} {number:g}" for knob, number in body.get("dials", {}).items())
    load = "into a dummy load" if body.get("load") == "dummy" else ""
    sentences = (
        load,
        body.get("tuner") if dials else "",
        dials,
        body.get("title"),
        body.get("text"),
        body.get("note"),
    )
    return "; ".join(filter(None, (*sentences, *body.get("what", ()))))
