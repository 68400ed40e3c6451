"""What may be wrong with a station, by its id, and how often it is: a judgement, not a measurement. Where it
is known better (a line that is twenty years old), a station says so, and its numbers stand for these."""

from collections.abc import Mapping
from typing import Literal

CauseId = Literal[
    "as-described", "antenna", "open", "short", "joint", "water", "ground", "transformer", "multiplier",
    "peak", "swapped", "reference", "wrong-end", "second-tuner", "not-bypassed", "not-tuned", "other",
]  # fmt: skip
OFTEN: Mapping[CauseId, float] = {
    "as-described": 4.0, "antenna": 2.0, "open": 0.25, "short": 0.25, "joint": 0.7, "water": 0.5,
    "ground": 0.3, "transformer": 0.05, "multiplier": 0.6, "peak": 0.1, "swapped": 0.15, "reference": 0.1,
    "wrong-end": 0.15, "second-tuner": 0.1, "not-bypassed": 0.15, "not-tuned": 0.15, "other": 0.2,
}  # fmt: skip
"""Among ten visits."""
