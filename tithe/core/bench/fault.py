"""Where along a line something sends a wave back, and what kind of thing: the inverse transform of a sweep,
its far end as it hangs.

A step at distance d turns Γ by e^(−j4πfd/(v c)) and weakens it by the line's loss there and back; the
transform over frequency, weighed by a window against the edges of the sweep, has a peak at each. Two steps
are told apart no nearer than v c/(2B), B being the width of the sweep, times what the window widens (1.4
here). Distances fold back at v c/(2 Δf), Δf being the step in frequency: half of that is told.

What is left of a peak's phase once its distance is taken out tells the kind: 0° a rise of impedance, 180° a
fall, −90° a short piece of lower impedance (a capacitance across: water, a crushed place), +90° a short
piece of higher impedance (a gap, a thin joint). A quarter of that circle is v c/(8 f̄) of distance, f̄ being
the middle of the sweep, so the kind can be told only where the sweep begins low, f̄ being not much more than
B/2; of a sweep of a band it is not told. Source: frequency-domain reflectometry.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.bench.residual import Residual
from tithe.core.errors import require, require_positive
from tithe.core.intervals import SIGMAS
from tithe.core.late import peaks
from tithe.core.parts.line import SPEED_OF_LIGHT, LineType, attenuation_db_per_m

Kind = Literal["antenna", "open", "short", "higher", "lower", "piece-higher", "piece-lower", "unknown"]
USUAL = Residual()
_LEAST_POINTS = 8
_BETA = 6.0
_WIDENS = 1.4
_GRID = 8
_LEAST_SHARE = 0.03
"""Of what the largest sends back, below which a peak may be the window's own."""
_LEAST_RHO = 0.01
"""Below that it is noise, or the line's own unevenness."""
_OVER = 1.5
"""Times what the calibration leaves in nineteen cases of twenty: three in a thousand are more."""
_TAKES = 0.5
"""Of the wave that comes back at some higher frequency: where less does, the end takes power."""
_WHOLE = 0.7
"""Of the wave: what sends so much back is an end. Half of that where the line's loss is not known."""
_UNLIKE = 1.5
"""Widest over narrowest gap of dips that are neighbours."""
_STARTS_LOW = 1.25
"""Middle of a sweep over half of its width, up to which kinds are told."""


@dataclass(frozen=True)
class Step:
    """Where a wave comes back: ``distance_m`` from the instrument, within half of the resolution; ``rho``:
    how much of it, the line's loss on the way taken out; ``kind``: what it seems to be."""

    distance_m: float
    rho: float
    kind: Kind

    @property
    def gamma(self) -> float:
        """The same with its sign: below 0 where the impedance falls."""
        return -self.rho if self.kind in ("short", "lower", "piece-lower") else self.rho


@dataclass(frozen=True)
class Along:
    """``steps`` by distance; ``resolution_m``: nearer than that two are one; ``farthest_m``: beyond that
    nothing can be told; ``distance_m`` (D,) and ``rho`` (D,): the picture, the line's loss not taken out."""

    steps: tuple[Step, ...]
    resolution_m: float
    farthest_m: float
    distance_m: Real
    rho: Real


def along(
    freq_hz: Real,
    gamma: Complex,
    velocity_factor: float,
    line: LineType | None = None,
    residual: Residual = USUAL,
) -> Along:
    """By Γ over evenly stepped frequencies, shapes ``(F,)``. ``line``: whose loss is taken out of what is
    told of each step. ``residual``: what the calibration leaves, out of which a step has to stand. Raises
    `InputError` for too few points, uneven steps, or a velocity factor that is none."""
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
    least = max(_LEAST_SHARE * float(rho.max()), _LEAST_RHO)
    places, _ = peaks(padded, np.full(len(padded), least))
    at = [n - 1 for n in places]
    standing = _standing_out(distance[at], rho[at], resolution, residual)
    step_places = [_between(distance, rho, n) for n, out in zip(at, standing, strict=True) if out]
    steps = [_Peak(freq_hz, gamma * window, window, speed).step(metres, line) for metres in step_places]
    ended = _ended(_with_antenna(steps, gamma), line)
    return Along(ended, resolution, farthest, distance, rho)


def _standing_out(distance_m: Real, rho: Real, resolution_m: float, residual: Residual) -> list[bool]:
    """Which peaks are more than the directivity left makes of nothing, at the plug, and the source match left
    of what comes back, twice as far off."""
    left = _OVER * 10 ** (-residual.directivity_db / 20)
    out = []
    for metres, height in zip(distance_m.tolist(), rho.tolist(), strict=True):
        again = rho[np.abs(2 * distance_m - metres) < resolution_m]
        floor = left if metres < resolution_m else left * float((again**2).max(initial=0.0))
        out.append(height > floor)
    return out


def _with_antenna(steps: list[Step], gamma: Complex) -> list[Step]:
    """With the end called an antenna where nothing before it sends anything back, and it takes most of the
    wave at some frequencies: neither an open nor a shorted end does that."""
    if not steps:
        return steps
    end = max(range(len(steps)), key=lambda n: steps[n].rho)
    back = np.abs(gamma)
    # A line's loss grows with the frequency: what comes back higher up would come back here.
    higher_up = np.maximum.accumulate(back[::-1])[::-1]
    if end > 0 or bool((back > _TAKES * higher_up).all()):
        return steps
    return [*steps[:end], replace(steps[end], kind="antenna")]


@dataclass(frozen=True)
class ByDips:
    """How far off lies what sends most back, by the dips of SWR or of return loss: least, as found, most."""

    distance_m: tuple[float, float, float]
    dips: int


def by_dips(dips_hz: Real, velocity_factor: float, read_hz: float) -> ByDips:
    """By the frequencies of neighbouring dips, ``(N,)`` rising, each read to ``read_hz``: they stand
    v c/(2d) apart. Raises `InputError` for fewer than two, and for dips that are no neighbours."""
    require_positive("velocity_factor", velocity_factor)
    require(velocity_factor <= 1, "velocity_factor", "at-most", velocity_factor, most=1)
    require_positive("read_hz", read_hz)
    count = len(dips_hz)
    rising = count >= 2 and bool((np.diff(dips_hz) > 0).all() and dips_hz[0] > 0)
    require(rising, "dips", "two-rising-dips")
    order = np.arange(count) - (count - 1) / 2
    apart = float((order @ dips_hz) / (order @ order))
    left = dips_hz - dips_hz.mean() - apart * order
    gaps = np.diff(dips_hz)
    require(float(gaps.max()) < _UNLIKE * float(gaps.min()) + 2 * read_hz, "dips", "no-neighbours")
    free = max(count - 2, 1)
    sd = max(read_hz / SIGMAS, float(np.sqrt(left @ left / free)) if count > 2 else 0.0)
    off = min(SIGMAS * sd / float(np.sqrt(order @ order)) / apart, 0.9)
    distance_m = velocity_factor * SPEED_OF_LIGHT / (2 * apart)
    return ByDips((distance_m / (1 + off), distance_m, distance_m / (1 - off)), count)


def _between(distance_m: Real, rho: Real, at: int) -> float:
    """Where a peak is, by the parabola through its three points."""
    if not 0 < at < len(rho) - 1:
        return float(distance_m[at])
    before, at_peak, behind = (float(rho[at + k]) for k in (-1, 0, 1))
    bend = before - 2 * at_peak + behind
    aside = 0.0 if bend == 0 else 0.5 * (before - behind) / bend
    return float(distance_m[at] + aside * (distance_m[1] - distance_m[0]))


class _Peak:
    """What comes back at one distance."""

    def __init__(self, freq_hz: Real, weighed: Complex, window: Real, speed: float) -> None:
        self.freq_hz, self.weighed, self.window, self.speed = freq_hz, weighed, window, speed

    def step(self, distance_m: float, line: LineType | None) -> Step:
        turned = np.exp(4j * np.pi * self.freq_hz * distance_m / self.speed)
        back = complex((self.weighed * turned).sum() / self.window.sum())
        rho, left = abs(back), 1.0
        if line is not None:
            lost_db = attenuation_db_per_m(line, self.freq_hz) * 2 * distance_m
            left = float((self.window * 10 ** (-lost_db / 20)).sum() / self.window.sum())
        return Step(distance_m, min(rho / left, 1.0), self._kind(back))

    def _kind(self, back: complex) -> Kind:
        middle, width = (self.freq_hz[0] + self.freq_hz[-1]) / 2, self.freq_hz[-1] - self.freq_hz[0]
        if middle > _STARTS_LOW * width / 2:
            return "unknown"
        kinds: tuple[Kind, ...] = ("higher", "piece-higher", "lower", "piece-lower")
        return kinds[round(float(np.angle(back)) / (np.pi / 2)) % 4]


def _ended(steps: list[Step], line: LineType | None) -> tuple[Step, ...]:
    """The same up to what sends nearly all back, called an open or a shorted end: behind it only what goes to
    and fro before it comes again."""
    whole = _WHOLE if line is not None else _WHOLE / 2
    ends: dict[Kind, Kind] = {"higher": "open", "lower": "short"}
    out: list[Step] = []
    for step in steps:
        if step.kind == "antenna":
            return (*out, step)
        if step.rho >= whole and step.kind in ends:
            return (*out, replace(step, kind=ends[step.kind]))
        out.append(step)
    return tuple(out)
