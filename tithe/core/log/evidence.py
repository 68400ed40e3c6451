"""How likely readings are under what is supposed of a station: least squares with priors, made linear about
the best values.

Every unknown has unit variance and stands in a column (`tithe.core.log.case`). What is read is ln P and |Γ|.
With y the readings, h the model, J its slopes, R the readings' own errors, S = J Jᵀ + R and
d = y − h(x) + J x: the unknowns are Jᵀ S⁻¹ d, their covariance is 1 − Jᵀ S⁻¹ J, and the evidence is
−½ dᵀ S⁻¹ d − ½ ln|2π S|. A power of which nothing is known has no such column's prior but is even in its
logarithm between two bounds: of that integral the evidence takes the exact one. Where the antenna's phase is
open, at each frequency the likeliest of those tried stands for them, at the mean evidence of all.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from scipy.special import log_ndtr

from tithe.core.arrays import Real
from tithe.core.log.case import Case
from tithe.core.log.rows import OPEN_SD, POWER_BOUNDS
from tithe.core.log.slips import Indices
from tithe.core.log.supposed import Supposed

_ARRAYS = ("value", "off", "slopes", "noise", "log_loss", "loss_slopes", "phase", "spread_over")
"""Of `Weighed`, a row for each supposition."""


@dataclass(frozen=True)
class Weighed:
    """H suppositions about their values: ``value`` (H, N) of the unknowns; ``off`` (H, M), ``slopes`` (H, M,
    N), ``noise`` (H, M) variances; the lossy parts' ``log_loss`` (H, P, F) and its slopes (H, P, F, N);
    ``phase`` (H, F): which of those tried, and ``spread_over`` (H,): what the others take of the evidence."""

    case: Case
    supposed: Sequence[Supposed]
    value: Real
    off: Real
    slopes: Real
    noise: Real
    log_loss: Real
    loss_slopes: Real
    phase: Indices
    spread_over: Real

    @cached_property
    def _solved(self) -> tuple[Real, Real]:
        """S⁻¹ [d, J], (H, M, N + 1), and ln|2π S|, (H,)."""
        spread = self.slopes @ np.swapaxes(self.slopes, -1, -2)
        each = np.arange(spread.shape[-1])
        spread[..., each, each] += self.noise
        size = np.linalg.slogdet(2 * np.pi * spread)[1]
        both = np.concatenate([self.off[..., None], self.slopes], axis=-1)
        return np.linalg.solve(spread, both), size

    @cached_property
    def _flat(self) -> tuple[Real, Real]:
        """The unknowns' middles (H, N) and covariance (H, N, N), the bounds of an open power left out."""
        turned, _ = self._solved
        across = np.swapaxes(self.slopes, -1, -2) @ turned
        return across[..., 0], np.eye(across.shape[-2]) - across[..., 1:]

    @cached_property
    def evidence(self) -> Real:
        """ln of how likely the readings are, (H,)."""
        turned, size = self._solved
        plain = -0.5 * (self.off * turned[..., 0]).sum(axis=-1) - 0.5 * size
        return np.asarray(plain + self.spread_over + self._bounded[0])

    @cached_property
    def weight(self) -> Real:
        """ln of each one's share before all is divided, (H,)."""
        return np.asarray(self.evidence + [supposed.log_prior for supposed in self.supposed])

    @cached_property
    def _bounded(self) -> tuple[Real, Real, Real]:
        """What the bounds of an open power add to the evidence, and its middle and variance within them, in
        standard deviations of its column, (H,)."""
        n = self.case.where["power-open", 0]
        middle, covariance = self._flat
        mean, variance = middle[:, n], covariance[:, n, n]
        nothing = np.zeros(len(mean)), mean, variance
        informed = variance < 1 - 1e-6
        if not informed.any():
            return nothing
        own = 1 / (1 / np.where(informed, variance, 0.5) - 1)
        peak = own * mean / np.where(informed, variance, 0.5)
        low, high = (bound / OPEN_SD for bound in POWER_BOUNDS)
        sd = np.sqrt(own)
        a, b = (low - peak) / sd, (high - peak) / sd
        mass = _log_between(a, b)
        before = -0.5 * peak**2 / (1 + own) - 0.5 * np.log(2 * np.pi * (1 + own))
        added = mass - np.log(high - low) - before
        pa, pb = (np.exp(-0.5 * x**2 - mass) / np.sqrt(2 * np.pi) for x in (a, b))
        mean_in = np.clip(peak + sd * (pa - pb), low, high)
        left = 1 + a * pa - b * pb - (pa - pb) ** 2
        variance_in = own * np.clip(left, 1e-4, 1.0)
        return (
            np.where(informed, added, 0.0),
            np.where(informed, mean_in, mean),
            np.where(informed, variance_in, variance),
        )

    @cached_property
    def _posterior(self) -> tuple[Real, Real]:
        middle, covariance = self._flat
        n = self.case.where["power-open", 0]
        _, mean, variance = self._bounded
        if np.array_equal(mean, middle[:, n]):
            return middle, covariance
        was = np.maximum(covariance[:, n, n], 1e-12)
        along = covariance[:, :, n] / was[:, None]
        shifted = middle + along * (mean - middle[:, n])[:, None]
        narrowed = covariance.copy()
        for narrower, way, less in zip(narrowed, along, was - variance, strict=True):
            narrower -= np.outer(less * way, way)
        return shifted, narrowed

    @property
    def best(self) -> Real:
        """The unknowns that explain the readings best, (H, N)."""
        return self._posterior[0]

    @property
    def covariance(self) -> Real:
        """Of the unknowns then, (H, N, N)."""
        return self._posterior[1]

    def log_losses(self) -> tuple[Real, Real]:
        """Of the logarithm of each lossy part's loss, dB, (H, P, F): its middle and its spread."""
        off = (self.best - self.value)[:, None, None, :]
        middle = self.log_loss + (self.loss_slopes * off).sum(axis=-1)
        turned = np.einsum("hpfn,hnm->hpfm", self.loss_slopes, self.covariance)
        return middle, np.sqrt(np.maximum((turned * self.loss_slopes).sum(axis=-1), 1e-12))

    def log_factors(self) -> tuple[Real, Real]:
        """Of ln of how many times as much each lossy part loses as written, (H, P): its middle and spread."""
        own = self.case.slice_of("part")
        spread = np.sqrt(np.maximum(np.diagonal(self.covariance, axis1=1, axis2=2)[:, own], 0.0))
        middle, open_by = self.log_factors_beforehand()
        return middle + open_by * self.best[:, own], open_by * spread

    def log_factors_beforehand(self) -> tuple[Real, Real]:
        """The same before anything was read."""
        unknowns = self.case.unknowns
        more = np.zeros((len(self.supposed), len(unknowns.parts)))
        for n, supposed in enumerate(self.supposed):
            for p, log in supposed.change.log_loss:
                more[n, p] += log
        return unknowns.part_mean + more, np.broadcast_to(unknowns.part_sd, more.shape)

    def beside(self, weighed: Weighed) -> Weighed:
        """Both lists, one after the other."""
        return together([self, weighed])

    def __getitem__(self, which: Sequence[int]) -> Weighed:
        """Some of them."""
        chosen = list(which)
        arrays = (getattr(self, name)[chosen] for name in _ARRAYS)
        return Weighed(self.case, [self.supposed[n] for n in chosen], *arrays)


def together(pieces: Sequence[Weighed]) -> Weighed:
    """All of them, one after the other."""
    arrays = (np.concatenate([getattr(piece, name) for piece in pieces]) for name in _ARRAYS)
    return Weighed(pieces[0].case, [supposed for piece in pieces for supposed in piece.supposed], *arrays)


def _log_between(a: Real, b: Real) -> Real:
    """ln of the share of a normal distribution between a < b, in either tail."""
    turned = a > 0
    low, high = np.where(turned, -b, a), np.where(turned, -a, b)
    upper, lower = log_ndtr(high), log_ndtr(low)
    return np.asarray(upper + np.log1p(-np.exp(np.minimum(lower - upper, -1e-15))))
