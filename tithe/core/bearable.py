"""The share of the rated power that a station bears: the first part to reach a rating sets it.

Volts and amps go with the square root of the power, so a part at n times its voltage bears 1/n² of the power.
"""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Real, quotient
from tithe.core.budget import Budget, Stage

BORNE = 0.999
"""Share of the radio's power that counts as all of it."""


def bearable_share(budget: Budget) -> Real:
    """Share of the rated power, 1 at the most; shape ``(..., F)``."""
    share = np.ones(budget.radiated_w.shape)
    for stage in budget.stages:
        if not stage.part.bypassed:
            share = np.minimum(share, _of(stage, budget.station.transmitter.duty))
    return share


def _of(stage: Stage, duty: float) -> Real:
    along, volts, most_w = stage.along, stage.part.max_volts_rms, stage.part.ratings.max_power_w
    share = np.ones(np.shape(stage.in_w))
    if stage.setting is not None:
        share = np.minimum(share, quotient(stage.setting.limit_w, stage.in_w, 1.0))
    if along is not None and along.surely_below(np.inf if volts is None else volts, duty):
        return share
    if volts is not None:
        share = np.minimum(share, quotient(volts, stage.volts_rms_worst, np.inf) ** 2)
    if along is not None and along.part.line.heat_w_per_m is not None:
        share = np.minimum(share, along.bearable_share(duty))
    if most_w is not None:
        share = np.minimum(share, quotient(most_w, stage.in_w, np.inf))
    if (heat_w := stage.part.max_heat_w) is not None:
        share = np.minimum(share, quotient(heat_w, np.maximum(stage.taken_w, 0.0) * duty, np.inf))
    return np.asarray(share)
