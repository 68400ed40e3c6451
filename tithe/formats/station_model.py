"""The station file as it is written: one model per object, in the file's own units.

Shape, types, ranges and rules between keys of one object are checked here, so that a complaint speaks
in the file's words; `tithe.formats.station_file` turns the models into the core's objects.
"""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from tithe.core.bands import USUAL
from tithe.formats.part_model import PartModel
from tithe.formats.wire import Name, NotNegative, Number, Positive, Ratio, Share, Wire, above
from tithe.formats.work_model import ChoiceModel, SweepModel, TrimModel

ProfileName = Literal["folds-from-2", "none", "pi-output"]
FoldbackPoint = tuple[Ratio, Share]


class TransmitterModel(Wire):
    """``foldback``: a profile's name, or own points [SWR, share of forward power kept]."""

    power_w: Positive = 100.0
    reference_ohm: Positive = 50.0
    foldback: ProfileName | Annotated[list[FoldbackPoint], Field(min_length=1, max_length=100)] = (
        "folds-from-2"
    )
    emission: Literal["carrier", "keying", "speech"] = "carrier"


LossPoints = Annotated[list[tuple[Positive, NotNegative]], Field(min_length=1, max_length=1000)]


class AntennaBase(Wire):
    """``loss_ohm``: ground, coil and wire losses in series, Ω, or points [MHz, Ω]."""

    label: Name = ""
    loss_ohm: NotNegative | LossPoints | None = None


class TableAntenna(AntennaBase):
    """Points [MHz, R, X]."""

    kind: Literal["table"]
    points: Annotated[list[tuple[Positive, NotNegative, Number]], Field(min_length=1, max_length=20_000)]


class TouchstoneAntenna(AntennaBase):
    """A one-port sweep at the feedpoint; ``content`` is the file's text."""

    kind: Literal["touchstone"]
    content: Annotated[str, Field(max_length=8_000_000)]


class ResonatorAntenna(AntennaBase):
    """f₀, R at resonance, Q."""

    kind: Literal["resonator"]
    f0_mhz: Positive
    r_ohm: Positive
    q: NotNegative


class SwrAntennaModel(AntennaBase):
    """Points [MHz, SWR], read at the feedpoint or in the radio room with no tuner at work."""

    kind: Literal["swr"]
    plane: Literal["feedpoint", "radio"] = "feedpoint"
    points: Annotated[list[tuple[Positive, Ratio]], Field(min_length=1, max_length=20_000)]


class UnknownAntennaModel(AntennaBase):
    """Not described yet: nothing is computed until it is."""

    kind: Literal["unknown"]


AntennaModel = Annotated[
    UnknownAntennaModel | TableAntenna | TouchstoneAntenna | ResonatorAntenna | SwrAntennaModel,
    Field(discriminator="kind"),
]


class BandModel(Wire):
    """A band in use; ``weight``: how much, against the other bands."""

    name: Name
    low_mhz: Positive
    high_mhz: Positive
    weight: NotNegative = 1.0

    @model_validator(mode="after")
    def _edges(self) -> Self:
        above(self, "high_mhz", "low_mhz")
        return self


def _usual_bands() -> list[BandModel]:
    return [BandModel(name=b.name, low_mhz=b.low_hz / 1e6, high_mhz=b.high_hz / 1e6) for b in USUAL]


class ArrangementModel(Wire):
    """A variant of the station kept beside the one in use: its own transmitter, chain and antenna."""

    name: Name
    transmitter: TransmitterModel = TransmitterModel()
    chain: Annotated[list[PartModel], Field(max_length=60)]
    antenna: AntennaModel


class StationFile(Wire):
    """The whole document."""

    format: Literal["tithe-station"]
    version: Literal[1]
    name: Name = ""
    notes: Annotated[str, Field(max_length=20_000)] = ""
    transmitter: TransmitterModel = TransmitterModel()
    chain: Annotated[list[PartModel], Field(max_length=60)]
    antenna: AntennaModel
    bands: Annotated[list[BandModel], Field(max_length=60)] = Field(default_factory=_usual_bands)
    comfort_swr: Ratio = 2.0
    arrangement: Name = "as it is"
    arrangements: Annotated[list[ArrangementModel], Field(max_length=20)] = Field(default_factory=list)
    trim: TrimModel | None = None
    choice: ChoiceModel | None = None
    sweeps: Annotated[list[SweepModel], Field(max_length=500)] = Field(default_factory=list)
