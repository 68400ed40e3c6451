"""Antennas of a place as the bands see them: their impedance, what leaves for the sky, and how low."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.antenna import PlannedAntenna
from tithe.core.arrays import Complex, Real
from tithe.core.at_once import each
from tithe.core.choose import Question, SeenAntenna
from tithe.core.choose.worlds import Ohms
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError
from tithe.core.planning.place import Hung, Towards
from tithe.core.station import Band, Station
from tithe.core.twoport import Port
from tithe.core.wires.estimate import CASES, Fed, Plan, looked_at, ready, seconds
from tithe.core.wires.ground import Ground
from tithe.core.wires.metal import METALS


@dataclass(frozen=True)
class Seen:
    """An antenna on B bands, at ``freq_hz`` (F,), as many of them on each: its impedance, what of it leaves
    for the sky and what it takes itself, Ω, and the share of that which leaves below 30°, each (F,)."""

    hung: Hung
    bands: tuple[Band, ...]
    freq_hz: Real
    z_ohm: Complex
    sky_ohm: Real
    loss_ohm: Real
    low_share: Real

    def towards(self, wanted: Sequence[Towards]) -> Real:
        """Of what leaves for the sky the share that goes where it is wanted on each band, (F,)."""
        shares = {"near": 1 - self.low_share, "far": self.low_share, "both": np.ones(len(self.low_share))}
        of_each = len(self.freq_hz) // len(self.bands)
        return np.array([shares[wanted[n // of_each]][n] for n in range(len(self.freq_hz))])

    def by_band(self, values: Real) -> Real:
        """The mean over each band of what is told at every frequency, (…, F) to (…, B)."""
        return np.asarray(values.reshape(*values.shape[:-1], len(self.bands), -1).mean(axis=-1))


def plan_of(hung: Hung, ground: Ground) -> Plan:
    """The antenna as it would be built, of copper, as it is compared with many."""
    return Plan(hung.shape, ground, METALS["copper"], coarse=True, fewer_corners=True)


def bands_of(hung: Hung, ground: Ground, bands: Sequence[Band]) -> tuple[Band, ...]:
    """Those at which its wires can be computed."""
    low, high = PlannedAntenna(plan_of(hung, ground)).range_hz
    return tuple(band for band in bands if low <= band.low_hz and band.high_hz <= high)


def seen(hung: Hung, ground: Ground, bands: Sequence[Band], closely: bool = False) -> Seen | None:
    """An antenna at the middle of each band, ``closely``: on the fine mesh and at the edges too; None where
    the method does not reach on all of them."""
    bands_there = bands_of(hung, ground, bands)
    if len(bands_there) < len(bands):
        return None
    plan = replace(plan_of(hung, ground), coarse=not closely)
    freqs = [f for band in bands for f in _looked_at_on(band, closely)]
    ready(plan, freqs)
    try:
        estimates = [looked_at(plan, f) for f in freqs]
    except InputError:
        return None
    z, sky, loss = _columns([fed for fed, _ in estimates])
    return Seen(hung, tuple(bands), np.array(freqs), z, sky, loss, np.array([low for _, low in estimates]))


def as_typed(seen: Seen, antenna: PlannedAntenna) -> Seen:
    """The same at the middle of each band by the first of an estimate's cases. Raises `InputError` where one
    of these is beyond the method."""
    freqs, low_share = (
        np.array(mine.reshape(len(seen.bands), -1)) for mine in (seen.freq_hz, seen.low_share)
    )
    middle = freqs.shape[1] // 2
    estimates = [cases[0][1] for cases in antenna.cases(freqs[:, middle])]
    z, sky, loss = _columns(estimates)
    return Seen(seen.hung, seen.bands, freqs[:, middle], z, sky, loss, low_share[:, middle])


def _columns(estimates: Sequence[Fed]) -> tuple[Complex, Real, Real]:
    return (
        np.array([fed.z_ohm for fed in estimates]),
        np.array([fed.sky_ohm for fed in estimates]),
        np.array([fed.loss_ohm for fed in estimates]),
    )


def _looked_at_on(band: Band, closely: bool) -> tuple[float, ...]:
    return (band.low_hz, band.middle_hz, band.high_hz) if closely else (band.middle_hz,)


def all_seen(
    every: Sequence[Hung], ground: Ground, bands: Sequence[Band], pause: Pause = go_on
) -> Iterator[Seen | None]:
    """Each of them, some at once."""

    def one(hung: Hung) -> Seen | None:
        pause()
        return seen(hung, ground, bands)

    yield from each(one, every)


def cost_s(every: Sequence[Hung], ground: Ground, bands: Sequence[Band], closely: int) -> float:
    """Seconds that they may take, ``closely`` of them with all their cases."""
    freqs = [band.middle_hz for band in bands]
    each_s = sorted(
        seconds(plan_of(hung, ground), freqs)
        for hung in every
        if bands_of(hung, ground, bands) == tuple(bands)
    )
    return float(sum(each_s) + CASES * sum(each_s[-closely:]) + 0.01 * len(every) * len(bands))


def question_of(antennas: Sequence[Seen], station: Station) -> Question:
    """What is asked of a choice behind each of some antennas, a row of impedances each, at the frequencies at
    which they are seen."""
    first = antennas[0]
    z, sky, loss = (
        np.array([getattr(seen_antenna, name) for seen_antenna in antennas])
        for name in ("z_ohm", "sky_ohm", "loss_ohm")
    )
    port = Port(z, np.ones(z.shape, dtype=np.complex128))
    antenna = SeenAntenna(first.freq_hz, port, "antenna", Ohms(loss), Ohms(sky))
    return Question(replace(station, chain=()), antenna, first.bands, first.freq_hz)
