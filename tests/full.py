"""How many cases a test takes: enough for every change, or as many as its figures were first held to
(``make test-all``)."""

import os
from collections.abc import Sequence
from itertools import product
from typing import TypeVar

import pytest

T = TypeVar("T")
U = TypeVar("U")

ALL = os.environ.get("TITHE_TEST_ALL") == "1"

thorough = pytest.mark.skipif(not ALL, reason="walked by `make test-all`: other tests hold its steps")
"""Marks what is walked only where all are wanted."""


def crossed(ones: Sequence[T], others: Sequence[U]) -> list[tuple[T, U]]:
    """Every one with every other where all are wanted, else each with one of them, by turns."""
    if ALL:
        return list(product(ones, others))
    return [(item, others[n % len(others)]) for n, item in enumerate(ones)]


def of(few: T, many: T) -> T:
    """``many`` where all are wanted."""
    return many if ALL else few
