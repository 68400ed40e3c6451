"""The share of the rated power that a station bears: the first part to reach a rating sets it.

Volts and amps go with the square root of the power, so a part at n times its voltage bears 1/n² of the power.
"""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Real, quotient
from tithe.core.budget import Budget, Stage
from tithe.core.line import Line, LineDetails
from tithe.core.tuner import AnyTunerDetails


def bearable_share(budget: Budget) -> Real:
    """Share of the rated power, 1 at the most; shape ``(..., F)``."""
    share = np.ones(budget.radiated_w.shape)
    for stage in budget.stages:
        if not stage.part.bypassed:
            share = np.minimum(share, _of(stage, budget.station.transmitter.duty))
    return share


def _of(stage: Stage, duty: float) -> Real:
    part = stage.part
    share = np.ones(np.shape(stage.in_w))
    if isinstance(stage.details, AnyTunerDetails):
        share = np.minimum(share, quotient(stage.details.limit_w, stage.in_w, 1.0))
    volts = part.line.max_volts_rms if isinstance(part, Line) else part.ratings.max_volts_rms
    limit = np.inf if volts is None else volts
    if isinstance(stage.details, LineDetails) and stage.details.surely_below(limit, duty):
        return share
    if volts is not None:
        share = np.minimum(share, quotient(volts, stage.volts_rms_worst, np.inf) ** 2)
    if isinstance(stage.details, LineDetails) and stage.details.part.line.heat_w_per_m is not None:
        share = np.minimum(share, stage.details.bearable_share(duty))
    if not isinstance(part, Line) and part.ratings.max_power_w is not None:
        share = np.minimum(share, quotient(part.ratings.max_power_w, stage.in_w, np.inf))
    return np.asarray(share)
