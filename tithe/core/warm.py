"""Compiles every kernel ahead of the first question: `python -m tithe.core.warm`, and at each start."""

from __future__ import annotations

import numpy as np

from tithe.core.antenna import SwrAntenna
from tithe.core.budget import solve
from tithe.core.parts.line import AttenuatedLine, Line
from tithe.core.parts.tuner import SteppedTuner, Tuner
from tithe.core.station import Station
from tithe.core.transmitter import Transmitter
from tithe.core.twoport import Port
from tithe.core.wires.far_field import sky
from tithe.core.wires.ground import SOILS
from tithe.core.wires.moments import currents
from tithe.core.wires.shapes import Vertical
from tithe.core.wires.soil_table import make_usual_tables


def warm() -> None:
    """Every search once: some seconds where its code is not kept on disk yet, else a tenth of one."""
    freq_hz = np.array([3.65e6, 3.65e6])
    matched, unmatched = 12 - 310j, 1e-6 + 1e4j
    loads = Port(np.array([matched, unmatched]), np.ones(2, dtype=np.complex128))
    line, antenna = Line(AttenuatedLine(50.0, 0.66, 0.6, 0.01), 10.0), SwrAntenna(((3e6, 20.0), (4e6, 20.0)))
    for tuner in (Tuner(), SteppedTuner()):
        tuner.tune(freq_hz, loads, 50.0)
        budget = solve(Station(Transmitter(), (tuner, line), antenna), freq_hz)
        assert budget.stages[1].volts_rms_worst.all()
    stepped = Vertical(7.0, 2, 7.0, 1.0).layout()
    planned = currents(stepped, 7.1e6, SOILS["average"])
    make_usual_tables()
    assert sky(planned, turns=2, rings=2).ohm > 0


if __name__ == "__main__":
    warm()
