"""Lines laid side by side: what the same length of each would lose at one place of a run."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Real
from tithe.core.budget import Budget, loss_db
from tithe.core.errors import require
from tithe.core.parts.line import Line, LineDetails
from tithe.core.twoport import Port, Powered


def load_behind(budget: Budget, place: int) -> Port:
    """What a part would face that stood just before the ``place``-th part of the run (as many as there are
    parts: before the antenna).

    Shapes ``(..., F)``. Raises `InputError` where there is no such place.
    """
    require(0 <= place <= len(budget.stages), "place", "at-most", place, most=len(budget.stages))
    return (budget.stages[place].source if place < len(budget.stages) else budget.antenna).shape


def facing(line: Line, freq_hz: Real, load: Port) -> LineDetails:
    """A length of line before a load: its losses and its standing wave, to the load's own scale."""
    scale = np.ones(np.shape(load.v))
    near = line.two_port(freq_hz).input(load)
    return LineDetails(line, freq_hz, near.powered(scale), Powered(load, scale))


def lost_db(line: LineDetails) -> Real:
    """What the line loses before its load, dB, shape ``(..., F)``; inf where nothing comes out."""
    return loss_db(line.source.shape.power_w, line.load.shape.power_w)
