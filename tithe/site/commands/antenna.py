"""`tithe antenna`: what an antenna will be that is planned by its wires."""

from __future__ import annotations

import argparse
from pathlib import Path

import numpy as np

from tithe.answers.antenna import antenna_json
from tithe.answers.station.budget_shapes import Span
from tithe.core.antenna import PlannedAntenna
from tithe.core.errors import InputError, require
from tithe.site.commands.given_files import read_station_file
from tithe.site.commands.output import as_json, or_infinite
from tithe.text.quantities import figure
from tithe.text.quantities import span as span_of


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("station", type=Path)
    command.add_argument("--mhz", type=float, action="append", required=True)
    command.add_argument("--json", action="store_true")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    antenna = read_station_file(args.station).to_core().antenna
    if not isinstance(antenna, PlannedAntenna):
        raise InputError("antenna", "not-planned")
    good = all(np.isfinite(mhz) and mhz > 0 for mhz in args.mhz)
    require(good, "mhz", "frequencies")
    planned_out = antenna_json.planned(antenna, args.mhz)
    if args.json:
        return as_json({"results": planned_out["results"]})
    for result in planned_out["results"]:
        r, x, ratio = (_spanned(result[key]) for key in ("r_ohm", "x_ohm", "swr"))
        print(f"{result['mhz']:g} MHz: R {r} Ω, X {x} Ω, SWR {ratio}")
    print(planned_out["sentence"])
    return 0


def _spanned(span: Span) -> str:
    return span_of(figure, *(or_infinite(span[end]) for end in ("min", "max")))
