"""The record: who came in, was refused or went, and who saw or changed what was shared with them."""

from __future__ import annotations

from datetime import datetime, timedelta
from threading import Lock
from typing import Any

from django.contrib.auth.models import User
from django.contrib.auth.signals import user_logged_in, user_logged_out, user_login_failed
from django.http import HttpRequest
from django.utils import timezone

from tithe.web.actor import Actor
from tithe.web.people.models import Record, What
from tithe.web.stations.models import Station
from tithe.web.stations.rights import Right, touched

KEPT = timedelta(days=90)
_AGAIN = timedelta(hours=1)
"""What somebody does with a station again and again is noted so often."""
_noted: dict[tuple[object, ...], datetime] = {}
_lock = Lock()


def listen() -> None:
    """Note what is told from now on."""
    user_logged_in.connect(_came_in, dispatch_uid="record")
    user_logged_out.connect(_went, dispatch_uid="record")
    user_login_failed.connect(_was_refused, dispatch_uid="record")
    touched.connect(_touched, dispatch_uid="record")


def forget() -> int:
    """Drop what is older than it is kept; how many."""
    return Record.objects.filter(when__lt=timezone.now() - KEPT).delete()[0]


def _from(request: HttpRequest | None) -> str:
    return "" if request is None else str(request.META.get("REMOTE_ADDR", ""))[:60]


def _came_in(sender: Any, request: HttpRequest, user: User, **more: Any) -> None:
    Record.objects.create(what=What.LOG_IN, name=user.get_username(), address=_from(request))


def _went(sender: Any, request: HttpRequest, user: User | None, **more: Any) -> None:
    if user is not None:
        Record.objects.create(what=What.LOG_OUT, name=user.get_username(), address=_from(request))


def _was_refused(
    sender: Any, credentials: dict[str, Any], request: HttpRequest | None = None, **more: Any
) -> None:
    name = str(credentials.get("username", ""))[:150]
    Record.objects.create(what=What.REFUSED, name=name, address=_from(request))


def _touched(sender: Any, actor: Actor, station: Station, right: Right, **more: Any) -> None:
    what, now = What.SAW if right == Right.READ else What.CHANGED, timezone.now()
    key = (what, actor.person, station.pk)
    with _lock:
        if key in _noted and now - _noted[key] < _AGAIN:
            return
        _noted[key] = now
        for old in [person for person, when in _noted.items() if now - when > _AGAIN]:
            del _noted[old]
    Record.objects.create(what=what, name=actor.name, station=station)
