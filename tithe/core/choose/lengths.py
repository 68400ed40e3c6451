"""Feeder lengths: between two bounds, which put every wanted band inside the tuner's reach and are borne,
with what margin; and what leaves at each.

The main run is given every length in turn, all at once (shape ``(L, P, F)``), the load walked back to the
tuner, and the tuner asked whether it reaches it. With an unknown phase a length is safe only if all phases
are. Reach, loss and stress are three answers: what leaves, and the power that is borne, come from the whole
station solved at each length. The margin of a length is how many metres it may be off before some band falls
out; nothing is known beyond the bounds, so there it is the least that it may be.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Mask, Real
from tithe.core.bearable import BORNE, bearable_share
from tithe.core.budget import solve
from tithe.core.choose.grid import Question
from tithe.core.choose.power_message import power_message
from tithe.core.cost import Pause, go_on, refuse_beyond
from tithe.core.errors import require, require_above, require_positive
from tithe.core.main_run import back_through, main_run, tuner_of
from tithe.core.margins import margins
from tithe.core.message import Messages, tell
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part, TunerPart
from tithe.core.solving_cost import seconds_a_load
from tithe.core.station import Station, counted_bands
from tithe.core.twoport import Port

MOST_LENGTHS = 801


@dataclass(frozen=True)
class Lengths:
    """``reached`` (L, B): whether the tuner reaches a band at a length; ``bears_w`` (L, B): the power that
    all parts bear there at least, up to the radio's; ``sky_w`` (L, B): what leaves at the power borne, as
    `Grid.by_band_w` counts, and ``spread_w`` (L, B, 2), from which to which it may be; ``margin_m`` (L,): 0
    where a band is out of reach or not borne; ``counted``: which of the bands count."""

    length_m: Real
    reached: Mask
    bears_w: Real
    sky_w: Real
    spread_w: Real
    margin_m: Real
    present_m: float
    counted: NDArray[np.intp]
    messages: Messages

    @property
    def weakest_w(self) -> Real:
        """What leaves on the weakest of the bands that count, (L,), W."""
        return np.asarray(self.sky_w[:, self.counted].min(axis=1))

    @property
    def present(self) -> int:
        """The one tried that is nearest to the present length."""
        return int(np.argmin(np.abs(self.length_m - self.present_m)))

    @property
    def best(self) -> int:
        """Of those that suit, or of all where none does, the one that gives its weakest band most."""
        suits = self.margin_m > 0
        return int(np.argmax(np.where(suits, self.weakest_w, -1.0) if suits.any() else self.weakest_w))


def safe_lengths(
    question: Question, low_m: float, high_m: float, step_m: float = 0.25, pause: Pause = go_on
) -> Lengths:
    """For the station's own tuner and its longest line behind it. Raises `InputError` where there is none."""
    require_positive("low_m", low_m)
    require_positive("step_m", step_m)
    require_above("high_m", high_m, "low_m", low_m)
    count = int((high_m - low_m) / step_m) + 1
    require(count <= MOST_LENGTHS, "step_m", "too-many-lengths", step_m, count=count, most=MOST_LENGTHS)
    at, tuner = tuner_of(question.station)
    behind = question.station.chain[at + 1 :]
    main, run = main_run(behind)
    solved = _thinned(question)
    loads = question.antenna.port.v.size + solved.antenna.port.v.size
    refuse_beyond(count * loads * seconds_a_load(question.station.chain), "fewer-lengths")
    tried: Real = np.asarray(low_m + step_m * np.arange(count), dtype=np.float64)
    reached, solutions = [], []
    for piece in np.array_split(tried, max(count * loads // PIECE, 1)):
        pause()
        solutions.append(_solved(solved, at + 1 + main, run, piece))  # first: refuses what loses everything
        port = _through(question, behind, main, run, piece)
        reached.append(_reached(tuner, question, port).reshape(len(piece), -1, 3).all(axis=-1))
    by_band: Mask = np.concatenate(reached)
    sky_w, spread_w, share = (np.concatenate(column) for column in zip(*solutions, strict=True))
    suits = np.asarray(np.all(by_band & (share >= BORNE), axis=1))
    bears_w = share * question.station.transmitter.power_w
    lengths = Lengths(
        tried,
        by_band,
        bears_w,
        sky_w,
        spread_w,
        margins(suits, step_m),
        run.length_m,
        counted_bands(question.bands),
        (),
    )
    return replace(lengths, messages=_messages(lengths, question))


_PHASES = 12
"""Phases, of those that are open, that are solved whole."""


def _thinned(question: Question) -> Question:
    """With some of the open phases."""
    if question.station.antenna.phase_known:
        return question
    port = question.antenna.port
    every = max(len(port.v) // _PHASES, 1)
    return replace(question, antenna=replace(question.antenna, port=Port(port.v[::every], port.i[::every])))


def _solved(question: Question, at: int, run: Line, lengths: Real) -> tuple[Real, Real, Real]:
    """What leaves on each band at the power that is borne, W, (L, B), from which to which it may be, (L, B,
    2), and the least share of the power that is borne, (L, B), with the run at that place of each length."""
    varied = replace(run, length_m=lengths[:, None, None])  # type: ignore[arg-type]  # lengths side by side
    chain = tuple(varied if n == at else part.retuned() for n, part in enumerate(question.station.chain))
    budget = solve(replace(question.station, chain=chain, antenna=question.antenna), question.freq_hz)
    share = bearable_share(budget)
    shape = (len(lengths), *question.antenna.port.v.shape)
    leaves = np.broadcast_to(budget.sky_w * share, shape)

    def by_band(pick: Callable[..., Real]) -> Real:
        return np.asarray(pick(leaves, axis=1).reshape(len(lengths), -1, 3).mean(axis=-1))

    least = np.broadcast_to(share, shape).min(axis=1).reshape(len(lengths), -1, 3).min(axis=-1)
    return by_band(np.median), np.stack([by_band(np.min), by_band(np.max)], axis=-1), least


def _through(question: Question, behind: tuple[Part, ...], main: int, run: Line, lengths: Real) -> Port:
    """V and I behind the tuner, ``(L, P, F)``, with the main run of each length."""
    varied = replace(run, length_m=lengths[:, None, None])  # type: ignore[arg-type]  # lengths side by side
    return back_through(
        (*behind[:main], varied, *behind[main + 1 :]), question.antenna.port, question.freq_hz
    )


PIECE = 200_000
"""Loads walked back at once."""
_FIRST = (36, 6, 1)


def _reached(tuner: TunerPart, question: Question, port: Port) -> Mask:
    """Whether all phases are reached, shape ``(L, F)``: some phases first, the others where those are."""
    r0, comfort = question.station.transmitter.reference_ohm, question.station.comfort_swr
    v, i = np.broadcast_arrays(port.v, port.i)
    reached: Mask = np.ones((v.shape[0], v.shape[2]), dtype=bool)
    left = np.arange(v.shape[1])
    for every in _FIRST:
        these, left = left[left % every == 0], left[left % every != 0]
        where, at = np.nonzero(reached)
        pick = (where[:, None], these, at[:, None])
        ok = tuner.reaches(question.freq_hz[at][:, None], Port(v[pick], i[pick]), r0, comfort)
        reached[where, at] = np.all(ok, axis=1)
    return reached


def _messages(lengths: Lengths, question: Question) -> Messages:
    tried, by_band, margin = lengths.length_m, lengths.reached, lengths.margin_m
    names = [band.name for band in question.bands]
    bounds = {"from_m": float(tried[0]), "to_m": float(tried[-1])}
    never = [name for name, ok in zip(names, np.any(by_band, axis=0).tolist(), strict=True) if not ok]
    if never:
        return (tell("lengths.never", bands=never, **bounds),)
    power_w = question.station.transmitter.power_w
    if not (margin > 0).any():
        if not by_band.all(axis=1).any():
            return (tell("lengths.no-one"), *_most(lengths, names, question.station))
        return (tell("lengths.none-borne", power_w=power_w), *_most(lengths, names, question.station))
    if (margin > 0).all():
        return (tell("lengths.all", power_w=power_w, **bounds), *_most(lengths, names, question.station))
    most = int(np.argmax(margin))
    widest = tell("lengths.safest", length_m=float(tried[most]), spare_m=float(margin[most]))
    return *_present(lengths, names, power_w), widest, *_most(lengths, names, question.station)


def _present(lengths: Lengths, names: list[str], power_w: float) -> Messages:
    """Of the present length whether it suits, and what would."""
    tried, margin, present_m = lengths.length_m, lengths.margin_m, lengths.present_m
    if not tried[0] <= present_m <= tried[-1]:
        return (tell("lengths.outside", present_m=present_m),)
    present = lengths.present
    if margin[present] > 0:
        return (tell("lengths.safe", present_m=present_m, spare_m=float(margin[present])),)
    suits = tried[margin > 0]
    nearest = float(suits[np.argmin(np.abs(suits - present_m))])
    change = {"change_m": abs(nearest - present_m), "longer": nearest > present_m}
    out = [name for name, ok in zip(names, lengths.reached[present], strict=True) if not ok]
    if out:
        return (tell("lengths.unsafe", present_m=present_m, bands=out, **change),)
    borne = [
        tell("lengths.borne", band=name, bears_w=float(watts))
        for name, watts in zip(names, lengths.bears_w[present], strict=True)
        if watts < BORNE * power_w
    ]
    return (tell("lengths.not-borne", present_m=present_m, power_w=power_w, bands=borne, **change),)


_ALIKE_W = 0.02
"""Of the watts of the weakest band: what parts two lengths less is alike."""


def _most(lengths: Lengths, names: list[str], station: Station) -> Messages:
    """What leaves on the weakest band, where it is most and where it is least, and at the present length."""
    weakest = lengths.weakest_w

    def at(n: int) -> dict[str, object]:
        band = int(lengths.counted[np.argmin(lengths.sky_w[n, lengths.counted])])
        low, high = lengths.spread_w[n, band].tolist()
        return {
            "length_m": float(lengths.length_m[n]), "band": names[band],
            "rated_w": station.transmitter.power_w,
            "power": power_message(station, float(weakest[n]), (low, high)),
            "bears_w": float(lengths.bears_w[n, band]),
        }  # fmt: skip

    best = lengths.best
    if weakest.min() > (1 - _ALIKE_W) * weakest[best]:
        return (tell("lengths.alike", **at(best)),)
    said = [tell("lengths.most", **at(best)), tell("lengths.least", **at(int(np.argmin(weakest))))]
    if lengths.length_m[0] <= lengths.present_m <= lengths.length_m[-1]:
        said.append(tell("lengths.now", **at(lengths.present)))
    return tuple(said)
