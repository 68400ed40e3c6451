"""The command line: solve, sweep, choose, antenna, lengths, presets, reconcile, loss, bench; backup, restore,
export, import, check; serve and demo."""

from __future__ import annotations

import argparse
import json
import os
import sys
from pathlib import Path
from typing import IO, Any

import numpy as np
from pydantic import ValidationError

from tithe import text
from tithe.core import InputError, Line, PlannedAntenna, solve
from tithe.core.bands import USUAL
from tithe.core.choose import EVERY_THIRD, doubts, evaluate, question
from tithe.core.errors import require, require_above, require_positive
from tithe.core.log.reconcile import reconcile
from tithe.core.message import tell
from tithe.core.planning.lengths import MOST_LENGTHS, lengths
from tithe.core.sweep import move
from tithe.core.tuner_use.loads import tuner_of_knobs
from tithe.core.verdict import verdict_at
from tithe.document import choice, shelf, strict_json
from tithe.document.complaints import input_errors
from tithe.document.errors import StationError
from tithe.document.loss_question import LossQuestion, asked_place
from tithe.document.parts.tuner import SteppedTunerModel, TunerModel
from tithe.document.readings import core_readings
from tithe.files import sweep_file
from tithe.results import (
    antenna_json,
    antenna_lengths_json,
    budget_json,
    choose_json,
    log_json,
    loss_json,
    sweep_json,
    tuner_presets_json,
)
from tithe.results.budget_shapes import Span
from tithe.site import cli_bench, copies, folder, soundness
from tithe.site.folder import StartError, data_folder
from tithe.site.given_files import read_station_file, text_of
from tithe.text.quantities import figure, watts
from tithe.text.quantities import span as span_of


def main(argv: list[str] | None = None) -> int:
    """Run a command; 0 on success, 2 with one line on standard error on bad input, 1 where it cannot
    start."""
    args = _parser().parse_args(argv)
    try:
        status = int(args.run(args))
        sys.stdout.flush()
        return status
    except BrokenPipeError:  # the reader has had enough, as `head` has: nothing more to say
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return 0
    except KeyboardInterrupt:
        print("Stopped.", file=sys.stderr)
        return 130
    except StartError as error:
        print(str(error), file=sys.stderr)
        return 1
    except StationError as error:
        complaint = error.errors[0]
    except InputError as error:
        complaint = error
    print(text.line(complaint).replace("\n", " "), file=sys.stderr)
    return 2


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="tithe", description="Where the transmit power goes.")
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    command = commands.add_parser("solve", help="the whole budget of a station file at each frequency")
    command.add_argument("station", type=Path)
    command.add_argument("--mhz", type=float, action="append", required=True)
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_solve)
    command = commands.add_parser("sweep", help="read a sweep: resonance, lowest SWR, widths, per band")
    command.add_argument("file", type=Path)
    command.add_argument(
        "--through", action="append", default=[], metavar="LINE:METRES",
        help="take away a line that it was measured through, nearest to the instrument first",
    )  # fmt: skip
    command.add_argument("--comfort-swr", type=float, default=2.0)
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_sweep)
    command = commands.add_parser(
        "choose", help="where the match belongs, and which feedline: candidates ranked"
    )
    command.add_argument("station", type=Path)
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_choose)
    command = commands.add_parser("antenna", help="what an antenna will be that is planned by its wires")
    command.add_argument("station", type=Path)
    command.add_argument("--mhz", type=float, action="append", required=True)
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_antenna)
    command = commands.add_parser("lengths", help="which lengths of a planned antenna suit all bands")
    command.add_argument("station", type=Path)
    command.add_argument("--from", dest="low", type=float, required=True, metavar="METRES")
    command.add_argument("--to", dest="high", type=float, required=True, metavar="METRES")
    command.add_argument("--step", type=float, metavar="METRES", help="left out: sixty of them")
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_lengths)
    command = commands.add_parser(
        "presets", help="what a tuner's presets tell: its dials, other bands, loads"
    )
    command.add_argument("station", type=Path)
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_presets)
    command = commands.add_parser(
        "reconcile",
        help="what explains the readings of a station file, and which further one would tell more",
    )
    command.add_argument("station", type=Path)
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_reconcile)
    cli_bench.add_to(commands)
    command = commands.add_parser("loss", help="what a length of line loses at an SWR, without a station")
    command.add_argument("line", help="a line of the shelf, such as rg-58, or its own R0,V,K1,K2")
    command.add_argument("metres", type=float)
    command.add_argument("--mhz", type=float, required=True)
    command.add_argument("--swr", type=float, default=1.0)
    command.add_argument(
        "--at",
        "--read-at",
        dest="at",
        choices=("antenna", "radio", "line"),
        default="antenna",
        help="where it was read, against 50 ohms; line: at the antenna, against the line's own impedance",
    )
    command.add_argument("--power", "--watts", dest="power", type=float, default=100.0, metavar="WATTS")
    command.add_argument("--tuner", default="", help="a tuner of the shelf at the radio, such as t-wide")
    command.add_argument("--r", type=float, metavar="OHM", help="R at the antenna, in place of an SWR")
    command.add_argument("--x", type=float, default=0.0, metavar="OHM", help="X at the antenna")
    command.add_argument("--beside", action="append", default=[], metavar="LINE", help="another line")
    command.add_argument("--json", action="store_true")
    command.set_defaults(run=_loss)
    for name, about, run in (
        ("backup", "copy everything into one file, while serving or not", _backup),
        ("restore", "put such a copy back; what stands there is copied first", _restore),
    ):
        command = commands.add_parser(name, help=about)
        command.add_argument("file", type=Path)
        command.set_defaults(run=run)
    for name, about, run in (
        ("export", "all stations with history and sweeps, and the shelf, as one file", _export),
        ("import", "add what such a file holds to what is kept", _import),
    ):
        command = commands.add_parser(name, help=about)
        command.add_argument("file", type=Path)
        command.set_defaults(run=run)
    command = commands.add_parser("check", help="whether the database is whole")
    command.set_defaults(run=_check)
    for name, about in (("serve", "the application"), ("demo", "the application with demo stations")):
        command = commands.add_parser(name, help=about)
        command.add_argument("--port", type=_port, default=8000)
        command.set_defaults(run=_serve, demo=name == "demo")
    return parser


def _port(given: str) -> int:
    """A port to listen on: 1 to 65535."""
    if not given.isascii() or not given.isdigit() or not 1 <= int(given) <= 65_535:
        raise argparse.ArgumentTypeError(f"{given!r} is no port: give a whole number from 1 to 65535")
    return int(given)


def _solve(args: argparse.Namespace) -> int:
    station = read_station_file(args.station).to_core()
    budget = solve(station, np.array(args.mhz) * 1e6)
    if args.json:
        out = {"results": budget_json.results(budget)}
        print(json.dumps(out, ensure_ascii=False, allow_nan=False, indent=1))
    else:
        for k, mhz in enumerate(args.mhz):
            print(f"{mhz:g} MHz: {text.say(verdict_at(budget, k).told)}")
    return 0


def _sweep(args: argparse.Namespace) -> int:
    require(args.comfort_swr >= 1, "--comfort-swr", "at-least", args.comfort_swr, least=1)
    run = tuple(_through(given) for given in args.through)
    moved = move(sweep_file.read(text_of(args.file, sweep_file.MAX_BYTES)), run, 0, len(run))
    reading = sweep_json.reading(moved.sweep, USUAL, args.comfort_swr)
    contradiction = text.say(moved.contradiction)
    if args.json:
        print(
            json.dumps(
                {**reading, "contradiction": contradiction}, ensure_ascii=False, allow_nan=False, indent=1
            )
        )
        return 0
    print(" ".join(filter(None, (contradiction, reading["sentence"]))))
    for band in reading["bands"]:
        if band["covered"]:
            worst, least = (_shown(band[key]) for key in ("swr_worst", "swr_least"))
            need = text.say(tell(f"need.{band['need']}"))
            print(f"{band['name']}: SWR {least} to {worst}; needs {need}")
    return 0


def _choose(args: argparse.Namespace) -> int:
    document = read_station_file(args.station)
    asked, wanted = question(document.to_core(), EVERY_THIRD), choice.read(document)
    ranking = choose_json.ranked(wanted, evaluate(asked, wanted.kit, wanted.all_candidates()))
    answer = choose_json.answer(wanted, ranking)
    sure = choose_json.sureness(wanted, doubts(ranking, wanted.kit, wanted.settings.budget))
    if args.json:
        print(json.dumps({**answer, "sure": sure}, ensure_ascii=False, allow_nan=False, indent=1))
        return 0
    said = (answer["sentence"], answer["shortcomings"], answer["not_worth"], sure["sentence"])
    print(" ".join(filter(None, said)))
    for one in answer["candidates"][:10]:
        price = "no price" if one["cost"] is None else figure(one["cost"])
        print(f"{watts(one['score_w'])} W, cost {price}: {one['name']}")
    return 0


def _antenna(args: argparse.Namespace) -> int:
    antenna = read_station_file(args.station).to_core().antenna
    if not isinstance(antenna, PlannedAntenna):
        raise InputError("antenna", "not-planned")
    good = all(np.isfinite(mhz) and mhz > 0 for mhz in args.mhz)
    require(good, "mhz", "frequencies")
    told = antenna_json.planned(antenna, args.mhz)
    if args.json:
        out = {"results": told["results"]}
        print(json.dumps(out, ensure_ascii=False, allow_nan=False, indent=1))
        return 0
    for one in told["results"]:
        r, x, ratio = (_spanned(one[key]) for key in ("r_ohm", "x_ohm", "swr"))
        print(f"{one['mhz']:g} MHz: R {r} Ω, X {x} Ω, SWR {ratio}")
    print(told["sentence"])
    return 0


def _lengths(args: argparse.Namespace) -> int:
    require_positive("--from", args.low)
    require_above("--to", args.high, "--from", args.low)
    step = (args.high - args.low) / 59 if args.step is None else args.step
    require_positive("--step", step)
    count = int((args.high - args.low) / step * (1 + 1e-9)) + 1
    require(count <= MOST_LENGTHS, "--step", "too-many-lengths", count=count, most=MOST_LENGTHS)
    station = read_station_file(args.station).to_core()
    answer = antenna_lengths_json.answer(lengths(station, args.low + step * np.arange(count)))
    if args.json:
        print(json.dumps(answer, ensure_ascii=False, allow_nan=False, indent=1))
    else:
        print(answer["sentence"])
    return 0


def _presets(args: argparse.Namespace) -> int:
    document = read_station_file(args.station)
    station = document.to_core()
    at, _ = tuner_of_knobs(station)
    tuner = document.chain[at]
    assert isinstance(tuner, TunerModel | SteppedTunerModel)
    answer = tuner_presets_json.answer(station, at, tuner.core_dials, tuner.core_presets)
    if args.json:
        print(json.dumps(answer, ensure_ascii=False, allow_nan=False, indent=1))
        return 0
    for one in answer["predicted"]:
        stand = ", ".join(f"{name} {figure(number)}" for name, number in one["dials"].items())
        print(f"{one['mhz']:g} MHz: {stand or 'no match'}")
    for load in answer["loads"]:
        ends = (f"{figure(load[key]['min'])} to {figure(load[key]['max'])}" for key in ("r_ohm", "x_ohm"))
        print(f"{load['mhz']:g} MHz: R {next(ends)} Ω, X {next(ends)} Ω at the tuner")
    print(answer["sentence"])
    return 0


def _reconcile(args: argparse.Namespace) -> int:
    document = read_station_file(args.station)
    station = document.to_core()
    readings = core_readings(document.readings, station)
    answer = log_json.answer(station, readings, reconcile(station, readings))
    if args.json:
        print(json.dumps(answer, ensure_ascii=False, allow_nan=False, indent=1))
        return 0
    for one in answer["losses"]:
        span = one["loss_db"]
        print(f"{one['mhz']:g} MHz, {one['label']}: {figure(span['min'])} to {figure(span['max'])} dB")
    print(answer["sentence"])
    return 0


def _spanned(span: Span) -> str:
    return span_of(figure, *(_infinite(span[end]) for end in ("min", "max")))


def _infinite(value: float | None) -> float:
    return float("inf") if value is None else value


def _loss(args: argparse.Namespace) -> int:
    asked = {
        "lines": [_asked_line(one) for one in (args.line, *args.beside)], "length_m": args.metres,
        "mhz": args.mhz, "swr": args.swr, "read_at": args.at, "power_w": args.power, "tuner": args.tuner,
        "r_ohm": args.r, "x_ohm": args.x,
    }  # fmt: skip
    try:
        question = LossQuestion.model_validate(asked)
        if args.json:
            first, *beside = loss_json.in_short(question)
            told = {**first, "beside": beside} if beside else first
            print(json.dumps(told, ensure_ascii=False, allow_nan=False, indent=1))
            return 0
        answer = loss_json.answer(question)
    except ValidationError as error:
        raise input_errors(error.errors(), asked)[0] from None
    except StationError as error:
        raise asked_place(error.errors[0]) from None
    except InputError as error:
        raise asked_place(error) from None
    for one in answer["lines"]:
        print(" ".join(filter(None, (one["sentence"], one["handbook_note"]))))
        for caution in one["cautions"]:
            print(f"- {caution['text']} {caution['remedy']}")
    return 0


def _asked_line(given: str) -> str | dict[str, float]:
    """A slug, or a line of one's own: impedance, velocity factor, and loss in dB per 100 m and √MHz and
    MHz."""
    keys = ("r0_ohm", "velocity_factor", "k1", "k2")
    try:
        own = dict(zip(keys, map(float, given.split(",")), strict=True))
    except ValueError:
        return given
    return own


def _shown(value: float | None) -> str:
    return figure(_infinite(value))


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


def _set_up() -> None:
    """The application's own parts, ready to be imported, on the data folder."""
    folder.prepare(data_folder())
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tithe.site.settings")
    import django

    django.setup()


def _ready() -> None:
    """The same, with the database in order."""
    _set_up()
    from tithe.site.server import look_after

    look_after(data_folder(), demo=False)


def _export(args: argparse.Namespace) -> int:
    _ready()
    from tithe.web.library import everything

    partial = args.file.with_name(f"{args.file.name}.partial-{os.getpid()}")
    try:
        with folder.told(data_folder(), writing=args.file):
            with partial.open("w", encoding="utf-8") as out:
                out.writelines(everything.lines())
                out.flush()
                os.fsync(out.fileno())
            partial.replace(args.file)
    finally:
        partial.unlink(missing_ok=True)
    print(f"Everything is in {args.file}.")
    return 0


def _import(args: argparse.Namespace) -> int:
    _ready()
    from django.db import transaction

    from tithe.web.library import everything

    taken = []
    try:
        with (
            folder.told(data_folder()),
            _opened(args.file) as lines,
            transaction.atomic(),  # all of it, or nothing
        ):
            everything.require_whole(lines)
            for n, line in enumerate(lines, start=1):
                if line.strip():
                    taken.append(_taken(args.file, n, line))
    except UnicodeDecodeError:
        raise InputError(str(args.file), "not-utf-8") from None
    print(everything.told(taken))
    return 0


def _opened(path: Path) -> IO[str]:
    try:
        return path.open(encoding="utf-8-sig")
    except OSError as error:
        raise InputError(str(path), "cannot-be-read", reason=error.strerror) from None


def _taken(path: Path, n: int, line: str) -> Any:
    """What a line held. Raises `InputError` that names file and line."""
    from tithe.web.library import everything

    try:
        return everything.take(strict_json.load_json(line))
    except (InputError, StationError) as error:
        first = error.errors[0] if isinstance(error, StationError) else error
        raise InputError(f"{path}, line {n}", "in-line", message=text.line(first)) from None


def _serve(args: argparse.Namespace) -> int:
    _set_up()
    from tithe.site.server import serve

    serve(args.port, demo=args.demo)
    return 0


def _backup(args: argparse.Namespace) -> int:
    copies.backup(data_folder(), args.file)
    print(f"Everything is in {args.file}.")
    return 0


def _restore(args: argparse.Namespace) -> int:
    data = data_folder()
    folder.prepare(data)
    before = copies.restore(data, args.file)
    said = f" What stood there before is in {before}." if before else ""
    print(f"{args.file} is put back.{said} Restart Tithe if it is being served.")
    return 0


def _check(args: argparse.Namespace) -> int:
    data = data_folder()
    with folder.told(data):
        wrong = soundness.wrong_in(data / folder.DATABASE)
    if wrong:
        raise StartError(
            f"{data / folder.DATABASE} is damaged: {wrong}. Put a copy back with `tithe restore`."
        )
    print(f"{data / folder.DATABASE} is whole.")
    return 0


if __name__ == "__main__":
    sys.exit(main())
