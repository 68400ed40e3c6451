"""Watts in and watts out: what two meters on either side of a part tell of its loss, and what they cannot.

Each shows a net power, forward less reflected; each may be off by its accuracy, a share of its full scale for
either reading and a share of the power for its scale as a whole. One meter carried from one side to the other
has one scale, whose error falls out.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.errors import require, require_not_negative, require_positive
from tithe.core.intervals import SIGMAS

_PER_NEPER = float(10 / np.log(10))


class Watts(NamedTuple):
    """A meter's two readings, W, its full scale, W, and its accuracy as a share of that."""

    forward_w: float
    reflected_w: float
    full_scale_w: float
    accuracy: float


class WattsLoss(NamedTuple):
    """Loss in dB as read, least and most of nineteen cases in twenty (no less than 0), and the least loss
    that these meters tell from none."""

    loss_db: float
    low_db: float
    high_db: float
    tells_from_db: float


def loss(before: Watts, behind: Watts, same_meter: bool = False) -> WattsLoss:
    """Of the part between two readings. Raises `InputError` for readings that are none.

    >>> told = loss(Watts(100, 0, 200, 0.05), Watts(90, 0, 200, 0.05))
    >>> [round(x, 2) for x in told]
    [0.46, 0.02, 0.9, 0.44]
    """
    logs, variance = [], 0.0
    for place, meter in (("before", before), ("behind", behind)):
        require_positive(f"{place}.forward_w", meter.forward_w)
        require_not_negative(f"{place}.reflected_w", meter.reflected_w)
        require_positive(f"{place}.full_scale_w", meter.full_scale_w)
        require_positive(f"{place}.accuracy", meter.accuracy)
        net = meter.forward_w - meter.reflected_w
        require(net > 0, f"{place}.reflected_w", "all-comes-back")
        reads = meter.accuracy * meter.full_scale_w / 4 / net
        readings = 1 if meter.reflected_w == 0 else 2
        variance += readings * reads**2 + (0.0 if same_meter else (meter.accuracy / 2) ** 2)
        logs.append(float(np.log(net)))
    loss_db = _PER_NEPER * (logs[0] - logs[1])
    off = _PER_NEPER * SIGMAS * float(np.sqrt(variance))
    return WattsLoss(loss_db, max(loss_db - off, 0.0), max(loss_db + off, 0.0), off)
