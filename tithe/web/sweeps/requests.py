"""How the API of kept sweeps is told of new ones, and tells of those there are."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from ninja import Schema
from pydantic import Field

from tithe.answers.sweep.requests import Columns, Joint
from tithe.document.fields import Name, Number, Positive
from tithe.document.parts import PartModel

Chain = Annotated[list[PartModel], Field(max_length=60)]
Taken = Annotated[str, Field(max_length=40)]


class NewSweep(Schema):
    """A file's text with where it was taken, and when ("": now); ``columns`` as confirmed; ``key``: the same
    sent again, since its answer was lost, is kept once."""

    text: str
    columns: Columns | None = None
    title: Name = ""
    taken: Taken = ""
    joint: Joint = 0
    chain: Chain = Field(default_factory=list)
    trim: bool = False
    change_m: Number | None = None
    key: Annotated[str, Field(max_length=80)] = ""


class SweepRow(Schema):
    """A kept sweep in the log."""

    id: int
    title: str
    taken: datetime
    joint: int
    chain: list[PartModel]
    baseline: bool
    trim: bool
    change_m: float | None = None
    radials: int | None = None
    radial_m: float | None = None
    removed: bool


class SweepChange(Schema):
    """What may be changed of a kept sweep."""

    title: Name | None = None
    taken: Annotated[Taken, Field(min_length=1)] | None = None
    joint: Joint | None = None
    chain: Annotated[list[PartModel] | None, Field(max_length=60)] = None
    baseline: bool | None = None
    trim: bool | None = None
    change_m: Number | None = None
    radials: Annotated[int, Field(ge=1, le=1000)] | None = None
    radial_m: Positive | None = None
    removed: bool | None = None
