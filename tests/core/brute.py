"""Brute force for tuners, written apart from the core: Kirchhoff forward through the network, every setting
of a grid, and a compass search from the best of them."""

import numpy as np
from numba import njit


@njit(cache=False)
def rho(pi, far, coil, q, omega, lead, stray, r0, z, values):
    """|Γ| at the input of arm – cross – arm with values in F or H."""
    y = 1 / z + 1j * omega * stray
    for k in (2, 1, 0):
        if k == 2 and not far:
            continue
        x = omega * values[k] if coil[k] else 1 / (omega * values[k] + 1e-30)
        part = x / q[k] + (1j * x if coil[k] else -1j * x) + 1j * omega * lead
        in_series = (k == 1) if pi else (k != 1)
        y = 1 / (1 / y + part) if in_series else y + 1 / (part + 1e-30)
    y += 1j * omega * stray
    return abs((1 - r0 * y) / (1 + r0 * y))


@njit(cache=False)
def lowest(pi, far, coil, q, omega, lead, stray, r0, z, low, high, points, starts):
    """The least |Γ| found over a grid of ``points`` an element, refined from its best ``starts``."""
    third = points if far else 1
    grid = np.empty(points * points * third)
    start, values = np.zeros(3), np.zeros(3)
    span = np.log(high / low)
    n = 0
    for a in range(points):
        for b in range(points):
            for c in range(third):
                values[0] = low[0] * np.exp(span[0] * a / (points - 1))
                values[1] = low[1] * np.exp(span[1] * b / (points - 1))
                values[2] = low[2] * np.exp(span[2] * c / max(third - 1, 1))
                grid[n] = rho(pi, far, coil, q, omega, lead, stray, r0, z, values)
                n += 1
    best = 1.0
    for _ in range(starts):
        n = int(np.argmin(grid))
        grid[n] = 2.0
        start[0] = n // (points * third) / (points - 1)
        start[1] = n // third % points / (points - 1)
        start[2] = n % third / max(third - 1, 1)
        here = 2.0
        step = 1.0 / (points - 1)
        while step > 1e-7:
            moved = False
            for k in range(3 if far else 2):
                for way in (-1, 1):
                    was = start[k]
                    start[k] = min(max(was + way * step, 0.0), 1.0)
                    for j in range(3):
                        values[j] = low[j] * np.exp(span[j] * start[j])
                    value = rho(pi, far, coil, q, omega, lead, stray, r0, z, values)
                    if value < here:
                        here, moved = value, True
                    else:
                        start[k] = was
            if not moved:
                step /= 2
        best = min(best, here)
    return best
