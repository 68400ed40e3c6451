"""What soil adds to the image: how strongly currents on straight segments act on each other through the
remainders of `tithe.core.wires.half_space`, in their mixed-potential form."""

from __future__ import annotations

import math
from typing import Any

import numpy as np

from tithe.core.compiled import compiled, inlined
from tithe.core.kernel.wire_fields import ETA, runs

WITHIN = (1.5, 3.0, 8.0)
"""Segments whose middles are within so many of their lengths of the image's take the first of the rules,
those further off the next, and so on."""
_STEP_M = 1e-9


@inlined
def _cubic(t: float) -> Any:
    """Weights of four even points for a place ``t`` steps from the first."""
    a, b, c = t - 1, t - 2, t - 3
    return -a * b * c / 6, t * b * c / 2, -t * a * c / 2, t * a * b / 6


@inlined
def _looked_up(
    table: Any, places: Any, even_from: float, first: float, step: float, x: float, y: float
) -> Any:
    """U, V, K, W at ρ = x and ζ = y, in units of k."""
    apart = math.sqrt(x * x + y * y)
    nearest, farthest = places[0], places[-1]
    inward = min(farthest / apart, 1.0)
    x, y = max(x * inward, nearest), max(y * inward, nearest)
    at_x = (math.log(x) + x / even_from - first) / step
    at_y = (math.log(y) + y / even_from - first) / step
    i = min(max(int(at_x) - 1, 0), len(places) - 4)
    j = min(max(int(at_y) - 1, 0), len(places) - 4)
    a, b = _cubic(at_x - i), _cubic(at_y - j)
    u = v = c = w = ju = jv = jc = jw = 0.0
    for p in range(4):
        for q in range(4):
            weight = a[p] * b[q]
            u += weight * table[i + p, j + q, 0]
            ju += weight * table[i + p, j + q, 1]
            v += weight * table[i + p, j + q, 2]
            jv += weight * table[i + p, j + q, 3]
            c += weight * table[i + p, j + q, 4]
            jc += weight * table[i + p, j + q, 5]
            w += weight * table[i + p, j + q, 6]
            jw += weight * table[i + p, j + q, 7]
    wave = complex(math.cos(apart), -math.sin(apart)) / apart
    return complex(u, ju) * wave, complex(v, jv) * wave, complex(c, jc) * wave, complex(w, jw) * wave


@inlined
def _shapes(k: float, length: float, s: float) -> Any:
    """The falling and the rising half at ``s``, and their slopes in units of k."""
    sine, left = math.sin(k * length), k * (length - s)
    return math.sin(left) / sine, math.sin(k * s) / sine, -math.cos(left) / sine, math.cos(k * s) / sine


@compiled
def _tabled_shapes(k: float, length: Any, points: Any) -> Any:
    """The same at the points of each segment, (N, Q, 4)."""
    out = np.empty((len(length), points.shape[1], 4))
    for n in range(len(length)):
        for q in range(points.shape[1]):
            shapes = _shapes(k, length[n], points[0, q] * length[n])
            for i in range(4):
                out[n, q, i] = shapes[i]
    return out


@inlined
def _pair(
    start: Any, along: Any, length: Any, k: float, m: int, n: int, points: Any, shapes: Any, crowded: bool,
    table: Any, places: Any, even_from: float, first: float, step: float,
) -> Any:  # fmt: skip
    """Between both halves of the m-th and of the n-th segment, by jk²η/4π."""
    ux, uy, uz = along[n, 0], along[n, 1], along[n, 2]
    vx, vy, vz = along[m, 0], along[m, 1], along[m, 2]
    d, h = length[n], length[m]
    level, upright = ux * vx + uy * vy, uz * vz
    foot = off = low = high = 0.0
    w00 = w01 = w10 = w11 = 0j
    for q in range(points.shape[1]):
        t = points[0, q] * h
        weight = points[1, q] * h
        fall_m, rise_m, down_m, up_m = shapes[m, q, 0], shapes[m, q, 1], shapes[m, q, 2], shapes[m, q, 3]
        x, y = start[m, 0] + vx * t - start[n, 0], start[m, 1] + vy * t - start[n, 1]
        z = start[m, 2] + vz * t + start[n, 2]
        if crowded:  # towards the point of the source's image that is nearest: s = foot + off·sinh, evenly
            foot = x * ux + y * uy - z * uz
            off = math.sqrt(max(x * x + y * y + z * z - foot * foot, 1e-18))
            low, high = math.asinh(-foot / off), math.asinh((d - foot) / off)
        for p in range(points.shape[1]):
            if crowded:
                turn = low + (high - low) * points[0, p]
                s = foot + off * math.sinh(turn)
                share = weight * points[1, p] * (high - low) * off * math.cosh(turn)
                fall_n, rise_n, down_n, up_n = _shapes(k, d, s)
            else:
                s = points[0, p] * d
                share = weight * points[1, p] * d
                fall_n, rise_n = shapes[n, p, 0], shapes[n, p, 1]
                down_n, up_n = shapes[n, p, 2], shapes[n, p, 3]
            rx, ry, rz = x - ux * s, y - uy * s, z + uz * s
            rho = math.sqrt(rx * rx + ry * ry)
            u, v, c, w = _looked_up(table, places, even_from, first, step, k * rho, k * rz)
            flow = level * u + upright * v
            if rho > _STEP_M:
                flow += w * (((ux * rx + uy * ry) * vz - (vx * rx + vy * ry) * uz) / rho)
            flow, c = flow * share, c * share
            w00 += flow * (fall_m * fall_n) - c * (down_m * down_n)
            w01 += flow * (fall_m * rise_n) - c * (down_m * up_n)
            w10 += flow * (rise_m * fall_n) - c * (up_m * down_n)
            w11 += flow * (rise_m * rise_n) - c * (up_m * up_n)
    return w00, w01, w10, w11


@compiled
def add_soil(
    reactions: Any, start: Any, along: Any, length: Any, radius: Any, k: float, rules: Any, table: Any,
    places: Any, even_from: float,
) -> None:  # fmt: skip
    """Add to ``reactions`` (N, N, 2, 2), Ω, as of `tithe.core.kernel.wire_fields.fill`, what soil does beyond
    the image.

    ``start``, ``along`` (N, 3), ``length``, ``radius`` (N,), ``k`` as there; ``rules``: four of (2, Q),
    points from 0 to 1 and their weights, from the nearest segments to the farthest. ``table`` (P, P, 4) over
    ``places`` (P,), even in ln x + x/``even_from``, as of `tithe.core.wires.soil_table`.
    """
    count = len(length)
    shift = along * length.reshape(-1, 1)
    like, _, follows = runs(start, shift, radius)
    first = math.log(places[0]) + places[0] / even_from
    step = (math.log(places[-1]) + places[-1] / even_from - first) / (len(places) - 1)
    parts = table.view(np.float64)  # (P, P, 8)
    shapes = (
        _tabled_shapes(k, length, rules[0]), _tabled_shapes(k, length, rules[1]),
        _tabled_shapes(k, length, rules[2]), _tabled_shapes(k, length, rules[3]),
    )  # fmt: skip
    of_soil = np.empty((count, count, 2, 2), dtype=np.complex128)
    for m in range(count):
        for n in range(m, count):
            level = abs(shift[n, 2]) < _STEP_M
            if m > 0 and follows[m] and follows[n] and like[m] == like[n] and level:
                of_soil[m, n] = of_soil[m - 1, n - 1]
                continue
            apart = 0.0
            for axis in range(3):
                flip = -1.0 if axis == 2 else 1.0
                off = start[m, axis] + shift[m, axis] / 2 - flip * (start[n, axis] + shift[n, axis] / 2)
                apart += off * off
            longest = max(length[m], length[n])
            rule = 0
            while rule < 3 and apart >= (WITHIN[rule] * longest) ** 2:
                rule += 1
            w = _pair(
                start, along, length, k, m, n, rules[rule], shapes[rule], rule == 0, parts, places, even_from,
                first, step,
            )  # fmt: skip
            for i in range(2):
                for j in range(2):
                    of_soil[m, n, i, j] = w[2 * i + j]
    scale = 1j * k * k * ETA / (4 * math.pi)
    for m in range(count):
        for n in range(m, count):
            for i in range(2):
                for j in range(2):
                    reaction = scale * of_soil[m, n, i, j]
                    reactions[m, n, i, j] += reaction
                    if m != n:
                        reactions[n, m, j, i] += reaction
