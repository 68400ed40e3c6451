"""What the bench is told: readings as typed, as files, or as the simulated bench shows them."""

from __future__ import annotations

from typing import Annotated, Any

import numpy as np
from ninja import Schema
from pydantic import Field

from tithe.core import InputError, Station
from tithe.core.arrays import Complex, Real
from tithe.core.bench.residual import Residual
from tithe.core.errors import require
from tithe.core.parts.line import Line
from tithe.core.parts.part import Part
from tithe.core.sweep import Sweep
from tithe.document.fields import NotNegative, Number, Positive
from tithe.document.parts.line import Velocity
from tithe.document.station import StationFile
from tithe.files import sweep_file
from tithe.results.bench_tuner_json import Reading, TunerRow

Gamma = tuple[Number, Number]
"""Γ re 50 Ω, real and imaginary part."""
Cell = Number | Gamma
"""A return loss, dB, or a Γ."""
Text = Annotated[str, Field(max_length=sweep_file.MAX_BYTES)]
MOST_RHO = 1.05
_LEAST_BACK_DB = -0.43
"""The same as a return loss."""
MOST_POINTS = 60_000
"""Of a sweep on the bench."""


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


class ResidualModel(Schema):
    """What the analyzer's calibration leaves."""

    directivity_db: Positive = 40.0
    tracking_db: NotNegative = 0.03
    tracking_deg: NotNegative = 0.3
    drift_db: NotNegative = 0.005
    drift_deg: NotNegative = 0.05
    noise: NotNegative = 0.0002
    load_pct: NotNegative = 1.0

    def to_core(self) -> Residual:
        """The core's. Raises `InputError`."""
        try:
            return Residual(**self.model_dump())
        except InputError as error:
            raise error.under("residual") from None


class BenchRequest(Schema):
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


class TunerReadings(Schema):
    """At a frequency: matched into R₀, then a short and an open."""

    mhz: Positive
    match: Cell
    short: Cell
    open: Cell | None = None

    def to_core(self, n: int) -> TunerRow:
        """The row. Raises `InputError`."""
        place = f"rows[{n}]"
        return TunerRow(
            self.mhz * 1e6,
            reading(f"{place}.match", self.match),
            reading(f"{place}.short", self.short),
            None if self.open is None else reading(f"{place}.open", self.open),
        )


class TunerDay(BenchRequest):
    """Readings by frequency; ``mhz``: of which the figures at the top are told (null: the middle)."""

    mhz: Positive | None = None

    rows: Annotated[list[TunerReadings], Field(min_length=1, max_length=40)]


class OneReading(Schema):
    """A sweep's file, of which one frequency is wanted (null: its middle)."""

    text: Text
    mhz: Positive | None = None


class ReadAt(Schema):
    """What a sweep says at a frequency: a return loss, dB, or a Γ; and from where to where it goes."""

    mhz: float
    reading: float | tuple[float, float]
    low_mhz: float
    high_mhz: float
    points: int


class WattReading(Schema):
    """A meter's two readings, its full scale and its accuracy."""

    forward_w: Number
    reflected_w: Number = 0.0
    full_scale_w: Number
    accuracy_pct: Number


class WattsDay(BenchRequest):
    """Before and behind a part; ``same_meter``: one meter, carried from side to side; ``mhz``: at which a
    tuner was tuned into the dummy load."""

    before: WattReading
    behind: WattReading
    same_meter: bool = False
    mhz: Positive | None = None


ReturnLosses = tuple[Positive, Number | None, Number | None]
"""MHz, into an open, into a short, dB."""


class LineDay(BenchRequest):
    """Sweeps by what was at the far end, or return losses by frequency; length or velocity factor."""

    open: Text | None = None
    short: Text | None = None
    load: Text | None = None
    typed: Annotated[list[ReturnLosses], Field(max_length=200)] = Field(default_factory=list)
    length_m: Positive | None = None
    velocity_factor: Velocity | None = None

    def sweeps(self) -> dict[str, Sweep]:
        """By what was at the far end. Raises `InputError`."""
        given = {"open": self.open, "short": self.short, "load": self.load}
        if any(given.values()):
            require(not self.typed, "typed", "sweeps-or-return-losses")
            return alike(given, phase=False)
        rows: list[Any] = sorted(self.typed, key=lambda row: row[0])
        freq = np.array([row[0] * 1e6 for row in rows])
        out = {}
        for n, end in ((1, "open"), (2, "short")):
            column = [row[n] for row in rows]
            if any(one is not None for one in column):
                for k, one in enumerate(column):
                    require(one is not None, f"typed[{k}]", "missing")
                    returned(f"typed[{k}]", one)
                require(bool((np.diff(freq) > 0).all()), "typed", "three-rising-frequencies")
                out[end] = Sweep(freq, 10 ** (-np.array(column, dtype=float) / 20))
        return out


class FaultDay(BenchRequest):
    """A sweep with the far end as it hangs, or the frequencies of neighbouring dips of SWR, each read to
    ``read_khz``; the velocity factor, or that of the line on the bench."""

    text: Text | None = None
    dips: Annotated[list[Positive], Field(max_length=200)] = Field(default_factory=list)
    read_khz: Positive = 50.0
    velocity_factor: Velocity | None = None


PairRow = tuple[Positive, Number, Number]
"""MHz, loss through both and return loss, dB."""


class PartDay(BenchRequest):
    """Three sweeps of one, ``resistor_ohm`` at its far side in place of the load; or two back to back,
    typed."""

    match: Text | None = None
    short: Text | None = None
    open: Text | None = None
    resistor_ohm: Positive = 50.0
    transformer: bool = False
    pair: Annotated[list[PairRow], Field(max_length=200)] = Field(default_factory=list)
    error_db: NotNegative = 0.05
    most_db: Positive = 0.5
    most_swr: Annotated[float, Field(gt=1, le=100)] = 1.5


class MeterDay(Schema):
    """What a meter shows into a dummy load; the peak voltage across it, or what a better meter shows."""

    shown_w: Number
    read_w: NotNegative = 1.0
    volts: Number | None = None
    volts_pct: Number = 2.0
    drop_volts: NotNegative = 0.0
    load_ohm: Number = 50.0
    load_pct: Number = 1.0
    power_w: Number | None = None
    accuracy_pct: Number = 3.0
    full_scale_w: Number = 200.0


CheckRow = tuple[Positive, Number, Number, Number]
"""MHz, return losses of the open, the short and the load, dB."""


class CheckDay(Schema):
    """Sweeps of an open, a short and a load, or their return losses."""

    open: Text | None = None
    short: Text | None = None
    load: Text | None = None
    typed: Annotated[list[CheckRow], Field(max_length=200)] = Field(default_factory=list)


class PracticeRequest(BenchRequest):
    """A day on the simulated bench: which errors and which truth it hides."""

    seed: Annotated[int, Field(ge=0, le=10**6)] = 1
