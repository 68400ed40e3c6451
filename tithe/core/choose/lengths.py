"""Feeder lengths: between two bounds, which put every wanted band inside the tuner's reach, and with what
margin.

The main run is given every length in turn, all at once (shape ``(L, P, F)``), the load walked back to the
tuner, and the tuner asked whether it reaches it. With an unknown phase a length is safe only if all phases
are. The margin of a length is how many metres it may be off before some band falls out; nothing is known
beyond the bounds, so there it is the least that it may be.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.choose.grid import Question
from tithe.core.cost import Pause, go_on, refuse_beyond, seconds_a_load
from tithe.core.errors import InputError, require, require_above, require_positive
from tithe.core.margins import margins
from tithe.core.message import Told, tell
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part, TunerPart
from tithe.core.station import Station
from tithe.core.twoport import Port

MOST_LENGTHS = 801


@dataclass(frozen=True)
class Lengths:
    """``reached`` (L, B): whether the tuner reaches a band at a length; ``margin_m`` (L,): 0 where a band
    is out."""

    length_m: Real
    reached: Mask
    margin_m: Real
    present_m: float
    told: Told


def safe_lengths(
    asked: Question, low_m: float, high_m: float, step_m: float = 0.25, pause: Pause = go_on
) -> Lengths:
    """For the station's own tuner and its longest line behind it. Raises `InputError` where there is none."""
    require_positive("low_m", low_m)
    require_positive("step_m", step_m)
    require_above("high_m", high_m, "low_m", low_m)
    count = int((high_m - low_m) / step_m) + 1
    require(count <= MOST_LENGTHS, "step_m", "too-many-lengths", step_m, count=count, most=MOST_LENGTHS)
    at, tuner = tuner_of(asked.station)
    behind = asked.station.chain[at + 1 :]
    main, run = main_run(behind)
    loads = asked.antenna.port.v.size
    refuse_beyond(count * loads * seconds_a_load((tuner, *behind)), "fewer-lengths")
    tried: Real = np.asarray(low_m + step_m * np.arange(count), dtype=np.float64)
    reached = []
    for piece in np.array_split(tried, max(count * loads // PIECE, 1)):
        pause()
        port = _through(asked, behind, main, run, piece)
        reached.append(_reached(tuner, asked, port).reshape(len(piece), -1, 3).all(axis=-1))
    by_band: Mask = np.concatenate(reached)
    present_m = run.length_m
    margin = margins(np.asarray(np.all(by_band, axis=1)), step_m)
    return Lengths(tried, by_band, margin, present_m, _told(tried, by_band, margin, present_m, asked))


def main_run(behind: tuple[Part, ...]) -> tuple[int, Line]:
    """The longest line behind the tuner, and its place. Raises `InputError` where there is none."""
    if any(part.tuner and not part.bypassed for part in behind):
        raise InputError("chain", "two-tuners-in-line")
    runs = [(n, part.feedline) for n, part in enumerate(behind) if part.feedline and not part.bypassed]
    if not runs:
        raise InputError("chain", "no-line-behind-tuner")
    return max(runs, key=lambda run: run[1].length_m)


def _through(asked: Question, behind: tuple[Part, ...], main: int, run: Line, lengths: Real) -> Port:
    """V and I behind the tuner, ``(L, P, F)``, with the main run of each length."""
    varied = replace(run, length_m=lengths[:, None, None])  # type: ignore[arg-type]  # lengths side by side
    return back_through((*behind[:main], varied, *behind[main + 1 :]), asked.antenna.port, asked.freq_hz)


def back_through(parts: tuple[Part, ...], load: Port, freq_hz: Real) -> Port:
    """V and I before passive parts in line, for those behind them."""
    for part in reversed(parts):
        two_port = None if part.bypassed else part.two_port(freq_hz)
        if two_port is not None:
            load = two_port.input(load)
    return load


PIECE = 200_000
"""Loads walked back at once."""
_FIRST = (36, 6, 1)


def _reached(tuner: TunerPart, asked: Question, port: Port) -> Mask:
    """Whether all phases are reached, shape ``(L, F)``: some phases first, the others where those are."""
    r0, comfort = asked.station.transmitter.reference_ohm, asked.station.comfort_swr
    v, i = np.broadcast_arrays(port.v, port.i)
    reached: Mask = np.ones((v.shape[0], v.shape[2]), dtype=bool)
    left = np.arange(v.shape[1])
    for every in _FIRST:
        these, left = left[left % every == 0], left[left % every != 0]
        where, at = np.nonzero(reached)
        pick = (where[:, None], these, at[:, None])
        ok = tuner.reaches(asked.freq_hz[at][:, None], Port(v[pick], i[pick]), r0, comfort)
        reached[where, at] = np.all(ok, axis=1)
    return reached


def tuner_of(station: Station) -> tuple[int, TunerPart]:
    """Its first tuner and where that is. Raises `InputError` where there is none."""
    for n, part in enumerate(station.chain):
        if (tuner := part.retuned().tuner) and not part.bypassed:
            return n, tuner
    raise InputError("chain", "no-tuner")


def _told(tried: Real, by_band: Mask, margin: Real, present_m: float, asked: Question) -> Told:
    names = [band.name for band in asked.bands]
    bounds = {"from_m": float(tried[0]), "to_m": float(tried[-1])}
    never = [name for name, ok in zip(names, np.any(by_band, axis=0).tolist(), strict=True) if not ok]
    if never:
        return (tell("lengths.never", bands=never, **bounds),)
    if not (margin > 0).any():
        return (tell("lengths.no-one"),)
    if (margin > 0).all():
        return (tell("lengths.all", **bounds),)
    best = int(np.argmax(margin))
    widest = tell("lengths.safest", length_m=float(tried[best]), spare_m=float(margin[best]))
    here = int(np.argmin(np.abs(tried - present_m)))
    if not tried[0] <= present_m <= tried[-1]:
        return tell("lengths.outside", present_m=present_m), widest
    if margin[here] > 0:
        return tell("lengths.safe", present_m=present_m, spare_m=float(margin[here])), widest
    out = [name for name, ok in zip(names, by_band[here], strict=True) if not ok]
    safe = tried[margin > 0]
    nearest = float(safe[np.argmin(np.abs(safe - present_m))])
    change = {"change_m": abs(nearest - present_m), "longer": nearest > present_m}
    return tell("lengths.unsafe", present_m=present_m, bands=out, **change), widest
