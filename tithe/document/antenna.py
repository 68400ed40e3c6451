"""The antenna in the station file, by how much is known of it, and how it becomes the core's."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Literal

from pydantic import Field

from tithe.core import (
    InputError,
    LossResistance,
    Resonator,
    SampledAntenna,
    SwrAntenna,
    UnknownAntenna,
    table,
)
from tithe.core.antenna.swr_only import MEASURED_OHM
from tithe.document.antenna_base import AntennaBase
from tithe.document.branches import chosen_by
from tithe.document.fields import NotNegative, Number, Positive, Ratio
from tithe.document.wires import WiresModel
from tithe.files import touchstone
from tithe.files.remembered import remembered


class TableAntenna(AntennaBase):
    """Points [MHz, R, X]."""

    kind: Literal["table"]
    points: Annotated[list[tuple[Positive, NotNegative, Number]], Field(min_length=1, max_length=20_000)]

    def to_core(self) -> SampledAntenna:
        """The core's samples."""
        return table(tuple((f * 1e6, r, x) for f, r, x in self.points), self.name, self.loss)


class TouchstoneAntenna(AntennaBase):
    """A one-port sweep at the feedpoint; ``content`` is the file's text."""

    kind: Literal["touchstone"]
    content: Annotated[str, Field(max_length=8_000_000)]

    def to_core(self) -> SampledAntenna:
        """The core's samples."""
        return _swept(self.content, self.name, self.loss)


class ResonatorAntenna(AntennaBase):
    """f₀, R at resonance, Q."""

    kind: Literal["resonator"]
    f0_mhz: Positive
    r_ohm: Positive
    q: NotNegative

    def to_core(self) -> Resonator:
        """The core's resonator."""
        return Resonator(self.f0_mhz * 1e6, self.r_ohm, self.q, self.name, self.loss)


class SwrAntennaModel(AntennaBase):
    """Points [MHz, SWR], read at the feedpoint or in the radio room with no tuner at work;
    ``reference_ohm``: against what, at the feedpoint (left out: 50)."""

    kind: Literal["swr"]
    plane: Literal["feedpoint", "radio"] = "feedpoint"
    points: Annotated[list[tuple[Positive, Ratio]], Field(min_length=1, max_length=20_000)]
    reference_ohm: Annotated[float, Field(ge=1, le=10_000)] | None = None

    def to_core(self) -> SwrAntenna:
        """The core's antenna of unknown phase."""
        points = tuple((f * 1e6, ratio) for f, ratio in self.points)
        against = MEASURED_OHM if self.reference_ohm is None else self.reference_ohm
        return SwrAntenna(points, self.plane, self.name, self.loss, against)


class UnknownAntennaModel(AntennaBase):
    """Not described yet: nothing is computed until it is."""

    kind: Literal["unknown"]

    def to_core(self) -> UnknownAntenna:
        """The core's antenna of which nothing is known."""
        return UnknownAntenna(self.name, self.loss)


if TYPE_CHECKING:
    AntennaModel = (
        UnknownAntennaModel
        | TableAntenna
        | TouchstoneAntenna
        | ResonatorAntenna
        | SwrAntennaModel
        | WiresModel
    )
else:
    AntennaModel = chosen_by(
        "kind",
        {
            "unknown": UnknownAntennaModel,
            "table": TableAntenna,
            "touchstone": TouchstoneAntenna,
            "resonator": ResonatorAntenna,
            "swr": SwrAntennaModel,
            "wires": WiresModel,
        },
    )


@remembered
def _swept(content: str, label: str, loss: LossResistance | None) -> SampledAntenna:
    """A sweep comes again with every change of the station it is in."""
    try:
        return SampledAntenna(touchstone.parse(content).points, label, loss)
    except InputError as error:
        raise error.under("content") from None
