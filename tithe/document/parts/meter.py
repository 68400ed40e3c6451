"""A meter in the station file."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from tithe.core import Meter
from tithe.document.fields import NotNegative, Positive, Share, form_field
from tithe.document.parts.part import RatedPart


class MeterModel(RatedPart):
    """``full_scale_w``: the range in use, multiplier included. ``scale``: what it shows over what there is,
    as far as that was measured."""

    shelf_title: ClassVar[str] = "Meters"
    kind: Literal["meter"]
    full_scale_w: Annotated[Positive | None, form_field("Full scale, with multiplier", "power")] = None
    accuracy_pct: Annotated[NotNegative | None, form_field("Accuracy, of full scale", "percent")] = None
    directivity_db: Annotated[Positive | None, form_field("Directivity", "db")] = None
    scale: Annotated[Positive | None, form_field("Shows, times the power there is")] = None
    loss_db: Annotated[NotNegative, form_field("Loss when matched", "db")] = 0.0
    series_share: Annotated[Share, form_field("Share of it in series, 0 to 1")] = 0.5
    mode: Annotated[
        Literal["average", "peak"],
        form_field("Shows", widget="choice", choices={"average": "the average", "peak": "the peak"}),
    ] = "average"

    def to_core(self) -> Meter:
        """The core's meter."""
        return Meter(
            self.name, self.full_scale_w, self.accuracy_pct, self.directivity_db, self.mode,
            scale=1.0 if self.scale is None else self.scale, loss_db=self.loss_db,
            series_share=self.series_share, ratings=self.ratings, bypassed=self.bypassed,
        )  # fmt: skip
