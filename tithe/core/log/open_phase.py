"""An antenna of which only the SWR is known, where readings are to be explained: its phase is found, as far
as they tell it, and where they do not, every phase that they leave open counts.

At each frequency twelve even phases are tried, the readings of that frequency weighed under each; the best of
each frequency together are the station that is explained. Of its losses all twelve are told as a mixture,
each by how likely the readings are under it.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import cast

import numpy as np
from scipy.special import ndtr

from tithe.core.antenna.sampled import INTERPOLATION_OHM
from tithe.core.arrays import Complex, Mask, Real
from tithe.core.budget import open_phases_of
from tithe.core.intervals import SIGMAS, Interval
from tithe.core.log.explain import Linear, linear, told_db
from tithe.core.log.model import Model, Seen
from tithe.core.log.spread import spread
from tithe.core.log.unknowns import StandIn
from tithe.core.phases import PHASES
from tithe.core.station import Station
from tithe.core.twoport import Port, Run

_TRIED = 12
_BEARS = 0.02
"""Share by which a loss is narrowed from which on readings bear on it."""


@dataclass(frozen=True)
class PhasedAntenna(StandIn):
    """An antenna known by its SWR, taken at one of its phases at each of some frequencies: ``gamma`` re 50 Ω
    at ``freq_hz``, rising."""

    freq_hz: tuple[float, ...]
    gamma: tuple[complex, ...]

    def terminals(self, freq_hz: Real, run: Callable[[], Run]) -> Port:
        """V and I at the feedpoint, to an arbitrary scale; of its own frequencies only."""
        gamma = np.array(self.gamma, dtype=np.complex128)[np.searchsorted(self.freq_hz, freq_hz)]
        return Port(np.asarray(1 + gamma), np.asarray((1 - gamma) / INTERPOLATION_OHM))


def at_phases(station: Station, freq_hz: Real) -> list[Station]:
    """The station with its antenna at each of the phases tried; itself alone, where the phase is known.
    Raises `InputError` where no passive antenna shows that SWR."""
    if station.antenna.phase_known:
        return [station]
    phases = open_phases_of(station, freq_hz)
    turns = phases.even_turns()[:: PHASES // _TRIED]
    return [_with_gamma(station, freq_hz, row) for row in phases.port(turns).gamma(INTERPOLATION_OHM)]


def _with_gamma(station: Station, freq_hz: Real, gamma: Complex) -> Station:
    base = station.antenna.base if isinstance(station.antenna, PhasedAntenna) else station.antenna
    antenna = PhasedAntenna(base, tuple(freq_hz.tolist()), tuple(gamma.tolist()))
    return replace(station, antenna=antenna)


def weighings_for_phases(frequencies: int) -> int:
    """How many times readings are weighed more where the phase of each frequency is to be found."""
    return 2 * _TRIED * frequencies


def begun(asked: Model, stations: Sequence[Station], rows: Seen) -> list[Linear]:
    """The model of the readings about its priors' middles, at each of the phases."""
    return [linear(_at(asked, one), rows) for one in stations]


def likeliest(tried: Sequence[Linear]) -> Linear:
    """About its priors' middles at the phase of each frequency that its readings speak for most."""
    first = tried[0]
    if len(tried) == 1:
        return first
    best = np.argmax(_evidence(tried), axis=0)
    gamma = np.array([cast(PhasedAntenna, one.model.unknowns.station.antenna).gamma for one in tried])
    freq_hz, station = first.model.freq_hz, first.model.unknowns.station
    chosen = _with_gamma(station, freq_hz, gamma[best, np.arange(len(best))])
    return linear(_at(first.model, chosen), first.rows)


def read(found: Linear, tried: Sequence[Linear]) -> Mask:
    """Whether the readings bear on each loss, (P, F): by themselves, or by the phase that they single out."""
    narrowed = np.asarray(found.narrowed > _BEARS)
    if len(tried) == 1:
        return narrowed
    evidence = _evidence(tried)
    likely = np.exp(evidence - evidence.max(axis=0))
    return np.asarray(narrowed | (likely.max(axis=0) > 2 * likely.mean(axis=0)))


def losses(found: Linear, stations: Sequence[Station]) -> Interval[Real]:
    """Of each lossy part by frequency (P, F), dB: least, middle and most of nineteen cases in twenty, every
    phase of that frequency counted by how likely its readings are under it."""
    if len(stations) == 1:
        return spread(found)
    tried = [linear(_at(found.model, one), found.rows, found.value) for one in stations]
    freqs = found.model.freq_hz
    middles, spreads = (np.empty((len(tried), *found.log_loss.shape)) for _ in range(2))
    evidence = np.empty((len(tried), len(freqs)))
    for k, f in enumerate(freqs):
        mine = np.array([found.model.readings[n].freq_hz == f for n in found.rows.reading])
        for n, one in enumerate(tried):
            here = _spliced(found, one, mine, k)
            evidence[n, k] = here.evidence
            off = here.best - here.value
            middles[n, :, k] = here.log_loss[:, k] + here.loss_slopes[:, k] @ off
            spreads[n, :, k] = np.sqrt(here.loss_variance(here.covariance)[:, k])
    weights = np.exp(evidence - evidence.max(axis=0))
    shares = (weights / weights.sum(axis=0))[:, None, :]
    ends = (_quantile(middles, spreads, shares, ndtr(x)) for x in (-SIGMAS, 0.0, SIGMAS))
    return Interval(*map(told_db, ends))


def _quantile(middles: Real, spreads: Real, shares: Real, share: float) -> Real:
    """Of a mixture of normal distributions along the first axis, by halving."""
    low, high = (middles - 6 * spreads).min(axis=0), (middles + 6 * spreads).max(axis=0)
    for _ in range(50):
        half = (low + high) / 2
        below = (shares * ndtr((half - middles) / spreads)).sum(axis=0) < share
        low, high = np.where(below, half, low), np.where(below, high, half)
    return np.asarray((low + high) / 2)


def _at(model: Model, station: Station) -> Model:
    return replace(model, unknowns=replace(model.unknowns, station=station), known={})


def _evidence(tried: Sequence[Linear]) -> Real:
    """How well each explains the readings of each frequency alone, (len(tried), F)."""
    first = tried[0]
    which = np.array([first.model.readings[n].freq_hz for n in first.rows.reading])
    return np.array([[one.evidence_of(which == f) for f in first.model.freq_hz] for one in tried])


def _spliced(found: Linear, other: Linear, mine: Mask, k: int) -> Linear:
    """What was found, with the rows and losses of the k-th frequency from another."""
    log_loss, loss_slopes = found.log_loss.copy(), found.loss_slopes.copy()
    log_loss[:, k], loss_slopes[:, k] = other.log_loss[:, k], other.loss_slopes[:, k]
    return replace(
        found,
        predicted=np.where(mine, other.predicted, found.predicted),
        slopes=np.where(mine[:, None], other.slopes, found.slopes),
        noise=np.where(mine, other.noise, found.noise),
        log_loss=log_loss,
        loss_slopes=loss_slopes,
    )
