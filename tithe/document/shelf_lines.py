"""The shelf's generic feedlines, with typical published attenuation."""

from __future__ import annotations

import csv
from functools import cache
from importlib import resources
from typing import Literal, Self

from pydantic import BaseModel, model_validator

from tithe.core import AttenuatedLine, InputError
from tithe.core.parts.line_heat import RISE_K, jacket_heat_w_per_m

FAMILIES = {"coax": "Coax", "balanced": "Two-wire line"}


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

    heat_w_per_m: float | None = None
    family_title: str = ""

    @model_validator(mode="after")
    def _made_complete(self) -> Self:
        """What its family is called; what a metre gives off, None for open line, which hangs in the air."""
        self.family_title = FAMILIES[self.family]
        if self.insulation:
            self.heat_w_per_m = jacket_heat_w_per_m(self.outer_mm / 1000, RISE_K[self.insulation])
        return self


@cache
def lines() -> dict[str, ShelfLine]:
    """All lines by slug, in the shelf's order."""
    text = resources.files("tithe.document").joinpath("feedlines.csv").read_text("utf-8")
    return {row["slug"]: ShelfLine.model_validate(row) for row in csv.DictReader(text.splitlines())}


@cache
def line_type(slug: str) -> AttenuatedLine:
    """The shelf's figures as a line type. Raises `InputError` for a slug that it does not hold."""
    row = lines().get(slug)
    if row is None:
        raise InputError("line", "no-such-line", slug, allowed=list(lines()))
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
