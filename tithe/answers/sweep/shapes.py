"""What is read off sweeps, as the API answers it. Infinite figures are null."""

from __future__ import annotations

from typing import Literal, NotRequired

from typing_extensions import TypedDict

from tithe.answers.working_shapes import WorkingOut


class ResonanceOut(TypedDict):
    """A zero of reactance; ``gamma``: its reflection, which is real."""

    mhz: float
    gamma: float | None
    r_ohm: float | None
    q: float | None
    kind: Literal["series", "parallel"]


class WidthOut(TypedDict):
    """Where the SWR stays at or below ``swr``; null: beyond the sweep."""

    swr: float
    reached: bool
    low_mhz: float | None
    high_mhz: float | None
    width_khz: float | None


class DipOut(TypedDict):
    """A lowest SWR with its reflection (|Γ|, and Γ where the phase is known) and its resonance;
    ``within_khz``: so far from there it may be, where few SWRs were read by hand (0: not told)."""

    mhz: float
    swr: float | None
    rho: float
    re: float | None
    im: float | None
    return_loss_db: float | None
    r_ohm: float | None
    x_ohm: float | None
    resonance: ResonanceOut | None
    apart_khz: float | None
    within_khz: float
    widths: list[WidthOut]


class BandOut(TypedDict):
    """A band of the sweep; ``taken_worst``: the worst SWR where the sweep was taken."""

    name: str
    low_mhz: float
    high_mhz: float
    swr_low: float | None
    swr_middle: float | None
    swr_high: float | None
    swr_least: float | None
    swr_worst: float | None
    covered: bool
    need: Literal["nothing", "radio", "wide"] | None
    taken_worst: NotRequired[float | None]


class Reading(TypedDict):
    """Everything that is read off a sweep."""

    points: int
    low_mhz: float
    high_mhz: float
    phase: bool
    noise: float
    sentence: str
    dips: list[DipOut]
    resonances: list[ResonanceOut]
    bands: list[BandOut]


class Curve(TypedDict):
    """A sweep for drawing; null: infinite. R, X and Γ only where the phase is known."""

    mhz: list[float]
    rho: list[float]
    swr: list[float | None]
    return_loss_db: list[float | None]
    r_ohm: NotRequired[list[float | None]]
    x_ohm: NotRequired[list[float | None]]
    re: NotRequired[list[float | None]]
    im: NotRequired[list[float | None]]


class Level(TypedDict):
    """An SWR (null: infinity) that gets a line of its own, and its |Γ|."""

    swr: float | None
    rho: float


class ResistanceCircle(TypedDict):
    """Where a resistance lies on the disc of reflections: centre on its level line, and radius."""

    r_ohm: float
    centre: float
    radius: float


class Disc(TypedDict):
    """What is drawn behind a sweep: SWRs as |Γ|, the user's comfort, and resistances."""

    levels: list[Level]
    comfort: Level
    resistances: list[ResistanceCircle]


class LaidUnder(TypedDict):
    """Another sweep at the same joint."""

    id: int
    title: str
    curve: Curve


class Look(TypedDict):
    """A sweep at a joint: its reading, what the cable hides, what does not agree, and its curve."""

    shown: int
    reading: Reading
    flattery: str
    contradiction: str
    out_of_line: list[str]
    curve: Curve
    disc: Disc
    under: list[LaidUnder]


class TrimStepOut(TypedDict):
    """One step of the log: where its dip lies, within how much that is known (0: as exactly as the sweep),
    and how it went."""

    id: int
    title: str
    mhz: float | None
    swr: float | None
    change_m: float | None
    within_khz: float
    course: Literal["start", "nearer", "wrong", "past", "still", "lost"]
    moved_khz: float | None
    sentence: str
    curve: Curve


class TrimAnswer(TypedDict):
    """What to do next, by rule and by what the last step taught; and the log. ``step_m``: so much of
    ``change_m`` is to be done before the next sweep. ``workings``: of both."""

    sentence: str
    change_m: float | None
    step_m: float | None
    learned: str
    steps: list[TrimStepOut]
    workings: dict[str, WorkingOut]


class RadialReadingOut(TypedDict):
    """One count."""

    id: int
    count: int
    r_ohm: float
    wire_m: float | None


class RadialsAnswer(TypedDict):
    """Counted radials: readings (count, R, wire in all), an estimate ahead, and what it means.

    ``workings``: of the estimate, where radials part the ground's current evenly and where they lie close.
    """

    sentence: str
    readings: list[RadialReadingOut]
    next_count: int | None
    next_r_low_ohm: float | None
    next_r_high_ohm: float | None
    workings: dict[str, WorkingOut]


class CauseOut(TypedDict):
    """A likely cause."""

    id: str
    sentence: str
    strength: float


class MovedDip(TypedDict):
    """A dip then and now."""

    before_mhz: float
    after_mhz: float
    before_swr: float | None
    after_swr: float | None


class DriftAnswer(TypedDict):
    """What changed since the baseline; ``workings``: of how far each dip has moved."""

    baseline: str
    sentence: str
    causes: list[CauseOut]
    dips: list[MovedDip]
    workings: dict[str, WorkingOut]
