"""Sweeps to read."""

import numpy as np
import pytest

from tithe.core import Line, Resonator, Station, Transmitter
from tithe.core.reflection import reflection
from tithe.core.sweep import with_phase
from tithe.document import shelf


def swept(antenna, freq_hz):
    """An antenna's true sweep at its feedpoint."""
    port = antenna.terminals(np.asarray(freq_hz))
    return with_phase(freq_hz, reflection(port.v, port.i, 50.0))


@pytest.fixture
def dipole_station():
    """A resonator behind a long run of thin coax."""
    run = (Line(shelf.line_type("rg-58"), 1.5, "jumper"), Line(shelf.line_type("rg-58"), 40.0, "run"))
    return Station(Transmitter(), run, Resonator(7.1e6, 60, 12))
