"""The transmitter: rated power, and what its protection leaves of it.

Protection is a curve fraction(SWR) on *forward* power, as radios regulate it by their own coupler:
accepted = P·fraction·(1−ρ²). Three things part: *held back* = P(1−fraction), *turned back* at the
radio = P·fraction·ρ², and *accepted*.

A valve stage with a pi output network is different: it matches a load up to 3:1 by itself, so up to there
it delivers all its power; beyond, what is left is the SWR divided by its reach.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import require, require_positive
from tithe.core.reflection import rho_of_swr, swr

Emission = Literal["carrier", "keying", "speech"]
DUTY: dict[Emission, float] = {"carrier": 1.0, "keying": 0.5, "speech": 0.4}
"""Mean over peak power, what heats: of speech, that of strong processing."""
Points = tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Protection:
    """A fold-back curve: (SWR, share of forward power kept), linear between, level beyond the last.

    ``own_reach_swr`` is the SWR that the output stage itself can match (1: none).
    """

    points: Points
    own_reach_swr: float = 1.0

    def __post_init__(self) -> None:
        require(len(self.points) > 0, "foldback", "no-points")
        last = 0.0
        for k, (ratio, share) in enumerate(self.points):
            place = f"foldback[{k}]"
            require(ratio >= 1, place, "swr-below-1", ratio)
            require(ratio > last, place, "rising-swr", ratio)
            require(0 <= share <= 1, place, "keep-share", share)
            last = ratio
        require(self.own_reach_swr >= 1, "own_reach_swr", "at-least", self.own_reach_swr, least=1)

    def share(self, ratio: Real) -> Real:
        """Share of forward power kept at an SWR; infinity included."""
        x, y = zip(*self.points, strict=True)
        return np.asarray(np.interp(np.minimum(ratio, 1e12), x, y))


FOLDS_FROM_2 = Protection(((1.0, 1.0), (2.0, 1.0), (3.0, 0.5), (5.0, 0.25), (10.0, 0.1)))
NO_PROTECTION = Protection(((1.0, 1.0),))
PI_OUTPUT = Protection(((1.0, 1.0),), own_reach_swr=3.0)
PROTECTIONS: dict[str, Protection] = {
    "folds-from-2": FOLDS_FROM_2,
    "none": NO_PROTECTION,
    "pi-output": PI_OUTPUT,
}


@dataclass(frozen=True)
class Drive:
    """What the transmitter gives into a reflection; W, shapes ``(..., F)``."""

    held_back_w: Real
    turned_back_w: Real
    accepted_w: Real
    forward_w: Real


@dataclass(frozen=True)
class Transmitter:
    """Rated power (W) into a real reference (Ω), with a protection curve."""

    power_w: float = 100.0
    reference_ohm: float = 50.0
    protection: Protection = FOLDS_FROM_2
    emission: Emission = "carrier"

    def __post_init__(self) -> None:
        require_positive("power_w", self.power_w)
        require_positive("reference_ohm", self.reference_ohm)

    @property
    def duty(self) -> float:
        """Mean over peak power of what is sent."""
        return DUTY[self.emission]

    def drive(self, rho: Real) -> Drive:
        """The three shares for |Γ| at the radio."""
        ratio = swr(rho)
        share = self.protection.share(ratio)
        left = rho_of_swr(np.maximum(ratio / self.protection.own_reach_swr, 1.0))
        if self.protection.own_reach_swr == 1.0:
            left = rho  # exactly, without the detour
        kept = self.power_w * share
        turned = kept * left**2
        accepted = kept - turned
        # The wave that the line carries: all of the kept power, or, where the stage re-matches, more.
        forward = np.divide(accepted, 1 - rho**2, out=np.array(kept, dtype=np.float64), where=rho < 1)
        return Drive(self.power_w - kept, turned, accepted, forward)
