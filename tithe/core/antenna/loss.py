"""A loss resistance in series with the antenna (ground, coil, wire): it parts radiated from fed power.

efficiency = (R − R_loss)/R, R the resistance at the feedpoint.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

import numpy as np

from tithe.core.arrays import Real, quotient
from tithe.core.errors import InputError, require, require_not_negative, require_positive
from tithe.core.twoport import Port


class SeriesLoss(Protocol):
    """What of an antenna's resistance does not radiate."""

    def ohm(self, freq_hz: Real) -> Real:
        """Ω, shape ``(F,)`` or that of the antenna's terminals."""
        ...


@dataclass(frozen=True)
class LossResistance:
    """A loss resistance over frequency: one value, or points (Hz, Ω) with straight lines between."""

    points: tuple[tuple[float, float], ...]

    def __post_init__(self) -> None:
        require(len(self.points) > 0, "", "no-points")
        check_rising(tuple(f for f, _ in self.points), "")
        for k, (_, ohm) in enumerate(self.points):
            require_not_negative(f"[{k}]", ohm)

    def ohm(self, freq_hz: Real) -> Real:
        """Ω at each frequency; a single point holds everywhere, several never beyond their range."""
        freq, ohm = (np.array(column) for column in zip(*self.points, strict=True))
        if len(freq) > 1:
            check_inside(freq_hz, freq, "loss_ohm")
        return np.asarray(np.interp(freq_hz, freq, ohm))


def check_rising(freq_hz: tuple[float, ...], place: str) -> None:
    """Demand frequencies above 0, each above the one before."""
    last = 0.0
    for k, f in enumerate(freq_hz):
        require_positive(f"{place}[{k}]", f)
        require(f > last, f"{place}[{k}]", "rising-frequency", f, before_hz=last)
        last = f


def check_inside(freq_hz: Real, points_hz: Real, place: str) -> None:
    """Demand that every frequency lies inside the data; the error names the range."""
    low, high = points_hz[0], points_hz[-1]
    slack = 1e-9 * high  # a band edge typed in MHz may miss a point in Hz by rounding
    outside = (freq_hz < low - slack) | (freq_hz > high + slack)
    if outside.any():
        freq_outside = float(np.atleast_1d(freq_hz)[np.argmax(np.atleast_1d(outside))])
        raise InputError(place, "outside-data", freq_outside, low_hz=float(low), high_hz=float(high))


def radiation_efficiency(loss: SeriesLoss | None, freq_hz: Real, port: Port) -> Real:
    """Radiated over fed power, shapes of ``port``; an error where the loss exceeds the whole resistance."""
    if loss is None:
        return np.ones(np.shape(port.v))
    lost = loss.ohm(freq_hz)
    r = quotient(port.power_w, np.abs(port.i) ** 2, np.inf)
    too_much = lost > r * (1 + 1e-9)
    if too_much.any():
        k = np.unravel_index(np.argmax(too_much), too_much.shape)
        f = float(np.broadcast_to(freq_hz, r.shape)[k])
        ohm = float(np.broadcast_to(lost, r.shape)[k])
        raise InputError("antenna.loss_ohm", "loss-above-resistance", ohm, r_ohm=float(r[k]), freq_hz=f)
    return np.asarray(np.where(np.isinf(r), 1.0, np.clip(1 - quotient(lost, r, 1.0), 0.0, 1.0)))
