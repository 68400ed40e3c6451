"""Numbers and quantities as words for sentences: honest digits, never more."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np


def figure(value: float, digits: int = 3) -> str:
    """Three significant digits (or fewer) at the most: 1234 → "1,230", 41.27 → "41.3", 0.0456 → "0.0456".

    >>> figure(1234.0), figure(41.27), figure(100.0), figure(float("inf"))
    ('1,230', '41.3', '100', 'infinite')
    """
    if not np.isfinite(value):
        return "infinite"
    if abs(value) < 1e-9:  # rounding, not a quantity
        return "0"
    places = digits - 1 - int(np.floor(np.log10(abs(value))))
    rounded = round(float(value), places)
    if places <= 0 or rounded == int(rounded):
        return f"{rounded:,.0f}"
    return f"{rounded:.{places}f}".rstrip("0").rstrip(".")


def ratio(value: float) -> str:
    """A standing-wave ratio: three digits, finer close to 1, and no more than "above 10,000".

    >>> ratio(1.0018), ratio(1.0), ratio(2.345), ratio(9.01e15), ratio(float("inf"))
    ('1.002', '1', '2.35', 'above 10,000', 'infinite')
    """
    if np.isfinite(value) and value > 1e4:
        return "above 10,000"
    return figure(value, 4 if value < 1.05 else 3)


def watts(value: float) -> str:
    """Watts for reading: whole from 10 W up, two digits below, never finer than 0.01 W.

    >>> watts(41.27), watts(3.456), watts(0.0141), watts(0.003), watts(0)
    ('41', '3.5', '0.01', 'less than 0.01', '0')
    """
    if value >= 9.95:
        return f"{value:,.0f}"
    if value < 0.1:
        return "0" if value < 1e-9 else "less than 0.01" if value < 0.005 else f"{value:.2f}"
    return figure(value, 2)


def span(words: Callable[[float], str], low: float, high: float) -> str:
    """Two figures as "low to high", or as one where they read the same.

    >>> span(watts, 12.3, 15.1), span(watts, 12.1, 12.4)
    ('12 to 15', '12')
    """
    first, last = words(float(low)), words(float(high))
    return first if first == last else f"{first} to {last}"


def frequency(freq_hz: float) -> str:
    """MHz without trailing zeros, to the kilohertz."""
    return f"{freq_hz / 1e6:.3f}".rstrip("0").rstrip(".") + " MHz"
