"""How many cases a test takes: enough for every change, or as many as its figures were first held to
(``make test-all``)."""

import os
from collections.abc import Sequence
from itertools import product
from typing import TypeVar

T = TypeVar("T")
U = TypeVar("U")

ALL = os.environ.get("TITHE_TEST_ALL") == "1"


def crossed(ones: Sequence[T], others: Sequence[U]) -> list[tuple[T, U]]:
    """Every one with every other where all are wanted, else each with one of them, by turns."""
    if ALL:
        return list(product(ones, others))
    return [(item, others[n % len(others)]) for n, item in enumerate(ones)]


def of(few: T, many: T) -> T:
    """``many`` where all are wanted."""
    return many if ALL else few
