"""What a reading that was not taken yet would show under each supposition, and how far that is open."""

from __future__ import annotations

from typing import Literal

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.log.case import STATES
from tithe.core.log.evidence import Weighed
from tithe.core.log.instruments import instrument, rho_reading_sd
from tithe.core.log.rows import DUMMY_SD, LEAST_RHO_SD, OPEN_SD, by_station
from tithe.core.log.slips import NONE, Slip
from tithe.core.log.solved import STEP, Solved
from tithe.core.log.taken import State
from tithe.core.log.unknowns import POWER_SD
from tithe.core.reflection import reflection

How = Literal["meter", "borrowed", "analyzer", "dummy", "bench"]
_BORROWED_SD, _ANALYZER_SD = 0.03, 0.02
BENCH_SD = 0.08
"""Of ln of what a part loses, by its own measurement."""


def foreseen(weighed: Weighed, solved: Solved, how: How, at: int, tuner: State, k: int) -> tuple[Real, Real]:
    """Middle and spread (H, dimensions) of what is shown at the ``k``-th frequency: of a meter |Γ| and, where
    powers were read before, ln of the forward power, W, as far as its scale tells it; of a borrowed one |Γ|;
    of an analyzer Γ's two parts; of the bench ln of how many times as much as written a part loses."""
    if how == "bench":
        return _on_the_bench(weighed, at)
    case, each = weighed.case, np.arange(len(weighed.supposed))
    ours = how in ("meter", "dummy")
    slips = [_again(supposed.slip, at, tuner) if ours else NONE for supposed in weighed.supposed]
    usual = instrument(case.station, at).reference_ohm if ours else 50.0
    r0 = np.array([slip.reference_ohm or usual for slip in slips])
    plane = np.clip([at + 1 + slip.moved for slip in slips], 0, solved.v.shape[3] - 1)
    noted = STATES.index((tuner, "dummy" if how == "dummy" else "antenna"))
    state = np.array([noted ^ 1 if slip.other_state else noted for slip in slips])
    v, i = (np.moveaxis(whole[state, :, each, plane, k], 0, -1) for whole in (solved.v, solved.i))  # (D, H)
    gamma: Complex = reflection(v, i, r0) * [not slip.second_tuner for slip in slips]
    if how == "analyzer":
        parts, own = np.stack([gamma.real, gamma.imag], axis=-1), np.array(_ANALYZER_SD)
        return _spread(weighed, solved, parts, np.zeros(_open_shape(weighed, 2)), own, k)
    parts, slopes = np.abs(gamma)[..., None], np.zeros(_open_shape(weighed, 1))
    own = np.full(parts.shape[1:], _BORROWED_SD)
    if ours:
        of_leak = np.hypot(instrument(case.station, at).leak_sd, DUMMY_SD if how == "dummy" else LEAST_RHO_SD)
        own = np.full(parts.shape[1:], of_leak)
        if case.rows.is_power.any():
            log = np.log(np.maximum(np.abs(v + r0 * i) ** 2 / (4 * r0), 1e-12))
            more, slopes, own = _watts(weighed, slips, at, log, parts[0, :, 0], own)
            parts = np.concatenate([parts, more], axis=-1)
    return _spread(weighed, solved, parts, slopes, own, k)


def _open_shape(weighed: Weighed, dimensions: int) -> tuple[int, int, int]:
    return len(weighed.supposed), dimensions, len(weighed.case.columns)


def _spread(
    weighed: Weighed, solved: Solved, parts: Real, slopes: Real, own: Real, k: int
) -> tuple[Real, Real]:
    """Of ``parts`` (D, H, dimensions), by the station's unknowns and ``slopes`` by others, and their
    ``own`` errors."""
    which, dimensions = np.arange(len(weighed.supposed))[:, None], parts.shape[-1]
    moves = ((parts[1:] - parts[0]) / STEP)[:, :, None]
    slopes = slopes + by_station(weighed.case, solved, which, moves, np.full(dimensions, k))[:, 0]
    variance = np.einsum("hdn,hnm,hdm->hd", slopes, weighed.covariance, slopes)
    return parts[0], np.sqrt(np.maximum(variance, 0.0) + own**2)


def _watts(
    weighed: Weighed, slips: list[Slip], at: int, log: Real, rho: Real, own: Real
) -> tuple[Real, Real, Real]:
    """Beside |Γ|: ln of the forward power and of what the scale leaves of it (D, H, 1), slopes (H, 2, N) and
    own errors (H, 2), each with those of |Γ| first."""
    case, meter = weighed.case, instrument(weighed.case.station, at)
    where, best = case.where, weighed.best
    slopes = np.zeros(_open_shape(weighed, 2))
    power = next(
        (reading.power_w for reading in reversed(case.readings) if reading.power_w is not None), None
    )
    column, sd = (("power-open", 0), OPEN_SD) if power is None else (("power", 0), POWER_SD)
    slopes[:, 1, where[column]] = sd
    slopes[:, 1, where["scale", 0]] = [slip.log_factor_sd for slip in slips]
    gain_sd = meter.gain_sd
    if ("gain", at) in where:
        slopes[:, 1, where["gain", at]] = meter.gain_sd
        gain_sd = 0.0
    log = log + np.log((power or case.station.transmitter.power_w) / case.station.transmitter.power_w)
    log = log + np.array([slip.log_factor for slip in slips]) + (slopes[:, 1] * best).sum(axis=-1)
    watts = np.exp(log[0])
    error = meter.reading_sd_w
    floor = 4 * error
    log_slope = watts / (watts + floor)
    slopes[:, 1] *= log_slope[:, None]
    own_watts = np.hypot(error / (watts + floor), log_slope * gain_sd)
    own_rho = np.hypot(own[:, 0], rho_reading_sd(np.array(error), watts, rho))
    shown = np.log(np.exp(log) + floor)
    return shown[..., None], slopes, np.stack([own_rho, own_watts], axis=-1)


def _on_the_bench(weighed: Weighed, part: int) -> tuple[Real, Real]:
    middle, spread = weighed.log_factors()
    p = weighed.case.unknowns.parts.index(part)
    return middle[:, [p]], np.hypot(spread[:, [p]], BENCH_SD)


def _again(slip: Slip, at: int, tuner: State) -> Slip:
    """What of a slip is made again: all but what was about single readings."""
    if slip.only or slip.wild or slip.at not in (None, at) or slip.tuner not in (None, tuner):
        return NONE
    return slip
