"""`tithe reconcile`: what explains the readings of a station file."""

from __future__ import annotations

import argparse
from pathlib import Path

from tithe.answers.log import log_json
from tithe.answers.log.kept import kept_with
from tithe.answers.spans import ends
from tithe.core.log.reconcile import reconcile
from tithe.document.readings import core_readings
from tithe.site.commands.given_files import read_station_file
from tithe.site.commands.output import as_json
from tithe.text.quantities import figure


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("station", type=Path)
    command.add_argument("--json", action="store_true")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    document = read_station_file(args.station)
    station = document.to_core()
    readings = core_readings(document.readings, station)
    known, messages = kept_with(document, station, readings)
    reconciled = reconcile(station, readings, document.causes, known)
    answer = log_json.answer(station, readings, reconciled, messages)
    if args.json:
        return as_json(answer)
    for loss in answer["losses"]:
        print(f"{loss['mhz']:g} MHz, {loss['label']}: {' to '.join(map(figure, ends(loss['loss_db'])))} dB")
    print(" ".join([answer["sentence"], *answer["beside"]]))
    return 0
