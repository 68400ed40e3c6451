"""The shelf: generic feedlines with typical published attenuation, and other generic parts to take from."""

from __future__ import annotations

import csv
from functools import cache
from importlib import resources
from typing import Literal

from pydantic import BaseModel, TypeAdapter, computed_field

from tithe.core import AttenuatedLine
from tithe.core.line_heat import RISE_K, jacket_heat_w_per_m
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
    insulation: Literal["solid", "foam", "ptfe", ""]
    wet_factor: float
    low_band_factor: float
    note: str

    @computed_field  # type: ignore[prop-decorator]  # as pydantic documents it
    @property
    def heat_w_per_m(self) -> float | None:
        """What a metre gives off, from its jacket and insulation; None for open line, which hangs in the
        air."""
        return jacket_heat_w_per_m(self.outer_mm / 1000, RISE_K[self.insulation]) if self.insulation else None


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
        heat_w_per_m=row.heat_w_per_m,
        wet_factor=row.wet_factor,
        low_band_factor=row.low_band_factor,
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
