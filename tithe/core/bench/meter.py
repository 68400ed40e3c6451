"""A wattmeter on the bench: what it shows into a dummy load, beside the power that a voltage or a better
meter tells.

P = (V̂ + V_d)²/2R with the peak voltage V̂ across the load R and the drop V_d of the detector's diode; errors
of V, R and of a reading add as independent ones, each stated as what nineteen in twenty lie within.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.errors import require, require_between, require_not_negative, require_positive


class Known(NamedTuple):
    """A power, W, and how far off it may be, as a share, in nineteen cases of twenty."""

    power_w: float
    share: float


def by_peak_volts(
    volts: float, volts_pct: float, load_ohm: float, load_pct: float, drop_volts: float = 0.0
) -> Known:
    """By the peak voltage across a dummy load. Raises `InputError` for what cannot be.

    >>> known = by_peak_volts(99.4, 2, 50, 1, 0.6)
    >>> round(known.power_w, 1), round(known.share, 3)
    (100.0, 0.041)
    """
    require_positive("volts", volts)
    require_positive("load_ohm", load_ohm)
    require_not_negative("drop_volts", drop_volts)
    for place, value in (("volts_pct", volts_pct), ("load_pct", load_pct)):
        require_between(place, value, 0, 50)
    peak = volts + drop_volts
    of_peak = volts / peak * volts_pct / 100
    return Known(peak**2 / (2 * load_ohm), float(np.hypot(2 * of_peak, load_pct / 100)))


def by_better_meter(power_w: float, accuracy_pct: float, full_scale_w: float) -> Known:
    """By another meter, accurate to a share of its full scale. Raises `InputError` for what cannot be."""
    require_positive("power_w", power_w)
    require_positive("full_scale_w", full_scale_w)
    require_between("accuracy_pct", accuracy_pct, 0, 50)
    return Known(power_w, accuracy_pct / 100 * full_scale_w / power_w)


class MeterScale(NamedTuple):
    """What a meter shows over the power there is: as found, least and most; and that power, W."""

    scale: float
    low: float
    high: float
    power_w: float

    @property
    def is_no_correction(self) -> bool:
        """Whether it is off for sure."""
        return not self.low <= 1 <= self.high


def scale(shown_w: float, read_w: float, known: Known) -> MeterScale:
    """Of a meter that shows ``shown_w``, read to ``read_w`` either way. Raises `InputError` for what cannot
    be.

    >>> told = scale(108, 2, Known(100, 0.041))
    >>> [round(x, 2) for x in told[:3]], told.is_no_correction
    ([1.08, 1.03, 1.13], True)
    """
    require_positive("shown_w", shown_w)
    require_not_negative("read_w", read_w)
    factor = shown_w / known.power_w
    off = float(np.hypot(read_w / shown_w, known.share))
    require(off < 1, "shown_w", "says-nothing", off)
    return MeterScale(factor, factor * float(np.exp(-off)), factor * float(np.exp(off)), known.power_w)
