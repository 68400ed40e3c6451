"""How many cases a test takes: enough for every change, or as many as its figures were first held to
(``make test-all``)."""

import os
from typing import TypeVar

T = TypeVar("T")

ALL = os.environ.get("TITHE_TEST_ALL") == "1"


def of(few: T, many: T) -> T:
    """``many`` where all are wanted."""
    return many if ALL else few
