"""What is told of a tuner in its station: its reach, its bands, how it is tuned, and how far one may move."""

from __future__ import annotations

from typing_extensions import TypedDict


class ReachOut(TypedDict):
    """Over the disc of loads at one frequency: Γ of each cell's middle and its width; loss in dB, null where
    nothing matches; the power into the tuner that it bears, W, null where no rating is stated."""

    mhz: float
    cell: float
    re: list[float]
    im: list[float]
    loss_db: list[float | None]
    limit_w: list[float | None]
    sentence: str


class CureOut(TypedDict):
    """What would put a band inside: the run's length in m (``longer``, ``shorter``), a transformer's
    ``ratio``, another ``network``; what then leaves."""

    way: str
    value: float
    network: str
    radiated_w: float
    text: str


class MetOut(TypedDict):
    """A tuner at a load: its loss and efficiency, and the power it bears; null where nothing matches, or no
    rating is stated."""

    loss_db: float | None
    efficiency: float | None
    limit_w: float | None


class TunerBand(TypedDict):
    """A band: Γ of its loads from edge to edge, the tuner at the real load of its middle and into the
    reference, and what it lacks there."""

    name: str
    mhz: float
    re: list[float]
    im: list[float]
    matched: bool
    real: MetOut
    flat: MetOut
    lack: str
    cures: list[CureOut]


class TunerBands(TypedDict):
    """Where in the chain the main run behind the tuner is, if there is one, and all bands."""

    run_at: int | None
    bands: list[TunerBand]
    sentence: str


class MoveOut(TypedDict):
    """One move as a sentence, its knob, the share of the knob's travel and its dial's number (null: the dial
    is not known), and the SWR then."""

    knob: str
    share: float
    number: float | None
    swr: float | None
    text: str


class RouteOut(TypedDict):
    """An order of moves, the SWR before it, and what the tuner loses at its end."""

    start_swr: float | None
    moves: list[MoveOut]
    loss_db: float
    sentence: str


class HandsOut(TypedDict):
    """How to tune at a frequency: by the meter, and by the dials (null: nothing matches)."""

    mhz: float
    meter: RouteOut
    dials: RouteOut | None
    cautions: list[str]
    sentence: str


class SpotOut(TypedDict):
    """A setting in a band: its preset's place in the chart (null: none there), SWR over the band, and for
    each limit from where to where one may move (null: it is beyond the limit)."""

    mhz: float
    preset: int | None
    swr: list[float | None]
    within: list[list[float] | None]


class RetuningBand(TypedDict):
    """A band: frequencies, its settings, the SWR without a tuner and from where to where that stays within
    each limit, and how many settings cover it within each (null: no number does)."""

    name: str
    mhz: list[float]
    spots: list[SpotOut]
    bare: list[float | None]
    bare_within: list[list[float] | None]
    covers: list[int | None]
    sentence: str


class RetuningOut(TypedDict):
    """``limits``: the SWR that are looked at; the last one, if there are three, is where the radio holds
    back."""

    limits: list[float]
    bands: list[RetuningBand]
    sentence: str
