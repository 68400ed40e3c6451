"""What readings imply: least squares with priors, the station made linear about its best values.

Every unknown has unit variance and stands in a column: the power, each part's loss, the antenna's Γ at each
frequency, each meter's gain, each leak, each tuning. What is read is ln P and |Γ|. With y the readings, h the
model, J its slopes, R the readings' own errors, S = J Jᵀ + R: the unknowns are Jᵀ S⁻¹ (y − h), their
covariance is 1 − Jᵀ S⁻¹ J, and how well the whole explains what was read is the evidence
−½ dᵀ S⁻¹ d − ½ ln|S|.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import NamedTuple

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.intervals import Interval
from tithe.core.late import solved_by_roots
from tithe.core.log.instruments import rho_reading_sd, share_of
from tithe.core.log.model import TUNING_SD, Model, Seen, Solved
from tithe.core.log.taken import State
from tithe.core.log.unknowns import POWER_SD

MOST_DB = 99.0
_STEP = 0.25
_FLOPS = 3e9
"""A second's, where readings are weighed."""
_LEAST_RHO_SD = 0.005
_LEAST_LOSS_DB = 1e-6
Column = tuple[str, object]


@dataclass(frozen=True)
class Linear:
    """A model about some values: ``columns`` N; ``value`` (N,) about which; ``predicted`` (M,), ``slopes``
    (M, N), ``noise`` (M,) variances; ``log_loss`` of the lossy parts by frequency (P, F) and its slopes
    (P, F, N); ``by_station``: slopes of ln P and |Γ|, (M, N) each, by the station's own unknowns."""

    model: Model
    rows: Seen
    columns: tuple[Column, ...]
    value: Real
    predicted: Real
    slopes: Real
    noise: Real
    log_loss: Real
    loss_slopes: Real
    by_station: tuple[Real, Real]

    @cached_property
    def spread(self) -> Real:
        """The covariance of what is read, before it is read, (M, M)."""
        return np.asarray(self.slopes @ self.slopes.T + np.diag(self.noise))

    @cached_property
    def _off(self) -> Real:
        return np.asarray(self.rows.value - self.predicted + self.slopes @ self.value)

    @cached_property
    def best(self) -> Real:
        """The unknowns that explain the readings best, (N,)."""
        return np.asarray(self.slopes.T @ np.linalg.solve(self.spread, self._off))

    @cached_property
    def covariance(self) -> Real:
        """Of the unknowns then, (N, N)."""
        return np.asarray(
            np.eye(len(self.columns)) - self.slopes.T @ np.linalg.solve(self.spread, self.slopes)
        )

    @cached_property
    def evidence(self) -> float:
        """The logarithm of how likely the readings are, but for what is the same for every model."""
        turned, size = solved_by_roots(self.spread, self._off)
        return float(-0.5 * self._off @ turned - 0.5 * size)

    def evidence_of(self, rows: Mask) -> float:
        """The same of some rows alone."""
        off = self._off[rows]
        turned, size = solved_by_roots(self.spread[np.ix_(rows, rows)], off)
        return float(-0.5 * off @ turned - 0.5 * size)

    def loss_db(self, sigmas: float) -> Interval[Real]:
        """Of each lossy part by frequency (P, F): least, middle and most within so many standard
        deviations."""
        middle = self.log_loss + self.loss_slopes @ (self.best - self.value)
        spread = sigmas * np.sqrt(self.loss_variance(self.covariance))
        return Interval(told_db(middle - spread), told_db(middle), told_db(middle + spread))

    @property
    def narrowed(self) -> Real:
        """By which share the readings narrow what is known of each loss, (P, F): 0 where none bears on it."""
        before = self.loss_variance(np.eye(len(self.columns)))
        return np.asarray(1 - np.sqrt(self.loss_variance(self.covariance) / before))

    def loss_variance(self, covariance: Real) -> Real:
        """Of the logarithm of each loss, (P, F), with the unknowns' covariance."""
        found = ((self.loss_slopes @ covariance) * self.loss_slopes).sum(axis=-1)
        return np.asarray(np.maximum(found, 1e-12))


def weighing_s(readings: int, frequencies: int) -> float:
    """Seconds to weigh readings once: two rows each, against two unknowns a frequency and three a reading."""
    rows, unknowns = 2 * readings, 2 * frequencies + 3 * readings
    return 3 * rows * rows * unknowns / _FLOPS + 1e-3


def told_db(log_loss: Real) -> Real:
    """A loss by its logarithm, dB; where nothing bounds it, a bound beyond which nothing arrives."""
    return np.asarray(np.exp(np.minimum(log_loss, np.log(MOST_DB))))


def linear(model: Model, rows: Seen, value: Real | None = None, like: Linear | None = None) -> Linear:
    """The model about values of its unknowns (its priors' middles where left out). ``like``: a model whose
    slopes stand for its own, which saves most of the work."""
    columns = columns_of(model) if like is None else like.columns
    at = np.zeros(len(columns)) if value is None else value
    parts, freqs = len(model.unknowns.parts), len(model.freq_hz)
    own = at[1 : 1 + parts]
    gamma = at[1 + parts : 1 + parts + freqs] + 1j * at[1 + parts + freqs : 1 + parts + 2 * freqs]
    here = model.solved(own, gamma)
    log_power, rho = model.observed(here, rows)
    log_loss = log_loss_of(here)
    slopes_power, slopes_rho = (np.zeros((len(log_power), len(columns))) for _ in range(2))
    slopes_power[:, 0] = POWER_SD
    loss_slopes = np.zeros((*log_loss.shape, len(columns)))
    each, every = np.arange(len(log_power)), np.arange(freqs)
    k = np.searchsorted(model.freq_hz, [one.freq_hz for one in model.readings])[rows.reading]
    moves = [(own + _STEP * np.eye(parts)[p], gamma, np.full(freqs, 1 + p)) for p in range(parts)]
    moves += [(own, gamma + _STEP, 1 + parts + every), (own, gamma + 1j * _STEP, 1 + parts + freqs + every)]
    if like is not None:
        slopes_power, slopes_rho = (one.copy() for one in like.by_station)
        loss_slopes, moves = like.loss_slopes, []
    for moved, turned, column in moves:
        there = model.solved(moved, turned)
        log, there_rho = model.observed(there, rows)
        slopes_power[each, column[k]] = (log - log_power) / _STEP
        slopes_rho[each, column[k]] = (there_rho - rho) / _STEP
        loss_slopes[:, every, column] = (log_loss_of(there) - log_loss) / _STEP
    log_power = log_power + POWER_SD * at[0]
    station = _Station(log_power, rho, slopes_power, slopes_rho)
    predicted, slopes, noise = _with_instruments(model, rows, columns, at, station)
    mine = (slopes_power, slopes_rho)
    return Linear(model, rows, columns, at, predicted, slopes, noise, log_loss, loss_slopes, mine)


class _Station(NamedTuple):
    """ln of the power and |Γ| of each row, and their slopes by the station's own unknowns."""

    log_power: Real
    rho: Real
    slopes_power: Real
    slopes_rho: Real


def columns_of(model: Model) -> tuple[Column, ...]:
    """What stands in each column."""
    out: list[Column] = [("power", 0)]
    out += [("part", n) for n in model.unknowns.parts]
    out += [(part, f) for part in ("re", "im") for f in model.freq_hz]
    out += [("gain", at) for at in model.instruments]
    groups = sorted({(one.at, one.freq_hz, one.tuner) for one in model.readings})
    out += [(kind, group) for group in groups for kind in ("leak-power", "leak-rho")]
    out += [("tuning", f) for f in sorted({one.freq_hz for one in model.readings if model.before_tuner(one)})]
    return tuple(out)


def log_loss_of(solved: dict[State, Solved]) -> Real:
    """ln of the lossy parts' losses, dB, (P, F), with the tuner in use if that was read."""
    losses = (solved.get("auto") or solved["bypass"]).loss_db
    return np.asarray(np.log(np.clip(losses, _LEAST_LOSS_DB, 400.0)))


def _with_instruments(
    model: Model, rows: Seen, columns: tuple[Column, ...], at: Real, station: _Station
) -> tuple[Real, Real, Real]:
    """What each instrument adds (gain, leak, tuning) and the reading's own error: what is predicted (M,), its
    slopes (M, N) and its noise (M,)."""
    where = {column: n for n, column in enumerate(columns)}
    log_power, rho, slopes_power, slopes_rho = station
    readings = [model.readings[n] for n in rows.reading]
    meters = [model.instruments[one.at] for one in readings]
    groups = [(one.at, one.freq_hz, one.tuner) for one in readings]
    tuned = np.array([model.before_tuner(one) for one in readings])
    leak, error = np.array([(m.leak_sd, m.reading_sd_w) for m in meters]).T
    each, power = np.arange(len(rows.reading)), rows.is_power

    own = np.zeros_like(slopes_power)
    gains = np.array([where["gain", one.at] for one in readings])
    own[each[power], gains[power]] = np.array([m.gain_sd for m in meters])[power]
    leaks = np.array(
        [where["leak-power" if p else "leak-rho", g] for p, g in zip(power, groups, strict=True)]
    )
    own[each, leaks] = np.where(power, 2 * rho * leak, leak)
    by_tuning = each[tuned & ~power]
    own[by_tuning, [where["tuning", readings[m].freq_hz] for m in by_tuning]] = TUNING_SD

    # Of a small |Γ| what leaks and what is left of the tuning are most of what is seen.
    seen_rho = np.sqrt(rho**2 + np.pi / 2 * (leak**2 + TUNING_SD**2 * tuned))
    watts = np.exp(log_power + np.where(power, own @ at, 0.0))
    share = watts / (watts + rows.floor_w)
    slopes = np.where(
        power[:, None],
        share[:, None] * (slopes_power + own),
        slopes_rho * (rho / np.maximum(seen_rho, 1e-9))[:, None] + own,
    )
    predicted = np.where(power, np.log(watts + rows.floor_w), seen_rho + own @ at)
    of_rho = rho_reading_sd(error, watts, seen_rho)
    speech = np.array([share_of(model.unknowns.station, one)[1] for one in readings])
    noise = np.where(
        power,
        (error / (watts + rows.floor_w)) ** 2 + (share * speech) ** 2 + 1e-6,
        of_rho**2 + _LEAST_RHO_SD**2,
    )
    return predicted, slopes, noise


def settled(model: Model, rows: Seen, begin: Linear, rounds: int = 2) -> Linear:
    """The same about the values that explain the readings best."""
    found = begin
    for _ in range(rounds):
        found = linear(model, rows, np.clip(found.best, -4.0, 4.0))
    return found
