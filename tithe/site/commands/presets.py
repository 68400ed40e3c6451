"""`tithe presets`: what a tuner's presets tell: its dials, other bands, loads."""

from __future__ import annotations

import argparse
from pathlib import Path

from tithe.answers.spans import ends
from tithe.answers.tuner import presets_json
from tithe.core.tuner_use.loads import tuner_of_knobs
from tithe.document.parts.tuner import SteppedTunerModel, TunerModel
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
    at, _ = tuner_of_knobs(station)
    tuner = document.chain[at]
    assert isinstance(tuner, TunerModel | SteppedTunerModel)
    answer = presets_json.answer(station, at, tuner.core_dials, tuner.core_presets)
    if args.json:
        return as_json(answer)
    for predicted in answer["predicted"]:
        stand = ", ".join(f"{name} {figure(number)}" for name, number in predicted["dials"].items())
        print(f"{predicted['mhz']:g} MHz: {stand or 'no match'}")
    for load in answer["loads"]:
        r, x = (" to ".join(map(figure, ends(load[key]))) for key in ("r_ohm", "x_ohm"))
        print(f"{load['mhz']:g} MHz: R {r} Ω, X {x} Ω at the tuner")
    print(answer["sentence"])
    return 0
