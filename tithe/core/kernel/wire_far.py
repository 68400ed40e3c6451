"""What currents on straight segments of wire radiate into each direction."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from tithe.core.compiled import compiled


@compiled
def far_power(
    start: Any, along: Any, length: Any, halves: Any, k: float, cosine: Any, azimuth: Any, points: Any,
    ground: int, soil: complex,
) -> Any:  # fmt: skip
    """|N_θ|² + |N_φ|² of the radiation vector N = ∫ I e^{jk r̂·r} ds, A²m², shape ``(T, A)``.

    ``cosine`` (T,) of the angle from the zenith, ``azimuth`` (A,) in rad; ``halves`` (2N,) as of the mesh;
    ``points`` (2, Q) from 0 to 1 along a segment, with their weights. ``ground`` and ``soil`` as in
    `tithe.core.kernel.wire_fields`.
    """
    count, many = len(length), points.shape[1]
    x = np.empty((count * many, 3))
    flow = np.empty(count * many, dtype=np.complex128)
    for n in range(count):
        sine = math.sin(k * length[n])
        for q in range(many):
            s = points[0, q] * length[n]
            i = n * many + q
            for axis in range(3):
                x[i, axis] = start[n, axis] + along[n, axis] * s
            falling, rising = math.sin(k * (length[n] - s)), math.sin(k * s)
            flow[i] = (halves[2 * n] * falling + halves[2 * n + 1] * rising) / sine * points[1, q] * length[n]
    out = np.empty((len(cosine), len(azimuth)))
    for t in range(len(cosine)):
        c = cosine[t]
        s = math.sqrt(max(1 - c * c, 0.0))
        root = np.sqrt(soil - s * s)
        r_v = (soil * c - root) / (soil * c + root) if ground == 2 else 1 + 0j
        r_h = (c - root) / (c + root) if ground == 2 else -1 + 0j
        for a in range(len(azimuth)):
            ca, sa = math.cos(azimuth[a]), math.sin(azimuth[a])
            n_t = n_p = 0j
            for i in range(count * many):
                ux, uy, uz = along[i // many, 0], along[i // many, 1], along[i // many, 2]
                flat = k * s * (x[i, 0] * ca + x[i, 1] * sa)
                up = k * c * x[i, 2]
                radial, tangent = (ux * ca + uy * sa) * c, -ux * sa + uy * ca
                wave = flow[i] * complex(math.cos(flat + up), math.sin(flat + up))
                n_t += wave * (radial - uz * s)
                n_p += wave * tangent
                if ground != 0:
                    image = flow[i] * complex(math.cos(flat - up), math.sin(flat - up))
                    n_t += r_v * image * (-radial - uz * s)
                    n_p += r_h * image * tangent
            out[t, a] = abs(n_t) ** 2 + abs(n_p) ** 2
    return out
