"""The antenna: one way of knowing it a file, behind one protocol."""

from tithe.core.antenna.loss import LossResistance, SeriesLoss, radiation_efficiency
from tithe.core.antenna.planned import PlannedAntenna
from tithe.core.antenna.protocol import Antenna
from tithe.core.antenna.resonator import Resonator
from tithe.core.antenna.sampled import SampledAntenna, table
from tithe.core.antenna.swr_only import SwrAntenna
from tithe.core.antenna.unknown import UnknownAntenna

__all__ = [
    "Antenna",
    "LossResistance",
    "PlannedAntenna",
    "Resonator",
    "SampledAntenna",
    "SeriesLoss",
    "SwrAntenna",
    "UnknownAntenna",
    "radiation_efficiency",
    "table",
]
