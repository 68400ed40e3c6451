"""What a tuner's dials stand for, from matches at loads that are known.

A straight line is looked for of each dial that is not known; what is known of the others is held. At a match
Γ at the radio's side is 0 to within the SWR reached; by how much it may be off is what a dial read to half a
division and a load known to a few percent make of it. Each line is expected, loosely, to run over the part's
range, either way round.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from itertools import product

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import require
from tithe.core.late import least_squares_within
from tithe.core.parts.tuner.dial import Dial, straight
from tithe.core.parts.tuner.part import Tuner
from tithe.core.reflection import rho_of_swr
from tithe.core.tuner_use.preset import Preset, gamma_in, knobs_of, require_dials

FEWEST = 3
LOAD_SHARE = 0.05
"""By how much of itself a load that is known may be off."""
_EXPECTED = 0.15
"""By how much of its range a part's ends may lie beside what its sheet says, as a standard deviation."""
_LEAST_RHO = 0.01
_ODD = 3.5
_ROUNDS = 3


@dataclass(frozen=True)
class FittedDials:
    """``dials``: all of the tuner's by knob; ``fitted``: those that were looked for, K of them, straight;
    ``ends`` (K, 2): their values (F or H) at the scale's ends, with the covariance of all of them, (2K, 2K).
    ``odd``: presets that disagree with the rest."""

    dials: dict[str, Dial]
    fitted: tuple[str, ...]
    ends: Real
    covariance: Real
    odd: tuple[int, ...]


def fit_dials(
    tuner: Tuner,
    dials: Mapping[str, Dial],
    presets: Sequence[Preset],
    loads_ohm: Complex,
    reference_ohm: float,
) -> FittedDials:
    """Lines for the dials that are not known from matches at known loads (Ω, one a preset). Raises
    `InputError` where there are too few, a dial's number is missing, or taps are not told."""
    names = knobs_of(tuner)
    require(len(presets) >= FEWEST, "presets", "at-least-presets", len(presets), least=FEWEST)
    for n, preset in enumerate(presets):
        require_dials(tuner, preset, f"presets[{n}]")
    every = {name: dials.get(name, Dial()) for name in names}
    for name, dial in every.items():
        require(dial.known or not dial.taps, f"dials.{name}", "taps-not-told")
    problem = _Problem(tuner, every, presets, loads_ohm, reference_ohm)
    best, cost = None, np.inf
    for way in product((False, True), repeat=len(problem.free)):
        shares, left = problem.solved(way)
        if left < cost:
            best, cost = shares, left
    assert best is not None
    return problem.fitted(best)


class _Problem:
    """``shares`` (2K,): values at the ends of the scale of each dial that is looked for, as shares of the
    part's range from its low end."""

    def __init__(
        self, tuner: Tuner, dials: dict[str, Dial], presets: Sequence[Preset], loads: Complex, r0: float
    ) -> None:
        self.ladder, self.dials, self.loads, self.r0 = tuner.ladders[0], dials, loads, r0
        self.freq = np.array([preset.freq_hz for preset in presets])
        self.free = [k for k, dial in enumerate(dials.values()) if not dial.known]
        elements = [self.ladder.elements[k] for k in self.free]
        self.low = np.array([part.low for part in elements])
        self.range = np.array([part.high for part in elements]) - self.low
        self.numbers = {name: np.array([preset.dials[name] for preset in presets]) for name in dials}
        rho = [float(rho_of_swr(preset.swr)) for preset in presets]
        self.rho = np.maximum(np.array(rho), _LEAST_RHO)

    def values(self, shares: Real, moved: int | None = None) -> Real:
        """F or H, (K, N); ``moved``: one dial is read half a division further."""
        ends = iter(self.low[:, None] + shares.reshape(-1, 2) * self.range[:, None])
        least = iter(1e-3 * self.range)
        out = []
        for k, (name, dial) in enumerate(self.dials.items()):
            number = self.numbers[name] + (dial.read_to if moved == k else 0.0)
            if k in self.free:
                first, last = next(ends)
                at = (number - dial.scale[0]) / dial.span
                out.append(np.maximum(first * (1 - at) + last * at, next(least)))
            else:
                out.append(np.interp(number, *dial.line))
        return np.stack(out)

    def gamma(self, values: Real, loads: Complex | None = None) -> Complex:
        return gamma_in(self.ladder, self.freq, values, self.loads if loads is None else loads, self.r0)

    def sigma(self, shares: Real) -> Real:
        """By how much Γ may be off at each preset, as a standard deviation of each of its parts, (N,)."""
        values = self.values(shares)
        gamma = self.gamma(values)
        square = self.rho**2 / 4
        for k in range(len(values)):
            square = square + np.abs(self.gamma(self.values(shares, k)) - gamma) ** 2 / 6
        for turn in (1, 1j):
            square = (
                square + np.abs(self.gamma(values, self.loads * (1 + LOAD_SHARE * turn / 2)) - gamma) ** 2 / 2
            )
        return np.asarray(np.sqrt(square))

    def solved(self, reversed_: tuple[bool, ...]) -> tuple[Real, float]:
        """The nearest shares that begin with each dial this way round, and what is left."""
        expected = np.array([(1.0, 0.0) if back else (0.0, 1.0) for back in reversed_]).ravel()
        low, high = expected - 0.6, expected + 0.6
        shares = expected
        for _ in range(_ROUNDS):
            off = partial(self.off, sigma=self.sigma(shares), expected=expected)
            shares = least_squares_within(off, shares, low, high)
        sigma = self.sigma(shares)
        return shares, float((self.off(shares, sigma, expected) ** 2).sum() + 4 * np.log(sigma).sum())

    def off(self, shares: Real, sigma: Real, expected: Real) -> Real:
        gamma = self.gamma(self.values(shares)) / sigma
        return np.concatenate([gamma.real, gamma.imag, (shares - expected) / _EXPECTED])

    def fitted(self, shares: Real) -> FittedDials:
        expected = np.round(shares.reshape(-1, 2).clip(0, 1)).ravel()
        sigma = self.sigma(shares)
        slopes = np.array(
            [
                (self.off(shares + step, sigma, expected) - self.off(shares - step, sigma, expected)) / 2e-4
                for step in 1e-4 * np.eye(len(shares))
            ]
        ).T
        covariance = np.linalg.inv(slopes.T @ slopes)
        unit = np.repeat(self.range, 2)
        ends = self.low[:, None] + shares.reshape(-1, 2) * self.range[:, None]
        names = [list(self.dials)[k] for k in self.free]
        lines = {
            name: straight(dial.scale, float(pair[0]), float(pair[1]), dial.unit, dial.division)
            for name, pair in zip(names, ends, strict=True)
            for dial in [self.dials[name]]
        }
        off = np.abs(self.gamma(self.values(shares))) / sigma
        odd = tuple(int(n) for n in np.flatnonzero(off > _ODD))
        return FittedDials(self.dials | lines, tuple(names), ends, covariance * np.outer(unit, unit), odd)
