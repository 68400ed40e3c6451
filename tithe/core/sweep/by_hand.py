"""Where a dip lies of which a few SWRs were read by hand, and how well they tell it.

Of a series resonance S = (R + jX)/50, with |Γ|² = ((R − 50)² + X²)/((R + 50)² + X²),

    y = 1/(1 − |Γ|²) = (S + 1)²/(4S) = ((R + 50)² + X²)/(200 R),

and X runs as a line through its zero: y is a parabola over the frequency, exactly where no line stands
between, and nearly so behind one that is not very lossy. It is fitted to all readings near the dip by
weighted least squares; the place is where it is lowest, and its uncertainty (two standard deviations) follows
from those of the readings, widened where they scatter more. A reading is known to 3 % and to a few
hundredths, as SWRs are read and rounded; y of readings far from the dip to a twentieth of its height above
the lowest one, since the parabola is an approximation there.
"""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Real
from tithe.core.reflection import swr

FEWEST_OF_AN_INSTRUMENT = 40
"""A sweep of fewer points is taken to be read by hand."""
_RELATIVE, _ROUNDED = 0.03, 0.03
_FROM_A_PARABOLA = 0.05
_NEAR_SWR = 4.0
_LEAST = 4


def place_of_dip(freq_hz: Real, rho: Real) -> tuple[float, float] | None:
    """Frequency (Hz) of the lowest SWR and two standard deviations of that; None where the readings, shapes
    ``(F,)``, tell none.

    >>> f = np.array([7.0e6, 7.1e6, 7.2e6])
    >>> place, within = place_of_dip(f, np.array([0.35, 0.2, 0.35]))
    >>> round(place / 1e6, 3), 5e3 < within < 40e3
    (7.1, True)
    """
    ratio = np.asarray(swr(np.minimum(rho, 0.999)))
    order = np.argsort(ratio)
    near = order[: max(_LEAST, int(np.sum(ratio < _NEAR_SWR)))]
    if len(near) < 3:
        return None
    s, y = ratio[near], (ratio[near] + 1) ** 2 / (4 * ratio[near])
    read = np.hypot(_RELATIVE * s, _ROUNDED)
    # By the slope dy/dS, which is none at S = 1, and by the bend there.
    sigma = np.hypot((1 - 1 / s**2) / 4 * read, read**2 / (4 * s**3))
    weight = 1 / np.hypot(sigma, _FROM_A_PARABOLA * (y - y.min()))
    middle, span = float(np.mean(freq_hz[near])), float(np.ptp(freq_hz[near]))
    powers = np.vander((freq_hz[near] - middle) / span, 3) * weight[:, None]
    covariance = np.linalg.pinv(powers.T @ powers)
    a, b, _ = covariance @ (powers.T @ (y * weight))
    if a <= 0:
        return None
    slope = np.array([b / (2 * a**2), -1 / (2 * a), 0.0])
    left = weight * y - powers @ (covariance @ (powers.T @ (y * weight)))
    scatter = max(float(np.sum(left**2)) / (len(near) - 3), 1.0) if len(near) > 3 else 1.0
    within = 2 * float(np.sqrt(slope @ covariance @ slope * scatter))
    return middle - float(b / (2 * a)) * span, within * span
