"""One SWR after another at the same frequency: what a picture over SWR is computed from."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.antenna.swr_only import MEASURED_OHM, SwrAntenna
from tithe.core.arrays import Real
from tithe.core.reflection import rho_of_swr


@dataclass(frozen=True)
class SwrRange(SwrAntenna):
    """``ratios`` (F,): the SWR at the feedpoint in each of F columns, whose frequencies are alike."""

    ratios: tuple[float, ...] = ()

    def rho(self, freq_hz: Real) -> Real:
        """|Γ| of each column, shape ``(F,)``."""
        return np.asarray(rho_of_swr(np.array(self.ratios)))


def swr_range(freq_hz: float, ratios: tuple[float, ...], reference_ohm: float = MEASURED_OHM) -> SwrRange:
    """An antenna for columns of one frequency (Hz), each SWR against ``reference_ohm``.
    Raises `InputError` for an SWR below 1.

    >>> swr_range(7e6, (1.0, 3.0)).rho(np.array([7e6, 7e6])).tolist()
    [0.0, 0.5]
    """
    points = tuple((freq_hz * (1 + n), ratio) for n, ratio in enumerate(ratios))
    return SwrRange(points=points, ratios=ratios, reference_ohm=reference_ohm)
