"""The workings of the first question's figures, by the names they have there: ``extra_db``, ``radiated_w``.

All but one are figures of the budget that answers it.
"""

from __future__ import annotations

from dataclasses import replace

from tithe.core.errors import InputError
from tithe.core.line_loss import LineLoss, reference_of
from tithe.core.working import formulas as f
from tithe.core.working.ledger import antenna_swr, working_of
from tithe.core.working.working import Step, Working

_OF_THE_LINE = {
    "matched_db": "matched_db",
    "loss_db": "loss_db",
    "extra_db": "extra_db",
    "handbook_extra_db": "handbook_db",
    "swr_radio": "swr_in",
    "limit_w": "limit_w",
}
_OF_THE_RUN = {
    "swr_antenna": "antenna.swr",
    "not_sent_w": "transmitter.not_sent_w",
    "radiated_w": "total.radiated_w",
    "total_db": "total.loss_db",
    "s_units": "total.s_units",
}


def working_of_line_loss(line_loss: LineLoss, figure: str) -> Working:
    """The working of a figure of the answer. Raises `InputError` where there is no such figure."""
    stages = line_loss.budget.stages
    if figure == "swr_asked":
        return antenna_swr(line_loss.budget, reference_of(line_loss.budget.station))
    if figure in _OF_THE_RUN:
        return working_of(line_loss.budget, _OF_THE_RUN[figure])
    tuner = next((n for n, stage in enumerate(stages) if stage.tuned is not None), None)
    if figure == "tuner_w" and tuner is not None:
        return working_of(line_loss.budget, f"stages[{tuner}].taken_w")
    if figure not in _OF_THE_LINE:
        raise InputError("figure", "no-such-figure", figure)
    derivation = working_of(line_loss.budget, f"stages[{line_loss.place}].{_OF_THE_LINE[figure]}")
    if figure != "handbook_extra_db":
        return derivation
    values = {**derivation.values, "a_hb_extra": line_loss.handbook_extra_db}
    steps = (*derivation.steps, Step(f.additional_by_handbook, "a_hb_extra"))
    return replace(derivation, gives="a_hb_extra", values=values, steps=steps)
