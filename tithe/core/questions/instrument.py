"""Cheap meter or analyzer? The interval of each at the same plane, and whether it decides anything."""

from __future__ import annotations

import numpy as np

from tithe.core.arrays import Mask
from tithe.core.message import tell
from tithe.core.parts.meter import Meter, Reading
from tithe.core.questions.question import Compared, SchoolQuestion, names, on_all, on_bands, which_holds
from tithe.core.transmitter import Emission
from tithe.core.twoport import Powered
from tithe.core.working import Working
from tithe.core.working.metered import working_of_reading
from tithe.core.working.working import between

CHEAP_DB, CHEAP_PCT = 20.0, 10.0
"""Directivity of a cheap meter, and its accuracy in percent of the full scale."""
ANALYZER_DB = 40.0
"""Directivity of a calibrated analyzer."""


def instrument(question: SchoolQuestion) -> Compared:
    """What each may show behind the tuner, or at the radio where there is none, beside the user's comfort."""
    budget, at, station = question.budget, question.tuner_at, question.station
    plane = budget.input if at is None else budget.stages[at].load
    r0, comfort = station.transmitter.reference_ohm, station.comfort_swr
    scale_w = 2 * station.transmitter.power_w
    cheap = Meter(
        full_scale_w=scale_w, accuracy_pct=CHEAP_PCT, directivity_db=CHEAP_DB, reference_ohm=r0
    ).read(plane, station.transmitter.emission)
    fine = Meter(directivity_db=ANALYZER_DB, reference_ohm=r0).read(plane)
    low, high = cheap.swr_interval
    bands = len(question.places)
    decides: Mask = np.all(((low > comfort) | (high <= comfort)).reshape(-1, bands), axis=0)
    return Compared(
        (which_holds(question, decides), tell("schools.instrument-classes", scale_w=scale_w)),
        on_bands(question, decides, "instrument-decides", comfort=comfort),
        on_bands(question, ~decides, "instrument-open", comfort=comfort),
        names(question),
        (
            on_all(question, "swr", "ratio", _worked(cheap, plane, station.transmitter.emission, "swr")),
            on_all(question, "cheap", "ratio", _interval(cheap, plane, station.transmitter.emission)),
            on_all(question, "analyzer", "ratio", _interval(fine, plane, "carrier")),
        ),
    )


def _worked(shown: Reading, plane: Powered, emission: Emission, figure: str) -> Working:
    derivation = working_of_reading(shown, plane, emission, figure)
    assert derivation is not None
    return derivation


def _interval(shown: Reading, plane: Powered, emission: Emission) -> Working:
    return between(*(_worked(shown, plane, emission, figure) for figure in ("swr_low", "swr_high")))
