"""The demo stations, all invented."""

from __future__ import annotations

from importlib import resources

from tithe.formats import station_file
from tithe.stations import services
from tithe.stations.models import Station

NAMES = ("brackenfell-mill",)


def load() -> None:
    """Keep the demo stations, where no station is kept yet."""
    if Station.objects.exists():
        return
    for name in NAMES:
        text = resources.files("tithe.stations").joinpath("demo_data", f"{name}.json").read_text("utf-8")
        services.create(station_file.read(text))
