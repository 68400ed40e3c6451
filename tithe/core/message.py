"""What the core has to tell: a code and its parameters. The sentence for it is `tithe.text`'s.

Parameters are plain: numbers in SI units, names, lists of names, other messages; a pair of numbers is an
interval (low, high).
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any


@dataclass(frozen=True)
class Message:
    """One thing to tell; ``code`` names its template."""

    code: str
    params: dict[str, Any] = field(default_factory=dict)


Messages = tuple[Message, ...]
"""Some things to tell, one after the other."""


def tell(code: str, /, **params: Any) -> Message:
    """A message from its parameters.

    >>> tell("trim.there", freq_hz=7.1e6)
    Message(code='trim.there', params={'freq_hz': 7100000.0})
    """
    return Message(code, params)
