"""Sessions and links: who sits where, and what a link shows."""

from __future__ import annotations

import secrets
from datetime import timedelta
from hashlib import sha256

from django.contrib.auth import login
from django.contrib.auth.models import AbstractBaseUser
from django.contrib.sessions.models import Session
from django.http import HttpRequest
from django.utils import timezone

from tithe.web.people.models import PhoneCode, Seat
from tithe.web.stations.models import ReadLink

_LINKS, _ONLY = "links", "only"
_LOOKED = timedelta(minutes=5)
"""So often it is noted that somebody is still there."""
MOST_LINKS = 20
A_DAY_OUT = timedelta(hours=12)
"""So long a phone stays signed in."""


def secret() -> str:
    """Of a link: too long to be guessed."""
    return secrets.token_urlsafe(32)


def digest_of(token: str) -> str:
    """All of a link's secret that is kept."""
    return sha256(token.encode()).hexdigest()


def follow(request: HttpRequest, token: str) -> int | None:
    """Let whoever holds a link read its station in this session; its number, None where there is none."""
    link = ReadLink.objects.filter(digest=digest_of(token), station__removed=None).first()
    if link is None:
        return None
    held = [digest for digest in request.session.get(_LINKS, []) if digest != link.digest]
    request.session[_LINKS] = [*held, link.digest][-MOST_LINKS:]
    return link.station_id


def linked(request: HttpRequest) -> frozenset[int]:
    """The stations that links followed in this session show, as long as these are not taken back."""
    held = request.session.get(_LINKS)
    if not held:
        return frozenset()
    links = ReadLink.objects.filter(digest__in=held, station__removed=None)
    return frozenset(links.values_list("station_id", flat=True))


def sign_in(request: HttpRequest, code: PhoneCode) -> None:
    """Let the person of a code in, on a phone, for its station alone."""
    request.session.flush()
    login(request, code.person, backend="django.contrib.auth.backends.ModelBackend")
    request.session[_ONLY] = code.station_id
    request.session.set_expiry(A_DAY_OUT)


def came_in_for(request: HttpRequest) -> int | None:
    """The station for which a phone was signed in; None of a session without such a limit."""
    only = request.session.get(_ONLY)
    return only if isinstance(only, int) else None


def note_seat(request: HttpRequest, person: AbstractBaseUser) -> None:
    """Note where somebody sits, now and then."""
    key = request.session.session_key
    if key is None:
        return
    seat = Seat.objects.filter(session_key=key).first()
    if seat is None:  # a page asks several things at once: one of them notes it
        fields = {
            "person_id": person.pk,
            "address": request.META.get("REMOTE_ADDR", "")[:60],
            "program": request.headers.get("User-Agent", "")[:200],
        }
        Seat.objects.get_or_create(session_key=key, defaults=fields)
    elif timezone.now() - seat.seen > _LOOKED:
        Seat.objects.filter(pk=seat.pk).update(seen=timezone.now())


def seats(person: AbstractBaseUser) -> list[Seat]:
    """Where somebody is logged in."""
    sessions = {
        session.session_key: session for session in Session.objects.filter(expire_date__gt=timezone.now())
    }
    seats_held = list(Seat.objects.filter(person_id=person.pk, session_key__in=sessions))
    for seat in seats_held:
        seat.phone = _ONLY in sessions[seat.session_key].get_decoded()  # type: ignore[attr-defined]  # told with it
    return seats_held


def stand_up(person: AbstractBaseUser, pk: int) -> None:
    """End a session of somebody's own."""
    for seat in Seat.objects.filter(person_id=person.pk, pk=pk):
        Session.objects.filter(session_key=seat.session_key).delete()
        seat.delete()
