"""One frequency of a sweep's file."""

from __future__ import annotations

import numpy as np
from typing_extensions import TypedDict

from tithe.answers.bench.requests import Text
from tithe.answers.question import Request, Work, at_once, question
from tithe.core.bench.tuner import MOST_DB
from tithe.core.reflection import return_loss_db
from tithe.document.fields import Positive
from tithe.files import sweep_file


class OneReading(Request):
    """A sweep's file, of which one frequency is wanted (null: its middle)."""

    text: Text
    mhz: Positive | None = None


class ReadAt(TypedDict):
    """What a sweep says at a frequency: a return loss, dB, or a Γ; and from where to where it goes."""

    mhz: float
    reading: float | tuple[float, float]
    low_mhz: float
    high_mhz: float
    points: int


@question("bench/read")
def answer(request: OneReading) -> Work[ReadAt]:
    """What a sweep's file says at one frequency."""
    sweep = sweep_file.read(request.text)
    low, high = sweep.range_hz
    hz = (low + high) / 2 if request.mhz is None else request.mhz * 1e6
    at = sweep.at(np.array([hz]))
    value: float | tuple[float, float] = float(return_loss_db(at.rho[0]))
    if at.gamma is not None:
        value = (float(at.gamma[0].real), float(at.gamma[0].imag))
    elif not np.isfinite(value):
        value = MOST_DB
    return at_once(
        ReadAt(
            mhz=hz / 1e6,
            reading=value,
            low_mhz=low / 1e6,
            high_mhz=high / 1e6,
            points=len(sweep.freq_hz),
        )
    )
