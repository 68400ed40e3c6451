"""The map: extra loss over matched loss and SWR, its contours, and where the user's bands lie on it.

The extra loss of the handbook, e = (a² − ρ²)/(a²(1 − ρ²)) in power with a = 10^(matched/10), solved for ρ
gives the contours: ρ² = a²(e − 1)/(a²e − 1). That is the map in general; what the real currents lose on the
line in question stands beside each band.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.arrays import Real, decibels
from tithe.core.budget import Budget, Stage
from tithe.core.errors import require_positive
from tithe.core.parts.line import LineDetails
from tithe.core.phases import middle
from tithe.core.reflection import handbook_loss_db, swr

LEVELS_DB = (0.5, 1.0, 3.0, 6.0)
Region = Literal["room will do", "either", "match outside"]


def contour_swr(matched_db: Real, extra_db: float) -> Real:
    """The SWR at the far end that costs ``extra_db`` on a line of ``matched_db``; inf where none does.

    >>> round(float(contour_swr(np.array([1.0]), 0.5039)[0]), 2)
    3.0
    """
    require_positive("extra_db", extra_db)
    a2, e = 10 ** (np.asarray(matched_db) / 5), 10 ** (extra_db / 10)
    above = a2 * (e - 1)
    below = a2 * e - 1
    rho2 = np.divide(above, below, out=np.ones(np.shape(below)), where=below > 0)
    return swr(np.sqrt(np.clip(rho2, 0.0, 1.0)))


def contour_matched_db(ratio: float, extra_db: float) -> float:
    """The matched loss at which an SWR costs ``extra_db``; inf where no length of line makes it cost so much.

    From the same formula, solved for a: a² = ρ²/(1 − e(1 − ρ²)).

    >>> round(contour_matched_db(3.0, 0.5039), 2)
    1.0
    """
    require_positive("extra_db", extra_db)
    rho2, e = ((ratio - 1) / (ratio + 1)) ** 2 if np.isfinite(ratio) else 1.0, 10 ** (extra_db / 10)
    below = 1 - e * (1 - rho2)
    if below <= 0 or rho2 <= 0:
        return float("inf")
    a2 = rho2 / below
    return float(decibels(a2) / 2) if a2 > 1 else 0.0


@dataclass(frozen=True)
class Point:
    """A band on the map: its line's matched loss, SWR at the far end, and the extra loss really and by the
    handbook, dB. ``extra_db`` holds least, middle and most round an unknown phase; the region is told by the
    middle of what the line really loses extra."""

    band: str
    matched_db: float
    swr: float
    extra_db: tuple[float, float, float]
    handbook_extra_db: float
    region: Region


def region(extra_db: float) -> Region:
    """Which school is right there: under half a dB nobody gains by moving the match, above 3 dB all do."""
    return "room will do" if extra_db < 0.5 else "either" if extra_db < 3 else "match outside"


def points(budget: Budget, names: tuple[str, ...]) -> list[Point]:
    """One point per frequency of the budget, for its longest line."""
    lines = [(stage, stage.along) for stage in budget.stages if stage.along]
    if not lines:
        return []
    stage, along = max(lines, key=lambda line_stage: line_stage[1].part.length_m)
    return [_point(stage, along, k, name) for k, name in enumerate(names)]


def _point(stage: Stage, line: LineDetails, k: int, name: str) -> Point:
    rho = np.minimum(np.abs(stage.load.gamma(line.part.line.r0_ohm)), 1.0)
    matched = float(line.matched_db[k])

    extra = stage.loss_db[..., k] - matched
    span = (float(np.min(extra)), middle(stage.loss_db, k) - matched, float(np.max(extra)))
    handbook = middle(handbook_loss_db(line.matched_db, rho), k) - matched
    return Point(name, matched, middle(swr(rho), k), span, handbook, region(span[1]))
