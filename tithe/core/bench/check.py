"""An analyzer looked at with an open, a short and a load after its calibration: what error is left.

With Γ_m = δ + tΓ/(1 − μΓ) and Γ = 0, −1, +1: δ = Γ_load; with a = Γ_open − δ, b = Γ_short − δ,
μ = (a + b)/(a − b) and t = a(1 − μ). A phase that grows with frequency, alike in open and short, is a length
of line between the plane of calibration and the pieces; it is told and taken out. The load's own tolerance
stands in δ.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.bench.residual import Residual
from tithe.core.errors import require
from tithe.core.parts.line import SPEED_OF_LIGHT
from tithe.core.reflection import rho_of_swr, swr

LEAST_DIRECTIVITY_DB = 35.0
MOST_TRACKING_DB = 0.1
MOST_TRACKING_DEG = 2.0
_ALIKE = 1e-3
_FEWEST_FOR_LENGTH = 5


@dataclass(frozen=True)
class Checked:
    """Worst over the sweep: ``directivity_db``, ``source_db`` (match), ``tracking_db``, ``tracking_deg``;
    ``aside_m``: length in front of the pieces, in air; ``delta``, ``tracking``, ``source`` (F,)."""

    freq_hz: Real
    delta: Complex
    tracking: Complex
    source: Complex
    aside_m: float

    @property
    def directivity_db(self) -> float:
        """Least return loss that it tells from none."""
        return _db(self.delta)

    @property
    def source_db(self) -> float:
        """Return loss of the analyzer's own match."""
        return _db(self.source)

    @property
    def tracking_db(self) -> float:
        """By how much a full reflection is off, at the worst."""
        return float(np.max(np.abs(20 * np.log10(np.abs(self.tracking)))))

    @property
    def tracking_deg(self) -> float:
        """The same in phase."""
        return float(np.max(np.abs(np.degrees(np.angle(self.tracking)))))

    @property
    def good(self) -> bool:
        """Whether it may be used as it is."""
        return (
            min(self.directivity_db, self.source_db) >= LEAST_DIRECTIVITY_DB
            and self.tracking_db <= MOST_TRACKING_DB
            and self.tracking_deg <= MOST_TRACKING_DEG
        )

    def residual(self) -> Residual:
        """As the other jobs of the bench take an analyzer."""
        worst = min(self.directivity_db, self.source_db, 60.0)
        return Residual(worst, min(self.tracking_db, 3.0), min(self.tracking_deg, 30.0))

    def shown_as(self, ratio: float) -> tuple[float, float]:
        """From what to what an SWR is shown."""
        rho = float(rho_of_swr(ratio))
        off = float(np.max(np.abs(self.delta)) + rho**2 * np.max(np.abs(self.source)))
        off += rho * float(np.max(np.abs(np.abs(self.tracking) - 1)))
        low, high = swr(np.array([max(rho - off, 0.0), min(rho + off, 1.0)])).tolist()
        return low, high


def _db(gamma: Complex) -> float:
    return float(-20 * np.log10(max(float(np.max(np.abs(gamma))), 1e-4)))


def checked(freq_hz: Real, open_: Complex, short: Complex, load: Complex) -> Checked:
    """By Γ re 50 Ω of the three pieces, shapes ``(F,)``. Raises `InputError` where open and short look alike,
    or one is taken for another."""
    opened, shorted = open_ - load, short - load
    for piece, of in ((opened - shorted, "short"), (opened, "open"), (shorted, "short")):
        require(bool((np.abs(piece) > _ALIKE).all()), of, "pieces-alike")
    source = (opened + shorted) / (opened - shorted)
    tracking = opened * (1 - source)
    require(bool((np.abs(load) < 0.5).all()), "load", "no-load")
    turned = np.unwrap(np.angle(tracking))
    # Half a turn at the lowest frequency is no length: open and short were taken for each other.
    require(abs(float(turned[0])) < np.pi / 2, "open", "pieces-swapped")
    aside = 0.0
    if len(freq_hz) >= _FEWEST_FOR_LENGTH:
        slope = float((turned @ freq_hz) / (freq_hz @ freq_hz))
        aside = -slope * SPEED_OF_LIGHT / (4 * np.pi)
    back = np.exp(4j * np.pi * freq_hz * aside / SPEED_OF_LIGHT)
    return Checked(freq_hz, load, tracking * back, source, aside)


def by_return_loss(freq_hz: Real, open_db: Real, short_db: Real, load_db: Real) -> Checked:
    """The same by return losses, dB, shapes ``(F,)``: as if what is left were in phase with the open, which
    is the worst for it. Raises `InputError` as `checked`."""
    open_, short, load = (
        (10 ** (-np.asarray(db) / 20)).astype(np.complex128) for db in (open_db, short_db, load_db)
    )
    # Without phase nothing is known of a length in front of the pieces.
    return replace(checked(freq_hz, open_, -short, load), aside_m=0.0)
