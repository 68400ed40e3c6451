"""How far the figures of a station may be off: what is believed of them before anything is read or measured.

Losses have factors on a logarithmic scale: a line's lies within 0.8 and 1.5 in nineteen cases of twenty (old
lines lose more, not less), a tuner's and a core's within 0.5 and 2. Each part of the antenna's Γ is off by
what its source leaves open.
"""

from __future__ import annotations

import numpy as np

from tithe.core.antenna import Antenna, PlannedAntenna
from tithe.core.antenna.sampled import SampledAntenna
from tithe.core.antenna.swr_only import SwrAntenna
from tithe.core.intervals import SIGMAS

Prior = tuple[float, float]
"""ln of how many times as much as written: its middle and its standard deviation."""
LINE: Prior = (float(np.log(0.8 * 1.5) / 2), float(np.log(1.5 / 0.8) / 2 / SIGMAS))
TUNER: Prior = (0.0, float(np.log(2.0) / SIGMAS))
CORE: Prior = TUNER
MEASURED_SD, TYPED_SD, THROUGH_THE_RUN_SD, PLANNED_SD = 0.05, 0.07, 0.1, 0.12
"""Of each part of Γ at the feedpoint: measured by a sweep or a table; typed as a resonator or an SWR there;
an SWR read in the radio room, through a run whose loss is itself uncertain; planned."""


def antenna_sd(antenna: Antenna) -> float:
    """How far each part of its Γ may be off."""
    if isinstance(antenna, SampledAntenna):
        return MEASURED_SD
    if isinstance(antenna, SwrAntenna) and antenna.plane == "radio":
        return THROUGH_THE_RUN_SD
    return PLANNED_SD if isinstance(antenna, PlannedAntenna) else TYPED_SD
