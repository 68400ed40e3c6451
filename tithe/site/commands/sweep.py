"""`tithe sweep`: what a sweep tells by itself."""

from __future__ import annotations

import argparse
from pathlib import Path

from tithe import text
from tithe.answers.sweep import sweep_json
from tithe.core.bands import USUAL
from tithe.core.errors import InputError, require
from tithe.core.message import tell
from tithe.core.parts.line import Line
from tithe.core.sweep import move
from tithe.document import shelf
from tithe.files import sweep_file
from tithe.site.commands.given_files import text_of
from tithe.site.commands.output import as_json, or_infinite
from tithe.text.quantities import figure


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("file", type=Path)
    command.add_argument(
        "--through", action="append", default=[], metavar="LINE:METRES",
        help="take away a line that it was measured through, nearest to the instrument first",
    )  # fmt: skip
    command.add_argument("--comfort-swr", type=float, default=2.0)
    command.add_argument("--json", action="store_true")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    require(args.comfort_swr >= 1, "--comfort-swr", "at-least", args.comfort_swr, least=1)
    run = tuple(_through(given) for given in args.through)
    moved = move(sweep_file.read(text_of(args.file, sweep_file.MAX_BYTES)), run, 0, len(run))
    reading = sweep_json.reading(moved.sweep, USUAL, args.comfort_swr)
    contradiction = text.say(moved.contradiction)
    if args.json:
        return as_json({**reading, "contradiction": contradiction})
    print(" ".join(filter(None, (contradiction, reading["sentence"]))))
    for band in reading["bands"]:
        if band["covered"]:
            worst, least = (_shown(band[key]) for key in ("swr_worst", "swr_least"))
            need = text.say(tell(f"need.{band['need']}"))
            print(f"{band['name']}: SWR {least} to {worst}; needs {need}")
    return 0


def _shown(value: float | None) -> str:
    return figure(or_infinite(value))


def _through(given: str) -> Line:
    """``LINE:METRES`` as a length of line."""
    slug, _, length = given.rpartition(":")
    known = slug in shelf.lines()
    require(known, "--through", "no-such-line", slug, allowed=list(shelf.lines()))
    try:
        metres = float(length)
    except ValueError:
        raise InputError("--through", "through", given) from None
    return Line(shelf.line_type(slug), metres, slug)
