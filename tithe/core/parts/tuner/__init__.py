"""Antenna tuners: networks, their exact matches with losses in, their stress and their limits."""

from tithe.core.parts.tuner.part import Tuner
from tithe.core.parts.tuner.rated import RatedDetails, RatedTuned, RatedTuner
from tithe.core.parts.tuner.set_tuner import SetTuner, TunerDetails
from tithe.core.parts.tuner.stepped import SteppedTuner

__all__ = [
    "RatedDetails",
    "RatedTuned",
    "RatedTuner",
    "SetTuner",
    "SteppedTuner",
    "Tuner",
    "TunerDetails",
]
