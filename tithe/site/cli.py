"""The command line: ``tithe solve``, ``tithe serve``, ``tithe demo``."""

from __future__ import annotations

import argparse
import json
import os
import sys
from pathlib import Path

import numpy as np

from tithe.core import InputError, solve
from tithe.core.verdict import verdict_at
from tithe.formats import budget_json, station_file
from tithe.formats.station_file import StationError
from tithe.formats.station_model import StationFile


def main(argv: list[str] | None = None) -> int:
    """Run a command; 0 on success, 2 with one line on standard error on bad input."""
    args = _parser().parse_args(argv)
    try:
        return int(args.run(args))
    except StationError as error:
        complaint = error.errors[0]
    except InputError as error:
        complaint = error
    print(str(complaint).replace("\n", " "), file=sys.stderr)
    return 2


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="tithe", description="Where the transmit power goes.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    command = commands.add_parser("solve", help="the whole budget of a station file at each frequency")
    command.add_argument("station", type=Path)
    command.add_argument("--mhz", type=float, action="append", required=True)
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_solve)
    for name, text in (("serve", "the application"), ("demo", "the application with demo stations")):
        command = commands.add_parser(name, help=text)
        command.add_argument("--port", type=int, default=8000)
        command.set_defaults(run=_serve, demo=name == "demo")
    return parser


def read_station_file(path: Path) -> StationFile:
    """The document in a file."""
    try:
        if path.stat().st_size > station_file.MAX_BYTES:
            raise InputError(str(path), f"is larger than {station_file.MAX_BYTES // 1_000_000} MB")
        return station_file.read(path.read_text("utf-8"))
    except OSError as error:
        raise InputError(str(path), f"cannot be read: {error.strerror}") from None
    except UnicodeDecodeError:
        raise InputError(str(path), "is not UTF-8 text") from None


def _solve(args: argparse.Namespace) -> int:
    station = station_file.to_station(read_station_file(args.station))
    budget = solve(station, np.array(args.mhz) * 1e6)
    if args.json:
        out = {"results": budget_json.results(budget)}
        print(json.dumps(out, ensure_ascii=False, allow_nan=False, indent=1))
    else:
        for k, mhz in enumerate(args.mhz):
            print(f"{mhz:g} MHz: {verdict_at(budget, k).sentence}")
    return 0


def _serve(args: argparse.Namespace) -> int:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tithe.site.settings")
    import django

    django.setup()
    from tithe.site.server import serve

    serve(args.port, demo=args.demo)
    return 0


if __name__ == "__main__":
    sys.exit(main())
