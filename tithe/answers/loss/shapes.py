"""What the first question is answered with: `POST /loss`, and in short `tithe loss --json`.

Figures that depend on an unknown phase are spans; infinite ones are null.
"""

from __future__ import annotations

from typing import TYPE_CHECKING, Any

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import CautionResult, Figure, Span
from tithe.document.station import StationFile

if TYPE_CHECKING:  # as the file writes it
    StationJson = dict[str, Any]
else:
    StationJson = StationFile


class LossFigures(TypedDict):
    """One line at one mismatch: losses (dB) of the line, the SWR at both its ends, and what is radiated.
    ``swr_asked``: at the antenna, against what the one asked about is; the others are against 50 Ω."""

    matched_db: float
    extra_db: Figure
    handbook_extra_db: Figure
    loss_db: Figure
    swr_asked: Figure
    swr_antenna: Figure
    swr_radio: Figure
    radiated_w: Figure
    s_units: Figure


class LineWords(TypedDict):
    """What is said of one line."""

    sentence: str
    handbook_note: str
    cautions: list[CautionResult]


class LineAnswer(LossFigures, LineWords):
    """One line: its sentence, what it bears (W), what the radio does not send, and the same over SWR and over
    bands; ``station``: the station that was solved."""

    name: str
    total_db: Figure
    not_sent_w: Figure
    tuner_w: Figure
    limit_w: Figure
    over_swr: list[LossFigures]
    over_bands: list[LossFigures]
    station: StationJson


class LossInShort(TypedDict):
    """One line, before a radio that a tuner without loss has matched: losses of the line (dB), the SWR at
    both its ends, and what comes out of it (W); ``as_it_stands_w``: what comes out without that tuner, or by
    the one asked for. Spans round the circle of phases; ``handbook_db`` is its
    middle."""

    line: str
    matched_db: float
    additional_db: Span
    total_db: Span
    handbook_db: float | None
    swr_antenna: Span
    swr_radio: Span
    out_w: Span
    as_it_stands_w: Span


class BandPoint(TypedDict):
    """A band at its middle."""

    name: str
    mhz: float


class LossAnswer(TypedDict):
    """All lines asked about; ``ratios``: the SWRs at the antenna of ``over_swr``; ``band_swr``: the one at
    the antenna of ``over_bands`` (null: infinite)."""

    ratios: list[float]
    bands: list[BandPoint]
    lines: list[LineAnswer]
