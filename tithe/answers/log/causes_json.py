"""The table of what may be wrong, as plain objects."""

from __future__ import annotations

from collections.abc import Mapping

from tithe.answers.log.shapes import CauseMet
from tithe.core import Station
from tithe.core.log.causes import met, size
from tithe.core.log.often import CauseId
from tithe.core.message import tell
from tithe.text import say


def table(station: Station, often: Mapping[CauseId, float] | None) -> list[CauseMet]:
    """Raises `InputError` for numbers that cannot be."""
    met_here = met(station, often)
    return [
        {
            "id": cause,
            "text": say(tell(f"kind.{cause}")),
            "size": say(size(cause)),
            "usual": usual,
            "often": met_here[cause],
        }
        for cause, usual in met(station).items()
    ]
