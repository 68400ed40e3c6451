"""How to tune: the order of moves from where the knobs stand to the match, and the SWR after each.

By the meter each move turns one knob to the lowest reading, after capacitors were, or were not, turned to an
end first; of all orders the shortest that gets there is told. By the dials each knob is turned once, to where
it will stand; of all orders the one that keeps the SWR lowest on the way.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import permutations

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import loss_db
from tithe.core.parts.tuner.ladder import LEAST_LOSS, Ladder
from tithe.core.parts.tuner.part import Tuner
from tithe.core.reflection import rho_of_swr, swr
from tithe.core.tuner_use.preset import gamma_in, knobs_of
from tithe.core.tuner_use.reach import meet
from tithe.core.twoport import Port

GOOD_SWR = 1.5
MOST_MOVES = 8
_POINTS = 241
_REFINED = 41
_SQUARE, _CLOSER = 41, 5


@dataclass(frozen=True)
class Move:
    """A knob, where it is turned to (F or H) and at which share of its range that is; the SWR then.

    ``follows``: after each step of it this other knob is turned to the dip, until the dip is deepest, and
    ends at ``follows_value``, ``follows_share`` of its range.
    """

    knob: str
    value: float
    share: float
    swr: float
    follows: str = ""
    follows_value: float = 0.0
    follows_share: float = 0.0


@dataclass(frozen=True)
class Route:
    """From ``start_swr`` by ``moves`` to a dip that loses ``loss_db`` in the tuner."""

    start_swr: float
    moves: tuple[Move, ...]
    loss_db: float

    @property
    def swr(self) -> float:
        """Where it ends."""
        return self.moves[-1].swr if self.moves else self.start_swr


def halves(tuner: Tuner) -> Real:
    """Every knob half way, (K,), F or H: where one starts who knows nothing."""
    return np.array([(part.low + part.high) / 2 for part in tuner.ladders[0].elements])


def by_the_meter(tuner: Tuner, start: Real, freq_hz: float, load_ohm: complex, r0_ohm: float) -> Route:
    """The shortest sequence of dips, from values (K,) in F or H, to an SWR of `GOOD_SWR`; the best of those
    with `MOST_MOVES`, or of two knobs turned together, where none gets there. Raises `InputError` where it
    may form several networks."""
    search = _Search(tuner, freq_hz, load_ohm, r0_ohm)
    best: _Way = (search.rho(start[:, None])[0], start, ())
    waiting = {count: list(ways) for count, ways in search.beginnings(best).items()}
    for count in range(MOST_MOVES):
        ways = sorted(waiting.pop(count, []), key=_by_rho)[:_KEPT]
        if not ways or best[0] <= rho_of_swr(GOOD_SWR):
            continue
        longer = [
            search.dip(values, k, moves)
            for _, values, moves in ways
            for k in range(len(start))
            if not moves or moves[-1].knob != search.names[k]
        ]
        waiting.setdefault(count + 1, []).extend(longer)
        best = min(best, *longer, key=_by_rho)
    if best[0] > rho_of_swr(GOOD_SWR):
        ways = search.together((search.rho(start[:, None])[0], start, ()))
        good = [way for way in ways if way[0] <= rho_of_swr(GOOD_SWR)]
        # Of what the meter cannot tell apart, the way that loses least.
        best = min(good, key=lambda way: search.loss_db(way[1])) if good else min(best, *ways, key=_by_rho)
    return search.route(start, best[1], best[2])


_Way = tuple[float, Real, tuple[Move, ...]]
"""|Γ|, the values then, and the moves so far."""
_KEPT = 20
"""Ways that are gone on from, of one number of moves."""


def _by_rho(way: _Way) -> float:
    return way[0]


def by_the_dials(tuner: Tuner, start: Real, freq_hz: float, load_ohm: complex, r0_ohm: float) -> Route | None:
    """Each knob once, to the match of least loss; None where there is no match."""
    search = _Search(tuner, freq_hz, load_ohm, r0_ohm)
    setting = search.ladder.match(np.array([freq_hz]), np.array([load_ohm]), r0_ohm, LEAST_LOSS)
    if not setting.matched[0]:
        return None
    goal = setting.values[: len(start), 0]
    ways: list[tuple[float, tuple[Move, ...]]] = []
    turned = [k for k in range(len(start)) if abs(goal[k] - start[k]) > 1e-3 * search.span[k]]
    for order in permutations(turned):
        values, moves = start.copy(), []
        for k in order:
            values[k] = goal[k]
            moves.append(search.move(k, values))
        ways.append((sum(move.swr for move in moves), tuple(moves)))
    return search.route(start, goal, min(ways)[1] if ways else ())


class _Search:
    def __init__(self, tuner: Tuner, freq_hz: float, load_ohm: complex, r0_ohm: float) -> None:
        self.names = knobs_of(tuner)
        self.ladder: Ladder = tuner.ladders[0]
        self.freq, self.load, self.r0 = np.array([freq_hz]), np.array([load_ohm]), r0_ohm
        self.low = np.array([part.low for part in self.ladder.elements])
        self.span = np.array([part.high for part in self.ladder.elements]) - self.low

    def rho(self, values: Real) -> Real:
        """|Γ| at settings (K, N)."""
        freq, load = (np.broadcast_to(each, values.shape[1:]) for each in (self.freq, self.load))
        return np.abs(gamma_in(self.ladder, freq, values, load, self.r0))

    def beginnings(self, stand: _Way) -> dict[int, list[_Way]]:
        """As the knobs stand, and with one capacitor or two turned to an end first, by how many moves that
        is."""
        out = {0: [stand]}
        ends = [
            (k, self.low[k] + far * self.span[k])
            for k, name in enumerate(self.names)
            if name.startswith("c")
            for far in (1.0, 0.0)
        ]
        for count in (1, 2):
            out[count] = [
                self.put(way, k, value)
                for way in out[count - 1]
                for k, value in ends
                if all(move.knob != self.names[k] for move in way[2])
            ]
        return out

    def put(self, way: _Way, k: int, value: float) -> _Way:
        """One knob to a value."""
        values = way[1].copy()
        values[k] = value
        return self.rho(values[:, None])[0], values, (*way[2], self.move(k, values))

    def dip(self, values: Real, k: int, moves: tuple[Move, ...]) -> _Way:
        """One knob turned to the lowest reading, over its whole range and then closer."""
        low, high = self.low[k], self.low[k] + self.span[k]
        for count in (_POINTS, _REFINED, _REFINED):
            tried = np.repeat(values[:, None], count, axis=1)
            tried[k] = np.linspace(low, high, count)
            rho = self.rho(tried)
            at = int(np.argmin(rho))
            low, high = tried[k, max(at - 1, 0)], tried[k, min(at + 1, count - 1)]
        best = tried[:, at]
        return float(rho[at]), best, (*moves, self.move(k, best))

    def together(self, stand: _Way) -> list[_Way]:
        """Every knob in steps with every other that follows it to the dip, from each beginning."""
        out = []
        for ways in self.beginnings(stand).values():
            for way in ways:
                for k in range(len(self.names)):
                    out += [self.pair(way, k, follows) for follows in range(len(self.names)) if follows != k]
        return out

    def pair(self, way: _Way, k: int, follows: int) -> _Way:
        """Two knobs to where the dip of the second is deepest, closer and closer."""
        values = way[1]
        ends = [(self.low[n], self.low[n] + self.span[n]) for n in (k, follows)]
        for _ in range(_CLOSER):
            first, second = (np.linspace(low, high, _SQUARE) for low, high in ends)
            tried = np.repeat(values[:, None], _SQUARE**2, axis=1)
            tried[k], tried[follows] = np.repeat(first, _SQUARE), np.tile(second, _SQUARE)
            rho = self.rho(tried)
            at = int(np.argmin(rho))
            steps = [axis[1] - axis[0] for axis in (first, second)]
            ends = [
                (
                    max(tried[n, at] - 2 * step, self.low[n]),
                    min(tried[n, at] + 2 * step, self.low[n] + self.span[n]),
                )
                for n, step in zip((k, follows), steps, strict=True)
            ]
        best = tried[:, at]
        dip = self.move(follows, best)
        both = replace(self.move(k, best), follows=dip.knob, follows_value=dip.value, follows_share=dip.share)
        return float(rho[at]), best, (*way[2], both)

    def move(self, k: int, values: Real) -> Move:
        """What a knob's move to these values comes to."""
        value = float(values[k])
        ratio = float(swr(np.minimum(self.rho(values[:, None]), 1.0))[0])
        return Move(self.names[k], value, float((value - self.low[k]) / self.span[k]), ratio)

    def loss_db(self, values: Real) -> float:
        """What the tuner loses with its knobs there, dB."""
        three = np.zeros((3, 1))
        three[: len(values), 0] = values
        load = Port(self.load, np.ones(1, dtype=np.complex128))
        source = self.ladder.two_port(self.freq, three).input(load)
        return float(loss_db(source.power_w, load.power_w)[0])

    def route(self, start: Real, end: Real, moves: tuple[Move, ...]) -> Route:
        """From a setting to another, told."""
        begun = float(swr(np.minimum(self.rho(start[:, None]), 1.0))[0])
        return Route(begun, moves, self.loss_db(end))


def least_loss_db(tuner: Tuner, freq_hz: float, load_ohm: complex, r0_ohm: float) -> float | None:
    """What the best match loses, dB; None where there is none."""
    _, met = meet(tuner, np.array([freq_hz]), np.array([load_ohm]), r0_ohm)
    return float(met.loss_db[0]) if met.matched[0] else None
