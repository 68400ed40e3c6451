"""A sweep band by band: SWR at the edges and the middle, the worst in between, and what the band needs."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np

from tithe.core.reflection import swr
from tithe.core.station import Band
from tithe.core.sweep.sweep import Sweep

RADIO_REACH_SWR = 3.0
"""What a radio's own tuner reaches, by custom and most data sheets."""

Need = Literal["nothing", "radio", "wide"]


@dataclass(frozen=True)
class BandReading:
    """SWR at both edges, the middle, and the least and the most in the band; None: the sweep does not
    reach."""

    band: Band
    low: float | None
    middle: float | None
    high: float | None
    least: float | None
    worst: float | None
    need: Need | None


def read_band(sweep: Sweep, band: Band, comfort_swr: float) -> BandReading:
    """One band; where only a part of it is inside the sweep, its points there are told and the need is
    not."""
    if not sweep.covers(band.low_hz, band.high_hz):
        points = np.array([band.low_hz, band.middle_hz, band.high_hz])
        low, middle, high = (
            float(sweep.at(np.array([f])).swr[0]) if sweep.covers(f, f) else None for f in points
        )
        return BandReading(band, low, middle, high, None, None, None)
    inside = sweep.freq_hz[(sweep.freq_hz > band.low_hz) & (sweep.freq_hz < band.high_hz)]
    corners = np.array([band.low_hz, band.middle_hz, band.high_hz])
    at = np.union1d(corners, inside)
    ratios = swr(np.minimum(sweep.at(at).rho, 1.0))
    low, middle, high = (float(ratios[np.searchsorted(at, f)]) for f in corners)
    worst = float(ratios.max())
    need: Need = "nothing" if worst <= comfort_swr else "radio" if worst <= RADIO_REACH_SWR else "wide"
    return BandReading(band, low, middle, high, float(ratios.min()), worst, need)
