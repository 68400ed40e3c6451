"""How is tuner loss measured? On the bench by return loss, in line by two wattmeters; beside the true loss.

On the bench the tuner is matched into the reference, then its antenna side is shorted and opened. With a
match that is perfect, (RL_short + RL_open)/4 is the loss; half the return loss into a short alone is the loss
at one position of the wave, which may be twice or half the mean.
"""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Complex, Real
from tithe.core.budget import loss_db
from tithe.core.message import Messages, tell
from tithe.core.questions.question import Compared, SchoolQuestion, names, on_all, span
from tithe.core.reflection import reflection
from tithe.core.twoport import Port
from tithe.core.working import Step, Working, working_of
from tithe.core.working import formulas as f
from tithe.core.working.working import Values, between

LEAST_DB = 0.005
"""A loss below this is none to measure."""
WATTMETER_SHARE = 0.05
"""By how much of the reading a good wattmeter may be off."""


def _reflected(port: Port, reference_ohm: float) -> Real:
    """|Γ|, above 0 so that its return loss is a figure."""
    return np.asarray(np.clip(np.abs(reflection(port.v, port.i, reference_ohm)), 1e-12, 1.0))


def tuner_loss(question: SchoolQuestion) -> Compared:
    """Both ways of measuring the first tuner in line, band by band."""
    at = question.tuner_at
    tuner = None if at is None else question.station.chain[at].tuner
    if at is None or tuner is None:
        return Compared((tell("schools.no-tuner"),))
    r0, freqs = question.station.transmitter.reference_ohm, question.freqs
    unity: Complex = np.ones(len(freqs), dtype=complex)
    bench = tuner.automatic().tune(freqs, Port(r0 * unity, unity), r0)
    if bench.two_port is None:
        return Compared((tell("schools.tuner-by-sheet"),))
    ports = (bench.two_port.input(Port(0 * unity, unity)), bench.two_port.input(Port(unity, 0 * unity)))
    into_r0 = _into(bench.input(Port(r0 * unity, unity)).power_w, r0 * np.ones(len(freqs)))
    into_r0_db = np.asarray(into_r0.values["a_loss"])
    by_short, by_both = _benches(*(_reflected(port, r0) for port in ports))
    slack_db = 10 * np.log10((1 + WATTMETER_SHARE) / (1 - WATTMETER_SHARE))
    loss_here_db = question.budget_at_freq.stages[at].loss_db
    return Compared(
        (tell("schools.tuner-holds", here_db=span(loss_here_db, 0), bench_db=_ends(into_r0_db)),),
        _short_against(np.asarray(by_short.values["a_bench"]), into_r0_db),
        (tell("schools.tuner-watts", slack_db=float(slack_db)),),
        names(question),
        (
            on_all(question, "into-reference", "db", into_r0),
            on_all(question, "short", "db", by_short),
            on_all(question, "both", "db", by_both),
            on_all(question, "into-antenna", "db", working_of(question.budget, f"stages[{at}].loss_db")),
            on_all(question, "wattmeters", "db", _by_wattmeters(question.budget.stages[at].loss_db)),
        ),
    )


def _into(sent_w: Real, arrives_w: Real) -> Working:
    """The tuner's loss into the reference, for an ampere there."""
    values: Values = {"p_in": sent_w, "p_out": arrives_w, "a_loss": loss_db(sent_w, arrives_w)}
    return Working("part-loss", "a_loss", values, (Step(f.power_ratio, "a_loss"),))


def _benches(rho_short: Real, rho_open: Real) -> tuple[Working, Working]:
    """The loss by a short alone, and by a short and an open end."""
    values: Values = {
        "rho_short": rho_short, "rho_open": rho_open,
        "a_short": f.short_return(rho_short), "a_open": f.open_return(rho_open),
    }  # fmt: skip
    short, opened = Step(f.short_return, "a_short"), Step(f.open_return, "a_open")
    by_short, both = Step(f.by_short, "a_bench"), Step(f.by_both, "a_bench")
    half, mean = f.by_short(values["a_short"]), f.by_both(values["a_short"], values["a_open"])
    return (
        Working("bench-short", "a_bench", values | {"a_bench": half}, (short, by_short)),
        Working("bench-both", "a_bench", values | {"a_bench": mean}, (short, opened, both)),
    )


def _by_wattmeters(true_db: Real) -> Working:
    """What two wattmeters may show of a loss: both ends."""
    low, high = (
        Working(
            "bench-wattmeters",
            "a_shown",
            {"a_loss": true_db, "e_meter": error, "a_shown": f.by_wattmeters(true_db, error)},
            (Step(f.by_wattmeters, "a_shown"),),
        )
        for error in (-WATTMETER_SHARE, WATTMETER_SHARE)
    )
    return between(low, high)


def _short_against(shown_db: Real, true_db: Real) -> Messages:
    """How far the short alone is off, over the bands where there is a loss to measure."""
    lossy = true_db > LEAST_DB
    if not lossy.any():
        return (tell("schools.tuner-nothing"),)
    return (tell("schools.tuner-short", times=_ends(shown_db[lossy] / true_db[lossy])),)


def _ends(values: Real) -> tuple[float, float]:
    return float(values.min()), float(values.max())
