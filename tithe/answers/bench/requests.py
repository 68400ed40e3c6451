"""What all jobs of the bench are told: readings as typed or as files, the analyzer, and the part."""

from __future__ import annotations

from typing import Annotated

import numpy as np
from pydantic import Field

from tithe.answers.question import Request
from tithe.core import InputError, Station
from tithe.core.arrays import Complex, Real
from tithe.core.bench.residual import Residual
from tithe.core.errors import require
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.sweep import Sweep
from tithe.document.fields import NotNegative, Number, Positive
from tithe.document.station import StationFile
from tithe.files import sweep_file

Gamma = tuple[Number, Number]
"""Γ re 50 Ω, real and imaginary part."""
Cell = Number | Gamma
"""A return loss, dB, or a Γ."""
Reading = float | complex
"""The same in the core."""
Text = Annotated[str, Field(max_length=sweep_file.MAX_BYTES)]
MOST_RHO = 1.05
_LEAST_BACK_DB = -0.43
"""The same as a return loss."""
MOST_POINTS = 60_000
"""Of a sweep on the bench."""
JOB_S = 0.3
_POINTS = 2000


def seconds(freq_hz: Real) -> float:
    """Seconds that a job may take with so many points."""
    return JOB_S * max(len(freq_hz) / _POINTS, 1.0)


def reading(place: str, cell: float | tuple[float, float]) -> Reading:
    """A return loss as it is, a Γ as a complex number. Raises `InputError` where more comes back than was
    sent."""
    if not isinstance(cell, tuple):
        return returned(place, cell)
    gamma = complex(*cell)
    require(abs(gamma) <= MOST_RHO, place, "returns-more", abs(gamma))
    return gamma


def returned(place: str, back_db: float) -> float:
    """A return loss, dB. Raises `InputError` where more comes back than was sent."""
    require(back_db >= _LEAST_BACK_DB, place, "return-loss-below-0", back_db)
    return back_db


def alike(texts: dict[str, str | None], phase: bool = True) -> dict[str, Sweep]:
    """The sweeps that were given, at the same frequencies. Raises `InputError` at the place of one that
    cannot be read or is of others; ``phase``: that holds no phase."""
    sweeps: dict[str, Sweep] = {}
    for place, text in texts.items():
        if text is None:
            continue
        try:
            sweep = sweep_file.read(text)
        except InputError as error:
            raise error.under(place) from None
        require(len(sweep.freq_hz) <= MOST_POINTS, place, "too-many-points", most=MOST_POINTS)
        if phase and sweep.gamma is None:
            raise InputError(place, "no-phase-in-file")
        first = next(iter(sweeps.values()), sweep)
        same = sweep.freq_hz.shape == first.freq_hz.shape
        same = same and bool(np.allclose(sweep.freq_hz, first.freq_hz, rtol=1e-6))
        require(same, place, "other-frequencies", other=next(iter(sweeps), ""))
        sweeps[place] = sweep
    return sweeps


def gammas(sweeps: dict[str, Sweep], *ends: str) -> tuple[Real, list[Complex]]:
    """The frequencies and Γ of each. Raises `InputError` where one is missing."""
    out: list[Complex] = []
    for end in ends:
        require(end in sweeps, end, "missing")
        gamma = sweeps[end].gamma
        assert gamma is not None  # looked at where they were read
        out.append(gamma)
    return sweeps[ends[0]].freq_hz, out


class ResidualModel(Request):
    """What the analyzer's calibration leaves."""

    directivity_db: Positive = Residual.directivity_db
    tracking_db: NotNegative = Residual.tracking_db
    tracking_deg: NotNegative = Residual.tracking_deg
    drift_db: NotNegative = Residual.drift_db
    drift_deg: NotNegative = Residual.drift_deg
    noise: NotNegative = Residual.noise
    load_pct: NotNegative = Residual.load_pct

    def to_core(self) -> Residual:
        """The core's. Raises `InputError`."""
        try:
            return Residual(**self.model_dump())
        except InputError as error:
            raise error.under("residual") from None


class BenchRequest(Request):
    """The analyzer, and the part of the station that is on the bench (null: none of it)."""

    residual: ResidualModel = ResidualModel()
    document: StationFile | None = None
    at: Annotated[int, Field(ge=0, le=999)] | None = None

    def station(self) -> Station | None:
        """The core's station, if one was given. Raises `InputError` where it has no such part."""
        if self.document is None or self.at is None:
            return None
        require(self.at < len(self.document.chain), "at", "no-such-part", self.at)
        return self.document.to_core()

    def part(self) -> Part | None:
        """The core's part on the bench; None where there is none."""
        station = self.station()
        return None if station is None or self.at is None else station.chain[self.at]

    def line(self) -> Line | None:
        """The same, of a length of line."""
        part = self.part()
        return None if part is None else part.feedline
