"""Where a meter would tell most: for each question one may have, every joint of the run tried with a meter as
good as the station's own.

At a joint a meter errs by its leak and its scale in |Γ|. What is asked stands elsewhere: between the two a
change of Γ shrinks by the loss there and back, and the error, carried there, grows by as much. Behind a tuner
that is matching, nothing of it is seen before it.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.budget import Budget, solve
from tithe.core.errors import require
from tithe.core.intervals import SIGMAS
from tithe.core.log.instruments import USUAL_ACCURACY, USUAL_DIRECTIVITY_DB
from tithe.core.parts.meter import Meter
from tithe.core.planned_station import of_one_antenna
from tithe.core.station import Station
from tithe.core.tuner_use.loads import known_at
from tithe.core.twoport import Port

Question = Literal["tuner-set", "antenna-well", "tuner-loss", "fold-back"]
RANGES_W = (2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0, 1000.0, 2000.0, 5000.0)
_A_LITTLE = 0.02


@dataclass(frozen=True)
class Placed:
    """``errors`` (J,): of |Γ| at what is asked about, or of the tuner's loss in dB, in nineteen cases of
    twenty, with a meter at each joint (the n-th before the n-th part, the last at the feedpoint; inf: it says
    nothing of that there). ``joint``: where that is least; a loss takes two meters, before and behind the
    tuner. ``full_scale_w``: the range there."""

    question: Question
    errors: Real
    joint: int
    full_scale_w: float


def places(station: Station, freq_hz: float) -> Iterator[Placed]:
    """For each question that the station leaves open. Raises `InputError` where the antenna is not known."""
    freq = np.array([freq_hz])
    require(bool(known_at(station, freq)[0]), "antenna", "phase-not-known")
    station = of_one_antenna(station)
    budget = solve(station, freq)
    ports = [*(stage.source for stage in budget.stages), budget.antenna]
    meter = _own(station)
    at = next((n for n, part in enumerate(station.chain) if part.tuner and not part.bypassed), None)
    tried = [_Joint(abs(port.gamma(50.0)[0]), _forward(port.v, port.i), meter) for port in ports]
    yield _best("fold-back", tried, _carried(station, 0, len(ports), freq))
    yield _best("antenna-well", tried, _seen_of_antenna(station, budget, freq))
    if at is not None:
        yield _best("tuner-set", tried, _carried(station, at, len(ports), freq))
        error = SIGMAS * 10 / np.log(10) * np.hypot(tried[at].net_error, tried[at + 1].net_error)
        errors = np.full(len(ports), np.inf)
        errors[at : at + 2] = error
        yield Placed("tuner-loss", errors, at, max(tried[at].range_w, tried[at + 1].range_w))


@dataclass(frozen=True)
class _Joint:
    """A plane, its |Γ| and forward power, and the meter that would stand there."""

    rho: float
    forward_w: float
    meter: tuple[float, float]

    @property
    def range_w(self) -> float:
        """The smallest usual range that the forward power does not leave."""
        return next((range_w for range_w in RANGES_W if range_w >= self.forward_w), RANGES_W[-1])

    @property
    def rho_error(self) -> float:
        """Of |Γ| as read there, one standard deviation."""
        accuracy, leak = self.meter
        share = accuracy / 4 * self.range_w / max(self.forward_w, 1e-3)
        return float(np.hypot(leak / 2, min(share / (2 * max(self.rho, 1e-3)), np.sqrt(share))))

    @property
    def net_error(self) -> float:
        """Of the logarithm of the net power, one standard deviation."""
        accuracy, leak = self.meter
        sent = max(1 - self.rho**2, 0.02)
        reads = np.sqrt(2) * accuracy / 4 * self.range_w / max(self.forward_w, 1e-3) / sent
        return float(np.sqrt((accuracy / 2) ** 2 + (self.rho * leak / sent) ** 2 + reads**2))


def _own(station: Station) -> tuple[float, float]:
    """Accuracy and leak of the best meter there is, else of a usual one."""
    known = [part for part in station.chain if isinstance(part, Meter) and part.accuracy_pct is not None]
    best = min(known, key=lambda meter: meter.accuracy_pct or 0.0, default=None)
    if best is None or best.accuracy_pct is None:
        return USUAL_ACCURACY, 10 ** (-USUAL_DIRECTIVITY_DB / 20)
    return best.accuracy_pct / 100, best.leak or 10 ** (-USUAL_DIRECTIVITY_DB / 20)


def _forward(v: Complex, i: Complex) -> float:
    return float(np.abs(v[0] + 50 * i[0]) ** 2 / 200)


def _best(question: Question, tried: list[_Joint], shrunk: Real) -> Placed:
    own = SIGMAS * np.array([joint.rho_error for joint in tried])
    errors = np.where(shrunk > 1e-6, own / np.maximum(shrunk, 1e-6), np.inf)
    at = int(np.argmin(errors))
    return Placed(question, errors, at, tried[at].range_w)


def _carried(station: Station, plane: int, count: int, freq_hz: Real) -> Real:
    """By how much a change of Γ at a plane has shrunk at each joint; 0 where a tuner stands between."""
    out = np.zeros(count)
    out[plane] = 1.0
    for way in (-1, 1):
        joint = plane
        while 0 <= joint + way < count:
            part = station.chain[joint - 1 if way < 0 else joint]
            if part.tuner and not part.bypassed:
                break
            lost = 0.0 if part.bypassed else float(part.matched_db(freq_hz)[0])
            # Nearer to the load it is seen larger, but no better than by a meter that stands there.
            out[joint + way] = min(out[joint] * 10 ** (way * lost / 10), 1.0)
            joint += way
    return out


def _seen_of_antenna(station: Station, budget: Budget, freq_hz: Real) -> Real:
    """By how much a change of Γ at the feedpoint has shrunk at each joint, all tuners left as they are
    set."""
    at_antenna = budget.antenna.gamma(50.0)
    nearly = at_antenna * (1 - _A_LITTLE)
    port, moved = (Port(1 + gamma, (1 - gamma) / 50.0) for gamma in (at_antenna, nearly))
    out = np.zeros(len(station.chain) + 1)
    out[-1] = 1.0
    for n in range(len(station.chain) - 1, -1, -1):
        part, stage = station.chain[n], budget.stages[n]
        if part.tuner and not part.bypassed and part.tuner.finds_match:
            break  # it is set anew, and hides what is behind it
        two_port = None if part.bypassed else part.two_port(freq_hz)
        if stage.tuned is not None:
            two_port = stage.tuned.two_port
        if two_port is not None:
            port, moved = two_port.input(port), two_port.input(moved)
        change = abs(port.gamma(50.0)[0] - moved.gamma(50.0)[0])
        out[n] = change / max(abs(at_antenna[0]) * _A_LITTLE, 1e-12)
    return out
