"""A line from one's own loss readings: k₁ and k₂ by non-negative least squares.

Model: loss per 100 m = k₁√f + k₂f (dB, f in MHz), k₁, k₂ ≥ 0. Two readings at different frequencies
determine it; more give a residual, which says how well the model and the readings agree. Readings belong
in the range where the line will be used: the fit is not meant to reach far beyond them.
"""

from __future__ import annotations

import numpy as np

from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.late import least_squares_above_zero
from tithe.core.parts.line import AttenuatedLine


def fitted_line(
    readings: tuple[tuple[float, float], ...],
    r0_ohm: float,
    velocity_factor: float,
    max_volts_rms: float | None = None,
    name: str = "",
    balanced: bool = False,
) -> AttenuatedLine:
    """A line through (Hz, dB per 100 m) readings, its fit's rms residual with it.

    >>> line = fitted_line(((1e6, 0.6), (4e6, 1.2)), 50.0, 0.66)
    >>> round(line.k1, 6), round(line.k2, 6), round(line.fit_residual_db_per_100m, 6)
    (0.6, 0.0, 0.0)
    """
    for n, (freq_hz, loss_db) in enumerate(readings):
        require_positive(f"readings[{n}]", freq_hz)
        require_not_negative(f"readings[{n}]", loss_db)
    different = len({freq_hz for freq_hz, _ in readings})
    require(different >= 2, "readings", "two-frequencies", different)
    mhz, loss = np.array(readings).T
    mhz = mhz / 1e6
    (k1, k2), residual = least_squares_above_zero(np.stack([np.sqrt(mhz), mhz], axis=-1), loss)
    rms = float(residual / np.sqrt(len(mhz)))
    return AttenuatedLine(r0_ohm, velocity_factor, float(k1), float(k2), max_volts_rms, name, balanced, rms)
