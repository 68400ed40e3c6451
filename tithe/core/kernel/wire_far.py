"""What currents on straight segments of wire radiate into each direction."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from tithe.core.compiled import compiled
from tithe.core.kernel.wire_fields import runs


@compiled
def far_power(
    start: Any, along: Any, length: Any, halves: Any, k: float, cosine: Any, azimuth: Any, points: Any,
    ground: int, soil: complex,
) -> Any:  # fmt: skip
    """|N_θ|² + |N_φ|² of the radiation vector N = ∫ I e^{jk r̂·r} ds, A²m², shape ``(T, A)``: the mean of an
    azimuth and of the one that is opposite.

    ``cosine`` (T,) of the angle from the zenith, ``azimuth`` (A,) in rad; ``halves`` (2N,) as of the mesh;
    ``points`` (2, Q) from 0 to 1 along a segment, with their weights. ``ground``: 0 none, 1 perfect, 2 of the
    relative permittivity ``soil``, by Fresnel's coefficients.
    """
    count, many = len(length), points.shape[1]
    _, _, follows = runs(start, along * length.reshape(-1, 1), np.ones(count))
    x, way = np.empty((count * many, 3)), np.empty((count * many, 3))
    flow = np.empty(count * many, dtype=np.complex128)
    for n in range(count):
        sine = math.sin(k * length[n])
        for q in range(many):
            s = points[0, q] * length[n]
            i = n * many + q
            for axis in range(3):
                x[i, axis] = start[n, axis] + along[n, axis] * s
                way[i, axis] = along[n, axis]
            falling, rising = math.sin(k * (length[n] - s)), math.sin(k * s)
            flow[i] = (halves[2 * n] * falling + halves[2 * n + 1] * rising) / sine * points[1, q] * length[n]
    out = np.empty((len(cosine), len(azimuth)))
    # Of each point what it sends upright, east and north, in the plane of the ray and across it; conjugates.
    sent = np.empty((count * many, 10), dtype=np.complex128)
    waves = np.empty((len(azimuth), count * many), dtype=np.complex128)
    for t in range(len(cosine)):
        c = cosine[t]
        s = math.sqrt(max(1 - c * c, 0.0))
        root = np.sqrt(soil - s * s)
        r_v = (soil * c - root) / (soil * c + root) if ground == 2 else 1 + 0j
        r_h = (c - root) / (c + root) if ground == 2 else -1 + 0j
        for i in range(count * many):
            up = k * c * x[i, 2]
            wave = complex(math.cos(up), math.sin(up))
            image = wave.conjugate() if ground != 0 else 0j
            level, across = flow[i] * (wave - r_v * image) * c, flow[i] * (wave + r_h * image)
            sent[i, 0] = -flow[i] * (wave + r_v * image) * s * way[i, 2]
            sent[i, 1], sent[i, 2] = level * way[i, 0], level * way[i, 1]
            sent[i, 3], sent[i, 4] = across * way[i, 0], across * way[i, 1]
            for j in range(5):
                sent[i, 5 + j] = sent[i, j].conjugate()
        for a in range(len(azimuth)):
            ca, sa = math.cos(azimuth[a]), math.sin(azimuth[a])
            step = 1 + 0j
            for n in range(count):
                first = n * many
                if follows[n]:  # like steps along one line turn the wave alike
                    for i in range(first, first + many):
                        waves[a, i] = waves[a, i - many] * step
                    continue
                for i in range(first, first + many):
                    flat = k * s * (x[i, 0] * ca + x[i, 1] * sa)
                    waves[a, i] = complex(math.cos(flat), math.sin(flat))
                turn = k * s * (along[n, 0] * ca + along[n, 1] * sa) * length[n]
                step = complex(math.cos(turn), math.sin(turn))
        seen = np.dot(waves, sent)
        for a in range(len(azimuth)):
            ca, sa = math.cos(azimuth[a]), math.sin(azimuth[a])
            power = 0.0
            for side, first in ((1.0, 0), (-1.0, 5)):  # the opposite way all phases turn round
                in_plane = seen[a, first] + side * (seen[a, first + 1] * ca + seen[a, first + 2] * sa)
                across = seen[a, first + 4] * ca - seen[a, first + 3] * sa
                power += in_plane.real**2 + in_plane.imag**2 + across.real**2 + across.imag**2
            out[t, a] = power / 2
    return out
