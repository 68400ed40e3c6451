"""`tithe solve`: the whole budget of a station file at each frequency."""

from __future__ import annotations

import argparse
from pathlib import Path

import numpy as np

from tithe import text
from tithe.answers.station import budget_json
from tithe.core.budget import solve
from tithe.core.verdict import verdict_at
from tithe.site.commands.given_files import read_station_file
from tithe.site.commands.output import as_json


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("station", type=Path)
    command.add_argument("--mhz", type=float, action="append", required=True)
    command.add_argument("--json", action="store_true")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    station = read_station_file(args.station).to_core()
    budget = solve(station, np.array(args.mhz) * 1e6)
    if args.json:
        return as_json({"results": budget_json.results(budget)})
    for k, mhz in enumerate(args.mhz):
        print(f"{mhz:g} MHz: {text.say(verdict_at(budget, k).messages)}")
    return 0
