"""What is predicted of each row that is read, and how it moves with what is unknown."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Mask, Real
from tithe.core.log.case import Case
from tithe.core.log.instruments import rho_reading_sd
from tithe.core.log.slips import Indices, Slip
from tithe.core.log.solved import SIZE_SD, STEP, Solved
from tithe.core.log.unknowns import POWER_SD

TUNING_SD = 0.05
"""Of each part of the Γ that is left where a tuner is set by hand or by itself."""
DUMMY_SD = 0.02
"""Of |Γ|, by a dummy load that is not quite 50 Ω."""
POWER_BOUNDS = (np.log(0.01), np.log(1.1))
"""Of the rated power, where nothing is known of what was set."""
OPEN_SD = 5.0
"""So wide that the bounds alone count."""
LEAST_RHO_SD = 0.005


def predicted_rows(
    case: Case, slip: Slip, station: Solved, which: Indices, value: Real
) -> tuple[Real, Real, Real]:
    """With a slip, in worlds (G, T) about values (G, N): what is predicted of each row (G, T, M), its slopes
    (G, T, M, N) and its noise (G, T, M)."""
    rows, places, where = case.rows, case.places, case.where
    log, rho = places.observed(station.v[:, :, which], station.i[:, :, which], slip)  # (D, G, T, M)
    power, mine = rows.is_power, places.slipped(slip)
    of_log, of_rho = (
        by_station(case, station, which, (values[1:] - values[0]) / STEP, places.freq)
        for values in (log, rho)
    )
    own_log, own_rho = _own_slopes(case, slip, mine)
    own_log = np.broadcast_to(own_log, of_log.shape).copy()
    own_log[..., np.arange(len(power)), case.leak_columns[0]] = 2 * rho[0] * case.leak
    at = value[:, None, None, :]
    log_watts = log[0] + case.log_power + (own_log * at).sum(axis=-1)
    guess = np.zeros((*log_watts.shape[:2], 1))
    if not value[:, where["power-open", 0]].any():
        guess = _guessed(case, log_watts)
        log_watts = log_watts + np.where(case.power_open, guess, 0.0)
    sent = np.exp(np.minimum(log_watts, 30.0))
    # Of a small |Γ| what leaks and what is left of the tuning are most of what is seen.
    small = np.sqrt(rho[0] ** 2 + np.pi / 2 * (case.leak**2 + TUNING_SD**2 * case.tuned))
    of_rho = of_rho * (rho[0] / np.maximum(small, 1e-9))[..., None] + own_rho
    of_log = of_log + own_log
    watts = np.where(power, 1.0, small**2) * sent
    whole = watts + rows.floor_w
    by_log = np.where(rows.is_swr, 0.0, watts / whole)
    by_rho = np.where(power, 0.0, np.where(rows.is_swr, 1.0, 2 * watts / (whole * np.maximum(small, 1e-9))))
    slopes = by_log[..., None] * of_log + by_rho[..., None] * of_rho
    shown = np.where(rows.is_swr, small, np.log(whole))
    predicted = shown + by_rho * (own_rho * at).sum(axis=-1)
    # The line through a guessed power is told by where it would pass without it.
    predicted = predicted - slopes[..., where["power-open", 0]] * guess / OPEN_SD
    of_speech = np.where(case.speech_column > 0, 0.0, case.speech_sd)
    noise = np.where(
        rows.is_swr,
        rho_reading_sd(case.error_w, sent, small) ** 2,
        (case.error_w / whole) ** 2 + (by_log * of_speech) ** 2 + 1e-6,
    )
    noise = noise + (by_rho * np.where(case.on_dummy, DUMMY_SD, LEAST_RHO_SD)) ** 2
    if slip.wild:
        predicted[..., mine], slopes[..., mine, :] = rows.value[mine], 0.0
        noise[..., mine] = 1 / (2 * np.pi * case.flat_density[mine] ** 2)
    return predicted, slopes, noise


def by_station(case: Case, station: Solved, which: Indices, by: Real, k: Indices) -> Real:
    """Slopes (G, T, M, N) by what is unknown of the station, from those by each of its moves, (D - 1, G, T,
    M), of rows each at the ``k``-th frequency."""
    each = np.arange(len(k))
    slopes = np.zeros((*by.shape[1:], len(case.columns)))
    sd = station.gamma_sd[which][..., k]
    slopes[..., each, case.slice_of("re").start + k] = by[0] * sd
    slopes[..., each, case.slice_of("im").start + k] = by[1] * sd
    slopes[..., case.where["size", 0]] = by[2] * SIZE_SD
    for name, way in (("moved", station.moved[which]), ("ohm", station.ohm[which])):
        slopes[..., case.where[name, 0]] = by[0] * way.real[..., k] + by[1] * way.imag[..., k]
    for p, part_sd in enumerate(case.unknowns.part_sd):
        slopes[..., case.slice_of("part").start + p] = by[3 + p] * part_sd
    return slopes


def _own_slopes(case: Case, slip: Slip, mine: Mask) -> tuple[Real, Real]:
    """Of ln of each row's power by the power set, a slip's open scale and its meter's gain; of |Γ| by what
    leaks and what is left of the tuning: (M, N) each."""
    where, each = case.where, np.arange(len(case.rows.value))
    log, rho = (np.zeros((len(each), len(case.columns))) for _ in range(2))
    log[:, where["power", 0]] = POWER_SD
    log[:, where["power-open", 0]] = np.where(case.power_open, OPEN_SD, 0.0)
    log[mine, where["scale", 0]] = slip.log_factor_sd
    log[each, case.gain_column] = case.gain_sd
    log[each, case.speech_column] += np.where(case.speech_column > 0, case.speech_sd, 0.0)
    rho[each, case.leak_columns[1]] = case.leak
    rho[each[case.tuned], case.tuning_column[case.tuned]] = TUNING_SD
    return log, rho


def _guessed(case: Case, log_watts: Real) -> Real:
    """About by how much the power that was set differs from the rated one, its logarithm, (G, T, 1)."""
    mine = case.rows.is_power & case.power_open
    if not mine.any():
        return np.zeros((*log_watts.shape[:2], 1))
    floor = case.rows.floor_w
    read = np.log(np.maximum(np.exp(case.rows.value) - floor, floor / 8))
    return np.asarray(np.clip(np.median((read - log_watts)[..., mine], axis=-1), *POWER_BOUNDS)[..., None])
