"""A figure with its interval, in which nineteen cases in twenty lie."""

from __future__ import annotations

from typing import Generic, NamedTuple, TypeVar

import numpy as np

SIGMAS = 1.96
"""Standard deviations to either side."""
T = TypeVar("T")


class Interval(NamedTuple, Generic[T]):
    """Least, as found, and most: figures, or arrays of one shape.

    >>> Interval(np.array([1.0, 2.0]), np.array([3.0, 4.0]), np.array([5.0, 6.0])).at(1)
    Interval(low=2.0, value=4.0, high=6.0)
    """

    low: T
    value: T
    high: T

    def at(self, *place: int) -> Interval[float]:
        """One of many."""
        return Interval(*(float(np.asarray(end)[place]) for end in self))
