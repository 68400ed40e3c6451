"""How commands tell: JSON without NaN, and null where a figure has no bound."""

from __future__ import annotations

import json
from typing import Any


def as_json(answer: Any) -> int:
    """Prints an answer; the command has succeeded."""
    print(json.dumps(answer, ensure_ascii=False, allow_nan=False, indent=1))
    return 0


def or_infinite(value: float | None) -> float:
    """A figure of an answer; null there is infinite."""
    return float("inf") if value is None else value
