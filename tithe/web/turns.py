"""Who is next: heavy questions one at a time, by turns of those who ask, and how many are before one."""

from __future__ import annotations

import time
from collections.abc import Callable, Hashable
from threading import Lock

HERE_S, KEPT_S = 1.0, 60.0
"""Whoever has not asked for so long is passed over, and for so long keeps their place."""


class Turns:
    """A line of those who wait, each in it once; ``clock``: seconds that only grow."""

    def __init__(self, clock: Callable[[], float] = time.monotonic) -> None:
        self._clock, self._lock = clock, Lock()
        self._line: dict[Hashable, float] = {}
        self._running: Hashable | None = None

    def wait(self, who: Hashable) -> int:
        """Stand in the line, or stay in it; how many are before one, whoever is answered among them."""
        with self._lock:
            return self._stand(who)

    def enter(self, who: Hashable) -> bool:
        """Whether it is one's turn, which then has begun; else one stands in the line."""
        with self._lock:
            self._stand(who)
            now = self._clock()
            first = next(
                waiting for waiting, seen in self._line.items() if waiting == who or now - seen < HERE_S
            )
            if self._running is not None or first != who:
                return False
            del self._line[who]
            self._running = who
            return True

    def leave(self) -> None:
        """One's turn is over."""
        with self._lock:
            self._running = None

    def give_up(self, who: Hashable) -> None:
        """Stand in the line no more."""
        with self._lock:
            self._line.pop(who, None)

    def _stand(self, who: Hashable) -> int:
        now = self._clock()
        for waiting in [waiting for waiting, seen in self._line.items() if now - seen > KEPT_S]:
            del self._line[waiting]
        self._line[who] = now
        before = list(self._line).index(who)
        return before + (self._running is not None)


class Pace:
    """So many requests a minute of each, and no more."""

    def __init__(self, most: int, clock: Callable[[], float] = time.monotonic) -> None:
        self._most, self._clock, self._lock = most, clock, Lock()
        self._minute, self._counts = 0, dict[Hashable, int]()

    def allows(self, who: Hashable) -> bool:
        """Count one more."""
        with self._lock:
            minute = int(self._clock() // 60)
            if minute != self._minute:
                self._minute, self._counts = minute, {}
            self._counts[who] = self._counts.get(who, 0) + 1
            return self._counts[who] <= self._most
