"""A tuner's reach: over the disc of loads, what it matches, at what loss, and what power it bears there."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.budget import loss_db
from tithe.core.parts.part import Tuned, TunerPart
from tithe.core.twoport import Port

ACROSS = 51
"""Cells across the disc, which makes about two thousand on it."""
RIM = 0.985
"""|Γ| of the outermost loads that are looked at: SWR 132; cells beyond it show what is met there."""


@dataclass(frozen=True)
class Met:
    """A tuner at loads, (N,): whether it matches them, its loss there (dB) and the power into it at which
    its first part reaches a rating (W; inf: none is stated)."""

    matched: Mask
    loss_db: Real
    limit_w: Real


@dataclass(frozen=True)
class Reach:
    """Loads by their Γ against the reference, (N,), on a grid of cells ``cell`` wide, and how they are
    met."""

    gamma: Complex
    cell: float
    met: Met


def meet(
    tuner: TunerPart, freq_hz: Real, z_ohm: Complex, reference_ohm: float, power_w: float = 0.0
) -> tuple[Tuned, Met]:
    """A tuner, set for each load (Ω, (N,)) at its frequency as it is set for that power."""
    load = Port(z_ohm, np.ones(z_ohm.shape, dtype=np.complex128))
    tuned = tuner.automatic().tune(freq_hz, load, reference_ohm, power_w)
    source, unity = tuned.input(load), np.ones(z_ohm.shape)
    tuner_details = tuned.details(source.powered(unity), load.powered(unity))
    return tuned, Met(tuned.matched, loss_db(source.power_w, load.power_w), tuner_details.limit_w)


def reach(
    tuner: TunerPart, freq_hz: float, reference_ohm: float, power_w: float = 0.0, across: int = ACROSS
) -> Reach:
    """At one frequency, ``across`` cells from rim to rim; ``power_w``: what goes in."""
    cell = 2 / across
    middles = (np.arange(across) + 0.5) * cell - 1
    gamma = (middles[None, :] + 1j * middles[:, None]).ravel()
    gamma = gamma[np.abs(gamma) <= 1]
    inside = gamma * np.minimum(1, RIM / np.maximum(np.abs(gamma), 1e-12))
    z = reference_ohm * (1 + inside) / (1 - inside)
    _, met = meet(tuner, np.full(len(z), freq_hz), z, reference_ohm, power_w)
    return Reach(gamma, cell, met)
