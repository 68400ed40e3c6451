"""What a half space of soil reflects, by exact integrals (Sommerfeld 1909) in their mixed-potential form
(Michalski and Mosig 1997).

Lengths are in units of 1/k, k = 2π/λ in air. A current element at height z′ and a point at height z, both in
the air, ρ apart on the level and ζ = z + z′ apart by the image, act on each other through four functions of
(ρ, ζ) and of the soil's permittivity ε: with γ₀ = √(λ² − 1), γ₁ = √(λ² − ε), Fresnel's R_E = (γ₀ − γ₁)/(γ₀ +
γ₁) and R_M = (εγ₀ − γ₁)/(εγ₀ + γ₁), S = (R_E + R_M)/λ²,

- between level currents  U = ∫ R_E e^{−γ₀ζ} J₀(λρ) λ/γ₀ dλ,
- between upright ones    V = ∫ (R_M + γ₀² S) e^{−γ₀ζ} J₀(λρ) λ/γ₀ dλ,
- between their charges   K = ∫ (R_E − γ₀² S) e^{−γ₀ζ} J₀(λρ) λ/γ₀ dλ,
- from one to the other   W = −∫ S λ² e^{−γ₀ζ} J₁(λρ) dλ.

Over a perfect conductor they are −g, g, −g and 0, g = e^{−jR}/R, R = √(ρ² + ζ²). A mirror whose image has
κ = (ε − 1)/(ε + 1) of the strength has all that grows like 1/R in K close by; what is left after it, which is
returned here, is smooth.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from tithe.core.arrays import Complex, Real
from tithe.core.late import bessel

Path = NDArray[np.complex128]
_FADED = 20.0
"""Where e^−t is no more."""
_AROUND, _BEYOND_FIRST, _DIVING = 0.6, 1.6, 14.0
_GAUSS = np.polynomial.legendre.leggauss(5)
_GROUP = 4


def image_share(permittivity: complex) -> complex:
    """κ, the strength of the image of a charge close by."""
    return (permittivity - 1) / (permittivity + 1)


def remainders(rho: Real, zeta: Real, permittivity: complex) -> Complex:
    """U, V, K and W less those of the image of strength κ: shape ``(P, Z, 4)``, for rising ``rho`` ``(P,)``
    and any ``zeta`` ``(Z,)``, both above 0; good to 1e-5 of 1/R.

    Some neighbouring ``rho`` share a path through the complex plane. It leaves the branch points and the pole
    of R_M, which lie below the axis, on its right; then either e^−γ₀ζ fades, or J₀ is parted into waves out
    and in, each followed to where it fades by itself.
    """
    groups = [_together(rho[n : n + _GROUP], zeta, complex(permittivity)) for n in range(0, len(rho), _GROUP)]
    return np.concatenate(groups)


def _together(rho: Real, zeta: Real, permittivity: complex) -> Complex:
    least, most = float(rho[0]), float(rho[-1])
    index = np.sqrt(permittivity)
    # A wave that the soil swallows within ρ leaves nothing of the branch point at √ε.
    short = -index.imag * least > _DIVING and index.real > 2 * _BEYOND_FIRST
    turn = 2.0 if short else index.real + max(1.0, -index.imag)
    out = np.empty((len(rho), len(zeta), 4), dtype=np.complex128)
    outward = _gauss(_to(turn, complex(index), most))
    flat = zeta < least
    for chosen in (flat, ~flat):
        if chosen.any():
            out[:, chosen] = _summed(outward, rho, zeta[chosen], permittivity, "j")
    if flat.any():
        down = _doubling(_FADED / least, min(0.4, 8 / most))
        for kind, way in (("out", -1j), ("in", 1j)):
            path = _gauss(np.asarray(turn + way * down, dtype=np.complex128))
            out[:, flat] += _summed(path, rho, zeta[flat], permittivity, kind, short) / 2
    if not flat.all():
        along = turn + _doubling(_FADED / least, 0.4, 8 / most)
        out[:, ~flat] += _summed(_gauss(along.astype(np.complex128)), rho, zeta[~flat], permittivity, "j")
    return out


def _to(turn: float, index: complex, rho: float) -> Complex:
    """Corners from 0 above all that is singular to ``turn`` on the real axis."""
    high, longest = min(0.5, 3 / rho), max(2.5 / rho, 0.1)
    up, over = (1 - _AROUND) + 1j * high, _BEYOND_FIRST + 1j * high
    corners = [
        _even(0j, up, min(0.4, longest)),
        _even(up, over, min(longest, max(high, 0.1))),
    ]
    along = [_BEYOND_FIRST]
    while along[-1] < turn:
        nearest = min(along[-1] - 1, max(0.6, abs(along[-1] - index)))
        along.append(min(turn, along[-1] + min(longest, nearest / 2)))
    x: Real = np.array(along)
    last: Complex = np.asarray(x + 1j * high * (turn - x) / (turn - _BEYOND_FIRST))
    return np.concatenate([*corners, last])


def _even(start: complex, end: complex, longest: float) -> Complex:
    """Corners from ``start`` up to but without ``end``."""
    many = max(1, int(np.ceil(abs(end - start) / longest)))
    return np.asarray(start + (end - start) * np.arange(many) / many)


def _doubling(end: float, first: float, most: float = np.inf) -> Real:
    """From 0 to ``end`` in steps as long as what is behind."""
    at = [0.0]
    while at[-1] < end:
        at.append(at[-1] + min(max(first, at[-1]), most))
    return np.array(at)


def _gauss(corners: Complex) -> tuple[Path, Path]:
    """Points and weights along a path of straight pieces."""
    share, weight = _GAUSS
    half = (corners[1:] - corners[:-1])[:, None] / 2
    middle = (corners[1:] + corners[:-1])[:, None] / 2
    points, weights = middle + half * share, half * weight
    return points.ravel().astype(np.complex128), weights.ravel().astype(np.complex128)


def _summed(
    path: tuple[Path, Path], rho: Real, zeta: Real, permittivity: complex, wave: str, short: bool = False
) -> Complex:
    """The four integrals along a path, (P, Z, 4); ``wave``: J itself, or what of it runs out or in."""
    at, weight = path
    index, share = np.sqrt(permittivity), image_share(permittivity)
    air = np.sqrt(at - 1) * np.sqrt(at + 1)
    soil = (1j * np.sqrt(index - at) if short else np.sqrt(at - index)) * np.sqrt(at + index)
    across = (air - soil) / (air + soil)
    in_plane = (permittivity * air - soil) / (permittivity * air + soil)
    both = 2 * (permittivity - 1) / ((air + soil) * (permittivity * air + soil))
    spread = weight * at / air
    level = np.stack([across + share, in_plane + air**2 * both - share, across - air**2 * both + share])
    faded = np.exp(-air[:, None] * zeta)
    zeroth, first = bessel(wave, at * rho[:, None])
    rows = np.stack([*(level * spread)[:, None] * zeroth, -(both * at * at * weight) * first])
    return np.asarray((rows @ faded).transpose(1, 2, 0))
