"""What was made of a text, kept as long as the same text may come again: a sweep comes with every look at it,
and with every change of the station that it is in."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import wraps
from threading import Lock
from typing import Concatenate, ParamSpec, TypeVar

P = ParamSpec("P")
R = TypeVar("R")
MOST_BYTES = 8_000_000
"""Of the texts together; what is made of them takes some ten times that."""


def remembered(
    make: Callable[Concatenate[str, P], R], most_bytes: int = MOST_BYTES
) -> Callable[Concatenate[str, P], R]:
    """The function, its answers to the texts asked for last kept; always that to the very last one."""
    kept: OrderedDict[Hashable, tuple[int, R]] = OrderedDict()
    lock = Lock()

    @wraps(make)
    def recalled(text: str, /, *args: P.args, **kwargs: P.kwargs) -> R:
        key = (text, args, tuple(sorted(kwargs.items())))
        with lock:
            if key in kept:
                kept.move_to_end(key)
                return kept[key][1]
        made = make(text, *args, **kwargs)
        with lock:
            kept[key] = (len(text), made)
            while len(kept) > 1 and sum(size for size, _ in kept.values()) > most_bytes:
                kept.popitem(last=False)
        return made

    return recalled
