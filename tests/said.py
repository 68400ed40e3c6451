"""What tests look at as users read it: sentences of messages and of errors."""

import re
from contextlib import contextmanager

import pytest

from tithe.core import InputError
from tithe.text import line, rule, say

__all__ = ["line", "refused", "rule", "say"]


@contextmanager
def refused(pattern):
    """An `InputError` whose line, place and rule, matches a pattern."""
    with pytest.raises(InputError) as caught:
        yield caught
    assert re.search(pattern, line(caught.value)), line(caught.value)
