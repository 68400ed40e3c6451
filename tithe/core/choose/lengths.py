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
from tithe.core.choose.grid import Question, retuned
from tithe.core.cost import Pause, go_on, refuse_beyond, seconds_a_load
from tithe.core.errors import InputError, require, require_positive
from tithe.core.line import Line
from tithe.core.station import Part
from tithe.core.tuner import AnyTuner
from tithe.core.twoport import Port
from tithe.core.wording import figure

MOST_LENGTHS = 801


@dataclass(frozen=True)
class Lengths:
    """``reached`` (L, B): whether the tuner reaches a band at a length; ``margin_m`` (L,): 0 where a band
    is out."""

    length_m: Real
    reached: Mask
    margin_m: Real
    present_m: float
    sentence: str


def safe_lengths(
    asked: Question, low_m: float, high_m: float, step_m: float = 0.25, pause: Pause = go_on
) -> Lengths:
    """For the station's own tuner and its longest line behind it. Raises `InputError` where there is none."""
    require_positive("low_m", low_m)
    require_positive("step_m", step_m)
    require(high_m > low_m, "high_m", f"must be above low_m ({low_m:g})", high_m)
    count = int((high_m - low_m) / step_m) + 1
    require(
        count <= MOST_LENGTHS,
        "step_m",
        f"must be larger: {count} lengths are more than {MOST_LENGTHS}",
        step_m,
    )
    at, tuner = _tuner(asked)
    behind = asked.station.chain[at + 1 :]
    main = _main_run(behind)
    loads = asked.antenna.port.v.size
    narrower = "ask for fewer lengths, with a larger step, or for fewer bands"
    refuse_beyond(count * loads * seconds_a_load((tuner, *behind)), narrower)
    tried: Real = np.asarray(low_m + step_m * np.arange(count), dtype=np.float64)
    reached = []
    for piece in np.array_split(tried, max(count * loads // PIECE, 1)):
        pause()
        port = _through(asked, behind, main, piece)
        reached.append(_reached(tuner, asked, port).reshape(len(piece), -1, 3).all(axis=-1))
    by_band: Mask = np.concatenate(reached)
    present_m = behind[main].length_m  # type: ignore[union-attr]
    margin = _margin(np.asarray(np.all(by_band, axis=1)), step_m)
    return Lengths(tried, by_band, margin, present_m, _sentence(tried, by_band, margin, present_m, asked))


def _main_run(behind: tuple[Part, ...]) -> int:
    """The place of the longest line behind the tuner."""
    if any(isinstance(part, AnyTuner) and not part.bypassed for part in behind):
        raise InputError("chain", "holds two tuners in line: bypass one of them")
    runs = [n for n, part in enumerate(behind) if isinstance(part, Line) and not part.bypassed]
    if not runs:
        raise InputError("chain", "has no line behind its tuner whose length could change")
    return max(runs, key=lambda n: behind[n].length_m)  # type: ignore[union-attr]


def _through(asked: Question, behind: tuple[Part, ...], main: int, lengths: Real) -> Port:
    """V and I behind the tuner, ``(L, P, F)``, with the main run of each length."""
    varied = replace(behind[main], length_m=lengths[:, None, None])  # type: ignore[arg-type]
    port = asked.antenna.port
    for part in reversed((*behind[:main], varied, *behind[main + 1 :])):
        if not part.bypassed:
            port = part.two_port(asked.freq_hz).input(port)  # type: ignore[union-attr]
    return port


PIECE = 200_000
"""Loads walked back at once."""
_FIRST = (36, 6, 1)


def _reached(tuner: AnyTuner, asked: Question, port: Port) -> Mask:
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


def _tuner(asked: Question) -> tuple[int, AnyTuner]:
    for n, part in enumerate(asked.station.chain):
        if isinstance(part, AnyTuner) and not part.bypassed:
            return n, retuned(part)  # type: ignore[return-value]
    raise InputError("chain", "has no tuner at work: nothing has a reach")


def _margin(safe: Mask, step_m: float) -> Real:
    """Steps to the nearest length that is not safe; the bounds of the search count as such."""
    n = len(safe)
    wrong = np.concatenate(([-1], np.flatnonzero(~safe), [n]))
    nearest = np.abs(np.arange(n)[:, None] - wrong[None, :]).min(axis=1)
    return np.asarray(np.where(safe, nearest * step_m, 0.0))


def _sentence(tried: Real, by_band: Mask, margin: Real, present_m: float, asked: Question) -> str:
    names = [band.name for band in asked.bands]
    never = [name for name, ok in zip(names, np.any(by_band, axis=0).tolist(), strict=True) if not ok]
    if never:
        return (
            f"No length from {figure(float(tried[0]))} to {figure(float(tried[-1]))} m puts "
            f"{', '.join(never)} inside "
            "the tuner’s reach: change the antenna, the tuner or the place of the match."
        )
    if not (margin > 0).any():
        return (
            "Each band is reached at some length, but no one length reaches them all at once: leave out a "
            "band, or change the antenna or the tuner."
        )
    if (margin > 0).all():
        return (
            f"Every length from {figure(float(tried[0]))} to {figure(float(tried[-1]))} m puts every band "
            "inside the tuner’s reach: take any."
        )
    best = int(np.argmax(margin))
    spare = figure(float(margin[best]), 2)
    widest = f"The safest is {figure(float(tried[best]))} m, at least {spare} m from the next unsafe one."
    here = int(np.argmin(np.abs(tried - present_m)))
    if not tried[0] <= present_m <= tried[-1]:
        return f"The present {figure(present_m)} m lie outside these bounds. {widest}"
    if margin[here] > 0:
        left = figure(float(margin[here]), 2)
        return f"The present {figure(present_m)} m are safe, with at least {left} m to spare. {widest}"
    out = ", ".join(name for name, ok in zip(names, by_band[here], strict=True) if not ok)
    safe = tried[margin > 0]
    nearest = float(safe[np.argmin(np.abs(safe - present_m))])
    way = "longer" if nearest > present_m else "shorter"
    return (
        f"At the present {figure(present_m)} m the tuner does not reach {out}; "
        f"{figure(abs(nearest - present_m), 2)} m {way} would do. {widest}"
    )
