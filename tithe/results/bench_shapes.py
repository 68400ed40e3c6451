"""What the bench's readings come to: `POST /bench/…`, `tithe bench --json`.

A span is least, as found and most of nineteen cases in twenty; null where that is open.
"""

from __future__ import annotations

from typing import Any

from typing_extensions import TypedDict

from tithe.results.budget_shapes import Span


class BenchCarry(TypedDict):
    """What goes into a part of the station: its fields, and by field what was measured, as the station file
    has it, but for the date."""

    fields: dict[str, Any]
    measured: dict[str, Any]


class AtFrequency(TypedDict):
    """A tuner at a frequency: the return losses that were read; loss and efficiency into R₀; by return losses
    alone the mean of both halved, and half of that into a short (null: not to be told); the Q of its coils
    (null: ``coil_why``) and its loss at the station's own load (null: no station, or its antenna is not known
    there)."""

    mhz: float
    with_phase: bool
    match_db: float
    short_db: float
    open_db: float | None
    loss_db: Span
    efficiency: Span
    mean_halved_db: float | None
    short_alone_db: float | None
    coil_q: Span | None
    coil_why: str
    in_station_db: Span | None


class LengthsOut(TypedDict):
    """The tuner's loss at the real loads at several lengths of the run: by frequency (``mhz``), a span a
    length; ``present``: which length is the one there is."""

    length_m: list[float]
    present: int
    mhz: list[float]
    loss_db: list[list[Span]]


class BenchTuner(TypedDict):
    """A row a frequency; of the one asked for (else the middle one) its figures stand at the top."""

    mhz: float
    loss_db: Span
    efficiency: Span
    coil_q: Span | None
    rows: list[AtFrequency]
    lengths: LengthsOut | None
    sentence: str
    why: str
    carry: BenchCarry | None


class BenchWatts(TypedDict):
    """``tells_from_db``: the least loss that these meters tell from none."""

    loss_db: Span
    tells_from_db: float
    sentence: str
    why: str
    carry: BenchCarry | None


class LineAt(TypedDict):
    """A line at a frequency, dB per 100 m: as fitted, and by its sheet (null: none is known)."""

    mhz: float
    loss_db_per_100m: Span
    sheet_db_per_100m: float | None


class BenchLine(TypedDict):
    """``rows`` by band, ``curve`` over the whole sweep. Loss as k₁ √(f/MHz) + k₂ f/MHz in dB per 100 m, and
    at each point that was measured [MHz, dB per 100 m]; impedance and velocity factor null where they could
    not be told."""

    matched_db_per_100m: list[list[float]]
    k1: Span
    k2: Span
    z0_ohm: Span | None
    velocity_factor: Span | None
    length_m: Span
    rows: list[LineAt]
    curve: list[LineAt]
    sentence: str
    why: str
    carry: BenchCarry | None


class FaultOut(TypedDict):
    """Where a wave comes back, how much of it (below 0: the impedance falls; null: not known), and what that
    seems to be."""

    at_m: float
    gamma: float | None
    kind: str
    text: str


class BenchFault(TypedDict):
    """By distance; ``resolution_m``: nearer than that two are one; ``farthest_m``: no farther is told (null:
    not known); ``along``: the picture [m, |Γ|]."""

    faults: list[FaultOut]
    resolution_m: float
    farthest_m: float | None
    along: list[list[float]]
    sentence: str
    why: str
    remark: str


class PartAt(TypedDict):
    """A part in line at a frequency: its loss, the SWR at its input, and whether it may be used."""

    mhz: float
    loss_db: Span
    swr: float | None
    usable: bool


class TransformerOut(TypedDict):
    """What a transformer is made of; core loss across in Ω, null where none can be seen."""

    ratio: Span
    turns: Span
    leakage_uh: Span
    magnetizing_uh: Span
    core_loss_ohm: Span
    loss_db: Span


class BenchPart(TypedDict):
    """``loss_db``: at the middle of what is usable, ``band_mhz``; null where nothing is."""

    loss_db: Span | None
    band_mhz: list[float] | None
    rows: list[PartAt]
    transformer: TransformerOut | None
    sentence: str
    why: str
    carry: BenchCarry | None


class BenchMeter(TypedDict):
    """What a meter shows over the power there is, and that power."""

    scale: Span
    power_w: float
    sentence: str
    why: str
    carry: BenchCarry


class ResidualOut(TypedDict):
    """What an analyzer's calibration leaves, as the other jobs take it."""

    directivity_db: float
    tracking_db: float
    tracking_deg: float
    drift_db: float
    drift_deg: float
    noise: float
    load_pct: float


class BenchCheck(TypedDict):
    """The worst over the sweep; ``errors``: [MHz, directivity dB, source match dB, tracking dB]; ``good``:
    whether it may be used as it is; ``shown_as``: SWRs and from what to what they are shown."""

    directivity_db: float
    source_db: float
    tracking_db: float
    tracking_deg: float
    aside_m: float
    good: bool
    shown_as: list[list[float | None]]
    errors: list[list[float]]
    residual: ResidualOut
    sentence: str
    why: str


class PracticeDay(TypedDict):
    """What a simulated bench shows, as it would be typed or saved: ``texts``: sweeps by what was at the far
    side; ``rows``: a tuner's, by frequency; ``figures``: what meters show. ``truth``: what was hidden."""

    texts: dict[str, str]
    rows: list[dict[str, Any]]
    figures: dict[str, float]
    truth: str
