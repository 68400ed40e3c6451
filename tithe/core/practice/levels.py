"""How hard a round is: what may be hidden, and how much of it."""

from __future__ import annotations

from typing import Literal

import numpy as np

from tithe.core.log.causes import LEAST_M
from tithe.core.log.often import OFTEN, CauseId
from tithe.core.parts.line import Line
from tithe.core.parts.meter import Meter
from tithe.core.parts.transformer import Transformer
from tithe.core.practice.hidden import HIDDEN, Visit, visit
from tithe.core.station import Station

Level = Literal[1, 2, 3]
PLAIN: tuple[CauseId, ...] = ("as-described", "antenna", "open", "joint", "water")
"""What is hidden on the first level: what is met most, and no slips."""
_NOT_TOGETHER = ("as-described",)


def hide(station: Station, freqs_hz: list[float], level: Level, seed: int) -> Visit:
    """Something hidden in a station: on the first level one plain cause, on the second any, on the third
    two. Evenly drawn, so that each is met often enough to be learned; the same seed hides the same."""
    rng = np.random.default_rng((seed, level))
    names = causes_of(station, level)
    if level == 3:
        together = [name for name in names if name not in _NOT_TOGETHER]
        causes = [str(cause) for cause in rng.choice(together, size=2, replace=False)]
    else:
        causes = [str(rng.choice(names))]
    return visit(station, np.array(freqs_hz), rng, causes)


def causes_of(station: Station, level: Level) -> tuple[CauseId, ...]:
    """What may be hidden in a station: what can be there at all."""
    chain = station.chain
    needs: dict[str, bool] = {
        "water": any(isinstance(part, Line) and part.length_m >= LEAST_M for part in chain),
        "transformer": any(isinstance(part, Transformer) for part in chain),
        **dict.fromkeys(_OF_TUNERS, any(part.tuner and not part.bypassed for part in chain)),
        **dict.fromkeys(_OF_METERS, any(isinstance(part, Meter) for part in chain)),
    }
    return tuple(cause for cause in (PLAIN if level == 1 else HIDDEN) if needs.get(cause, True))


def often(station: Station, level: Level) -> dict[CauseId, float]:
    """How often each cause is met in such a round: what may be hidden evenly, all else never. Of two, neither
    of which is none, it is told as of one."""
    cause_ids = causes_of(station, level)
    met: dict[CauseId, float] = {name: float(name in cause_ids) for name in OFTEN}
    if level == 3:
        met["as-described"] = _HARDLY
    return met


_HARDLY = 1e-3
_OF_TUNERS = ("not-bypassed", "not-tuned")
_OF_METERS = ("multiplier", "swapped", "reference", "wrong-end")
