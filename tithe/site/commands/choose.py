"""`tithe choose`: where the match belongs, and which feedline."""

from __future__ import annotations

import argparse
from pathlib import Path

from tithe.answers.choose import choose_json
from tithe.answers.choose.answers import Choosing
from tithe.answers.choose.antennas import Placing
from tithe.document.station import StationFile
from tithe.site.commands.given_files import read_station_file
from tithe.site.commands.output import as_json
from tithe.text.quantities import figure, watts


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
    command.add_argument("station", type=Path)
    command.add_argument(
        "--antennas", action="store_true", help="among antennas that fit in the station's place"
    )
    command.add_argument("--json", action="store_true")


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    document = read_station_file(args.station)
    if args.antennas:
        return _antennas(document, args.json)
    choosing = Choosing(document)
    answer = choose_json.answer(choosing.choice, choosing.judged())
    if args.json:
        return as_json(answer)
    sure = answer["sure"]["sentence"]
    findings = answer["found_out"], answer["finding_out"]
    said = (answer["sentence"], sure, *findings, answer["shortcomings"], answer["not_worth"])
    print(" ".join(filter(None, said)))
    for candidate in answer["candidates"][:10]:
        price = "no price" if candidate["cost"] is None else figure(candidate["cost"])
        print(f"{watts(candidate['score_w'])} W, cost {price}: {candidate['name']}")
    return 0


def _antennas(document: StationFile, plain: bool) -> int:
    *_, last = Placing(document).steps()
    answer = last["answer"]
    if plain:
        return as_json(answer)
    print(answer["sentence"])
    for row in answer["rows"][:10]:
        price = "no price" if row["cost"] is None else figure(row["cost"])
        print(f"{watts(row['watts'])} W, cost {price}: {row['name']}")
    return 0
