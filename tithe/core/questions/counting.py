"""How is loss counted? Mismatch loss against what line and tuner take; the whole chain judges."""

from __future__ import annotations

from tithe.core.message import tell
from tithe.core.questions.question import Compared, SchoolQuestion, names, on_all, span
from tithe.core.working import working_of


def counting(question: SchoolQuestion) -> Compared:
    """The ways of counting, and the circumstances that decide between them here."""
    counted = question.budget_at_freq.counted
    station = question.station
    if question.tuner_at is not None:
        code = "tuner"
    elif station.transmitter.protection.own_reach_swr > 1:
        code = "pi-output"
    else:
        code = "nothing"
    return Compared(
        (tell(f"schools.counting-{code}", whole_db=span(counted.whole_chain_db, 0)),),
        (tell("schools.counting-mismatch", counted_db=span(counted.mismatch_only_db, 0)),),
        (tell("schools.counting-handbook", counted_db=span(counted.handbook_db, 0)),),
        names(question),
        tuple(
            on_all(question, head, "db", working_of(question.budget, f"counted.{figure}"))
            for head, figure in (
                ("mismatch", "mismatch_only_db"),
                ("handbook", "handbook_db"),
                ("whole", "whole_chain_db"),
            )
        ),
    )
