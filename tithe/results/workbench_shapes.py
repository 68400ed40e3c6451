"""What the bench's readings come to: `tithe bench --json`."""

from __future__ import annotations

from typing_extensions import TypedDict


class AtFrequency(TypedDict):
    """A tuner at a frequency: loss and efficiency into R₀; by return losses alone, from least to most with
    what is left of the match, and by that into a short alone (null: the match is too poor); whether the
    sweeps held their phase; and where its station is known the Q of its coils and its loss at the station's
    own load."""

    mhz: float
    loss_db: float
    efficiency: float
    mean_halved_db: float | None
    mean_low_db: float | None
    mean_high_db: float | None
    with_phase: bool
    short_alone_db: float | None
    coil_q: float | None
    in_station_db: float | None


class BenchTuner(TypedDict):
    """A row a frequency, and what they come to."""

    rows: list[AtFrequency]
    sentence: str


class BenchWatts(TypedDict):
    """Loss in dB as read, least and most of nineteen cases in twenty; ``tells_from_db``: the least loss that
    these meters tell from none."""

    loss_db: float
    low_db: float
    high_db: float
    tells_from_db: float
    sentence: str


class Bounds(TypedDict):
    """As found, least and most of nineteen cases in twenty."""

    value: float
    low: float
    high: float


class BenchLine(TypedDict):
    """Impedance and velocity factor, loss as k₁ √(f/MHz) + k₂ f/MHz in dB per 100 m, and the loss at each
    point [MHz, dB per 100 m]."""

    z0_ohm: float | None
    velocity_factor: float | None
    k1: Bounds
    k2: Bounds
    points: list[list[float]]
    sentence: str


class StepOut(TypedDict):
    """Where a wave comes back, and how much of it."""

    distance_m: float
    rho: float


class BenchFault(TypedDict):
    """By distance; ``resolution_m``: nearer than that two are one; ``farthest_m``: no farther is told."""

    steps: list[StepOut]
    resolution_m: float
    farthest_m: float
    sentence: str
