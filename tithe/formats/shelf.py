"""The shelf: generic feedlines with typical published attenuation, and other generic parts to take from."""

from __future__ import annotations

import csv
from functools import cache
from importlib import resources

from pydantic import BaseModel, TypeAdapter

from tithe.core import AttenuatedLine
from tithe.formats.part_model import PartModel


class ShelfLine(BaseModel):
    """One row of the shelf."""

    slug: str
    name: str
    family: str
    r0_ohm: float
    velocity_factor: float
    k1_db_per_100m: float
    k2_db_per_100m: float
    max_volts_rms: float
    outer_mm: float
    note: str


@cache
def lines() -> dict[str, ShelfLine]:
    """All lines by slug, in the shelf's order."""
    text = resources.files("tithe.formats").joinpath("feedlines.csv").read_text("utf-8")
    return {row["slug"]: ShelfLine.model_validate(row) for row in csv.DictReader(text.splitlines())}


@cache
def line_type(slug: str) -> AttenuatedLine:
    """The shelf's figures as a line type."""
    row = lines()[slug]
    return AttenuatedLine(
        r0_ohm=row.r0_ohm,
        velocity_factor=row.velocity_factor,
        k1=row.k1_db_per_100m,
        k2=row.k2_db_per_100m,
        max_volts_rms=row.max_volts_rms,
        name=row.name,
        balanced=row.family == "balanced",
    )


class ShelfPart(BaseModel):
    """A part other than a line, with generic starting values."""

    group: str
    title: str
    slug: str
    part: PartModel


@cache
def parts() -> list[ShelfPart]:
    """All of them, in the shelf's order."""
    text = resources.files("tithe.formats").joinpath("shelf_parts.json").read_text("utf-8")
    return TypeAdapter(list[ShelfPart]).validate_json(text)
