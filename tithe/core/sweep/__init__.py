"""Sweeps: reading them, moving their plane, trimming by them, and comparing them with a baseline."""

from tithe.core.sweep.analyzer import Analyzer, measure
from tithe.core.sweep.by_band import BandReading, read_band
from tithe.core.sweep.drift import Cause, Drift, compare
from tithe.core.sweep.features import Dip, Features, Resonance, Width, features
from tithe.core.sweep.noise import noise_of
from tithe.core.sweep.plane import Moved, move, require_plane
from tithe.core.sweep.radials import Radials, judge_radials
from tithe.core.sweep.radials import Reading as RadialReading
from tithe.core.sweep.summary import describe, describe_dip, flattery
from tithe.core.sweep.sweep import Sweep, impedance, with_phase, without_phase
from tithe.core.sweep.trim import StepVerdict, TrimAdvice, TrimStep, advise, judge, learned

__all__ = [
    "Analyzer",
    "BandReading",
    "Cause",
    "Dip",
    "Drift",
    "Features",
    "Moved",
    "RadialReading",
    "Radials",
    "Resonance",
    "StepVerdict",
    "Sweep",
    "TrimAdvice",
    "TrimStep",
    "Width",
    "advise",
    "compare",
    "describe",
    "describe_dip",
    "features",
    "flattery",
    "impedance",
    "judge",
    "judge_radials",
    "learned",
    "measure",
    "move",
    "noise_of",
    "read_band",
    "require_plane",
    "with_phase",
    "without_phase",
]
