"""What was computed lately for a choice. What comes next, the choice itself and whoever opens a station again
ask for the same; so does who changes a price, or notes a reading: it is computed from neither."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from hashlib import sha256
from typing import Any

from tithe.answers.question import OwnLines
from tithe.core.choose import Grid, Worlds
from tithe.document.station import StationFile
from tithe.document.work import ChoiceModel

_MOST, _LARGEST = 4, 1_000_000
"""So many choices, of no more figures each: some 16 MB."""
_RANKS = {"within_db", "db_worth", "school", "budget", "prices", "finding"}
"""What a choice is ranked and judged by, once it is computed."""
_ELSE: dict[str, Any] = {
    **dict.fromkeys(("name", "notes", "arrangement", "arrangements", "trim", "place"), True),
    **dict.fromkeys(("causes", "readings", "remarks", "sweeps"), True),
    "choice": _RANKS,
}
"""Of a document what no candidate's power hangs on."""


@dataclass
class Lately:
    """Of one choice, once they are computed: its candidates, and the worlds that they are tried in."""

    grid: Grid | None = None
    worlds: Worlds | None = None


def lately(document: StationFile, own: OwnLines, figures: int) -> Lately:
    """The same for every question of it; a few are kept, unless they are of too many ``figures``."""
    if figures > _LARGEST:
        return Lately()
    key = document.model_copy(update={"choice": document.choice or ChoiceModel()})
    lines = [(line.token, line.name, line.model.model_dump_json()) for line in own]
    return _of(sha256(f"{key.model_dump_json(exclude=_ELSE)}{lines}".encode()).digest())


def forget() -> None:
    """Everything is computed anew."""
    _of.cache_clear()


@lru_cache(maxsize=_MOST)
def _of(choice: bytes) -> Lately:
    return Lately()
