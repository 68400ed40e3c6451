"""Random but sensible parts, loads and chains."""

import numpy as np
from hypothesis import strategies as st

from tithe.core import (
    AttenuatedLine,
    Inline,
    Line,
    Meter,
    Station,
    Transformer,
    Transmitter,
    Tuner,
    TwoWireLine,
    table,
)
from tithe.core.parts.tuner.elements import NO_STRAYS, Strays
from tithe.document import shelf

FREQ = st.floats(1.8e6, 30e6)


def logarithmic(low: float, high: float) -> st.SearchStrategy[float]:
    """Floats spread evenly over decades."""
    return st.floats(np.log(low), np.log(high)).map(lambda x: float(np.exp(x)))


LOAD = st.builds(complex, logarithmic(1, 5000), st.floats(-3000, 3000))
LINE_TYPE = st.sampled_from(sorted(shelf.lines())).map(shelf.line_type) | st.builds(
    TwoWireLine,
    wire_m=st.floats(0.5e-3, 4e-3),
    spacing_m=st.floats(20e-3, 300e-3),
    velocity_factor=st.floats(0.8, 1.0),
)
LINE = st.builds(Line, LINE_TYPE, st.floats(0, 120))
INLINE = st.builds(Inline, st.floats(0, 1), logarithmic(25, 600), st.floats(0, 1))
TRANSFORMER = st.builds(
    Transformer,
    ratio=logarithmic(0.25, 64),
    loss_db=st.floats(0, 1),
    magnetizing_h=st.none() | logarithmic(1e-6, 1e-4),
    core_loss_ohm=st.none() | logarithmic(500, 1e5),
    leakage_h=st.none() | logarithmic(1e-9, 1e-6),
    series_share=st.floats(0, 1),
)
METER = st.builds(Meter, loss_db=st.floats(0, 0.2))
PASSIVE = st.one_of(LINE, INLINE, TRANSFORMER, METER)
TUNER = st.builds(
    Tuner,
    network=st.sampled_from(["l", "t-highpass", "t-lowpass", "pi"]),
    coil_q=logarithmic(40, 600),
    capacitor_q=logarithmic(300, 5000),
    c_max_f=logarithmic(100e-12, 2000e-12),
    l_max_h=logarithmic(3e-6, 60e-6),
    strays=st.sampled_from([NO_STRAYS, Strays(30e-9, 8e-12)]),
)
LOSSLESS_LINE = AttenuatedLine(50, 0.66, 0, 0)


@st.composite
def stations(draw: st.DrawFn) -> tuple[Station, float]:
    """A station with up to seven parts, at most one of them a tuner, and a frequency."""
    chain = draw(st.lists(PASSIVE, max_size=6))
    if draw(st.booleans()):
        chain.insert(draw(st.integers(0, len(chain))), draw(TUNER))
    freq, z = draw(FREQ), draw(LOAD)
    antenna = table(((freq, z.real, z.imag),))
    return Station(Transmitter(draw(logarithmic(5, 1500))), tuple(chain), antenna), freq
