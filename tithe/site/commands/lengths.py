"""`tithe lengths`: which lengths of a planned antenna suit all bands."""

from __future__ import annotations

import argparse
from pathlib import Path

import numpy as np

from tithe.answers.antenna import lengths_json
from tithe.core.errors import require, require_above, require_positive
from tithe.core.planning.lengths import MOST_LENGTHS, lengths
from tithe.site.commands.given_files import read_station_file
from tithe.site.commands.output import as_json


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("station", type=Path)
    command.add_argument("--from", dest="low", type=float, required=True, metavar="METRES")
    command.add_argument("--to", dest="high", type=float, required=True, metavar="METRES")
    command.add_argument("--step", type=float, metavar="METRES", help="left out: sixty of them")
    command.add_argument("--json", action="store_true")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    require_positive("--from", args.low)
    require_above("--to", args.high, "--from", args.low)
    step = (args.high - args.low) / 59 if args.step is None else args.step
    require_positive("--step", step)
    count = int((args.high - args.low) / step * (1 + 1e-9)) + 1
    require(count <= MOST_LENGTHS, "--step", "too-many-lengths", count=count, most=MOST_LENGTHS)
    station = read_station_file(args.station).to_core()
    answer = lengths_json.answer(lengths(station, args.low + step * np.arange(count)))
    if args.json:
        return as_json(answer)
    print(answer["sentence"])
    return 0
