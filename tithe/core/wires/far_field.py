"""How much of the power leaves above the horizon, and how much of that at a low angle."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.kernel.wire_far import far_power
from tithe.core.kernel.wire_fields import ETA
from tithe.core.wires.ground import Ground, Soil
from tithe.core.wires.moments import Currents, gauss

LOW_ANGLE_DEG = 30.0
_EDGE = float(np.sin(np.radians(LOW_ANGLE_DEG)))


class Sky(NamedTuple):
    """``ohm``: what leaves for the sky (in free space: anywhere), as a resistance in series with the feed.

    ``low_share``: of that, what leaves below 30° above the horizon.
    """

    ohm: float
    low_share: float


def sky(
    currents: Currents,
    ground: Ground | None = None,
    turns: int | None = None,
    rings: int | None = None,
    points: int = 2,
) -> Sky:
    """By quadrature over all directions; ``ground``: what reflects the waves, where that is not what the
    currents were found over.

    ``rings``: of each of the two zones, below and above 30°; ``turns``: azimuths; None: as many as the
    antenna's size in waves asks for to some 1e-4. ``points``: of each segment.
    """
    mesh, k = currents.mesh, currents.wavenumber
    ground = ground or currents.ground
    kind = 0 if ground == "free-space" else 2 if isinstance(ground, Soil) else 1
    soil = ground.permittivity(currents.freq_hz).item() if isinstance(ground, Soil) else 1 + 0j
    wide, high = (k * reach for reach in mesh.reach_m)
    start = mesh.start - mesh.middle * (1, 1, kind == 0)
    if kind == 0:
        high = k * float(np.abs(start[:, 2]).max())
    turns = turns or 2 * int(4 + 1.1 * wide)
    rings = rings or int(6 + 0.45 * (wide + high))
    azimuth = np.pi * np.arange(turns // 2) / (turns // 2)
    share, weight = gauss(rings)
    zones = ((0.0, _EDGE), (_EDGE, 1.0), (-1.0, 0.0))[: 3 if kind == 0 else 2]
    power = far_power(
        start, mesh.along, mesh.length, currents.halves, k,
        np.concatenate([low + (high - low) * share for low, high in zones]), azimuth, gauss(points), kind,
        complex(soil),
    )  # fmt: skip
    of_zone = power.mean(axis=1).reshape(len(zones), rings) @ weight * [high - low for low, high in zones]
    ohm = ETA * k**2 / (8 * np.pi) * float(of_zone.sum()) * abs(currents.z_ohm) ** 2
    return Sky(ohm, float(of_zone[0] / of_zone.sum()))
