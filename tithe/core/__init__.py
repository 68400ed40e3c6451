"""The rules of the job: a `Station` goes in, a `Budget` comes out.

Pure NumPy; no files, no screens. Everything is vectorised over frequency, shape ``(F,)``, and over
leading axes where a load is known only in part, shape ``(..., F)``.
"""

from tithe.core.antenna import LossResistance, Resonator, SampledAntenna, UnknownAntenna, table
from tithe.core.antenna_swr import SwrAntenna
from tithe.core.budget import Budget, Stage, solve
from tithe.core.cautions import Caution, cautions_at
from tithe.core.errors import InputError
from tithe.core.inline import Inline
from tithe.core.line import AttenuatedLine, Line, TwoWireLine
from tithe.core.line_fit import fitted_line
from tithe.core.meter import Meter
from tithe.core.ratings import Ratings
from tithe.core.station import Band, Station
from tithe.core.transformer import Transformer
from tithe.core.transmitter import PROTECTIONS, Protection, Transmitter
from tithe.core.tuner import RatedTuner, SteppedTuner, Tuner
from tithe.core.verdict import Verdict, verdict_at

__all__ = [
    "PROTECTIONS",
    "AttenuatedLine",
    "Band",
    "Budget",
    "Caution",
    "Inline",
    "InputError",
    "Line",
    "LossResistance",
    "Meter",
    "Protection",
    "RatedTuner",
    "Ratings",
    "Resonator",
    "SampledAntenna",
    "Stage",
    "Station",
    "SteppedTuner",
    "SwrAntenna",
    "Transformer",
    "Transmitter",
    "Tuner",
    "TwoWireLine",
    "UnknownAntenna",
    "Verdict",
    "cautions_at",
    "fitted_line",
    "solve",
    "table",
    "verdict_at",
]
