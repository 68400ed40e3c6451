"""What the readings of each day imply, as plain objects."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from tithe.answers.log.log_json import name_of
from tithe.answers.log.shapes import DayOut, ShownSwr, TrendOut
from tithe.answers.spans import three
from tithe.core import Station
from tithe.core.cost import Pause, go_on
from tithe.core.log.instruments import shown_rho
from tithe.core.log.kept import NOTHING_KEPT, Kept
from tithe.core.log.often import CauseId
from tithe.core.log.taken import Taken
from tithe.core.log.trend import SURE, DayEvidence, course, day_evidence
from tithe.core.log.unknowns import unknowns_of
from tithe.core.message import Message, tell
from tithe.core.reflection import swr
from tithe.text import say


def trend(
    station: Station,
    dated: Sequence[tuple[str, Sequence[Taken]]],
    notes: Sequence[tuple[str, str]],
    often: Mapping[CauseId, float] | None = None,
    kept: Kept = NOTHING_KEPT,
    pause: Pause = go_on,
) -> TrendOut:
    """Readings by day, oldest first, and notes with their dates: what each day implies.
    ``often``: how often a cause is met here; ``kept``: what else is known."""
    days: list[DayEvidence] = []
    for _, readings in dated:
        pause()
        days.append(day_evidence(station, readings, often, kept))
    parts = unknowns_of(station).parts
    bears = [any(bool(day.read[p].any()) for day in days) for p in range(len(parts))]
    out: list[DayOut] = [
        {
            "date": date,
            "losses": [
                {
                    "label": station.chain[n].label,
                    "part": n,
                    "mhz": float(f) / 1e6,
                    "loss_db": three(*day.loss_db.at(p, k)),
                    "read": bears[p],
                }
                for p, n in enumerate(parts)
                for k, f in enumerate(day.freq_hz)
            ],
            "shown": [shown for taken in readings for shown in _shown(station, taken)],
        }
        for (date, readings), day in zip(dated, days, strict=True)
    ]
    return {"days": out, "sentence": say(_trend_messages(station, [date for date, _ in dated], days, notes))}


def _shown(station: Station, taken: Taken) -> list[ShownSwr]:
    """The SWR that a reading tells; none where it tells of none, or of a dummy load."""
    shown = shown_rho(station, taken) if taken.load == "antenna" else None
    if shown is None:
        return []
    low, middle, high = (float(swr(np.array(rho))) for rho in shown)
    bound = high if np.isfinite(high) else None
    name, mhz = name_of(station, taken.at), taken.freq_hz / 1e6
    return [{"at": name, "mhz": mhz, "swr": middle, "low": low, "high": bound}]


def _trend_messages(
    station: Station, dates: Sequence[str], days: Sequence[DayEvidence], notes: Sequence[tuple[str, str]]
) -> list[Message]:
    if len(days) < 2:
        return [tell("trend.too-few")]
    said, silent = [], []
    for p, n in enumerate(unknowns_of(station).parts):
        grown, part = course(days, p), station.chain[n].label
        if grown.kind == "not-told":
            silent.append(part)
        elif grown.kind != "steady" and grown.share < SURE:
            said.append(tell("trend.perhaps", part=part, share=grown.share))
        elif grown.kind != "steady":
            factors = {"before": grown.before, "then": grown.then, "share": grown.share}
            when = {"since": dates[grown.since], "days": [dates[k] for k in grown.days]}
            said.append(tell(f"trend.{grown.kind}", part=part, **factors, **when))
    if not said and len(silent) < len(unknowns_of(station).parts):
        said.append(tell("trend.steady", since=dates[0], now=dates[-1]))
    changed = len(said) > 0 and said[0].code != "trend.steady"
    if silent:
        said.append(tell("trend.not-told", parts=silent, count=len(silent)))
    if not changed:
        return said
    between = [text for date, text in notes if dates[0] <= date <= dates[-1]]
    if between:
        said.append(tell("trend.between", notes=between[:5]))
    return said
