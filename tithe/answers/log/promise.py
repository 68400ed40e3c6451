"""What was promised of a step that was done, beside what readings show of it."""

from __future__ import annotations

from collections.abc import Sequence

from typing_extensions import TypedDict

from tithe.core import Station
from tithe.core.cost import Pause, go_on
from tithe.core.log.gained import gained
from tithe.core.log.reconcile import reconcile
from tithe.core.log.taken import Taken
from tithe.core.message import Message, tell
from tithe.document.readings import PromisedModel
from tithe.text import say

Read = tuple[Station, Sequence[Taken]]
"""A station as it stood, and what was read of it."""


class KeptPromise(TypedDict):
    """``sentence``: what was promised, and measured or what to read; ``gain_db``: what was measured, low,
    middle, high; null where it cannot be told."""

    sentence: str
    gain_db: list[float] | None


def kept_promise(
    promised: PromisedModel, before: Read | None, since: Read | None, pause: Pause = go_on
) -> KeptPromise:
    """By the last readings before it and the first ones since."""
    said = tell("promise.made", gain_db=promised.gain_db[1], between=promised.gain_db[::2])
    if before is None or since is None:
        return _untold(said, tell("promise.read-since" if since is None else "promise.not-read-before"))
    gain = gained(*(reconcile(station, readings, pause=pause) for station, readings in (before, since)))
    if gain is None:
        at = sorted({reading.freq_hz for reading in before[1]})
        return _untold(
            said, tell("promise.other-frequencies", at=[tell("antenna.at", freq_hz=f) for f in at])
        )
    low, middle, high = gain.db
    measured = tell(
        "promise.measured",
        gain_db=middle,
        between=(low, high),
        at=[tell("antenna.at", freq_hz=freq_hz) for freq_hz in gain.freq_hz],
    )
    least, most = promised.gain_db[::2]
    code = "less" if high < least else "more" if low > most else "kept"
    return {"sentence": say((said, measured, tell(f"promise.{code}"))), "gain_db": [low, middle, high]}


def _untold(said: Message, why: Message) -> KeptPromise:
    return {"sentence": say((said, why)), "gain_db": None}
