"""Which lengths of an antenna suit: at each, on every band, what the feedpoint is and what the station makes
of it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.antenna import PlannedAntenna
from tithe.core.antenna.loss import LossResistance
from tithe.core.antenna.sampled import table
from tithe.core.arrays import Complex, Mask, Real
from tithe.core.at_once import each
from tithe.core.budget import solve
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.reflection import reflection_of, swr
from tithe.core.station import Band, Station
from tithe.core.wires.estimate import AS_TYPED, Fed, Plan, fed
from tithe.core.wires.shapes import Dipole, EndFed, InvertedVee, Shape, Vertical, Whip

MOST_LENGTHS = 200
HIGH_OHM = 2000.0
"""From so many ohms on, an end is near the half wave: thousands of volts, and a tuner at its edge."""
REFERENCE_OHM = 50.0
_FIELDS: dict[type, str] = {
    Dipole: "length_m",
    InvertedVee: "leg_m",
    EndFed: "wire_m",
    Vertical: "height_m",
    Whip: "height_m",
}


@dataclass(frozen=True)
class Lengths:
    """Lengths tried, N of them, on B bands; at the low edge, the middle and the high edge of each.

    ``z_ohm``, ``radiated_w``: (N, B, 3); ``reached``: (N, B, 3), whether the radio sees an SWR that one is
    content with, the station's tuner set.
    """

    field: str
    bands: tuple[Band, ...]
    length_m: Real
    z_ohm: Complex
    radiated_w: Real
    reached: Mask

    @property
    def windows(self) -> list[tuple[float, float]]:
        """From which length to which all bands are suited, m, the widest first."""
        every = np.concatenate(([False], self.suits.all(axis=1), [False]))
        first, after = np.flatnonzero(every[1:] & ~every[:-1]), np.flatnonzero(every[:-1] & ~every[1:])
        found = [
            (float(self.length_m[a]), float(self.length_m[b - 1])) for a, b in zip(first, after, strict=True)
        ]
        return sorted(found, key=lambda window: window[0] - window[1])

    @property
    def swr(self) -> Real:
        """At the feedpoint, (N, B, 3)."""
        return swr(np.minimum(np.abs(reflection_of(self.z_ohm, REFERENCE_OHM)), 1.0))

    @property
    def extreme(self) -> Mask:
        """Where the feedpoint is near a half wave's end, (N, B)."""
        return np.asarray((np.abs(self.z_ohm) > HIGH_OHM).any(axis=-1))

    @property
    def suits(self) -> Mask:
        """On which bands a length will do from edge to edge, (N, B)."""
        return np.asarray(self.reached.all(axis=-1))

    @property
    def margin_m(self) -> Real:
        """How far each is from the nearest that does not suit every band, (N,), m; 0 for one that does
        not."""
        every = self.suits.all(axis=1)
        wrong = self.length_m[~every]
        if not wrong.size:
            return np.full(len(self.length_m), float(np.ptp(self.length_m)))
        return np.where(every, np.abs(self.length_m[:, None] - wrong[None, :]).min(axis=1), 0.0)


def lengths(station: Station, length_m: Real, pause: Pause = go_on) -> Lengths:
    """Every length (m, rising) in the station as it is. Raises `InputError` where the antenna is not planned,
    or of a shape that has no one length."""
    antenna = station.antenna
    if not isinstance(antenna, PlannedAntenna):
        raise InputError("antenna", "not-planned")
    field = _FIELDS.get(type(antenna.plan.shape))
    if field is None:
        raise InputError("antenna.shape", "no-one-length")
    require(
        0 < len(length_m) <= MOST_LENGTHS, "step", "too-many-lengths", count=len(length_m), most=MOST_LENGTHS
    )
    low, high = antenna.range_hz
    bands = tuple(band for band in station.bands if low <= band.low_hz and band.high_hz <= high)
    if not bands:
        raise InputError("bands", "no-whole-band")
    order = sorted(bands, key=lambda band: band.low_hz)
    freqs = [f for band in order for f in (band.low_hz, band.middle_hz, band.high_hz)]
    shapes = [_as_long(antenna.plan.shape, field, float(one)) for one in length_m]
    plans = [replace(antenna.plan, shape=one, coarse=True) for one in shapes]
    found = _all(plans, freqs, pause)
    shape = (len(plans), len(order), 3)
    z = np.array([one.z_ohm for one in found]).reshape(len(plans), -1)
    loss = np.array([one.loss_ohm for one in found]).reshape(len(plans), -1)
    radiated, reached = _in_station(station, np.array(freqs), z, loss, pause)
    return Lengths(
        field, tuple(order), length_m, z.reshape(shape), radiated.reshape(shape), reached.reshape(shape)
    )  # fmt: skip


def _as_long(shape: Shape, field: str, length_m: float) -> Shape:
    """The shape with another length. Raises `InputError` where it cannot be so."""
    changed: Callable[..., Shape] = replace
    try:
        return changed(shape, **{field: length_m})
    except InputError as error:
        raise error.under("antenna") from None


def _all(plans: list[Plan], freqs: list[float], pause: Pause) -> list[Fed]:
    def row(plan: Plan) -> list[Fed]:
        pause()
        return [fed(plan, f, AS_TYPED) for f in freqs]

    return [one for found in each(row, plans) for one in found]


def _in_station(station: Station, freqs: Real, z: Complex, loss: Real, pause: Pause) -> tuple[Real, Mask]:
    """Watts radiated, and whether the radio sees little enough, shapes of ``z`` (N, F)."""
    radiated, reached = np.empty(z.shape), np.empty(z.shape, dtype=bool)
    order = np.argsort(freqs, kind="stable")
    for n, (impedances, ohms) in enumerate(zip(z, loss, strict=True)):
        points = tuple((freqs[k], impedances[k].real, impedances[k].imag) for k in order)
        lost = LossResistance(tuple((freqs[k], min(ohms[k], impedances[k].real)) for k in order))
        budget = solve(replace(station, antenna=table(points, loss=lost)), freqs, pause=pause)
        radiated[n] = budget.radiated_w
        reached[n] = budget.swr <= station.comfort_swr * (1 + 1e-9)
    return radiated, reached
