"""Playing a round: reading, answering, and the score."""

from __future__ import annotations

import secrets
from dataclasses import dataclass, replace
from functools import cached_property
from typing import cast

import numpy as np
from django.db import transaction
from django.db.models import QuerySet

from tithe.core import Station
from tithe.core.cost import Pause, go_on, refuse_beyond
from tithe.core.errors import InputError, require
from tithe.core.log.often import CauseId
from tithe.core.log.reconcile import Reconciled, cost_s
from tithe.core.practice.hidden import Visit
from tithe.core.practice.levels import Level, causes_of, hide, often
from tithe.core.practice.way import MOST_STEPS, Notes, Step, by_bits, possible, way
from tithe.document.station import StationFile
from tithe.web.actor import Actor
from tithe.web.practice.models import Round
from tithe.web.stations.services import kept_form

MOST_BANDS = 4
LAST, MOST_KEPT = 10, 200
"""Over so many rounds the score counts, and so many are kept."""


@dataclass(frozen=True)
class Played:
    """A kept round with what is hidden in it."""

    kept: Round

    @cached_property
    def station(self) -> Station:
        """As it is described, on the bands on which it may be read: those that the antenna's data reach, some
        of many."""
        station = StationFile.model_validate(self.kept.document).to_core()
        low, high = station.antenna.range_hz
        every = [band for band in station.bands if low <= band.middle_hz <= high]
        if len(every) > MOST_BANDS:
            every = [every[n] for n in np.linspace(0, len(every) - 1, MOST_BANDS).round().astype(int)]
        return replace(station, bands=tuple(every))

    @property
    def level(self) -> Level:
        """Of the round."""
        return cast(Level, self.kept.level)

    @cached_property
    def freqs_hz(self) -> list[float]:
        """At which it may be read: the middles of those bands."""
        return [band.middle_hz for band in self.station.bands]

    @cached_property
    def visit(self) -> Visit:
        """The truth."""
        return hide(self.station, self.freqs_hz, self.level, self.kept.seed)

    @property
    def causes(self) -> tuple[CauseId, ...]:
        """What may be hidden."""
        return causes_of(self.station, self.level)

    @cached_property
    def often(self) -> dict[CauseId, float]:
        """How often each is hidden, by which readings are weighed here."""
        return often(self.station, self.level)

    @cached_property
    def possible(self) -> list[Step]:
        """All readings that may be taken."""
        return possible(self.station, self.visit.meters, self.freqs_hz)

    @cached_property
    def notes(self) -> list[Notes]:
        """What was known after each reading."""
        notes, out = Notes(self.station, self.often), []
        for n, step in enumerate(self.kept.steps):
            notes = notes.taken(Step(*step), self.visit, self._rng(n))
            out.append(notes)
        return out

    def _rng(self, n: int) -> np.random.Generator:
        return np.random.default_rng((self.kept.seed, 7, n))

    def explained(self, pause: Pause = go_on) -> Reconciled | None:
        """What explains all that was read; None where no meter was."""
        notes = self.notes[-1] if self.notes else None
        return notes.explained(pause) if notes and notes.readings else None

    def best_way(self) -> list[Notes]:
        """Reading by what takes away most a minute."""
        return way(
            self.visit, self.freqs_hz, by_bits, np.random.default_rng((self.kept.seed, 11)), self.often
        )

    def answer_s(self) -> float:
        """Seconds that an answer may take."""
        return MOST_STEPS * cost_s(self.station, MOST_STEPS, len(self.freqs_hz))


def begin(document: StationFile, level: Level, actor: Actor) -> Played:
    """A new round; old ones are forgotten. Raises `InputError` where nothing can be read in the station."""
    played = Played(
        Round(document=kept_form(document), level=level, seed=secrets.randbits(48), owner_id=actor.person)
    )
    station = played.station
    require(bool(station.chain), "document.chain", "nothing-to-hide-in")
    require(bool(played.freqs_hz), "document.antenna", "nothing-to-read")
    require(station.antenna.phase_known, "document.antenna", "nothing-to-hide-in")
    refuse_beyond(played.answer_s(), "smaller-station")  # before anybody has read for an hour
    played.kept.save()
    mine = rounds(actor)
    mine.exclude(pk__in=list(mine.values_list("pk", flat=True)[:MOST_KEPT])).delete()
    return played


@transaction.atomic
def read(played: Played, step: Step) -> Played:
    """One reading more. Raises `InputError` for one that cannot be taken, or after the answer."""
    played.kept.refresh_from_db()  # another tab may have read
    require(not played.kept.answer, "", "round-is-over")
    require(step in played.possible, "", "not-to-be-read")
    require(len(played.kept.steps) < MOST_STEPS, "", "enough-read", most=MOST_STEPS)
    played.kept.steps = [*played.kept.steps, list(step)]
    played.kept.save()
    return Played(played.kept)


def require_answer(played: Played, cause: str) -> None:
    """Raise `InputError` for what is no cause here, or for a round that is answered."""
    if cause not in played.causes:
        raise InputError("cause", "one-of", cause, allowed=list(played.causes))
    require(not played.kept.answer, "", "round-is-over")


@transaction.atomic
def answer(played: Played, cause: str, best_minutes: float) -> None:
    """Say what is wrong. Raises `InputError` as `require_answer` does."""
    played.kept.refresh_from_db()
    require_answer(played, cause)
    played.kept.answer, played.kept.right = cause, cause in played.visit.causes
    played.kept.minutes = played.notes[-1].minutes if played.notes else 0.0
    played.kept.best_minutes = best_minutes
    played.kept.save()


def rounds(actor: Actor) -> QuerySet[Round]:
    """Those that somebody plays, the last first."""
    if actor.alone:
        return Round.objects.all()
    return Round.objects.filter(owner=actor.person) if actor.everywhere else Round.objects.none()


def last_rounds(actor: Actor) -> list[Round]:
    """Somebody's that were answered, the last first."""
    return list(rounds(actor).exclude(answer="")[:LAST])
