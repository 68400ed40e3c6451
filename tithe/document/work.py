"""The work that a station file carries beside the station: kept sweeps, what is trimmed, what is chosen."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tithe.document.fields import FileObject, Name, NotNegative, Number, Positive
from tithe.document.parts import PartModel


class SweepModel(FileObject):
    """A kept sweep: its content as Touchstone or CSV, the reference plane of ``chain`` where it was taken (0
    at the radio), the run as it was then, and what it was taken for.

    ``change_m``: what had been done to each side of the wire before it, + longer. ``radials``: how many lay.
    """

    title: Name = ""
    content: Annotated[str, Field(max_length=8_000_000)]
    taken: Annotated[str, Field(max_length=40)] = ""
    joint: Annotated[int, Field(strict=True, ge=0, le=60)] = 0
    chain: Annotated[list[PartModel], Field(max_length=60)] = Field(default_factory=list)
    baseline: bool = False
    trim: bool = False
    change_m: Number | None = None
    radials: Annotated[int, Field(strict=True, ge=1, le=1000)] | None = None
    radial_m: Positive | None = None


class TrimModel(FileObject):
    """What is trimmed to what: the goal, each side's length, and whether the lowest SWR or the zero of
    reactance is to lie there."""

    target_mhz: Positive
    wire_m: Positive | None = None
    sides: Annotated[int, Field(strict=True, ge=1, le=2)] = 2
    means: Literal["wire", "coil"] = "wire"
    aim: Literal["lowest", "resonance"] = "resonance"


Slugs = Annotated[list[Name], Field(max_length=200)]


class FindingModel(FileObject):
    """What its owner set out to measure: ``what``, a mark of what was ``known`` of it then, and the decision
    that stood, by its id and its name, with the share of worlds in which it was right."""

    what: Literal["antenna", "ground", "line", "coil"]
    known: Annotated[str, Field(max_length=64)]
    decision: Name
    name: Annotated[str, Field(max_length=400)]
    right_in: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=1)] | None = None


class ChoiceModel(FileObject):
    """What is asked when choosing the place of the match and the line.

    ``run_m`` left out is the length of the longest line; ``indoor_m`` and ``lead_m`` left out are 6 and 3 m,
    half of the run at the most; the lead of a planned antenna is as long as its feedpoint is high. Prices by
    token: lines per metre, parts each, in any one currency. ``db_worth`` left out: a dB is worth 50 of it;
    ``wet_percent`` left out: one day in four is wet. ``school``: what stands in most of the worlds that may
    be, or the cheapest within ``within_db`` of the best as all is typed. ``off``, ``lines_off``: places and
    lines not wanted; ``line``: the only line allowed. ``fed_against_ground`` left out: as a planned antenna's
    shape has it, else not. ``finding``: what is being measured, so that the decision can say what it changed.
    """

    run_m: Positive | None = None
    indoor_m: NotNegative | None = None
    lead_m: NotNegative | None = None
    within_db: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=20)] = 1.0
    db_worth: Annotated[NotNegative, Field(le=1e9)] | None = None
    wet_percent: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0, le=100)] | None = None
    school: Literal["worlds", "as-typed"] = "worlds"
    budget: NotNegative | None = None
    prices: dict[Name, NotNegative] = Field(default_factory=dict)
    off: Slugs = Field(default_factory=list)
    lines_off: Slugs = Field(default_factory=list)
    line: Name | None = None
    no_climbing: bool = False
    no_power_at_mast: bool = False
    no_open_line_indoors: bool = False
    fed_against_ground: bool | None = None
    finding: FindingModel | None = None
