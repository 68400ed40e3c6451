"""The commands of the bench: what a tuner, a line or a fault comes to by the files that an analyzer saved,
and what watts in and out tell."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import InputError, require
from tithe.core.reflection import return_loss_db
from tithe.core.sweep import Sweep
from tithe.core.workbench import fault, line, tuner, watts
from tithe.document import shelf
from tithe.results import workbench_json
from tithe.site.given_files import read_station_file, read_sweep


def add_to(commands: Any) -> None:
    """Add ``tithe bench tuner|line|fault|watts`` to the commands."""
    bench = commands.add_parser("bench", help="what was measured on the bench: a tuner, a line, a fault")
    jobs = bench.add_subparsers(required=True, metavar="JOB")
    job = jobs.add_parser(
        "tuner", help="three sweeps, its knobs left: into R₀ matched, a short, an open; SWR will do"
    )
    job.add_argument("match", type=Path)
    job.add_argument("short", type=Path)
    job.add_argument("open", type=Path)
    job.add_argument(
        "--station", type=Path, metavar="STATION.json",
        help="the station with that tuner: the Q of its coils, and its loss at the station's own loads",
    )  # fmt: skip
    job.add_argument("--json", action="store_true")
    job.set_defaults(run=_tuner)
    job = jobs.add_parser("line", help="two sweeps of a line: its far end open, and shorted; SWR will do")
    job.add_argument("open", type=Path)
    job.add_argument("short", type=Path)
    job.add_argument("--metres", type=float, required=True)
    job.add_argument("--json", action="store_true")
    job.set_defaults(run=_line)
    job = jobs.add_parser("fault", help="one sweep of a line, its far end as it hangs: where waves come back")
    job.add_argument("file", type=Path)
    job.add_argument("--line", metavar="LINE", help="of the shelf: its velocity factor and loss")
    job.add_argument("--velocity-factor", type=float)
    job.add_argument("--json", action="store_true")
    job.set_defaults(run=_fault)
    job = jobs.add_parser("watts", help="watts in and out of a part: what two meters tell of its loss")
    for side in ("before", "behind"):
        job.add_argument(f"--{side}", required=True, metavar="FORWARD,REFLECTED,FULL-SCALE,PER-CENT")
    job.add_argument("--same-meter", action="store_true", help="one meter, carried from side to side")
    job.add_argument("--json", action="store_true")
    job.set_defaults(run=_watts)


def _alike(paths: list[Path]) -> tuple[Real, list[Sweep]]:
    """Sweeps of several files, at the same frequencies."""
    first, *others = sweeps = [read_sweep(path) for path in paths]
    for path, sweep in zip(paths[1:], others, strict=True):
        same = sweep.freq_hz.shape == first.freq_hz.shape
        same = same and np.allclose(sweep.freq_hz, first.freq_hz, rtol=1e-6)
        require(bool(same), str(path), "other-frequencies", other=str(paths[0]))
    return first.freq_hz, sweeps


def _tuner(args: argparse.Namespace) -> int:
    freq, sweeps = _alike([args.match, args.short, args.open])
    gammas = [sweep.gamma for sweep in sweeps if sweep.gamma is not None]
    found = tuner.scattering(*gammas) if len(gammas) == len(sweeps) else None
    station = None if args.station is None else read_station_file(args.station).to_core()
    match, short, open_ = ([workbench_json.back_db(rho) for rho in sweep.rho.tolist()] for sweep in sweeps)
    # By phase a poor match is exact, too; without it nothing is told of one.
    quick = [
        tuner.scalar(*three) if found is None or three[0] >= tuner.LEAST_MATCH_DB else None
        for three in zip(match, short, open_, strict=True)
    ]
    return _told(args, workbench_json.tuner(freq, quick, found, station))


def _line(args: argparse.Namespace) -> int:
    freq, (open_, short) = _alike([args.open, args.short])
    if open_.gamma is not None and short.gamma is not None:
        found = line.by_reflection(freq, open_.gamma, short.gamma, args.metres)
    else:
        open_db, short_db = (return_loss_db(sweep.rho) for sweep in (open_, short))
        found = line.by_return_loss(freq, open_db, short_db, args.metres)
    return _told(args, workbench_json.line(found))


def _fault(args: argparse.Namespace) -> int:
    require((args.line is None) != (args.velocity_factor is None), "--line", "line-or-velocity")
    known = None
    if args.line is not None:
        require(args.line in shelf.lines(), "--line", "no-such-line", args.line, allowed=list(shelf.lines()))
        known = shelf.line_type(args.line)
    sweep = read_sweep(args.file)
    if sweep.gamma is None:
        raise InputError(str(args.file), "no-phase-in-file")
    velocity = args.velocity_factor if known is None else known.velocity_factor
    return _told(args, workbench_json.fault(fault.along(sweep.freq_hz, sweep.gamma, velocity, known)))


def _watts(args: argparse.Namespace) -> int:
    before, behind = (
        _meter(f"--{side}", given) for side, given in (("before", args.before), ("behind", args.behind))
    )
    return _told(args, workbench_json.watts(watts.loss(before, behind, args.same_meter)))


def _meter(place: str, given: str) -> watts.Watts:
    try:
        forward, reflected, full_scale, percent = (float(one) for one in given.split(","))
    except ValueError:
        raise InputError(place, "four-numbers", given) from None
    return watts.Watts(forward, reflected, full_scale, percent / 100)


def _told(args: argparse.Namespace, answer: Any) -> int:
    if args.json:
        print(json.dumps(answer, ensure_ascii=False, allow_nan=False, indent=1))
    else:
        print(answer["sentence"])
    return 0
