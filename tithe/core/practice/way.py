"""Finding what is hidden: reading by reading, each with its minutes, until one is sure of a cause.

What is read next is for whoever reads to choose: the reading that tells most a minute, or any.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple

import numpy as np

from tithe.core.cost import Pause, go_on
from tithe.core.log.foreseen import BENCH_SD
from tithe.core.log.further import Further, minutes_of
from tithe.core.log.kept import Benched, Beside, Kept
from tithe.core.log.often import CauseId
from tithe.core.log.reconcile import Reconciled, reconcile
from tithe.core.log.taken import Load, State, Taken
from tithe.core.log.unknowns import unknowns_of
from tithe.core.practice.hidden import Visit
from tithe.core.station import Station

MOST_STEPS = 16
LEAST_BITS = 0.05
"""Here what tells little is worth it, too: nothing else is to be done."""
SURE = 0.97
"""Who is as sure as that reads no further."""
SHOWS_NOTHING_W = 1e-6
"""Stands for a meter that does not move: no SWR can be told of it."""


Way = Literal["meter", "dummy", "analyzer", "bench"]


class Step(NamedTuple):
    """A reading to take: at a meter (`RADIO`: the radio's own), or there into a dummy load in the antenna's
    place; with an analyzer at a joint (before the n-th part, the last the feedpoint), which looks towards the
    antenna with the tuner out of line; or a lossy part on the bench, whatever the frequency."""

    how: Way
    at: int
    freq_hz: float
    tuner: State = "auto"


@dataclass(frozen=True)
class Notes:
    """What has been read so far, in how many minutes; ``often``: how often each cause is met where this is
    read, as `reconcile` has it."""

    station: Station
    often: Mapping[CauseId, float] | None = None
    readings: tuple[Taken, ...] = ()
    beside: tuple[Beside, ...] = ()
    benched: tuple[Benched, ...] = ()
    steps: tuple[Step, ...] = ()
    minutes: float = 0.0

    def taken(self, step: Step, visit: Visit, rng: np.random.Generator) -> Notes:
        """With one reading more."""
        spent = replace(
            self,
            steps=(*self.steps, step),
            minutes=self.minutes + minutes_of(self.station, step.how, step.at, step.tuner),
        )
        if step.how == "analyzer":
            gamma = visit.gamma(step.at, step.freq_hz, rng)
            gamma *= min(1.0, 1 / abs(gamma))
            return replace(spent, beside=(*self.beside, Beside(step.freq_hz, step.at, gamma)))
        if step.how == "bench":
            benched = Benched(step.at, visit.benched(step.at, rng), BENCH_SD)
            return replace(spent, benched=(*self.benched, benched))
        load: Load = "dummy" if step.how == "dummy" else "antenna"
        shown = visit.shown(step.at, step.freq_hz, step.tuner, rng, load) or (SHOWS_NOTHING_W, 0.0)
        reading = Taken(step.freq_hz, step.at, *shown, tuner=step.tuner, power_w=visit.power_w, load=load)
        return replace(spent, readings=(*self.readings, reading))

    def explained(self, pause: Pause = go_on) -> Reconciled:
        """What explains them. Raises `InputError` where nothing was read at a meter."""
        kept = Kept(self.beside, self.benched)
        return reconcile(
            self.station, self.readings, self.often, kept, pause, unread=True, least_bits=LEAST_BITS
        )


def possible(station: Station, meters: Sequence[int], freqs_hz: Sequence[float]) -> list[Step]:
    """All readings that may be taken."""
    tuned = any(part.tuner and not part.bypassed for part in station.chain)
    states: list[State] = ["auto", "bypass"] if tuned else ["auto"]
    ways: tuple[Way, Way] = ("meter", "dummy")
    read = [Step(how, at, f, state) for how in ways for f in freqs_hz for state in states for at in meters]
    swept = [Step("analyzer", joint, f) for f in freqs_hz for joint in range(1, len(station.chain) + 1)]
    benched = [Step("bench", n, freqs_hz[0]) for n in unknowns_of(station).parts]
    return [*read, *swept, *benched]


Choose = Callable[[Reconciled, list[Step]], Step | None]
"""What to read next of what is left; None: nothing more."""


def by_bits(reconciled: Reconciled, left: list[Step]) -> Step | None:
    """The reading that takes away most of what is open, a minute."""
    for further in reconciled.further:
        step = _as_step(further)
        if step is not None and any(_alike(step, possible) for possible in left):
            return next(possible for possible in left if _alike(step, possible))
    return None


def _as_step(further: Further) -> Step | None:
    return (
        None if further.how == "borrowed" else Step(further.how, further.at, further.freq_hz, further.tuner)
    )


def _alike(step: Step, second: Step) -> bool:
    if (step.how, step.at) != (second.how, second.at):
        return False
    if step.how == "bench":
        return True
    return abs(step.freq_hz - second.freq_hz) < 1 and (step.how == "analyzer" or step.tuner == second.tuner)


def at_random(rng: np.random.Generator) -> Choose:
    """Any of those that are left."""
    return lambda reconciled, left: left[int(rng.integers(len(left)))] if left else None


def way(
    visit: Visit,
    freqs_hz: Sequence[float],
    choose: Choose,
    rng: np.random.Generator,
    often: Mapping[CauseId, float] | None = None,
) -> list[Notes]:
    """The first meter, then whatever is chosen, until one is sure or nothing more is read: what was known
    after each reading."""
    station = visit.station
    left = possible(station, visit.meters, freqs_hz)
    step: Step | None = Step("meter", visit.meters[0], freqs_hz[0])
    notes = Notes(station, often)
    out: list[Notes] = []
    while step is not None and len(out) < MOST_STEPS:
        notes = notes.taken(step, visit, rng)
        out.append(notes)
        left.remove(step)
        reconciled = notes.explained()
        step = None if reconciled.causes[0].weight > SURE else choose(reconciled, left)
    return out
