"""A tuner known by its sheet, in the station file."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tithe.core import RatedTuner
from tithe.document.fields import NotNegative, form_field
from tithe.document.parts.tuner import TunerFile

Reach = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=1, le=1e6)]


class RatedTunerModel(TunerFile):
    """A tuner known by its sheet."""

    network: Annotated[
        Literal["rated"],
        form_field("Network", widget="network", choices={"rated": "known by its sheet only"}),
    ]
    setting: Annotated[Literal["auto", "bypass"], form_field("Setting", widget="setting")] = "auto"
    reach_swr: Annotated[Reach, form_field("Reaches SWR", start=3)]
    loss_db_at_1: Annotated[NotNegative, form_field("Loss at SWR 1", "db")] = 0.2
    loss_db_at_reach: Annotated[NotNegative, form_field("Loss at full reach", "db")] = 0.5

    def to_core(self) -> RatedTuner:
        """The core's tuner."""
        return RatedTuner(
            self.reach_swr, self.loss_db_at_1, self.loss_db_at_reach,
            "bypass" if self.bypassed else self.setting, self.dc_on_coax, self.name, self.ratings,
        )  # fmt: skip
