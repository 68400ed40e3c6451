"""`tithe bench`: what a tuner, a line or a fault comes to by the files that an analyzer saved or
by return losses, and what watts in and out tell."""

from __future__ import annotations

import argparse
from pathlib import Path
from typing import Any

import numpy as np

from tithe.answers.bench import fault as faults
from tithe.answers.bench import line as lines
from tithe.answers.bench import watts as watts_told
from tithe.answers.bench.requests import Reading
from tithe.answers.bench.tuner_rows import TunerRow, tuner
from tithe.core.bench import fault, line, watts
from tithe.core.bench.residual import Residual
from tithe.core.errors import InputError, require, require_positive
from tithe.core.parts.tuner.part import Tuner
from tithe.core.reflection import return_loss_db
from tithe.core.station import Station
from tithe.core.sweep import Sweep
from tithe.document import shelf
from tithe.site.commands.given_files import read_station_file, read_sweep
from tithe.site.commands.output import as_json

_WHOLE_DAY = 20
"""Frequencies up to which a file is taken for a day on the bands, a row each."""


def arguments(command: argparse.ArgumentParser) -> None:
    """Its jobs, ``tithe bench tuner|line|fault|watts``, and what each takes."""
    jobs = command.add_subparsers(required=True, metavar="JOB")
    job = jobs.add_parser(
        "tuner",
        help="tuned into R₀, then a short and an open, its knobs left: three sweeps, or return losses",
    )
    for end in ("match", "short", "open"):
        job.add_argument(f"--{end}", type=Path, metavar="FILE", help=f"the sweep ({end})")
        job.add_argument(f"--rl-{end}", type=float, metavar="DB", help=f"the return loss ({end})")
    job.add_argument("--mhz", type=float, help="at which frequency; without it the sweeps’ middle")
    job.add_argument(
        "--station", type=Path, metavar="STATION.json",
        help="the station with that tuner: the Q of its coils, and its loss at the station’s own loads",
    )  # fmt: skip
    _analyzer(job)
    _ends(job, _tuner)
    job = jobs.add_parser("line", help="sweeps of a line, its far end open or shorted, or both; SWR will do")
    for end in ("open", "short", "load"):
        job.add_argument(f"--{end}", type=Path, metavar="FILE", help=f"the sweep ({end} at the far end)")
    known = job.add_mutually_exclusive_group(required=True)
    known.add_argument("--length", type=float, metavar="METRES")
    known.add_argument("--velocity", type=float, metavar="FACTOR")
    _analyzer(job)
    _ends(job, _line)
    job = jobs.add_parser("fault", help="one sweep of a line, its far end as it hangs: where waves come back")
    job.add_argument("file", type=Path)
    job.add_argument("--line", metavar="LINE", help="of the shelf: its velocity factor and loss")
    job.add_argument("--velocity", type=float, metavar="FACTOR")
    _analyzer(job)
    _ends(job, _fault)
    job = jobs.add_parser("watts", help="watts in and out of a part: what two meters tell of its loss")
    for side in ("before", "behind"):
        job.add_argument(f"--{side}", required=True, metavar="FORWARD,REFLECTED,FULL-SCALE,PER-CENT")
    job.add_argument("--same-meter", action="store_true", help="one meter, carried from side to side")
    _ends(job, _watts)


def _analyzer(job: argparse.ArgumentParser) -> None:
    """What the analyzer's calibration leaves, which the intervals allow for."""
    usual = Residual()
    job.add_argument(
        "--directivity", type=float, default=usual.directivity_db, metavar="DB",
        help=f"what calibration leaves of directivity and source match ({usual.directivity_db:g})",
    )  # fmt: skip
    job.add_argument(
        "--tracking", type=float, default=usual.tracking_db, metavar="DB",
        help=f"and of tracking ({usual.tracking_db:g})",
    )  # fmt: skip


def _residual(args: argparse.Namespace) -> Residual:
    return Residual(directivity_db=args.directivity, tracking_db=args.tracking)


def run(args: argparse.Namespace) -> int:
    """Answers the job."""
    return int(args.job(args))


def _ends(job: argparse.ArgumentParser, answer: Any) -> None:
    job.add_argument("--json", action="store_true")
    job.set_defaults(job=answer)


def _alike(given: dict[str, Path]) -> dict[str, Sweep]:
    """Sweeps of several files, at the same frequencies."""
    sweeps = {end: read_sweep(path) for end, path in given.items()}
    first = next(iter(sweeps), "")
    for end, sweep in sweeps.items():
        same = sweep.freq_hz.shape == sweeps[first].freq_hz.shape
        same = same and np.allclose(sweep.freq_hz, sweeps[first].freq_hz, rtol=1e-6)
        require(bool(same), str(given[end]), "other-frequencies", other=str(given[first]))
    return sweeps


def _tuner(args: argparse.Namespace) -> int:
    if args.mhz is not None:
        require_positive("--mhz", args.mhz)
    files = {end: path for end in ("match", "short", "open") if (path := getattr(args, end)) is not None}
    losses = {end: db for end in ("match", "short", "open") if (db := getattr(args, f"rl_{end}")) is not None}
    require(not (files and losses), "--rl-match", "sweeps-or-return-losses")
    given = files or losses
    for end in ("match", "short"):
        require(end in given, f"--{end}" if files else f"--rl-{end}", "missing")
    residual = _residual(args)
    if files:
        sweeps = _alike(files)
        rows, mhz = _swept_rows(sweeps, args.mhz)
        gammas = [sweep.gamma for sweep in sweeps.values() if sweep.gamma is not None]
        residual = residual.with_noise_of(*gammas) if gammas else residual
    else:
        hz = None if args.mhz is None else args.mhz * 1e6
        rows, mhz = [TunerRow(hz, losses["match"], losses["short"], losses.get("open"))], args.mhz
    station = None if args.station is None else read_station_file(args.station).to_core()
    at = None if station is None else _tuner_of(station)
    return _print_answer(args, tuner(rows, station, at, residual, mhz))


def _swept_rows(sweeps: dict[str, Sweep], mhz: float | None) -> tuple[list[TunerRow], float]:
    """A row a frequency of few; of many the one asked for, else the middle."""
    low, high = sweeps["match"].range_hz
    looked = (low + high) / 2 if mhz is None else mhz * 1e6
    many = len(sweeps["match"].freq_hz) > _WHOLE_DAY or mhz is not None
    freq = np.array([looked]) if many else sweeps["match"].freq_hz
    at = {end: sweep.at(freq) for end, sweep in sweeps.items()}

    def reading(end: str, k: int) -> Reading:
        gamma = at[end].gamma
        return float(return_loss_db(at[end].rho[k])) if gamma is None else complex(gamma[k])

    rows = [
        TunerRow(f, reading("match", k), reading("short", k), reading("open", k) if "open" in at else None)
        for k, f in enumerate(freq.tolist())
    ]
    return rows, looked / 1e6


def _tuner_of(station: Station) -> int:
    tuners = [n for n, part in enumerate(station.chain) if isinstance(part, Tuner) and not part.bypassed]
    if not tuners:
        raise InputError("chain", "no-tuner-in-line")
    return tuners[0]


def _line(args: argparse.Namespace) -> int:
    ends: tuple[line.End, ...] = ("open", "short", "load")
    sweeps = _alike({end: path for end in ends if (path := getattr(args, end)) is not None})
    given = {end: sweeps[end] for end in ends if end in sweeps}
    measured_line = line.measured(given, args.length, args.velocity, _residual(args))
    back = {end: return_loss_db(sweep.rho) for end, sweep in sweeps.items()}
    return _print_answer(args, lines.in_words(measured_line, back, args.length is not None))


def _fault(args: argparse.Namespace) -> int:
    require((args.line is None) != (args.velocity is None), "--line", "line-or-velocity")
    known = None
    if args.line is not None:
        require(args.line in shelf.lines(), "--line", "no-such-line", args.line, allowed=list(shelf.lines()))
        known = shelf.line_type(args.line)
    sweep = read_sweep(args.file)
    if sweep.gamma is None:
        raise InputError(str(args.file), "no-phase-in-file")
    velocity = args.velocity if known is None else known.velocity_factor
    along = fault.along(sweep.freq_hz, sweep.gamma, velocity, known, _residual(args))
    return _print_answer(args, faults.in_words(along))


def _watts(args: argparse.Namespace) -> int:
    before, behind = (
        _meter(f"--{side}", given) for side, given in (("before", args.before), ("behind", args.behind))
    )
    return _print_answer(args, watts_told.of_part(watts.loss(before, behind, args.same_meter)))


def _meter(place: str, given: str) -> watts.Watts:
    try:
        forward, reflected, full_scale, percent = (float(piece) for piece in given.split(","))
    except ValueError:
        raise InputError(place, "four-numbers", given) from None
    return watts.Watts(forward, reflected, full_scale, percent / 100)


def _print_answer(args: argparse.Namespace, answer: Any) -> int:
    if args.json:
        return as_json(answer)
    print("\n".join(filter(None, (answer["sentence"], answer.get("why", "")))))
    return 0
