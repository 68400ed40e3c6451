"""Is a tuner in the room good enough? The same tuner at the antenna, watts against watts."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Mask
from tithe.core.budget import AUDIBLE_DB, Budget, loss_db, solve_alike
from tithe.core.message import tell
from tithe.core.questions.question import (
    Compared,
    SchoolQuestion,
    given_back,
    names,
    on_all,
    on_bands,
    which_holds,
)
from tithe.core.verdict import match_moved_to_antenna
from tithe.core.working import Step, Working, working_of
from tithe.core.working import formulas as f
from tithe.core.working.working import Values


def room_tuner(question: SchoolQuestion) -> Compared:
    """What moving the one tuner in line to the feedpoint would give back, band by band."""
    moved = match_moved_to_antenna(question.station)
    if moved is None:
        return Compared((tell("schools.no-tuner-to-move"),))
    now, moved_budget = solve_alike(question.station, moved, question.freqs, question.pause)
    gain_db = loss_db(moved_budget.radiated_w, now.radiated_w)
    small: Mask = np.all((gain_db < AUDIBLE_DB).reshape(-1, len(question.places)), axis=0)
    return Compared(
        (which_holds(question, small),),
        on_bands(question, small, "room-tuner-small"),
        on_bands(question, ~small, "room-tuner-large", most_db=float(gain_db.max())),
        names(question),
        (
            on_all(question, "leaves", "watts", working_of(now, "total.radiated_w")),
            on_all(question, "extra", "db", _extra(now)),
            on_all(question, "at-feedpoint", "watts", working_of(moved_budget, "total.radiated_w")),
            on_all(question, "gives-back", "db", given_back(moved_budget, now)),
        ),
    )


def _extra(budget: Budget) -> Working:
    """What the mismatch adds on all lines together."""
    lines = [(stage.loss_db, stage.along.matched_db) for stage in budget.stages if stage.along]
    none = np.zeros(budget.freq_hz.shape)
    true, matched = (sum(losses, none) for losses in zip(*lines, strict=True)) if lines else (none, none)
    values: Values = {"a_lines_true": true, "a_lines_matched": matched, "a_extra": true - matched}
    return Working("lines-extra", "a_extra", values, (Step(f.lines_extra, "a_extra"),))
