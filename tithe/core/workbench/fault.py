"""Where along a line something sends a wave back: the inverse transform of a sweep, its far end as it hangs.

A step at distance d turns Γ by e^(−j4πfd/(v c)) and weakens it by the line's loss there and back; the
transform over frequency, weighed by a window against the edges of the sweep, has a peak at each. Two steps
are told apart no nearer than v c/(2B), B being the width of the sweep, times what the window widens (1.4
here). Distances fold back at v c/(2 Δf), Δf being the step in frequency: half of that is told. Source:
frequency-domain reflectometry.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.errors import require, require_positive
from tithe.core.late import peaks
from tithe.core.parts.line import SPEED_OF_LIGHT, LineType, attenuation_db_per_m

_LEAST_POINTS = 8
_BETA = 6.0
_WIDENS = 1.4
_GRID = 8
_LEAST_SHARE = 0.03
"""Of what the largest sends back, below which a peak may be the window's own."""


@dataclass(frozen=True)
class Step:
    """Where a wave comes back: ``distance_m`` from the instrument, within half of the resolution; ``rho``:
    how much of it, the line's loss on the way taken out."""

    distance_m: float
    rho: float


@dataclass(frozen=True)
class Along:
    """``steps`` by distance; ``resolution_m``: nearer than that two are one; ``farthest_m``: beyond that
    nothing can be told; ``distance_m`` (D,) and ``rho`` (D,): the picture, the line's loss not taken out."""

    steps: tuple[Step, ...]
    resolution_m: float
    farthest_m: float
    distance_m: Real
    rho: Real


def along(freq_hz: Real, gamma: Complex, velocity_factor: float, line: LineType | None = None) -> Along:
    """By Γ over evenly stepped frequencies, shapes ``(F,)``. ``line``: whose loss is taken out of what is
    told of each step. Raises `InputError` for too few points, uneven steps, or a velocity factor that is
    none."""
    require_positive("velocity_factor", velocity_factor)
    require(velocity_factor <= 1, "velocity_factor", "at-most", velocity_factor, most=1)
    require(len(freq_hz) >= _LEAST_POINTS, "file", "too-few-points", len(freq_hz), least=_LEAST_POINTS)
    step = float(np.median(np.diff(freq_hz)))
    even = np.abs(freq_hz - (freq_hz[0] + step * np.arange(len(freq_hz)))) < 0.02 * step
    require(bool(even.all()), "file", "uneven-steps")
    speed = velocity_factor * SPEED_OF_LIGHT
    width = float(freq_hz[-1] - freq_hz[0])
    resolution = _WIDENS * speed / (2 * width)
    farthest = speed / (4 * step)
    window = np.kaiser(len(freq_hz), _BETA)
    size = int(2 ** np.ceil(np.log2(_GRID * len(freq_hz))))
    transformed = np.abs(np.fft.ifft(gamma * window, size)) * size / window.sum()
    distance = np.asarray(np.arange(size) * speed / (2 * step * size), dtype=np.float64)
    near = distance <= farthest
    distance, rho = distance[near], np.asarray(transformed[near], dtype=np.float64)
    # A peak at the very plug is one, too.
    padded = np.concatenate(([0.0], rho, [0.0]))
    found, _ = peaks(padded, np.full(len(padded), _LEAST_SHARE * rho.max()))
    steps = [_step(float(distance[n - 1]), float(rho[n - 1]), freq_hz, line) for n in found]
    return Along(tuple(steps), resolution, farthest, distance, rho)


def _step(distance_m: float, rho: float, freq_hz: Real, line: LineType | None) -> Step:
    if line is None:
        return Step(distance_m, rho)
    window = np.kaiser(len(freq_hz), _BETA)
    lost_db = attenuation_db_per_m(line, freq_hz) * 2 * distance_m
    left = float((window * 10 ** (-lost_db / 20)).sum() / window.sum())
    return Step(distance_m, min(rho / left, 1.0))
