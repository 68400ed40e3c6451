"""`tithe loss`: what a length of line loses at an SWR, without a station."""

from __future__ import annotations

import argparse

from pydantic import ValidationError

from tithe.answers.loss import result as loss_json
from tithe.core.errors import InputError
from tithe.document.complaints import input_errors
from tithe.document.errors import StationError
from tithe.document.loss_question import LossQuestion, asked_place
from tithe.site.commands.output import as_json


def arguments(command: argparse.ArgumentParser) -> None:
    """What it takes."""
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


def run(args: argparse.Namespace) -> int:
    """Answers it."""
    body = {
        "lines": [_asked_line(typed) for typed in (args.line, *args.beside)], "length_m": args.metres,
        "mhz": args.mhz, "swr": args.swr, "read_at": args.at, "power_w": args.power, "tuner": args.tuner,
        "r_ohm": args.r, "x_ohm": args.x,
    }  # fmt: skip
    try:
        question = LossQuestion.model_validate(body)
        if args.json:
            first, *beside = loss_json.in_short(question)
            answer_out = {**first, "beside": beside} if beside else first
            return as_json(answer_out)
        lines = loss_json.in_words(question)
    except ValidationError as error:
        raise input_errors(error.errors(), body)[0] from None
    except StationError as error:
        raise asked_place(error.errors[0]) from None
    except InputError as error:
        raise asked_place(error) from None
    for line in lines:
        print(" ".join(filter(None, (line["sentence"], line["handbook_note"]))))
        for caution in line["cautions"]:
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
