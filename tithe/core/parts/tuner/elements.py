"""Coils and capacitors as they are: a quality factor that may change over frequency, a range, and their
strays.

A coil of quality Q has Z = ωL(1/Q + j), a capacitor Z = (1/Q − j)/(ωC). Strays are those of the build: the
inductance of the leads of each element, in series with it, and a capacitance across either port to the case.
A coil's Q rises with frequency and falls again towards its self-resonance; a constant one makes
settings above 20 MHz look better than they are.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np

from tithe.core.arrays import Real
from tithe.core.errors import require, require_not_negative, require_positive

Kind = Literal["coil", "capacitor"]
Quality = float | tuple[tuple[float, float], ...]
"""A quality factor: one for all frequencies, or points (Hz, Q), straight between and level beyond their
ends."""


def quality(q: Quality, freq_hz: Real) -> Real:
    """Q at each frequency, the shape of ``freq_hz``.

    >>> quality(((7e6, 200.0), (27e6, 100.0)), np.array([3.5e6, 17e6, 50e6])).tolist()
    [200.0, 150.0, 100.0]
    """
    if isinstance(q, float | int):
        return np.full(np.shape(freq_hz), float(q))
    freq, values = np.array(q).T
    return np.asarray(np.interp(freq_hz, freq, values))


def check_quality(place: str, q: Quality) -> None:
    """Demand a quality factor above 0, and frequencies that rise. Raises `InputError`."""
    if isinstance(q, float | int):
        require_positive(place, q)
        return
    require(len(q) > 0, place, "no-points")
    last = 0.0
    for k, (freq_hz, value) in enumerate(q):
        require(freq_hz > last, f"{place}[{k}]", "rising-frequency", freq_hz, before_hz=last)
        require_positive(f"{place}[{k}]", value)
        last = freq_hz


@dataclass(frozen=True)
class Strays:
    """``lead_h``: inductance of each element's leads, H; ``port_f``: capacitance across either port, F."""

    lead_h: float = 0.0
    port_f: float = 0.0

    def __post_init__(self) -> None:
        require_not_negative("lead_h", self.lead_h)
        require_not_negative("port_f", self.port_f)


NO_STRAYS = Strays()


class Element(NamedTuple):
    """One element: its kind, quality factor, and range in F or H."""

    kind: Kind
    q: Quality
    low: float
    high: float

    @property
    def is_coil(self) -> bool:
        """Whether it is a coil."""
        return self.kind == "coil"

    def reactance(self, freq_hz: Real, value: Real | float) -> Real:
        """|X| in Ω of a value in F or H; 0 F gives infinity."""
        omega = 2 * np.pi * np.asarray(freq_hz)
        with np.errstate(divide="ignore"):
            return np.asarray(omega * value if self.is_coil else 1 / (omega * np.asarray(value)))
