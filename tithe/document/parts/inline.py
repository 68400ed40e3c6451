"""A small part in line in the station file."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from tithe.core import Inline
from tithe.document.fields import NotNegative, Positive, Share, form_field
from tithe.document.parts.part import RatedPart


class InlineModel(RatedPart):
    """Connector, arrestor, switch, choke, filter.

    ``series_share``: how much of the loss sits in series. ``choke``: it keeps current off the outside of
    the coax; left out, it does if its name says so.
    """

    shelf_title: ClassVar[str] = "In line"
    kind: Literal["inline"]
    loss_db: Annotated[NotNegative, form_field("Loss when matched", "db")] = 0.0
    series_share: Annotated[Share, form_field("Share of it in series, 0 to 1")] = 0.5
    z_ohm: Annotated[Positive, form_field("Made for", "ohm")] = 50.0
    choke: Annotated[
        bool | None,
        form_field("Chokes current off the coax", widget="truth", choices={"": "if its name says so"}),
    ] = None

    @property
    def is_choke(self) -> bool:
        """Whether it is one, told or by its name."""
        return "choke" in self.label.lower() if self.choke is None else self.choke

    def to_core(self) -> Inline:
        """The core's part in line."""
        return Inline(
            self.loss_db, self.z_ohm, self.series_share, self.is_choke, self.name, self.ratings, self.bypassed
        )
