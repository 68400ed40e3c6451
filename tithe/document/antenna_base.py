"""What every antenna of the station file may state, however it is known."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from tithe.core import InputError, LossResistance
from tithe.document.fields import FileObject, Name, NotNegative, Positive

LossPoints = Annotated[list[tuple[Positive, NotNegative]], Field(min_length=1, max_length=1000)]


class AntennaBase(FileObject):
    """``loss_ohm``: ground, coil and wire losses in series, Ω, or points [MHz, Ω]; ``taken``: on which day
    what it is known by was measured, where that is noted."""

    label: Name = ""
    taken: Annotated[str, Field(max_length=40)] | None = None
    loss_ohm: NotNegative | LossPoints | None = None

    @property
    def name(self) -> str:
        """Its label, else what it is."""
        return self.label or "antenna"

    @property
    def loss(self) -> LossResistance | None:
        """The core's loss resistance."""
        if self.loss_ohm is None:
            return None
        points = self.loss_ohm if isinstance(self.loss_ohm, list) else [(1.0, self.loss_ohm)]
        try:
            return LossResistance(tuple((f * 1e6, ohm) for f, ohm in points))
        except InputError as error:
            raise error.under("loss_ohm") from None
