"""`tithe next`: at most three steps, the first first."""

from __future__ import annotations

import argparse
from datetime import date
from pathlib import Path

from tithe.answers.to_do.to_do import ToDo
from tithe.core.cost import go_on
from tithe.site.commands.given_files import read_station_file
from tithe.site.commands.output import as_json


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("station", type=Path)
    command.add_argument("--json", action="store_true")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    answer = ToDo(read_station_file(args.station)).answer(date.today(), go_on)
    if args.json:
        return as_json(answer)
    for n, step in enumerate(answer["steps"]):
        print(f"{n + 1}. {step['text']} ({step['brings']}; {step['effort']})")
    print("\n".join(filter(None, [answer["sentence"], *answer["done"], *answer["left_out"]])))
    return 0
