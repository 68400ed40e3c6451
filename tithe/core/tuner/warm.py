"""Compiles every kernel ahead of the first question: `python -m tithe.core.tuner.warm`, and at each start."""

from __future__ import annotations

import numpy as np

from tithe.core.tuner.part import Tuner
from tithe.core.tuner.stepped import SteppedTuner
from tithe.core.twoport import Port


def warm() -> None:
    """Every search once: some seconds where its code is not kept on disk yet, else a tenth of one."""
    freq_hz = np.array([3.65e6, 3.65e6])
    loads = Port(
        np.array([12 - 310j, 1e-6 + 1e4j]), np.ones(2, dtype=np.complex128)
    )  # the second has no match
    for tuner in (Tuner(), SteppedTuner()):
        tuner.tune(freq_hz, loads, 50.0)


if __name__ == "__main__":
    warm()
