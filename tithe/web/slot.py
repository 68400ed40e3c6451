"""One slot for what takes long: heavy questions wait for one another, by turns of the people who ask, and
light ones never for them.

A question says what it will cost; what is light goes on at once. Who waits or computes looks now and then
whether anybody still wants the answer.
"""

from __future__ import annotations

import time
from collections.abc import Hashable, Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore

from django.http import HttpRequest

from tithe.core.cost import HEAVY_S, Pause
from tithe.core.errors import TitheError
from tithe.web import memory
from tithe.web.actor import actor_of
from tithe.web.turns import Turns

LIGHT_S = 0.2
MOST_WAITING = 6
_LOOK_S = 0.05
_SHARED_WAIT_S = 5.0
"""So long a question of one among several people waits here before it is told how many are before it; it is
asked again by itself, and keeps its place meanwhile."""
_turns, _room = Turns(), BoundedSemaphore(MOST_WAITING + 1)


class GoneError(TitheError):
    """Nobody wants the answer any more."""


class BusyError(TitheError):
    """Too many wait already; ``before``: how many people's questions come first, where that is known."""

    def __init__(self, before: int = 0) -> None:
        super().__init__("busy")
        self.before = before


def pause_of(request: HttpRequest) -> Pause:
    """Raises `GoneError` once the one who asked has gone; the server says so where it can."""
    many = request.META.get("asgi.scope", {}).get("tithe.gone")
    gone = many or request.META.get("waitress.client_disconnected", lambda: False)

    def pause() -> None:
        if gone():
            raise GoneError

    return pause


@contextmanager
def slot(request: HttpRequest, seconds: float, patience_s: float = _SHARED_WAIT_S) -> Iterator[Pause]:
    """The right to compute for so long; what it gives is to be called between pieces of work.

    Raises `BusyError` where too many wait, or, where Tithe is shared, after ``patience_s``; `GoneError` where
    the one who asked leaves.
    """
    pause = pause_of(request)
    if seconds < LIGHT_S:
        yield pause
        return
    actor = actor_of(request)
    shared = not actor.alone
    who: Hashable = ("person", actor.person or actor.linked) if shared else object()
    if not _room.acquire(blocking=False):
        raise BusyError(_turns.wait(who) if shared else 0)
    try:
        _wait(who, pause, patience_s if shared else None)
        try:
            yield pause
        finally:
            if seconds >= HEAVY_S:
                memory.give_back()
            _turns.leave()
    finally:
        _room.release()


def _wait(who: Hashable, pause: Pause, patience_s: float | None) -> None:
    """Until it is one's turn."""
    begun = time.monotonic()
    while not _turns.enter(who):
        try:
            pause()
        except GoneError:
            _turns.give_up(who)
            raise
        if patience_s is not None and time.monotonic() - begun > patience_s:
            raise BusyError(_turns.wait(who))
        time.sleep(_LOOK_S)
