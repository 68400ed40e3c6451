"""How strongly the currents on straight segments of wire act on each other: the fill of the matrix of
moments.

A segment carries two halves of its neighbours' currents: one that falls from 1 at its start to 0 at its end,
and one that rises from 0 to 1, both as sin ks / sin kd. The field of each is exact in closed form
(Schelkunoff and Friis 1952; Richmond 1974); the charges at the nodes are left out, since those of two halves
that meet cancel. The halves of the segment acted on are then weighed with the field along it by quadrature.
"""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from tithe.core.compiled import compiled, inlined

ETA = 376.730313668
"""Impedance of free space, Ω."""
WITHIN = (1.5, 3.5)
"""Segments whose middles are within so many of their lengths take the first of the rules of points, those
further off the next."""
_STEP_M = 1e-9
"""Segments that are as little off are still of one length and in one line."""


@inlined
def _wave(k: float, square: float, z: float) -> Any:
    """Distance to a node, ``z`` along and √``square`` across, and its wave."""
    r = math.sqrt(square + z * z)
    return r, complex(math.cos(k * r), -math.sin(k * r))


@compiled
def _weights(length: Any, k: float, points: Any) -> Any:
    """The falling and the rising half at the points of each segment, weighed: (N, 2, Q)."""
    out = np.empty((len(length), 2, points.shape[1]))
    for n in range(len(length)):
        h = length[n]
        for q in range(points.shape[1]):
            weight = points[1, q] * h / math.sin(k * h)
            out[n, 0, q] = weight * math.sin(k * h * (1 - points[0, q]))
            out[n, 1, q] = weight * math.sin(k * h * points[0, q])
    return out


@inlined
def _pair(
    start: Any, along: Any, length: Any, radius: Any, k: float, c: float, s: float, m: int, n: int,
    points: Any, weights: Any, mirrored: bool, r: Any, e: Any, known: bool,
) -> Any:  # fmt: skip
    """What both halves of the n-th segment, or of its image, do to both of the m-th, by jη/(4π sin kd).

    ``r`` and ``e`` (Q,) hold the distances and waves of the segment's start where these are ``known`` from
    the one before, and afterwards those of its end. ``c`` and ``s`` are cos kd and sin kd.
    """
    ux, uy, uz = along[n, 0], along[n, 1], along[n, 2]
    vx, vy, vz = along[m, 0], along[m, 1], along[m, 2]
    d, h = length[n], length[m]
    aa = (radius[m] * radius[m] + radius[n] * radius[n]) / 2
    flip = -1.0 if mirrored else 1.0
    ax, ay, az = start[m, 0] - start[n, 0], start[m, 1] - start[n, 1], start[m, 2] - flip * start[n, 2]
    uz = flip * uz
    # The image's current runs the other way on the level.
    direct = flip * (ux * vx + uy * vy + uz * vz)
    w00 = w01 = w10 = w11 = 0j
    for q in range(points.shape[1]):
        t = points[0, q] * h
        x, y, w = ax + vx * t, ay + vy * t, az + vz * t
        z = x * ux + y * uy + w * uz
        px, py, pz = x - z * ux, y - z * uy, w - z * uz
        square = px * px + py * py + pz * pz + aa
        r1, e1 = (r[q], e[q]) if known else _wave(k, square, z)
        r2, e2 = _wave(k, square, z - d)
        r[q], e[q] = r2, e2
        # The fields of the falling and of the rising half: along the segment, and per metre across it.
        v1, v2, per_square = 1 / r1, 1 / r2, 1 / square  # a complex number is slow to divide
        g1, g2, c1, c2 = e1 * v1, e2 * v2, z * v1, (z - d) * v2
        fall, rise = c * g1 - g2, c * g2 - g1
        fall_x = (e2 * c2 - e1 * complex(c * c1, s)) * per_square
        rise_x = (e1 * c1 - e2 * complex(c * c2, -s)) * per_square
        across = flip * (px * vx + py * vy + pz * vz)
        fall_e, rise_e = fall * direct + fall_x * across, rise * direct + rise_x * across
        down, up = weights[m, 0, q], weights[m, 1, q]
        w00 += down * fall_e
        w01 += down * rise_e
        w10 += up * fall_e
        w11 += up * rise_e
    return w00, w01, w10, w11


@compiled
def runs(start: Any, shift: Any, radius: Any) -> Any:
    """Of each segment: which of them it is just as long and steep as, by the first of these; whether it goes
    on from the one before; and whether it does so straight and with the same length: (N,) each."""
    count = len(start)
    like = np.arange(count)
    joined, follows = np.zeros(count, dtype=np.bool_), np.zeros(count, dtype=np.bool_)
    for n in range(1, count):
        for first in range(n):
            if like[first] == first and np.abs(shift[n] - shift[first]).max() < _STEP_M:
                like[n] = first
                break
        gap = np.abs(start[n] - start[n - 1] - shift[n - 1]).max()
        joined[n] = gap < _STEP_M and radius[n] == radius[n - 1]
        follows[n] = joined[n] and like[n] == like[n - 1]
    return like, joined, follows


@compiled
def fill(
    start: Any,
    along: Any,
    length: Any,
    radius: Any,
    k: float,
    rules: Any,
    needed: Any,
    image: complex,
) -> Any:
    """The reactions of all halves: Ω, shape ``(N, N, 2, 2)``, of the n-th segment's on the m-th's at ``[m,
    n]``, the falling half before the rising one.

    ``start``, ``along`` (N, 3), m and unit vectors; ``length``, ``radius`` (N,), m; ``k`` = 2π/λ.
    ``rules``: three of (2, Q), points from 0 to 1 and their weights, from the nearest segments to the
    farthest; ``needed`` (N, N): of which segments at all. ``image``: the strength of the image in the
    ground, 0 where there is none.
    """
    count = len(length)
    weights = (_weights(length, k, rules[0]), _weights(length, k, rules[1]), _weights(length, k, rules[2]))
    shift = along * length.reshape(-1, 1)
    like, joined, follows = runs(start, shift, radius)
    cosine, sine = np.cos(k * length), np.sin(k * length)
    scales = -1j * ETA / (4 * math.pi * sine)
    most = max(rules[0].shape[1], rules[1].shape[1], rules[2].shape[1])
    r, e = np.empty(most), np.empty(most, dtype=np.complex128)
    images = 1 if image == 0 else 2
    parts = np.zeros((images, count, count, 2, 2), dtype=np.complex128)
    for mirrored in range(images):
        flip = -1.0 if mirrored else 1.0
        part = parts[mirrored]
        for m in range(count):
            last, before = -2, -1
            for n in range(count):
                if not needed[m, n]:
                    continue
                alike = follows[m] and follows[n] and like[m] == like[n] and needed[m - 1, n - 1]
                if alike and not (mirrored and abs(shift[n, 2]) > _STEP_M):
                    for i in range(2):
                        for j in range(2):
                            part[m, n, i, j] = part[m - 1, n - 1, i, j]
                    continue
                # From the middle of the source, or of its image, to the middle of what it acts on.
                x = start[m, 0] - start[n, 0] + (shift[m, 0] - shift[n, 0]) / 2
                y = start[m, 1] - start[n, 1] + (shift[m, 1] - shift[n, 1]) / 2
                z = start[m, 2] - flip * start[n, 2] + (shift[m, 2] - flip * shift[n, 2]) / 2
                apart, longest = x * x + y * y + z * z, max(length[m], length[n])
                off = 0
                while off < 2 and apart >= (WITHIN[off] * longest) ** 2:
                    off += 1
                known = last == n - 1 and before == off and joined[n]
                last, before = n, off
                c, s, scale = cosine[n], sine[n], scales[n]
                reaction = _pair(
                    start, along, length, radius, k, c, s, m, n,
                    rules[off], weights[off], mirrored > 0, r, e, known,
                )  # fmt: skip
                for i in range(2):
                    for j in range(2):
                        part[m, n, i, j] = scale * reaction[2 * i + j]
    if images == 2:
        parts[0] += image * parts[1]
    return parts[0]


@compiled
def join(reactions: Any, half: Any, sign: Any, near: Any) -> Any:
    """From the reactions of halves, (N, N, 2, 2), to those of currents, Ω, (M, M): each a pair of halves
    ``half`` (M, 2), counted in twos a segment, with their ``sign`` (M, 2).

    One acts on another just as that acts on it. Of those ``near`` each other, (M, M), both are taken: where
    their segments are unlike, what the points of one miss the points of the other have too much.
    """
    count = len(half)
    out = np.empty((count, count), dtype=np.complex128)
    for p in range(count):
        for q in range(p, count):
            z = _joined(reactions, half, sign, p, q)
            if near[p, q]:
                z = (z + _joined(reactions, half, sign, q, p)) / 2
            out[p, q] = out[q, p] = z
    return out


@inlined
def _joined(reactions: Any, half: Any, sign: Any, p: int, q: int) -> Any:
    z = 0j
    for a in range(2):
        m, i = half[p, a] // 2, half[p, a] % 2
        for b in range(2):
            n, j = half[q, b] // 2, half[q, b] % 2
            z += sign[p, a] * sign[q, b] * reactions[m, n, i, j]
    return z


@compiled
def near(node: Any, reach: Any, within: float) -> Any:
    """Which of M ``node`` (M, 3) are within so many times both their ``reach`` (M,) of each other, (M, M)."""
    count = len(node)
    out = np.empty((count, count), dtype=np.bool_)
    for p in range(count):
        for q in range(p, count):
            square = 0.0
            for axis in range(3):
                square += (node[p, axis] - node[q, axis]) ** 2
            out[p, q] = out[q, p] = square < (within * (reach[p] + reach[q])) ** 2
    return out


@compiled
def needed(half: Any, count: int, near: Any) -> Any:
    """Of which of ``count`` segments `join` asks the reactions, (N, N)."""
    out = np.zeros((count, count), dtype=np.bool_)
    for p in range(len(half)):
        for q in range(len(half)):
            if q >= p or near[p, q]:
                for a in range(2):
                    for b in range(2):
                        out[half[p, a] // 2, half[q, b] // 2] = True
    return out
