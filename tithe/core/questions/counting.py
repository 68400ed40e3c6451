"""How is loss counted? Mismatch loss against what line and tuner take; the whole chain judges."""

from __future__ import annotations

from tithe.core.message import tell
from tithe.core.questions.question import Asked, Compared, names, on_all, span
from tithe.core.working import working_of


def counting(asked: Asked) -> Compared:
    """The ways of counting, and the circumstances that decide between them here."""
    here = asked.here.counted
    station = asked.station
    if asked.tuner_at is not None:
        code = "tuner"
    elif station.transmitter.protection.own_reach_swr > 1:
        code = "pi-output"
    else:
        code = "nothing"
    return Compared(
        (tell(f"schools.counting-{code}", whole_db=span(here.whole_chain_db, 0)),),
        (tell("schools.counting-mismatch", counted_db=span(here.mismatch_only_db, 0)),),
        (tell("schools.counting-handbook", counted_db=span(here.handbook_db, 0)),),
        names(asked),
        tuple(
            on_all(asked, head, "db", working_of(asked.budget, f"counted.{figure}"))
            for head, figure in (
                ("mismatch", "mismatch_only_db"),
                ("handbook", "handbook_db"),
                ("whole", "whole_chain_db"),
            )
        ),
    )
