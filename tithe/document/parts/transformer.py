"""A transformer in the station file."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from tithe.core import Transformer
from tithe.document.fields import NotNegative, Positive, Share, form_field
from tithe.document.parts.part import RatedPart, scaled

Turns = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.001, le=1000)]


class TransformerModel(RatedPart):
    """``ratio``: antenna side over radio side, in impedance. ``choke``: left out, a 1:1 is one."""

    shelf_title: ClassVar[str] = "Transformers"
    kind: Literal["transformer"]
    ratio: Annotated[Turns, form_field("Impedance, antenna : radio", after=": 1")] = 1.0
    loss_db: Annotated[NotNegative, form_field("Loss when matched", "db")] = 0.0
    series_share: Annotated[Share, form_field("Share of it in series, 0 to 1")] = 0.5
    z_ohm: Positive = 50.0
    magnetizing_uh: Annotated[Positive | None, form_field("Magnetising inductance", "uh")] = None
    core_loss_ohm: Annotated[Positive | None, form_field("Core loss, across", "ohm")] = None
    leakage_uh: Annotated[NotNegative | None, form_field("Leakage inductance", "uh")] = None
    choke: Annotated[
        bool | None, form_field("Chokes current off the coax", widget="truth", choices={"": "if it is 1:1"})
    ] = None

    @property
    def is_choke(self) -> bool:
        """Whether it keeps current off the outside of the coax."""
        return self.ratio == 1 if self.choke is None else self.choke

    def to_core(self) -> Transformer:
        """The core's transformer."""
        return Transformer(
            self.ratio, self.loss_db, self.z_ohm, scaled(self.magnetizing_uh, 1e-6), self.core_loss_ohm,
            scaled(self.leakage_uh, 1e-6), self.series_share, self.is_choke, self.name, self.ratings,
            self.bypassed,
        )  # fmt: skip
