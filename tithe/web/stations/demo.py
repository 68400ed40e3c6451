"""Stations to start from: four demo stations, all invented, and an empty one."""

from __future__ import annotations

from functools import cache
from importlib import resources

from tithe.document import station_file
from tithe.document.station import StationFile

DEMOS = ("brackenfell-mill", "hollin-lane-school", "quarry-hedge", "sallow-croft")
EMPTY = "empty"


@cache
def start(slug: str) -> StationFile:
    """The document of a demo station, or of the empty one."""
    text = resources.files("tithe.web.stations").joinpath("demo_data", f"{slug}.json").read_text("utf-8")
    return station_file.read(text)
