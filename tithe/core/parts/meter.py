"""A directional meter: what it shows at its place in the chain, and how far to believe it.

At a plane with V and I, against a real reference R₀ (whatever line the meter sits in):
forward = |V + R₀I|²/(4R₀), reflected = |V − R₀I|²/(4R₀); forward − reflected is the net power exactly.

The interval of a reading has two parts. Directivity D: the coupler leaks δ = 10^(−D/20) of each wave
into the other's port at an unknown phase, so the waves read lie within |a|(1 ± δρ) and |a||ρ ± δ|.
Accuracy: a share of the full scale, on each of the two powers. Both are taken at their worst together.

On speech, an averaging meter shows a fifth of the peak power or so: a tenth when talked to calmly, up to
two fifths with strong processing (``SPEECH_SHARE``). A peak meter shows the peak. The scale's error stays
what it is while the powers shrink, so an SWR read on speech is less sure than one on a carrier.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal, NamedTuple

import numpy as np

from tithe.core.arrays import Real, quotient
from tithe.core.errors import require, require_not_negative, require_positive, require_share
from tithe.core.parts.insertion import InsertionLoss
from tithe.core.parts.part import Details, UnderPower
from tithe.core.parts.ratings import NO_RATINGS, Ratings
from tithe.core.reflection import swr
from tithe.core.transmitter import Emission
from tithe.core.twoport import Powered, TwoPort, attenuator

Mode = Literal["average", "peak"]
SPEECH_SHARE = (0.1, 0.2, 0.4)
"""Average over peak power of speech: least, usual, most."""


class Interval(NamedTuple):
    """Lower and upper bound, shapes ``(..., F)``."""

    low: Real
    high: Real


@dataclass(frozen=True)
class Reading(Details):
    """Watts and SWR as shown, each with its interval, by ``meter``."""

    meter: Meter

    forward_w: Real
    reflected_w: Real
    forward_interval_w: Interval
    reflected_interval_w: Interval
    swr: Real
    swr_interval: Interval

    @property
    def reading(self) -> Reading:
        """This object itself."""
        return self


@dataclass(frozen=True)
class Meter(InsertionLoss):
    """A place to read. ``full_scale_w`` is the range in use, multiplier included (None: an ideal meter).
    ``scale``: what it is known to show over the power there is."""

    label: str = "meter"
    full_scale_w: float | None = None
    accuracy_pct: float | None = None
    directivity_db: float | None = None
    mode: Mode = "average"
    scale: float = 1.0
    reference_ohm: float = 50.0
    loss_db: float = 0.0
    series_share: float = 0.5
    ratings: Ratings = NO_RATINGS
    bypassed: bool = False
    kind: Literal["meter"] = field(default="meter", init=False)

    def __post_init__(self) -> None:
        if self.full_scale_w is not None:
            require_positive("full_scale_w", self.full_scale_w)
        if self.accuracy_pct is not None:
            require_not_negative("accuracy_pct", self.accuracy_pct)
            scaled = self.full_scale_w is not None
            require(scaled, "accuracy_pct", "no-full-scale", self.accuracy_pct)
        if self.directivity_db is not None:
            require_positive("directivity_db", self.directivity_db)
        require_positive("scale", self.scale)
        require_positive("reference_ohm", self.reference_ohm)
        require_not_negative("loss_db", self.loss_db)
        require_share("series_share", self.series_share)

    def two_port(self, freq_hz: Real) -> TwoPort:
        """Nothing, or the meter's own insertion loss."""
        return attenuator(freq_hz, self.loss_db, self.reference_ohm, self.series_share)

    @property
    def leak(self) -> float:
        """Share of each wave's amplitude that leaks into the other's port."""
        return 0.0 if self.directivity_db is None else float(10 ** (-self.directivity_db / 20))

    @property
    def slack_w(self) -> float:
        """The scale's error, W."""
        if self.accuracy_pct is None or self.full_scale_w is None:
            return 0.0
        return self.accuracy_pct / 100 * self.full_scale_w

    def shares(self, emission: Emission) -> tuple[float, float, float]:
        """Shown over peak power, its scale's known error included: least, usual and most."""
        speech = emission == "speech" and self.mode == "average"
        least, usual, most = SPEECH_SHARE if speech else (1.0, 1.0, 1.0)
        return least * self.scale, usual * self.scale, most * self.scale

    def details(self, at: UnderPower) -> Reading:
        """The reading at its input."""
        return self.read(at.source, at.emission)

    def read(self, port: Powered, emission: Emission = "carrier") -> Reading:
        """The reading for the true phasors (V, A) at the meter's plane.

        The phasors are those of the peak power; on speech an averaging meter shows a share of it.
        """
        r0 = self.reference_ohm
        forward = np.abs(port.v + r0 * port.i) ** 2 / (4 * r0)
        reflected = np.abs(port.v - r0 * port.i) ** 2 / (4 * r0)
        rho = np.abs(port.gamma(r0))
        leak, slack = self.leak, self.slack_w
        low_share, share, high_share = self.shares(emission)

        def read(wave: Real, nearest: Real, farthest: Real, least: float, most: float) -> Interval:
            low = np.maximum(least * wave * nearest**2 - slack, 0.0)
            return Interval(low, most * wave * farthest**2 + slack)

        def both(least: float, most: float) -> tuple[Interval, Interval]:
            seen = read(forward, 1 - leak * rho, 1 + leak * rho, least, most)
            back = read(forward, np.maximum(rho - leak, 0.0), rho + leak, least, most)
            return seen, back

        forward_w, reflected_w = both(low_share, high_share)
        # Forward and reflected are read at the same moment, so one share of the peak holds for both. At the
        # least of it the scale's error weighs most: the interval there covers those of all other shares.
        seen, back = both(low_share, low_share)
        low = np.sqrt(np.minimum(quotient(back.low, seen.high, 0.0), rho**2))
        high = np.sqrt(np.clip(quotient(back.high, seen.low, 1.0), rho**2, 1.0))
        return Reading(
            self,
            share * forward,
            share * reflected,
            forward_w,
            reflected_w,
            swr(rho),
            Interval(swr(low), swr(high)),
        )
