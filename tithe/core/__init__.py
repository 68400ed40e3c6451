"""The rules of the job: a `Station` goes in, a `Budget` comes out.

NumPy, SciPy and Numba; no files but those that compiled kernels are kept in, no screens. Everything is
vectorised over frequency, shape ``(F,)``, and over leading axes where a load is known only in part, shape
``(..., F)``.
"""

from tithe.core.antenna import (
    LossResistance,
    PlannedAntenna,
    Resonator,
    SampledAntenna,
    SwrAntenna,
    UnknownAntenna,
    table,
)
from tithe.core.budget import Budget, Stage, solve
from tithe.core.cautions import Caution, cautions_at
from tithe.core.errors import InputError
from tithe.core.parts.inline import Inline
from tithe.core.parts.line import AttenuatedLine, Line, TwoWireLine
from tithe.core.parts.line_fit import fitted_line
from tithe.core.parts.meter import Meter
from tithe.core.parts.ratings import Ratings
from tithe.core.parts.transformer import Transformer
from tithe.core.parts.tuner import RatedTuner, SteppedTuner, Tuner
from tithe.core.station import Band, Station
from tithe.core.transmitter import PROTECTIONS, Protection, Transmitter
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
    "PlannedAntenna",
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
