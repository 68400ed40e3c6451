"""An estimate held against a measurement: how far length, height and soil must be off for them to agree, and
what is left then.

First these three are moved within their intervals. Where that does not bring the two together, length is let
go further and a resistance put in series: a leg that is short, a joint that corrodes.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.arrays import Complex, Real
from tithe.core.at_once import each
from tithe.core.cost import Pause, go_on
from tithe.core.late import least_squares_within
from tithe.core.reflection import reflection_of
from tithe.core.wires.estimate import (
    HEIGHT_SHARE,
    LENGTH_SHARE,
    Case,
    Plan,
    assumed,
    fed,
    soil_between,
    soil_counts,
)

MOST_POINTS = 20
_PULL = 0.02
"""How much of Γ an assumption that nothing speaks for costs at the end of its interval."""
AGREES = 0.05
"""Within so much of Γ, in the mean, estimate and measurement agree."""
_LENGTH_FREE, _SERIES_OHM = 0.15, 50.0
_PINNED = 0.98
_WORTH = 0.7
"""What is not explained within the intervals is told only where it takes off so much of what was left."""


@dataclass(frozen=True)
class Moved:
    """What the measurement makes of the assumptions: the length's and the height's factors, and how many
    classes wetter the soil is (None: it does not count). ``series_ohm``: a resistance that must be added, Ω.
    """

    length: float
    height: float | None
    soil: float | None
    series_ohm: float = 0.0


@dataclass(frozen=True)
class Fit:
    """At F frequencies: Γ re 50 Ω as measured, as estimated, and as fitted, (F,); the mean of what lies
    between, before and after.

    ``pinned``: which assumptions stand at the ends of their intervals. ``odd``: what would explain the rest,
    None where nothing must or does.
    """

    freq_hz: Real
    measured: Complex
    estimated: Complex
    fitted: Complex
    moved: Moved
    pinned: tuple[str, ...]
    odd: Moved | None = None

    @property
    def before(self) -> float:
        """The mean |ΔΓ| of the estimate as typed."""
        return _mean(self.estimated - self.measured)

    @property
    def after(self) -> float:
        """That of the fitted one."""
        return _mean(self.fitted - self.measured)

    @property
    def worst_hz(self) -> float:
        """Where the fitted one is furthest off, Hz."""
        return float(self.freq_hz[int(np.argmax(np.abs(self.fitted - self.measured)))])


def _mean(off: Complex) -> float:
    return float(np.sqrt(np.mean(np.abs(off) ** 2)))


def fit(plan: Plan, freq_hz: Real, gamma: Complex, pause: Pause = go_on) -> Fit:
    """The plan against Γ re 50 Ω as measured at its feedpoint, at rising frequencies (Hz, (F,))."""
    count = min(len(freq_hz), MOST_POINTS)
    places = np.unique(np.linspace(0, len(freq_hz) - 1, count).round().astype(int))
    freqs, measured = freq_hz[places], gamma[places]
    unseen = {"model"} if soil_counts(plan.shape) else {"model", "soil"}
    names = tuple(name for name in assumed(plan) if name not in unseen)

    def seen(moved: Moved) -> Complex:
        pause()
        reflection = np.zeros(len(freqs), dtype=np.complex128)
        for classes, weight in _soils(moved.soil):
            case = Case("", 0, moved.length, moved.height or 1.0, soil_between(plan.ground, classes))
            z = np.array(list(each(partial(_at, plan, case), freqs.tolist())), dtype=np.complex128)
            reflection += weight * reflection_of(z + moved.series_ohm, INTERPOLATION_OHM)
        return reflection

    def nearest(made: Callable[[Real], Moved], start: Real, low: Real) -> Real:
        """Which shares of what is uncertain, up to 1, bring the two together best."""

        def off(by: Real) -> Real:
            left = seen(made(by)) - measured
            return np.concatenate([left.real, left.imag, _PULL * np.sqrt(len(freqs)) * by])

        return least_squares_within(off, start, low, np.ones(len(low)))

    none = np.zeros(len(names))
    by = nearest(lambda shares: _moved(names, shares), none, none - 1)
    moved = _moved(names, by)
    estimated, fitted = seen(_moved(names, none)), seen(moved)
    pinned = tuple(name for name, share in zip(names, by.tolist(), strict=True) if abs(share) > _PINNED)
    result = Fit(freqs, measured, estimated, fitted, moved, pinned)
    if result.after <= AGREES:
        return result

    def freed(shares: Real) -> Moved:
        rest = _moved(names, shares[: len(names)])
        return replace(
            rest, length=1 + float(shares[0]) * _LENGTH_FREE, series_ohm=float(shares[-1]) * _SERIES_OHM
        )

    odd = freed(nearest(freed, np.append(none, 0.1), np.append(none - 1, 0.0)))
    return replace(result, odd=odd) if _mean(seen(odd) - measured) < _WORTH * result.after else result


def _at(plan: Plan, case: Case, freq_hz: float) -> complex:
    return fed(plan, freq_hz, case)


def _soils(classes: float | None) -> list[tuple[float, float]]:
    """Which soils to solve for one that is ``classes`` wetter, and the weight of each: halves of a class
    stand for all between them, on a parabola, since each soil asks for tables of its own."""
    if not classes:
        return [(0.0, 1.0)]
    middle = float(np.clip(np.round(2 * classes), -1, 1)) / 2
    t = 2 * (classes - middle)
    weights = ((-0.5, t * (t - 1) / 2), (0.0, 1 - t * t), (0.5, t * (t + 1) / 2))
    return [(middle + off, weight) for off, weight in weights if weight]


def _moved(names: tuple[str, ...], shares: Real) -> Moved:
    """With each moved by a share of its interval, −1 to 1."""
    by = dict(zip(names, shares.tolist(), strict=True))
    height = by.get("height")
    return Moved(
        1 + by["length"] * LENGTH_SHARE, None if height is None else 1 + height * HEIGHT_SHARE, by.get("soil")
    )
