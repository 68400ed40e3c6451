"""Whose a station is, and who may do what with it. All that is kept of stations is asked for through here, so
that what is not for somebody's eyes is to them as if it were not."""

from __future__ import annotations

from dataclasses import replace
from enum import IntEnum

from django.db.models import Exists, OuterRef, Q, QuerySet
from django.dispatch import Signal

from tithe.web.actor import Actor, NotAllowedError
from tithe.web.http import NotKeptError
from tithe.web.stations.models import Share, Station

touched = Signal()
"""Somebody read or changed a station that is another's: ``actor``, ``station``, ``right``."""


class Right(IntEnum):
    """Each holds the ones before it."""

    READ = 1
    EDIT = 2
    OWN = 3


def of(actor: Actor, right: Right = Right.READ) -> QuerySet[Station]:
    """The stations with which somebody may do so much."""
    if actor.alone:
        return Station.objects.all()
    if actor.only is not None:
        linked = of(replace(actor, only=None, linked=frozenset()), right).filter(pk=actor.only)
        return linked if right < Right.OWN else linked.none()
    if actor.person is None:
        return Station.objects.filter(pk__in=actor.linked if right == Right.READ else ())
    theirs = Q(owner=actor.person)
    if right < Right.OWN:
        shared = Share.objects.filter(station=OuterRef("pk"), person=actor.person)
        theirs |= Q(Exists(shared.filter(edits=True) if right == Right.EDIT else shared), removed=None)
    if right == Right.READ:
        theirs |= Q(pk__in=actor.linked)
    return Station.objects.filter(theirs)


def right_of(actor: Actor, station: Station) -> Right | None:
    """The most that somebody may do with a station; None: they do not see it."""
    if actor.alone or (actor.everywhere and station.owner_id == actor.person):
        return Right.OWN  # most of a list is one's own: nothing is asked of the database for it
    for right in (Right.EDIT, Right.READ):
        if of(actor, right).filter(pk=station.pk).exists():
            return right
    return None


def kept(actor: Actor, pk: int, right: Right = Right.READ, *, deleted_too: bool = False) -> Station:
    """A kept station, of those deleted of late only where they are asked for. Raises `NotKeptError` for one
    that is not there or not for them, `NotAllowedError` for one that they see and may do less with."""
    seen = of(actor).filter(pk=pk)
    station = (seen if deleted_too else seen.filter(removed=None)).first()
    if station is None:
        raise NotKeptError("", "no-station", pk)
    require_right(actor, station, right)
    return station


def require_right(actor: Actor, station: Station, right: Right) -> None:
    """Raise `NotAllowedError` where somebody may do less with a station that they see."""
    if right > Right.READ and not of(actor, right).filter(pk=station.pk).exists():
        raise NotAllowedError("", "may-read-only" if right == Right.EDIT else "owner-only")
    if not actor.alone and station.owner_id != actor.person:
        touched.send(Station, actor=actor, station=station, right=right)
