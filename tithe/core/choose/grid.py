"""Every candidate on every band, through the one `solve`: candidates of one placement in a single pass.

Per band the edges and the middle are taken. What a candidate radiates is counted at the power that its parts
bear. A tuner that falls short of a match, but leaves no more than the user's comfort, has matched.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import cached_property, partial
from itertools import groupby

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.at_once import each
from tithe.core.bearable import bearable_share
from tithe.core.budget import Budget, solve
from tithe.core.choose.kit import Kit, SeenAntenna, ThroughPresentRun
from tithe.core.choose.placements import Candidate, Item
from tithe.core.choose.stack import StackedLine
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.solving_cost import seconds_a_load
from tithe.core.station import Band, Station
from tithe.core.twoport import Port


@dataclass(frozen=True)
class Question:
    """The station without its run: transmitter, antenna as seen at the frequencies, and the bands that are
    known.

    ``freq_hz`` (F,) holds low edge, middle and high edge of each band in turn.
    """

    station: Station
    antenna: SeenAntenna
    bands: tuple[Band, ...]
    freq_hz: Real

    @property
    def weights(self) -> Real:
        """Weight of each band, shape ``(B,)``; equal weights where all are 0."""
        weights = np.array([band.weight for band in self.bands])
        return weights if weights.sum() > 0 else np.ones(len(weights))


EVERY_THIRD = 3
"""Phases tried when candidates are compared, of those there are: medians move by some hundredths of a dB."""


def question(station: Station, every: int = 1) -> Question:
    """What is asked: the bands whose edges the antenna's data reach. Raises `InputError` where there is none.

    ``every``: which of the phases that are open are tried, where the antenna's is not known.
    """
    low, high = station.antenna.range_hz
    slack = 1e-9 * high if np.isfinite(high) else 0.0
    bands = tuple(b for b in station.bands if low - slack <= b.low_hz and b.high_hz <= high + slack)
    if not bands:
        raise InputError("bands", "no-whole-band")
    freq_hz = np.array([f for b in bands for f in (b.low_hz, b.middle_hz, b.high_hz)])
    port = ThroughPresentRun(station).terminals(freq_hz)
    if station.antenna.phase_known:  # the rows of an estimate are all different
        every = 1
    rows = Port(port.v.reshape(-1, len(freq_hz))[::every], port.i.reshape(-1, len(freq_hz))[::every])
    seen = SeenAntenna(freq_hz, rows, station.antenna.label, station.antenna.loss, station.antenna.sky)
    return Question(station, seen, bands, freq_hz)


@dataclass(frozen=True)
class Grid:
    """Results of candidates; shapes ``(N, P, F)``. ``radiated_w`` is at the bearable power, and
    what leaves for the sky where that is known (`tithe.core.budget.Budget.sky_w`)."""

    question: Question
    candidates: tuple[Candidate, ...]
    radiated_w: Real
    bearable: Real
    matched: Mask

    @cached_property
    def by_band_w(self) -> Real:
        """Median over the phases, mean over the edges and the middle: shape ``(N, B)``."""
        middle = np.median(self.radiated_w, axis=1)
        return np.asarray(middle.reshape(len(middle), -1, 3).mean(axis=-1))

    @cached_property
    def score_w(self) -> Real:
        """Mean over the bands by their weights, W: shape ``(N,)``."""
        return np.asarray(self.by_band_w @ self.question.weights / self.question.weights.sum())

    @cached_property
    def spread_w(self) -> Real:
        """Smallest and largest score round the unknown phase: shape ``(N, 2)``."""
        weights = self.question.weights / self.question.weights.sum()
        n = len(self.candidates)
        ends = [
            pick(self.radiated_w, axis=1).reshape(n, -1, 3).mean(-1) @ weights for pick in (np.min, np.max)
        ]
        return np.stack(ends, axis=-1)

    @cached_property
    def reach(self) -> Real:
        """Share of phases at which the tuner matches, the least of edges and middle: shape ``(N, B)``."""
        share = self.matched.mean(axis=1)
        return np.asarray(share.reshape(len(share), -1, 3).min(axis=-1))

    @cached_property
    def limit_share(self) -> Real:
        """Share of the rated power that is borne, the least on each band: shape ``(N, B)``."""
        least = self.bearable.min(axis=1)
        return np.asarray(least.reshape(len(least), -1, 3).min(axis=-1))


def parts_of(
    items: tuple[Item, ...], kit: Kit, stacked: str = "", line: StackedLine | None = None
) -> list[Part]:
    """The core's parts of a recipe; lines of token ``stacked`` get the stacked type."""
    parts: list[Part] = []
    for item in items:
        if item.length_m is None:
            parts.append(kit.parts[item.token])
            continue
        kind = line if line is not None and item.token == stacked else kit.lines[item.token]
        parts.append(Line(kind, item.length_m, getattr(kit.lines[item.token], "name", "") or item.token))
    return parts


def evaluate(question: Question, kit: Kit, chosen: tuple[Candidate, ...], pause: Pause = go_on) -> Grid:
    """All candidates; see `evaluated` for some at a time."""
    grids = []
    for grid in evaluated(question, kit, chosen):
        pause()
        grids.append(grid)
    return joined(question, grids)


PIECE = 10_000
"""Loads in a piece of work: large enough for arrays, small enough to be left soon and to take little room."""
MOST_CELLS = 6_000_000
"""Loads of all candidates of a question, which are kept until it is answered."""


def evaluating_s(question: Question, kit: Kit, chosen: tuple[Candidate, ...]) -> float:
    """Seconds that candidates take; raises `InputError` for more than can be kept at once."""
    loads = question.antenna.port.v.size
    if len(chosen) * loads > MOST_CELLS:
        raise InputError("choice", "too-many-candidates", count=len(chosen), bands=len(question.bands))
    return sum(loads * seconds_a_load(parts_of(candidate.items, kit)) for candidate in chosen)


def evaluated(question: Question, kit: Kit, chosen: tuple[Candidate, ...]) -> Iterator[Grid]:
    """A grid per piece of a placement, so that a long computation can say how far it is; some are computed
    at once, since the searches leave Python to others. Left early, what has not begun is not computed."""
    most = max(PIECE // question.antenna.port.v.size, 1)
    pieces = [
        piece
        for _, group in groupby(chosen, key=lambda candidate: (candidate.present, candidate.placement))
        for piece in _pieces(tuple(group), most)
    ]
    yield from each(partial(_placement, question, kit), pieces)


def _pieces(group: tuple[Candidate, ...], most: int) -> Iterator[tuple[Candidate, ...]]:
    for start in range(0, len(group), most):
        yield group[start : start + most]


def _placement(question: Question, kit: Kit, same: tuple[Candidate, ...]) -> Grid:
    if same[0].present:
        return _present(question, same)
    stack = StackedLine(tuple(kit.lines[item.line] for item in same))
    parts = parts_of(same[0].items, kit, same[0].line, stack)
    return _solved(question, tuple(parts), same)


def joined(question: Question, grids: list[Grid]) -> Grid:
    """Grids of one question as one."""
    return Grid(
        question,
        tuple(candidate for grid in grids for candidate in grid.candidates),
        np.concatenate([grid.radiated_w for grid in grids]),
        np.concatenate([grid.bearable for grid in grids]),
        np.concatenate([grid.matched for grid in grids]),
    )


def _present(question: Question, same: tuple[Candidate, ...]) -> Grid:
    """What stands now as its owner uses it: knobs set by hand count at the frequency they were set for, and
    are set anew for every other."""
    chain = question.station.chain
    again = _solved(question, tuple(part.retuned() for part in chain), same)
    set_hz = [part.tuner.set_hz for part in chain if part.tuner and part.tuner.set_hz]
    as_set = np.isin(np.round(question.freq_hz), np.round(set_hz))
    if not as_set.any():
        return again
    set_now = _solved(question, chain, same)
    return replace(
        again,
        radiated_w=np.where(as_set, set_now.radiated_w, again.radiated_w),
        bearable=np.where(as_set, set_now.bearable, again.bearable),
        matched=np.where(as_set, set_now.matched, again.matched),
    )


def _solved(question: Question, chain: tuple[Part, ...], same: tuple[Candidate, ...]) -> Grid:
    budget = solve(replace(question.station, chain=chain, antenna=question.antenna), question.freq_hz)
    shape = (len(same), *question.antenna.port.v.shape)
    share = bearable_share(budget)
    return Grid(
        question,
        same,
        np.array(np.broadcast_to(budget.sky_w * share, shape)),
        np.array(np.broadcast_to(share, shape)),
        np.array(np.broadcast_to(_matched(budget), shape)),
    )


def _matched(budget: Budget) -> Mask:
    ok: Mask = np.ones(budget.radiated_w.shape, dtype=bool)
    for stage in budget.stages:
        if stage.tuned is not None:
            ok = ok & (stage.tuned.matched | (stage.swr_in <= budget.station.comfort_swr))
    return ok
