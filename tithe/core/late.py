"""What is used of SciPy, loaded at its first use: its modules take a third of a second to a whole one each,
which a command that has no use for them need not wait for."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np

from tithe.core.arrays import Complex, Real


def least_squares_above_zero(rows: Real, values: Real) -> tuple[Real, float]:
    """x ≥ 0 with the least |rows·x − values|, and that; shapes ``(M, N)`` and ``(M,)``."""
    from scipy.optimize import nnls

    solution, residual = nnls(rows, values)
    return np.asarray(solution), float(residual)


def solved_by_roots(matrix: Real, values: Real) -> tuple[Real, float]:
    """matrix⁻¹·values and the logarithm of the determinant of a symmetric matrix ``(N, N)`` above 0, by
    Cholesky; by its LU where rounding leaves it not quite above 0."""
    from scipy.linalg import cho_factor, cho_solve

    try:
        lower = cho_factor(matrix, lower=True, check_finite=False)
    except np.linalg.LinAlgError:
        return np.asarray(np.linalg.solve(matrix, values)), float(np.linalg.slogdet(matrix)[1])
    return np.asarray(cho_solve(lower, values, check_finite=False)), 2 * float(
        np.log(np.diag(lower[0])).sum()
    )


def root(function: Callable[[float], float], low: float, high: float, within: float) -> float:
    """Where a function that has another sign at either end is zero (Brent)."""
    from scipy.optimize import brentq

    return float(brentq(function, low, high, xtol=within))


def peaks(values: Real, prominence: Real) -> tuple[Any, Any]:
    """Where an array ``(N,)`` has local maxima of that prominence, and what these are like."""
    from scipy.signal import find_peaks

    return find_peaks(values, prominence=prominence, plateau_size=1)  # type: ignore[no-any-return]


def rational(x: Real, y: Complex, within: float) -> Callable[[Real], Complex]:
    """A rational function through the points (AAA; Nakatsukasa, Sète and Trefethen 2018)."""
    from scipy.interpolate import AAA

    function: Callable[[Real], Complex] = AAA(x, y, rtol=within)
    return function


def least_squares_within(off: Callable[[Real], Real], start: Real, low: Real, high: Real) -> Real:
    """x, ``(N,)``, between ``low`` and ``high``, at which the sum of the squares of ``off(x)`` is least."""
    from scipy.optimize import least_squares

    return np.asarray(
        least_squares(off, start, bounds=(low, high), diff_step=1e-3, ftol=1e-4, xtol=1e-4, max_nfev=25).x
    )


def least_squares_slopes(
    off: Callable[[Real], Real], start: Real, low: Real, high: Real
) -> tuple[Real, Real]:
    """x, ``(N,)``, between ``low`` and ``high``, at which the sum of the squares of ``off(x)`` is least, and
    the slopes ``(M, N)`` there."""
    from scipy.optimize import least_squares

    inside = np.clip(start, low, high)
    result = least_squares(off, inside, bounds=(low, high), x_scale="jac", max_nfev=100)
    return np.asarray(result.x), np.asarray(result.jac)


def bessel(wave: str, z: Complex) -> tuple[Complex, Complex]:
    """Of the orders 0 and 1, of what stands ("j") or, with the time as e^jωt, runs "out" or "in"."""
    from scipy.special import hankel1, hankel2, jv

    of = {"j": jv, "out": hankel2, "in": hankel1}[wave]
    return np.asarray(of(0, z)), np.asarray(of(1, z))
