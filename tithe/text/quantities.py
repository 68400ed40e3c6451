"""Quantities as words: honest digits, never more. The page follows the same rules
(`frontend/src/lib/figures.ts`), and one table of examples is tested on both sides (`tests/figures.json`)."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

LOST = 5e-4
"""Below this a figure is told as 0."""


def figure(value: float, digits: int = 3) -> str:
    """Three significant digits at the most, whole from 100 up.

    >>> figure(1234.4), figure(41.27), figure(100.0), figure(0.0456), figure(float("inf"))
    ('1,234', '41.3', '100', '0.0456', 'infinite')
    """
    if not np.isfinite(value):
        return "infinite"
    if abs(value) < LOST:
        return "0"
    places = max(digits - 1 - int(np.floor(np.log10(abs(value)))), 0)
    return _short(f"{float(value):,.{places}f}")


def _short(text: str) -> str:
    """Without zeros that say nothing."""
    return text.rstrip("0").rstrip(".") if "." in text else text


def ratio(value: float) -> str:
    """A standing-wave ratio: two decimals below 10, three close to 1, and no more than "above 10,000".

    >>> ratio(1.0018), ratio(1.0), ratio(2.345), ratio(9.01e15), ratio(float("inf"))
    ('1.002', '1', '2.35', 'above 10,000', 'infinite')
    """
    if np.isfinite(value) and value > 1e4:
        return "above 10,000"
    return _short(f"{value:.{3 if value < 1.05 else 2}f}") if value < 10 else figure(value)


def watts(value: float) -> str:
    """Watts: whole from 10 up, two digits below, never finer than 0.01.

    >>> watts(41.27), watts(3.456), watts(0.0141), watts(0.003), watts(0)
    ('41', '3.5', '0.01', 'less than 0.01', '0')
    """
    if not np.isfinite(value):
        return "infinite"
    if value >= 9.95:
        return f"{value:,.0f}"
    if value < 0.1:
        return "0" if value < 1e-9 else "less than 0.01" if value < 0.005 else f"{value:.2f}"
    return figure(value, 2)


def decibels(value: float) -> str:
    """Decibels: two decimals below 10, one above.

    >>> decibels(0.354), decibels(12.34), decibels(3.0), decibels(-0.001)
    ('0.35', '12.3', '3', '0')
    """
    if not np.isfinite(value):
        return "infinite"
    text = _short(f"{value:,.{2 if abs(value) < 10 else 1}f}")
    return "0" if text == "-0" else text.replace("-", "−")


_PREFIXES = (
    (1e9, "G"),
    (1e6, "M"),
    (1e3, "k"),
    (1.0, ""),
    (1e-3, "m"),
    (1e-6, "µ"),
    (1e-9, "n"),
    (1e-12, "p"),
)
_RAISED = str.maketrans("-0123456789", "⁻⁰¹²³⁴⁵⁶⁷⁸⁹")


def scaled(value: float, unit: str) -> str:
    """Three digits with the prefix that suits; far beyond the prefixes with a power of ten.

    >>> scaled(0.0446, "V"), scaled(1500.0, "W"), scaled(5e-14, "W")
    ('44.6 mV', '1.5 kW', '5 × 10⁻¹⁴ W')
    """
    if not np.isfinite(value):
        return "infinite"
    # Rounded first, so that 999.7 becomes 1 of the next prefix.
    rounded = float(f"{value:.3g}")
    factor, prefix = next(
        (prefix_row for prefix_row in _PREFIXES if abs(rounded) >= prefix_row[0]), _PREFIXES[-1]
    )
    if value == 0 or 1e-12 <= abs(rounded) < 1e12:
        return f"{float(f'{rounded / factor:.3g}'):g} {prefix}{unit}"
    digits, _, power = f"{value:.2e}".partition("e")
    return f"{_short(digits)} × 10{str(int(power)).translate(_RAISED)} {unit}"


def s_meter(above_s9_db: float) -> str:
    """What a signal meter shows: steps of 6 dB up to S9, decibels above it.

    >>> s_meter(0.0), s_meter(20.0), s_meter(-9.0), s_meter(-80.0)
    ('S9', 'S9 + 20 dB', 'S7.5', 'below S1')
    """
    if above_s9_db >= 0.05:
        return f"S9 + {decibels(above_s9_db)} dB"
    step = 9 + above_s9_db / 6
    return f"S{figure(round(step, 1))}" if step >= 1 else "below S1"


def percent(share: float) -> str:
    """A share of 1 as a percentage.

    >>> percent(0.4512), percent(0.0123)
    ('45 %', '1.2 %')
    """
    return f"{figure(100 * share, 2)} %"


def frequency(freq_hz: float) -> str:
    """MHz without trailing zeros, to the kilohertz.

    >>> frequency(7.1e6), frequency(14.1234e6)
    ('7.1 MHz', '14.123 MHz')
    """
    return _short(f"{freq_hz / 1e6:.3f}") + " MHz"


def kilohertz(freq_hz: float) -> str:
    """A distance of two frequencies, in kHz."""
    return f"{figure(freq_hz / 1e3)} kHz"


def length(metres: float) -> str:
    """Metres, or centimetres below one.

    >>> length(1.234), length(0.0712)
    ('1.2 m', '7.1 cm')
    """
    return f"{figure(metres, 2)} m" if metres >= 1 else f"{figure(metres * 100, 2)} cm"


def seconds(value: float) -> str:
    """Seconds, or minutes above a hundred of them."""
    return f"{value:.0f} seconds" if value < 100 else f"{value / 60:.0f} minutes"


def span(words: Callable[[float], str], low: float, high: float) -> str:
    """Two figures as "low to high", or as one where they read the same.

    >>> span(watts, 12.3, 15.1), span(watts, 12.1, 12.4)
    ('12 to 15', '12')
    """
    first, last = words(float(low)), words(float(high))
    return first if first == last else f"{first} to {last}"


_FRACTIONS = (
    (0.29, "a quarter of an S-unit"),
    (0.41, "a third of an S-unit"),
    (0.58, "half an S-unit"),
    (0.72, "two thirds of an S-unit"),
    (0.9, "most of an S-unit"),
    (1.15, "one S-unit"),
)


def s_units(value: float) -> str:
    """S-units by the words one uses.

    >>> s_units(0.5), s_units(2.34)
    ('half an S-unit', '2.3 S-units')
    """
    return next(
        (words for share, words in _FRACTIONS if value <= share), f"{figure(round(value, 1))} S-units"
    )


def listed(names: list[str]) -> str:
    """Names as a list: "a", "a and b", "a, b and c"."""
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}" if names else ""
