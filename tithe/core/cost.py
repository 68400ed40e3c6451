"""Questions too large are refused and not begun; what is computed looks up now and then whether it is still
wanted."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from tithe.core.errors import InputError
from tithe.core.message import tell

MOST_S = 20.0
"""Seconds that a question may take which answers all at once."""
HEAVY_S = 1.0
"""From then on a question is heavy; stands for the cost of those that always are."""
Pause = Callable[[], None]
"""Called between pieces of work; it raises what is to end it."""


def go_on() -> None:
    """The pause of those who do not stop."""


_ASKED: ContextVar[Pause] = ContextVar("_ASKED", default=go_on)


@contextmanager
def paused_by(pause: Pause) -> Iterator[None]:
    """Whatever is computed within looks up at `rest`, how deep below it may be; of those who do not stop the
    one around them is looked up to."""
    if pause is go_on:
        yield
        return
    token = _ASKED.set(pause)
    try:
        yield
    finally:
        _ASKED.reset(token)


def rest() -> None:
    """A pause of what is being computed, by whoever asked for it: it raises what is to end it."""
    _ASKED.get()()


def refuse_beyond(seconds: float, narrower: str) -> None:
    """An `InputError` where a question would take longer; ``narrower``: the code for how to ask for less."""
    if seconds > MOST_S:
        raise InputError("", "takes-too-long", seconds, narrower=tell(f"narrower.{narrower}"))
