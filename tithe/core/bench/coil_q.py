"""The Q of a tuner's coils that explains a loss into R₀: with it its match of least loss loses as much.

The capacitors' Q is taken as it is known of the tuner; what they lose more is put down to the coils.
"""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from tithe.core.arrays import decibels
from tithe.core.errors import InputError, require
from tithe.core.late import root
from tithe.core.parts.tuner.part import Tuner
from tithe.core.twoport import Port

USUAL = Tuner()
"""What is taken where nothing is known of a tuner: a T, 20 to 250 pF, 30 µH, capacitors of Q 1500."""
_LEAST_Q, _MOST_Q = 3.0, 1e5
_NO_MATCH_DB = 99.0
"""Coils so poor that nothing matches lose more than any that do."""


def loss_into_r0(tuner: Tuner, freq_hz: float, q: float, reference_ohm: float = 50.0) -> float | None:
    """What its match of least loss into R₀ loses with coils of that Q, dB; None where it does not match."""
    port = Port(np.array([1 + 0j]), np.array([1 / reference_ohm + 0j]))
    set_ = replace(tuner, coil_q=q, setting="auto").tune(np.array([freq_hz]), port, reference_ohm)
    if not bool(set_.matched.all()):
        return None
    seen_in = set_.input(port)
    power = float((seen_in.v * seen_in.i.conj()).real[0])
    return float(decibels(np.array(power * reference_ohm)))


def coil_q(tuner: Tuner, freq_hz: float, loss_db: float, reference_ohm: float = 50.0) -> float:
    """The Q with which the tuner loses that into R₀. Raises `InputError` where it does not match R₀ there, or
    no Q explains that loss."""

    def lost(log_q: float) -> float:
        loss = loss_into_r0(tuner, freq_hz, float(np.exp(log_q)), reference_ohm)
        return _NO_MATCH_DB if loss is None else loss

    least, most = np.log(_LEAST_Q), np.log(_MOST_Q)
    ends = lost(most), lost(least)
    require(ends[0] < _NO_MATCH_DB, "tuner", "no-match-into-r0", freq_hz=freq_hz)
    if not ends[0] < loss_db < ends[1]:
        raise InputError("loss_db", "no-such-q", loss_db, low=ends[0], high=ends[1])
    return float(np.exp(root(lambda log_q: lost(log_q) - loss_db, least, most, 1e-4)))


def coil_q_interval(
    tuner: Tuner, freq_hz: float, loss_db: tuple[float, float, float], reference_ohm: float = 50.0
) -> tuple[float, float, float | None]:
    """Least, as found and most of the Q by a loss from least to most; None where no Q bounds it from above
    (the capacitors alone lose the least of it). Raises `InputError` as `coil_q`."""
    low, middle, high = loss_db
    q = coil_q(tuner, freq_hz, middle, reference_ohm)
    most: float | None
    try:
        most = coil_q(tuner, freq_hz, low, reference_ohm)
    except InputError:
        most = None
    try:
        least = coil_q(tuner, freq_hz, high, reference_ohm)
    except InputError:
        least = _LEAST_Q
    return least, q, most
