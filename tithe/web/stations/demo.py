"""Stations to start from: four demo stations, all invented, with what has happened to them, and an empty one.

What has happened stands beside each in a file of its own: keys of the document that came of it, sweeps,
readings, notes, and earlier states, each until a day, as what was otherwise in it.
"""

from __future__ import annotations

import json
import re
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import cache
from importlib import resources
from typing import Any

from tithe.document import station_file
from tithe.document.station import StationFile

DEMOS = ("brackenfell-mill", "hollin-lane-school", "quarry-hedge", "sallow-croft")
EMPTY = "empty"
_NOON = "T12:00:00+00:00"


@dataclass(frozen=True)
class Life:
    """A station as it is now, with its sweeps and its log, and its states before, the oldest first."""

    now: StationFile
    earlier: tuple[tuple[datetime, StationFile], ...] = ()


@cache
def start(slug: str) -> StationFile:
    """The document of a demo station, or of the empty one, as if it were of today."""
    return station_file.read(_text(f"{slug}.json"))


@cache
def life(slug: str) -> Life:
    """The same with what has happened to it."""
    if slug == EMPTY:
        return Life(start(slug))
    content = json.loads(_text(f"{slug}.life.json"))
    document = _with(start(slug).model_dump(exclude_none=True), content["document"])
    beside = {key: content[key] for key in ("sweeps", "readings", "remarks")}
    earlier = []
    for earlier_state in content["earlier"]:
        until = datetime.fromisoformat(earlier_state.pop("until") + _NOON).astimezone(UTC)
        earlier.append((until, station_file.validate(_with(document, earlier_state))))
    return Life(station_file.validate(document | beside), tuple(earlier))


@cache
def practice(level: int) -> StationFile:
    """The station that something is hidden in where nobody brings one: on the first level a simple run."""
    return start(DEMOS[0]) if level > 1 else station_file.read(_text("practice-run.json"))


def _with(document: dict[str, Any], changes: dict[str, Any]) -> dict[str, Any]:
    """Another document, with values put at places such as ``chain[5].line``; null takes a key away."""
    changed: dict[str, Any] = json.loads(json.dumps(document))
    for place, value in changes.items():
        *way, last = [int(step) if step.isdigit() else step for step in re.findall(r"\w+", place)]
        holder: Any = changed
        for step in way:
            holder = holder[step]
        if value is None:
            holder.pop(last, None)
        else:
            holder[last] = value
    return changed


def _text(name: str) -> str:
    return resources.files("tithe.web.stations").joinpath("demo_data", name).read_text("utf-8")
