"""What the bench measured of a station's lines and coils, as it bears on its readings."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from tithe.core.log.taken import Taken
from tithe.core.priors import Prior
from tithe.document.parts.measured_loss import measured_loss
from tithe.document.station import StationFile


def measured_of(document: StationFile, readings: Sequence[Taken]) -> dict[int, Prior]:
    """Of each line and each coil that was measured, by its place in the run, in the middle of the frequencies
    that were read: `measured_loss`."""
    if not readings:
        return {}
    middle = float(np.median([reading.freq_hz for reading in readings])) / 1e6
    losses = ((n, measured_loss(model, middle)) for n, model in enumerate(document.chain))
    return {n: prior for n, prior in losses if prior is not None}
