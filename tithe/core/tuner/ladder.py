"""The three-element ladder behind every continuous tuner, and its matches with the losses in.

Every network here is arm – cross – arm. In a T the arms are in series and the cross is a shunt; in a pi
it is the other way round, and the same algebra holds with impedances and admittances exchanged. Write
w for the immittance in the arms' own plane (Z for a T, Y for a pi). With the load w_L, the antenna-side
arm, the cross and the radio-side arm give in turn

    w₂ = w_L + t₃q₃      w_p = w₂/(1 + t₂q₂w₂)      w_in = w_p + t₁q₁

where t ≥ 0 is an element's reactive magnitude (reactance or susceptance) and q its fixed direction with
the losses in: a coil has Z = ωL(1/Q + j), a capacitor Z = (1/Q − j)/(ωC), so q = 1/Q ± j, or 1/(1/Q ± j)
where the element is counted as an admittance.

**Match.** w_in = w₀ (real) is two real equations in three unknowns. Eliminating t₁ (only the part of
w₀ − w_p across q₁ must vanish) leaves, with c = q₁*, one equation

    Im(c w₂ (1 + t₂q₂w₂)*) = w₀ Im(c) |1 + t₂q₂w₂|²

that is quadratic in t₂ for a given t₃, and quadratic in t₃ for a given t₂; for a given t₁, w_p is known
and a quadratic in t₂ follows from w₂ − w_L being along q₃. So the matches form a curve of two branches,
known in closed form wherever one element is given. An L network is the ladder with t₃ = 0: no curve, two
points.

**Least loss.** Efficiency = Re(w_L)/w₀ · 1/|1 + t₂q₂w₂|² is evaluated on both branches over a
logarithmic grid in t₃, *and* at the exact points where any element meets either end of its range (the
ends of the feasible curve); the best is refined by two zooms. Everything is closed form over arrays of
loads and frequencies; no iteration can run away. Source: derived here from circuit equations.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal, NamedTuple

import numpy as np

from tithe.core.arrays import Complex, Mask, Real
from tithe.core.twoport import TwoPort, series, shunt

Kind = Literal["coil", "capacitor"]
Plane = Literal["T", "pi"]

GRID = 20
ZOOM = 13
_EDGE_SLACK = 1e-9  # an exact point on an end of a range may miss it by rounding


class Element(NamedTuple):
    """One element: its kind, quality factor, and range in F or H."""

    kind: Kind
    q: float
    low: float
    high: float

    def reactance(self, omega: Real, value: Real | float) -> Real:
        """|X| in Ω; a value of 0 F gives infinity."""
        with np.errstate(divide="ignore"):
            return np.asarray(omega * value if self.kind == "coil" else 1 / (omega * value))

    def value(self, omega: Real, reactance: Real) -> Real:
        """Farads or henries of a reactance magnitude."""
        with np.errstate(divide="ignore"):
            return np.asarray(reactance / omega if self.kind == "coil" else 1 / (omega * reactance))

    @property
    def impedance_direction(self) -> complex:
        """Z/|X|: 1/Q + j for a coil, 1/Q − j for a capacitor."""
        return 1 / self.q + (1j if self.kind == "coil" else -1j)


class Knobs(NamedTuple):
    """Reactive magnitudes of the three elements in their own immittances; any one shape."""

    t1: Real
    t2: Real
    t3: Real


Score = Callable[[Knobs, Complex, Real], Real]
"""Knobs, w_L and the loss |1 + t₂q₂w₂|² to a figure to be made small, of the knobs' shape."""
Trial = tuple[Knobs, Real]
"""Settings tried, and |1 + t₂q₂w₂|² of each: the inverse of efficiency but for a factor of the load."""


@dataclass(frozen=True)
class Ladder:
    """Radio-side arm, cross, antenna-side arm. ``far`` None leaves the antenna-side arm out: an L form."""

    plane: Plane
    near: Element
    cross: Element
    far: Element | None

    @property
    def elements(self) -> tuple[Element, ...]:
        """The elements there are, from the radio on."""
        return (self.near, self.cross) if self.far is None else (self.near, self.cross, self.far)

    def _is_series(self, position: int) -> bool:
        return (self.plane == "T") != (position == 1)

    def direction(self, position: int) -> complex:
        """q of the element at 0 (near), 1 (cross) or 2 (far)."""
        if position == 2 and self.far is None:
            return 1j
        q = self.elements[position].impedance_direction
        return q if self._is_series(position) else 1 / q

    def magnitude(self, position: int, omega: Real, value: Real | float) -> Real:
        """t of an element value in F or H."""
        x = self.elements[position].reactance(omega, value)
        with np.errstate(divide="ignore"):
            return x if self._is_series(position) else np.asarray(1 / x)

    def element_value(self, position: int, omega: Real, t: Real) -> Real:
        """F or H of a magnitude t."""
        with np.errstate(divide="ignore"):
            return self.elements[position].value(omega, t if self._is_series(position) else 1 / t)

    def bounds(self, position: int, omega: Real) -> tuple[Real, Real]:
        """Smallest and largest t of an element."""
        element = self.elements[position]
        ends = [self.magnitude(position, omega, end) for end in (element.low, element.high)]
        return np.minimum(*ends), np.maximum(*ends)

    def to_plane(self, z_ohm: Complex) -> Complex:
        """A finite, non-zero impedance as w."""
        return z_ohm if self.plane == "T" else 1 / z_ohm

    def two_port(self, knobs: Knobs) -> TwoPort:
        """The chain matrix of a setting."""
        ports = []
        for position, t in enumerate(knobs):
            w = np.asarray(t * self.direction(position), dtype=np.complex128)
            ports.append(series(w) if self._is_series(position) else shunt(w))
        near, cross, far = ports
        return near @ cross @ far


def _roots(a: Real, b: Real, c: Real) -> Real:
    """Both real roots of ax² + bx + c along a new last axis, NaN where there are none."""
    disc = b * b - 4 * a * c
    h = -0.5 * (b + np.copysign(np.sqrt(disc), b))
    return np.stack((h / a, c / h), axis=-1)


def _given_far(ladder: Ladder, w0: float, wl: Complex, t3: Real) -> Trial:
    """Both matches for each t₃; ``wl`` broadcasts against ``t3``; a last axis of 2 is added.

    The hot path: written in real arithmetic, with g = 1 + t₂q₂w₂ and t₁ = Re((w₀ − w₂/g)q₁*)/|q₁|².
    """
    q1, q2, q3 = (ladder.direction(k) for k in range(3))
    c = q1.conjugate()
    w2 = wl + t3 * q3
    wr, wi = w2.real, w2.imag
    m = wr * wr + wi * wi
    pr, pi = q2.real * wr - q2.imag * wi, q2.real * wi + q2.imag * wr  # q₂w₂
    ur, ui = c.real * wr - c.imag * wi, c.real * wi + c.imag * wr  # q₁*w₂
    a = (w0 * c.imag * abs(q2) ** 2) * m
    b = (2 * w0 * c.imag) * pr - (c * q2.conjugate()).imag * m
    t2 = _roots(a, b, w0 * c.imag - ui)
    gr, gi = 1 + t2 * pr[..., None], t2 * pi[..., None]
    g2 = gr * gr + gi * gi
    t1 = (w0 * q1.real - (ur[..., None] * gr + ui[..., None] * gi) / g2) / abs(q1) ** 2
    return Knobs(t1, t2, np.broadcast_to(np.asarray(t3)[..., None], t2.shape)), g2


def _given_cross(ladder: Ladder, w0: float, wl: Complex, t2: Real) -> Trial:
    """Both matches for a given cross element."""
    q3, c = ladder.direction(2), ladder.direction(0).conjugate()
    s = t2 * ladder.direction(1)
    g0, g1 = 1 + s * wl, s * q3
    a = (c * q3 * g1.conj()).imag - w0 * c.imag * np.abs(g1) ** 2
    b = (c * (wl * g1.conj() + q3 * g0.conj())).imag - 2 * w0 * c.imag * (g0 * g1.conj()).real
    t3 = _roots(a, b, (c * wl * g0.conj()).imag - w0 * c.imag * np.abs(g0) ** 2)
    w2, g = wl[..., None] + t3 * q3, g0[..., None] + t3 * g1[..., None]
    t1 = ((w0 - w2 / g) * c).real / abs(c) ** 2
    return Knobs(t1, np.broadcast_to(np.asarray(t2)[..., None], t3.shape), t3), np.abs(g) ** 2


def _given_near(ladder: Ladder, w0: float, wl: Complex, t1: Real) -> Trial:
    """Both matches for a given radio-side arm."""
    q2, q3 = ladder.direction(1), ladder.direction(2)
    p = w0 - t1 * ladder.direction(0)
    h, d = q2 * p, q3.conjugate()
    a = -(wl * np.abs(h) ** 2 * d).imag
    b = ((wl * h - (p - wl) * h.conj()) * d).imag
    t2 = _roots(a, b, ((p - wl) * d).imag)
    p, wl = p[..., None], wl[..., None]
    w2 = p / (1 - t2 * q2 * p)
    t3 = ((w2 - wl) * d).real / abs(q3) ** 2
    t1 = np.broadcast_to(np.asarray(t1)[..., None], t2.shape)
    return Knobs(t1, t2, np.asarray(t3)), np.abs(w2 / p) ** 2


def least_loss(knobs: Knobs, wl: Complex, g2: Real) -> Real:
    """The usual score: the loss itself."""
    return g2


class Match(NamedTuple):
    """The chosen setting per load, its score (inf where nothing matches) and whether it matches."""

    knobs: Knobs
    score: Real
    found: Mask


def _feasible_score(trial: Trial, wl: Complex, bounds: list[tuple[Real, Real]], score: Score) -> Real:
    knobs, g2 = trial
    ok = np.ones(knobs.t2.shape, dtype=bool)
    for t, (low, high) in zip(knobs, bounds, strict=False):
        ok &= (t >= low * (1 - _EDGE_SLACK)) & (t <= high * (1 + _EDGE_SLACK))
    value = score(knobs, wl, g2)
    return np.where(ok & np.isfinite(value), value, np.inf)


def _pick(knobs: Knobs, value: Real) -> tuple[Knobs, Real]:
    """The best along the last axis."""
    k = np.argmin(value, axis=-1)[..., None]

    def take(x: Real) -> Real:
        return np.asarray(np.take_along_axis(x, k, axis=-1)[..., 0])

    return Knobs(take(knobs.t1), take(knobs.t2), take(knobs.t3)), take(value)


def _better(one: tuple[Knobs, Real], two: tuple[Knobs, Real]) -> tuple[Knobs, Real]:
    first = one[1] <= two[1]
    return (
        Knobs(*(np.where(first, a, b) for a, b in zip(one[0], two[0], strict=True))),
        np.where(first, one[1], two[1]),
    )


def match(ladder: Ladder, freq_hz: Real, z_ohm: Complex, r0_ohm: float, score: Score = least_loss) -> Match:
    """The best setting with an input of exactly ``r0_ohm``, inside the ranges.

    ``freq_hz`` and ``z_ohm`` (finite, not 0) broadcast together, any shape; the results have that shape.
    ``score`` is what to make least, by default the loss.
    """
    freq_hz, z_ohm = np.broadcast_arrays(np.asarray(freq_hz, np.float64), np.asarray(z_ohm, np.complex128))
    omega, wl = 2 * np.pi * freq_hz, ladder.to_plane(z_ohm)
    w0 = r0_ohm if ladder.plane == "T" else 1 / r0_ohm
    ends = [ladder.bounds(k, omega) for k in range(len(ladder.elements))]
    along = [(low[..., None], high[..., None]) for low, high in ends]
    with np.errstate(all="ignore"):  # roots that do not exist are NaN on purpose, and never feasible
        if ladder.far is None:
            trial = _given_far(ladder, w0, wl, np.zeros(wl.shape))
            best = _pick(trial[0], _feasible_score(trial, wl[..., None], along, score))
        else:
            best = _best_on_curve(ladder, w0, wl, ends, score)
    found = np.isfinite(best[1])
    inside = [np.clip(t, low, high) for t, (low, high) in zip(best[0], ends, strict=False)]
    if ladder.far is None:
        inside.append(best[0].t3)
    return Match(Knobs(*inside), best[1], found)


def _best_on_curve(
    ladder: Ladder, w0: float, wl: Complex, ends: list[tuple[Real, Real]], score: Score
) -> tuple[Knobs, Real]:
    along = [(low[..., None], high[..., None]) for low, high in ends]
    low, high = ends[2]
    floor = np.maximum(low, high * 1e-4)

    def judged(trial: Trial) -> tuple[Knobs, Real]:
        flat = Knobs(*(t.reshape(*wl.shape, -1) for t in trial[0]))
        g2 = trial[1].reshape(*wl.shape, -1)
        return _pick(flat, _feasible_score((flat, g2), wl[..., None], along, score))

    def over(t3: Real) -> tuple[Knobs, Real]:
        return judged(_given_far(ladder, w0, wl[..., None], t3))

    step = np.log(high / floor) / (GRID - 1)
    grid = floor[..., None] * np.exp(step[..., None] * np.arange(GRID))
    grid[..., -1] = high
    best = over(np.concatenate((low[..., None], grid), axis=-1))
    for side in (0, 1):
        best = _better(best, judged(_given_near(ladder, w0, wl, ends[0][side])))
        best = _better(best, judged(_given_cross(ladder, w0, wl, ends[1][side])))
    for _ in range(2):
        offsets = np.linspace(-1, 1, ZOOM)
        t3 = np.clip(
            best[0].t3[..., None] * np.exp(step[..., None] * offsets), low[..., None], high[..., None]
        )
        best = _better(best, over(t3))
        step = step * 2 / (ZOOM - 1)
    return best


def closest(ladder: Ladder, freq_hz: Real, z_ohm: Complex, r0_ohm: float) -> Knobs:
    """The setting with the lowest SWR at the input, for loads that no setting matches.

    The radio-side arm is solved exactly for each pair of the other two: |w − w₀|/|w + w₀| along a line
    has one minimum, and its level sets are discs, so clipping it to the range keeps it best. The other two
    are searched on a grid that is narrowed round the best cell. Shapes as in `match`.
    """
    freq_hz, z_ohm = np.broadcast_arrays(np.asarray(freq_hz, np.float64), np.asarray(z_ohm, np.complex128))
    omega, wl = 2 * np.pi * freq_hz[..., None, None], ladder.to_plane(z_ohm)[..., None, None]
    w0 = r0_ohm if ladder.plane == "T" else 1 / r0_ohm
    q1, q2, q3 = (ladder.direction(k) for k in range(3))
    bounds = []
    for k in range(len(ladder.elements)):
        low, high = ladder.bounds(k, omega)
        high = np.minimum(high, np.where(low > 0, low * 1e6, 1e6 * w0))
        bounds.append((np.maximum(low, high * 1e-6), high))
    if ladder.far is None:
        bounds.append((np.zeros(omega.shape), np.zeros(omega.shape)))
    centre = [np.sqrt(low * high) for low, high in bounds]
    reach = [np.log(np.where(low > 0, high / np.where(low > 0, low, 1), 1)) / 2 for low, high in bounds]
    points = 13
    spread = np.linspace(-1, 1, points)
    for _ in range(8):
        t2 = np.clip(centre[1] * np.exp(reach[1] * spread[:, None]), *bounds[1])
        t3 = np.clip(centre[2] * np.exp(reach[2] * spread[None, :]), *bounds[2])
        w2 = wl + t3 * q3
        wp = w2 / (1 + t2 * q2 * w2)
        t1 = np.clip(nearest_on_line(wp, q1, w0), *bounds[0])
        w = wp + t1 * q1
        miss = (np.abs((w - w0) / (w + w0))).reshape(*wl.shape[:-2], -1)
        k = np.argmin(miss, axis=-1)[..., None, None]
        at = [np.broadcast_to(t, w.shape).reshape(*wl.shape[:-2], 1, -1) for t in (t1, t2, t3)]
        chosen = [np.take_along_axis(t, k, axis=-1) for t in at]
        centre = chosen
        reach = [r * 4 / (points - 1) for r in reach]
    return Knobs(*(t[..., 0, 0] for t in chosen))


def nearest_on_line(wp: Complex, q: complex, w0: float) -> Real:
    """t that makes |wp + tq − w₀|/|wp + tq + w₀| least: a root of a quadratic, in its stable form."""
    a, b, m = wp - w0, wp + w0, abs(q) ** 2
    ra, rb = (a * q.conjugate()).real, (b * q.conjugate()).real
    a2, b2 = np.abs(a) ** 2, np.abs(b) ** 2
    square, linear, constant = m * (rb - ra), m * (b2 - a2), ra * b2 - rb * a2
    root = np.sqrt(np.maximum(linear**2 - 4 * square * constant, 0.0))
    return np.asarray(-2 * constant / np.maximum(linear + root, 1e-300))
