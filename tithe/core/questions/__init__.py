"""The questions on which practitioners disagree, each computed for the user's own station."""

from collections.abc import Callable

from tithe.core.errors import InputError
from tithe.core.questions.acceptable_swr import acceptable_swr
from tithe.core.questions.counting import counting
from tithe.core.questions.feeder_length import feeder_length
from tithe.core.questions.instrument import instrument
from tithe.core.questions.meter_place import meter_place
from tithe.core.questions.question import Cell, Column, Compared, Row, SchoolQuestion
from tithe.core.questions.resonance import resonance
from tithe.core.questions.room_tuner import room_tuner
from tithe.core.questions.trim_target import trim_target
from tithe.core.questions.tuner_loss import tuner_loss

SCHOOLS: dict[str, Callable[[SchoolQuestion], Compared]] = {
    "room-tuner": room_tuner,
    "resonance": resonance,
    "counting": counting,
    "acceptable-swr": acceptable_swr,
    "trim-target": trim_target,
    "meter-place": meter_place,
    "tuner-loss": tuner_loss,
    "feeder-length": feeder_length,
    "instrument": instrument,
}


def compare_schools(slug: str, question: SchoolQuestion) -> Compared:
    """Both answers to a question. Raises `InputError` for a question that there is not, or where the station
    cannot be computed."""
    if slug not in SCHOOLS:
        raise InputError("question", "one-of", slug, allowed=list(SCHOOLS))
    return SCHOOLS[slug](question)


__all__ = ["SCHOOLS", "Cell", "Column", "Compared", "Row", "SchoolQuestion", "compare_schools"]
