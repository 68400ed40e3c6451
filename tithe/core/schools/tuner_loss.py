"""How is tuner loss measured? On the bench by return loss, in line by two wattmeters; beside the true loss.

On the bench the tuner is matched into the reference, then its antenna side is shorted and opened. With a
match that is perfect, (RL_short + RL_open)/4 is the loss; half the return loss into a short alone is the loss
at one position of the wave, which may be twice or half the mean.
"""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.budget import loss_db
from tithe.core.message import Told, tell
from tithe.core.reflection import reflection
from tithe.core.schools.question import Asked, Compared, band_rows, span
from tithe.core.twoport import Port

LEAST_DB = 0.005
"""A loss below this is none to measure."""
WATTMETER_SHARE = 0.05
"""By how much of the reading a good wattmeter may be off."""


def _return_loss_db(port: Port, reference_ohm: float) -> Real:
    rho = np.abs(reflection(port.v, port.i, reference_ohm))
    return np.asarray(-20 * np.log10(np.clip(rho, 1e-12, 1.0)))


def tuner_loss(asked: Asked) -> Compared:
    """Both ways of measuring the first tuner in line, band by band."""
    at = asked.tuner_at
    tuner = None if at is None else asked.station.chain[at].tuner
    if at is None or tuner is None:
        return Compared((tell("schools.no-tuner"),))
    r0, freqs = asked.station.transmitter.reference_ohm, asked.freqs
    one: Complex = np.ones(len(freqs), dtype=complex)
    bench = tuner.automatic().tune(freqs, Port(r0 * one, one), r0)
    if bench.two_port is None:
        return Compared((tell("schools.tuner-by-sheet"),))
    into_r0_db = loss_db(bench.input(Port(r0 * one, one)).power_w, r0 * np.ones(len(freqs)))
    short_db = _return_loss_db(bench.two_port.input(Port(0 * one, one)), r0)
    open_db = _return_loss_db(bench.two_port.input(Port(one, 0 * one)), r0)
    true_db = asked.budget.stages[at].loss_db
    slack_db = 10 * np.log10((1 + WATTMETER_SHARE) / (1 - WATTMETER_SHARE))
    shown_db = np.stack([np.maximum(true_db - slack_db, 0.0), true_db + slack_db])
    here_db = asked.here.stages[at].loss_db
    return Compared(
        (tell("schools.tuner-holds", here_db=span(here_db, 0), bench_db=_ends(into_r0_db)),),
        _short_against(short_db / 2, into_r0_db),
        (tell("schools.tuner-watts", slack_db=float(slack_db)),),
        (
            ("schools.head.into-reference", "db"), ("schools.head.short", "db"), ("schools.head.both", "db"),
            ("schools.head.into-antenna", "db"), ("schools.head.wattmeters", "db"),
        ),
        band_rows(
            asked, into_r0_db, short_db / 2, (short_db + open_db) / 4, true_db, shown_db.reshape(-1, len(one))
        ),
    )  # fmt: skip


def _short_against(shown_db: Real, true_db: Real) -> Told:
    """How far the short alone is off, over the bands where there is a loss to measure."""
    there = true_db > LEAST_DB
    if not there.any():
        return (tell("schools.tuner-nothing"),)
    return (tell("schools.tuner-short", times=_ends(shown_db[there] / true_db[there])),)


def _ends(values: Real) -> tuple[float, float]:
    return float(values.min()), float(values.max())
