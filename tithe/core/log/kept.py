"""What is kept of a station beside its readings, and tells of it as they do: sweeps, presets, and what the
bench measured of its parts."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

import numpy as np

from tithe.core.errors import require, require_not_negative, require_positive

SWEEP_SD = 0.02
"""Of each part of Γ, by a sweep."""
_YEAR_SD = 0.05
"""Of each part of Γ, what a year may change of an antenna that is as it is described."""


@dataclass(frozen=True)
class Beside:
    """Γ re 50 Ω at ``freq_hz``, looking towards the antenna from joint ``joint`` (before the n-th part, the
    last the feedpoint), each part to within ``sd``; not ``phased``: |Γ| alone is known.

    ``age``: of what was told that many years before the readings, by the station as it is described; None of
    what was told on their day, with whatever is wrong then."""

    freq_hz: float
    joint: int
    gamma: complex
    sd: float = SWEEP_SD
    phased: bool = True
    age: float | None = None

    def __post_init__(self) -> None:
        require_positive("mhz", self.freq_hz)
        require(self.joint >= 0, "joint", "at-least", self.joint, least=0)
        require_positive("sd", self.sd)
        if self.age is not None:
            require_not_negative("age", self.age)

    @property
    def values(self) -> tuple[float, ...]:
        """What is told, a row each."""
        return (self.gamma.real, self.gamma.imag) if self.phased else (abs(self.gamma),)

    @property
    def noise(self) -> float:
        """The variance of each, with what its age leaves open."""
        return float(
            self.sd**2 + (_YEAR_SD**2 * np.clip(self.age, 0.0, 1.0) if self.age is not None else 0.0)
        )

    @property
    def flat_density(self) -> float:
        """How likely any value of a row is, where Γ may be anything: even over its circle."""
        return float(1 / np.sqrt(np.pi)) if self.phased else 1.0


@dataclass(frozen=True)
class Benched:
    """A lossy part by its place in the run, which lay on the bench on the day of the readings: ln of how many
    times as much it loses as written, to within ``sd``."""

    part: int
    log_factor: float
    sd: float


@dataclass(frozen=True)
class Kept:
    """``beside``: what else was told of Γ; ``benched``: of parts on the day of the readings, with whatever is
    wrong with them; ``measured``: of a part by its place as it is described, ln of how many times as much it
    loses as written and how far that is open."""

    beside: tuple[Beside, ...] = ()
    benched: tuple[Benched, ...] = ()
    measured: Mapping[int, tuple[float, float]] = field(default_factory=dict)


NOTHING_KEPT = Kept()
