"""Which lengths of an antenna suit: at each, on every band, what the feedpoint is and what the station makes
of it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from tithe.core.antenna.loss import LossResistance
from tithe.core.antenna.sampled import SampledAntenna, table
from tithe.core.arrays import Complex, Mask, Real
from tithe.core.at_once import each
from tithe.core.bearable import BORNE, bearable_share
from tithe.core.budget import Budget, solve
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.margins import margins
from tithe.core.planned_station import planned_in, whole_bands
from tithe.core.reflection import reflection_of, swr
from tithe.core.station import Band, Station, counted_bands
from tithe.core.wires.estimate import AS_TYPED, Fed, Plan, estimated, ready
from tithe.core.wires.shapes import Dipole, EndFed, InvertedVee, Shape, Vertical, Whip

MOST_LENGTHS = 200
HIGH_OHM = 2000.0
"""From so many ohms on, an end is near the half wave: thousands of volts, and a tuner at its edge."""
LITTLE = 0.1
"""A length of which less of the rated power leaves for the sky does not suit."""
REFERENCE_OHM = 50.0
_FIELDS: dict[type, str] = {
    Dipole: "length_m",
    InvertedVee: "leg_m",
    EndFed: "wire_m",
    Vertical: "height_m",
    Whip: "height_m",
}


@dataclass(frozen=True)
class Trial:
    """Lengths that are to be tried, N of them: m, rising. ``freq_hz`` (3B,): low edge, middle and high edge
    of each band."""

    station: Station
    plan: Plan
    field: str
    bands: tuple[Band, ...]
    length_m: Real

    @property
    def freq_hz(self) -> Real:
        """Where each is computed, Hz."""
        return np.array([f for band in self.bands for f in (band.low_hz, band.middle_hz, band.high_hz)])

    def antennas(self, pause: Pause = go_on) -> Iterator[SampledAntenna]:
        """The antenna with each length in turn, known at those frequencies."""
        freqs = self.freq_hz.tolist()

        def antenna(plan: Plan) -> SampledAntenna:
            pause()
            # A band's edges and middle share the mesh of its high edge.
            estimates = [estimated(plan, f, AS_TYPED, freqs[3 * (n // 3) + 2]) for n, f in enumerate(freqs)]
            return _sampled(freqs, estimates)

        plans = [
            replace(self.plan, shape=_as_long(self.plan.shape, self.field, length), coarse=True)
            for length in self.length_m.tolist()
        ]
        ready(self.plan, freqs)
        yield from each(antenna, plans)


@dataclass(frozen=True)
class Tried:
    """One length: ``z_ohm``, ``radiated_w``, ``sky_w``, ``bears_w``, ``reached`` as of `Lengths`, (3B,)."""

    z_ohm: Complex
    radiated_w: Real
    sky_w: Real
    bears_w: Real
    reached: Mask


@dataclass(frozen=True)
class Lengths:
    """Lengths tried, N of them, on B bands; at the low edge, the middle and the high edge of each.

    ``z_ohm``; ``bears_w``: the power that all parts bear, up to the radio's; at that power ``radiated_w``,
    what leaves the wires, and ``sky_w``, what leaves for the sky; ``reached``: whether the radio sees an SWR
    that one is content with, the station's tuner set; all (N, B, 3).
    """

    trial: Trial
    z_ohm: Complex
    radiated_w: Real
    sky_w: Real
    bears_w: Real
    reached: Mask

    @property
    def bands(self) -> tuple[Band, ...]:
        """The bands, the lowest first."""
        return self.trial.bands

    @property
    def length_m(self) -> Real:
        """The lengths, m."""
        return self.trial.length_m

    @property
    def windows(self) -> list[tuple[float, float]]:
        """From which length to which all bands are suited, m, the widest first."""
        every = np.concatenate(([False], self.suits.all(axis=1), [False]))
        first, after = np.flatnonzero(every[1:] & ~every[:-1]), np.flatnonzero(every[:-1] & ~every[1:])
        windows = [
            (float(self.length_m[a]), float(self.length_m[b - 1])) for a, b in zip(first, after, strict=True)
        ]
        return sorted(windows, key=lambda window: window[0] - window[1])

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
        """On which bands a length will do from edge to edge: it is reached, the radio's power is borne, and
        more than a little leaves for the sky, (N, B)."""
        return np.asarray((self.reached & self.borne & ~self.little).all(axis=-1))

    @property
    def borne(self) -> Mask:
        """Where the radio's power is borne, (N, B, 3)."""
        return np.asarray(self.bears_w >= BORNE * self.trial.station.transmitter.power_w)

    @property
    def by_band_w(self) -> Real:
        """What leaves for the sky on each band, over its edges and middle, (N, B)."""
        return np.asarray(self.sky_w.mean(axis=-1))

    @property
    def weakest(self) -> NDArray[np.intp]:
        """Which of the bands that count is given least, (N,)."""
        counted = counted_bands(self.bands)
        return np.asarray(counted[np.argmin(self.by_band_w[:, counted], axis=1)])

    @property
    def little(self) -> Mask:
        """Where hardly anything leaves for the sky, (N, B, 3)."""
        return np.asarray(self.sky_w < LITTLE * self.trial.station.transmitter.power_w)

    @property
    def best(self) -> int:
        """Of those that suit every band, of all where none does, the one that gives its weakest band most."""
        every = self.suits.all(axis=1)
        return int(np.argmax(np.where(every | ~every.any(), self.weakest_w, -1.0)))

    @property
    def most(self) -> int:
        """The one that gives its weakest band most, whether it suits or not."""
        return int(np.argmax(self.weakest_w))

    @property
    def weakest_w(self) -> Real:
        """What leaves for the sky on the weakest band, (N,)."""
        return np.asarray(self.by_band_w[np.arange(len(self.length_m)), self.weakest])

    @property
    def margin_m(self) -> Real:
        """How far each is from the nearest that does not suit every band or was not tried, (N,), m; 0 for
        one that does not."""
        step_m = float(np.ptp(self.length_m)) / max(len(self.length_m) - 1, 1)
        return margins(np.asarray(self.suits.all(axis=1)), step_m)


def trial(station: Station, length_m: Real) -> Trial:
    """Lengths (m, rising) to be tried. Raises `InputError` where the antenna is not planned, or of a shape
    that has no one length."""
    plan = planned_in(station).plan
    field = _FIELDS.get(type(plan.shape))
    if field is None:
        raise InputError("antenna.shape", "no-one-length")
    many = {"count": len(length_m), "most": MOST_LENGTHS}
    require(0 < len(length_m) <= MOST_LENGTHS, "step", "too-many-lengths", **many)
    return Trial(station, plan, field, whole_bands(station), length_m)


def tried(trial: Trial, pause: Pause = go_on) -> Iterator[Tried]:
    """Each length in the station as it is, one after the other."""
    for antenna in trial.antennas(pause):
        budget = solve(replace(trial.station, antenna=antenna), trial.freq_hz, pause=pause)
        port = antenna.terminals(trial.freq_hz)
        share = bearable_share(budget)
        bears_w = share * trial.station.transmitter.power_w
        left = (budget.radiated_w * share, budget.sky_w * share)
        yield Tried(port.v / port.i, *left, bears_w, _reached(budget))


def _reached(budget: Budget) -> Mask:
    return np.asarray(budget.swr <= budget.station.comfort_swr * (1 + 1e-9))


def gathered(trial: Trial, results: list[Tried]) -> Lengths:
    """All of them side by side."""
    z, radiated, sky, bears, reached = (
        np.array([getattr(result, name) for result in results]).reshape(len(results), -1, 3)
        for name in ("z_ohm", "radiated_w", "sky_w", "bears_w", "reached")
    )
    return Lengths(trial, z, radiated, sky, bears, reached)


def lengths(station: Station, length_m: Real, pause: Pause = go_on) -> Lengths:
    """Every length (m, rising) in the station as it is. Raises as `trial` does."""
    tried_over = trial(station, length_m)
    return gathered(tried_over, list(tried(tried_over, pause)))


def surely(lengths: Lengths) -> Mask:
    """On which bands the best length does from edge to edge in every case of the estimate: soil, height and
    the electrical length otherwise, (B,)."""
    trial_over, length_m = lengths.trial, float(lengths.length_m[lengths.best])
    plan = replace(
        trial_over.plan, shape=_as_long(trial_over.plan.shape, trial_over.field, length_m), coarse=True
    )
    antenna = replace(planned_in(trial_over.station), plan=plan, spread=True)
    budget = solve(replace(trial_over.station, antenna=antenna), trial_over.freq_hz)
    share, power_w = bearable_share(budget), trial_over.station.transmitter.power_w
    reached = _reached(budget) & (share >= BORNE) & (budget.sky_w >= LITTLE * power_w)
    return np.asarray(reached.all(axis=0).reshape(-1, 3).all(axis=-1))


def _as_long(shape: Shape, field: str, length_m: float) -> Shape:
    """The shape with another length. Raises `InputError` where it cannot be so."""
    changed: Callable[..., Shape] = replace
    try:
        return changed(shape, **{field: length_m})
    except InputError as error:
        raise error.under("antenna") from None


def _sampled(freqs: list[float], estimates: list[Fed]) -> SampledAntenna:
    """Where two bands meet in a frequency it is told once."""
    by_freq = dict(zip(freqs, estimates, strict=True))
    points = tuple((f, by_freq[f].z_ohm.real, by_freq[f].z_ohm.imag) for f in sorted(by_freq))
    lost, leaves = (
        LossResistance(
            tuple((f, min(getattr(by_freq[f], name), by_freq[f].z_ohm.real)) for f in sorted(by_freq))
        )
        for name in ("loss_ohm", "sky_ohm")
    )
    return replace(table(points, loss=lost), sky=leaves)
