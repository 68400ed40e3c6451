"""Antenna tuners: networks, their exact matches with losses in, their stress and their limits."""

from tithe.core.tuner.part import Tuned, Tuner, TunerDetails
from tithe.core.tuner.rated import RatedDetails, RatedTuned, RatedTuner
from tithe.core.tuner.stepped import SteppedTuner

AnyTuner = Tuner | SteppedTuner | RatedTuner
AnyTuned = Tuned | RatedTuned
AnyTunerDetails = TunerDetails | RatedDetails

__all__ = [
    "AnyTuned",
    "AnyTuner",
    "AnyTunerDetails",
    "RatedDetails",
    "RatedTuned",
    "RatedTuner",
    "SteppedTuner",
    "Tuned",
    "Tuner",
    "TunerDetails",
]
