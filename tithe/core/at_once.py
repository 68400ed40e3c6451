"""The house's own threads: two at once, since the compiled loops and the solvers of linear equations let
others go on. The solvers' own threads would stand in their way, the matrices being small, so they get
none."""

from __future__ import annotations

from collections.abc import Callable, Generator, Hashable, Iterable
from concurrent.futures import ThreadPoolExecutor
from functools import cache, lru_cache
from threading import Lock, local
from typing import TypeVar
from weakref import WeakValueDictionary

from threadpoolctl import threadpool_limits

T = TypeVar("T")
R = TypeVar("R")
AT_ONCE = 2


def each(what: Callable[[T], R], these: Iterable[T]) -> Generator[R]:
    """What comes of each of them, in their order; left early, what has not begun is not computed. What is
    itself one of several at once does its own one by one."""
    _solvers_alone()
    these = list(these)
    if len(these) < AT_ONCE or getattr(_thread, "of_several", False):
        yield from map(what, these)
        return
    pool = ThreadPoolExecutor(AT_ONCE, initializer=_begin)
    try:
        yield from pool.map(what, these)
    finally:
        pool.shutdown(cancel_futures=True)


_thread = local()


def _begin() -> None:
    _thread.of_several = True


@cache
def _solvers_alone() -> None:
    threadpool_limits(1, user_api="blas")


def kept_once(size: int) -> Callable[[Callable[..., R]], Callable[..., R]]:
    """A cache of so many answers, in which of several threads that ask the same at once one computes it and
    the others wait for it."""

    def keeping(what: Callable[..., R]) -> Callable[..., R]:
        kept = lru_cache(maxsize=size)(what)
        under_way: WeakValueDictionary[tuple[Hashable, ...], _Held] = WeakValueDictionary()
        guard = Lock()

        def once(*key: Hashable) -> R:
            with guard:
                held = under_way.setdefault(key, _Held())
            with held.lock:
                return kept(*key)

        return once

    return keeping


class _Held:
    def __init__(self) -> None:
        self.lock = Lock()
