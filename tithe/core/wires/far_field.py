"""How much of the power leaves above the horizon, and how much of that at a low angle."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from tithe.core.kernel.wire_far import far_power
from tithe.core.kernel.wire_fields import ETA
from tithe.core.wires.ground import Ground, Soil
from tithe.core.wires.moments import Currents, gauss

LOW_ANGLE_DEG = 30.0


class Sky(NamedTuple):
    """``share``: of the power that enters the wire, what leaves for the sky (in free space: anywhere).

    ``low_share``: of that, what leaves below 30° above the horizon.
    """

    share: float
    low_share: float


def sky(
    currents: Currents, extra_ohm: float = 0.0, ground: Ground | None = None, turns: int = 48, rings: int = 24
) -> Sky:
    """By quadrature over all directions; ``extra_ohm`` is more resistance in series with the feed (radials).

    ``ground``: what reflects the waves, where that is not what the currents were found over.

    ``rings``: of each of the two zones, below and above 30°; ``turns``: azimuths.
    """
    mesh, k = currents.mesh, currents.wavenumber
    ground = ground or currents.ground
    kind = 0 if ground == "free-space" else 2 if isinstance(ground, Soil) else 1
    soil = ground.permittivity(currents.freq_hz).item() if isinstance(ground, Soil) else 1 + 0j
    points = gauss(3)
    azimuth = 2 * np.pi * np.arange(turns) / turns
    edge = np.sin(np.radians(LOW_ANGLE_DEG))
    zones = [(0.0, edge), (edge, 1.0)] + ([(-1.0, 0.0)] if kind == 0 else [])
    watts = []
    for low, high in zones:
        share, weight = gauss(rings)
        power = far_power(
            mesh.start, mesh.along, mesh.length, currents.halves, k, low + (high - low) * share, azimuth,
            points, kind, complex(soil),
        )  # fmt: skip
        watts.append(
            ETA * k**2 / (16 * np.pi**2) * (high - low) * 2 * np.pi * float(weight @ power.mean(axis=1))
        )
    fed = (1 / currents.z_ohm).real + extra_ohm * abs(1 / currents.z_ohm) ** 2
    return Sky(sum(watts) / fed, watts[0] / sum(watts))
