"""One slot for what takes long: heavy questions wait for one another, and light ones never for them.

A question says what it will cost; what is light goes on at once. Who waits or computes looks now and then
whether anybody still wants the answer.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore, Lock

from django.http import HttpRequest

from tithe.core.cost import HEAVY_S, Pause
from tithe.core.errors import TitheError
from tithe.web import memory

LIGHT_S = 0.2
MOST_WAITING = 6
_LOOK_S = 0.05
_free, _room = Lock(), BoundedSemaphore(MOST_WAITING + 1)


class GoneError(TitheError):
    """Nobody wants the answer any more."""


class BusyError(TitheError):
    """Too many wait already."""


def pause_of(request: HttpRequest) -> Pause:
    """Raises `GoneError` once the one who asked has gone; the server says so where it can."""
    many = request.META.get("asgi.scope", {}).get("tithe.gone")
    gone = many or request.META.get("waitress.client_disconnected", lambda: False)

    def pause() -> None:
        if gone():
            raise GoneError

    return pause


@contextmanager
def slot(request: HttpRequest, seconds: float) -> Iterator[Pause]:
    """The right to compute for so long; what it gives is to be called between pieces of work.

    Raises `BusyError` where too many wait, `GoneError` where the one who asked leaves.
    """
    pause = pause_of(request)
    if seconds < LIGHT_S:
        yield pause
        return
    if not _room.acquire(blocking=False):
        raise BusyError
    try:
        while not _free.acquire(timeout=_LOOK_S):
            pause()
        try:
            yield pause
        finally:
            if seconds >= HEAVY_S:
                memory.give_back()
            _free.release()
    finally:
        _room.release()
