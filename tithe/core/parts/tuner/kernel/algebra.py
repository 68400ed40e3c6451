"""The algebra of a ladder network with lossy elements and leads, one load at a time: what the searches are
made of.

Every network is radio-side arm, cross, antenna-side arm. In a T the arms stand in series and the cross
across; in a pi it is the other way round. Element k has the impedance Z_k = s_k + x_k d_k, where x_k ≥ 0 is
its reactance, d_k = 1/Q_k ± j its direction with the losses in, and s_k = jωℓ that of its leads.

====== ========================================================= ==============
symbol meaning                                                   unit
====== ========================================================= ==============
z      load, the stray capacitance across its port in parallel   Ω
t      what the input has to be: the reference less the stray    Ω (T), S (pi)
       across the radio's port; complex, then
x      reactances of the three elements                          Ω
Γ      (w − t)/(w + t*), w the input's impedance (T) or          1
       admittance (pi): the mismatch at the port itself, since
       a mismatch does not change through what loses nothing
====== ========================================================= ==============

With all elements but one given, numerator and denominator of Γ are linear in that one's x:
Γ = (n₀ + n₁x)/(m₀ + m₁x) (`gamma`). Two closed forms follow, and the searches are made of them.

*Nearest.* |Γ|² over x is a ratio of quadratics with one minimum: a root of a quadratic, or an end of the
range (`nearest`).

*Match.* With one element given, two are free: of what the radio-side arm must be only the part across d₁
counts, so Γ = 0 becomes Im(c N(x)/M(x)) = k with N and M linear in x: a quadratic with two roots (`roots`),
and the radio-side arm follows (`near_arm`).

Source: derived here from circuit equations; tested against nodal analysis and brute force.
"""

from __future__ import annotations

from typing import Any, NamedTuple

import numpy as np

from tithe.core.compiled import compiled, inlined

_SLACK = 1e-9  # an exact point on an end of a range may miss it by rounding
OPEN_OHM = 1e12
_SPAN = 1e4  # of a range that reaches to nothing, the share that a grid covers beside its end


class Loads(NamedTuple):
    """A network at its loads. ``pi``: else a T. ``far``: whether it has an antenna-side arm.

    ``coil1`` … whether an element is one. ``low``, ``high`` (3,): ranges in H or F; ``lead_h``, ``port_f``:
    the strays; ``r0``: what the input has to be, Ω. Per load: ``omega`` (N,) 1/s, ``q`` (3, N), ``z`` (N,) Ω,
    finite and not 0.
    """

    pi: bool
    far: bool
    coil1: bool
    coil2: bool
    coil3: bool
    low: Any
    high: Any
    lead_h: float
    port_f: float
    r0: float
    omega: Any
    q: Any
    z: Any


class One(NamedTuple):
    """A network at one of its loads: scalars only, which compiled calls pass in registers."""

    pi: Any
    far: Any
    coil1: Any
    coil2: Any
    coil3: Any
    z: Any
    y: Any
    t: Any
    d1: Any
    s1: Any
    d2: Any
    s2: Any
    d3: Any
    s3: Any
    low1: Any
    high1: Any
    low2: Any
    high2: Any
    low3: Any
    high3: Any


@inlined
def reactance(coil: Any, omega: float, value: float) -> Any:
    """|X| in Ω of a value in H or F; of a capacitor of nothing 1 TΩ."""
    return min(omega * value if coil else 1 / (omega * value), OPEN_OHM)


@inlined
def _coil(at: Any, k: int) -> Any:
    return at.coil1 if k == 0 else at.coil2 if k == 1 else at.coil3


@inlined
def _bounds(at: Any, k: int, omega: float) -> Any:
    x_low, x_high = reactance(_coil(at, k), omega, at.low[k]), reactance(_coil(at, k), omega, at.high[k])
    return min(x_low, x_high), max(x_low, x_high)


@compiled
def one_of(at: Any, n: int) -> Any:
    """The n-th load alone."""
    omega, z = at.omega[n], at.z[n]
    q, lead = at.q[:, n], 1j * omega * at.lead_h
    across = 1j * omega * at.port_f
    z, y0 = over(z, 1 + across * z), 1 / at.r0 - across
    low1, high1 = _bounds(at, 0, omega)
    low2, high2 = _bounds(at, 1, omega)
    low3, high3 = _bounds(at, 2, omega)
    return One(
        at.pi, at.far, at.coil1, at.coil2, at.coil3, z, over(1 + 0j, z), y0 if at.pi else over(1 + 0j, y0),
        complex(1 / q[0], 1.0 if at.coil1 else -1.0), lead,
        complex(1 / q[1], 1.0 if at.coil2 else -1.0), lead,
        complex(1 / q[2], 1.0 if at.coil3 else -1.0), lead,
        low1, high1, low2, high2, low3, high3,
    )  # fmt: skip


@compiled
def value_of(at: Any, n: int, k: int, x: float) -> Any:
    """The value in H or F, inside its range, of a reactance of element k at the n-th load."""
    if k == 2 and not at.far:
        return 0.0
    omega, x = at.omega[n], max(x, 1e-30)
    return min(max(x / omega if _coil(at, k) else 1 / (omega * x), at.low[k]), at.high[k])


@inlined
def square(z: Any) -> Any:
    """|z|²."""
    return z.real * z.real + z.imag * z.imag


@inlined
def over(a: Any, b: Any) -> Any:
    """a/b; a division by zero gives what is no number, not an exception."""
    share = 1 / square(b)
    return complex((a.real * b.real + a.imag * b.imag) * share, (a.imag * b.real - a.real * b.imag) * share)


@inlined
def _across(a: Any, b: Any) -> Any:
    """Im(a b*)."""
    return a.imag * b.real - a.real * b.imag


@inlined
def _along(a: Any, b: Any) -> Any:
    """Re(a b*)."""
    return a.real * b.real + a.imag * b.imag


@inlined
def solved(a: float, b: float, c: float) -> Any:
    """Both real roots of ax² + bx + c, NaN where there are none."""
    disc = b * b - 4 * a * c
    if disc < 0:
        return np.nan, np.nan
    h = -0.5 * (b + np.copysign(np.sqrt(disc), b))
    return h / a, c / h


@inlined
def _linear(o: Any, k: int, z1: Any, z2: Any, z3: Any, t: Any) -> Any:
    """α, β of the numerator of w − t, as α + βZ_k, up to a factor common to all t."""
    if not o.pi:
        w2 = o.z + z3 if o.far else o.z
        if k == 0:
            return w2 * z2 - t * (w2 + z2), w2 + z2
        if k == 1:
            return (z1 - t) * w2, w2 + z1 - t
        return o.z * (z2 + z1 - t) + (z1 - t) * z2, z2 + z1 - t
    p, q = (z3, 1 + o.y * z3) if o.far else (o.z, 1 + 0j)
    if k == 0:
        u = p + z2 * q
        return u, q - t * u
    if k == 1:
        return p + z1 * q - t * z1 * p, q * (1 - t * z1)
    bent = 1 + z2 * o.y
    return z2 + z1 - t * z1 * z2, bent + z1 * o.y - t * z1 * bent


@inlined
def gamma(o: Any, k: int, x1: float, x2: float, x3: float) -> Any:
    """n₀, n₁, m₀, m₁ of Γ over the x of element k; its own x is not used."""
    z1, z2, z3 = o.s1 + x1 * o.d1, o.s2 + x2 * o.d2, o.s3 + x3 * o.d3
    a, b = _linear(o, k, z1, z2, z3, o.t)
    e, f = _linear(o, k, z1, z2, z3, -o.t.conjugate())
    s = o.s1 if k == 0 else o.s2 if k == 1 else o.s3
    d = o.d1 if k == 0 else o.d2 if k == 1 else o.d3
    return a + b * s, b * d, e + f * s, f * d


@inlined
def least(n0: Any, n1: Any, m0: Any, m1: Any, low: float, high: float) -> Any:
    """x in a range that makes |n₀ + n₁x|²/|m₀ + m₁x|² least, and that figure."""
    a, b, c = square(n1), 2 * _along(n0, n1), square(n0)
    d, e, f = square(m1), 2 * _along(m0, m1), square(m0)
    best_x, best = low, (c + low * (b + low * a)) / (f + low * (e + low * d))
    at_high = (c + high * (b + high * a)) / (f + high * (e + high * d))
    if at_high < best:
        best_x, best = high, at_high
    for x in solved(a * e - b * d, 2 * (a * f - c * d), b * f - c * e):
        if low < x < high:
            value = (c + x * (b + x * a)) / (f + x * (e + x * d))
            if value < best:
                best_x, best = x, value
    return best_x, max(best, 0.0)


@inlined
def nearest(o: Any, k: int, x1: float, x2: float, x3: float) -> Any:
    """The x of element k, in its range, that makes |Γ|² least with the others as they are, and that |Γ|²."""
    n0, n1, m0, m1 = gamma(o, k, x1, x2, x3)
    low = o.low1 if k == 0 else o.low2 if k == 1 else o.low3
    high = o.high1 if k == 0 else o.high2 if k == 1 else o.high3
    return least(n0, n1, m0, m1, low, high)


@inlined
def _mobius(o: Any, k: int, given: float) -> Any:
    """c, level, n₀, n₁, m₀, m₁ of the match condition Im(cN/M) = level over x₂ (over x₃ for k = 1), with
    the x of element k given."""
    if not o.pi:
        if k == 2:
            w2 = o.z + o.s3 + given * o.d3 if o.far else o.z
            return o.d1, _across(o.t - o.s1, o.d1), w2 * o.s2, w2 * o.d2, w2 + o.s2, o.d2
        if k == 1:
            z2, w2 = o.s2 + given * o.d2, o.z + o.s3
            return o.d1, _across(o.t - o.s1, o.d1), z2 * w2, z2 * o.d3, w2 + z2, o.d3
        wp = o.t - o.s1 - given * o.d1
        return o.d3, _across(o.z + o.s3, o.d3), wp * o.s2, wp * o.d2, o.s2 - wp, o.d2
    level = _across(o.s1, o.d1)
    if k == 2:
        z3 = o.s3 + given * o.d3
        zp = (over(z3, 1 + z3 * o.y) if o.far else o.z) + o.s2
        return o.d1, level, zp, o.d2, o.t * zp - 1, o.t * o.d2
    if k == 1:
        z2 = o.s2 + given * o.d2
        n0, n1 = o.s3 + z2 * (1 + o.y * o.s3), o.d3 * (1 + z2 * o.y)
        return o.d1, level, n0, n1, o.t * n0 - (1 + o.y * o.s3), o.t * n1 - o.y * o.d3
    z1 = o.s1 + given * o.d1
    z2 = over(z1, o.t * z1 - 1) - o.s2
    return o.d3, _across(o.s3, o.d3), z2, -o.d2, 1 - z2 * o.y, o.d2 * o.y


@inlined
def _quadratic(c: Any, n0: Any, n1: Any, m0: Any, m1: Any) -> Any:
    """Im(c*N M*) over x: its three coefficients."""
    u0, u1 = c.conjugate() * n0, c.conjugate() * n1
    return _across(u1, m1), _across(u1, m0) + _across(u0, m1), _across(u0, m0)


@inlined
def roots(o: Any, k: int, given: float) -> Any:
    """Both x₂ (x₃ for k = 1) of the matches with the x of element k given; NaN where there are none."""
    c, level, n0, n1, m0, m1 = _mobius(o, k, given)
    a, b, e = _quadratic(c, n0, n1, m0, m1)
    return solved(a - level * square(m1), b - 2 * level * _along(m0, m1), e - level * square(m0))


@compiled
def stationary(o: Any, x3: float) -> Any:
    """Both x₂ at which Im(cN/M) is stationary, x₃ given."""
    c, _, n0, n1, m0, m1 = _mobius(o, 2, x3)
    a, b, e = _quadratic(c, n0, n1, m0, m1)
    d, f, g = square(m1), 2 * _along(m0, m1), square(m0)
    return solved(a * f - b * d, 2 * (a * g - e * d), b * g - e * f)


@inlined
def near_arm(o: Any, x2: float, x3: float) -> Any:
    """x₁ of the match, the other two given."""
    z2, z3 = o.s2 + x2 * o.d2, o.s3 + x3 * o.d3
    if not o.pi:
        w2 = o.z + z3 if o.far else o.z
        wanted = o.t - over(w2 * z2, w2 + z2)
    else:
        zp = (over(z3, 1 + z3 * o.y) if o.far else o.z) + z2
        wanted = over(zp, o.t * zp - 1)
    return _along(wanted - o.s1, o.d1) / square(o.d1)


@inlined
def far_arm(o: Any, x1: float, x2: float) -> Any:
    """x₃ of the match, the other two given."""
    z1, z2 = o.s1 + x1 * o.d1, o.s2 + x2 * o.d2
    if not o.pi:
        wp = o.t - z1
        wanted = over(wp * z2, z2 - wp) - o.z
    else:
        w2 = over(z1, o.t * z1 - 1) - z2
        wanted = over(w2, 1 - w2 * o.y)
    return _along(wanted - o.s3, o.d3) / square(o.d3)


@inlined
def inside(x: float, low: float, high: float) -> Any:
    """Whether x lies in a range, to within rounding; NaN does not."""
    return low * (1 - _SLACK) <= x <= high * (1 + _SLACK)


@compiled
def grid_ends(o: Any) -> Any:
    """The span of x₃ that is worth a logarithmic grid, where the range reaches to nothing."""
    if o.coil3:
        return max(o.low3, o.high3 / _SPAN), o.high3
    return o.low3, min(o.high3, o.low3 * _SPAN)
