"""The station file as it is written: the whole document, in the file's own units.

Each object's model stands beside how it becomes the core's (``to_core``); rules between fields are the
core's, told in the file's names.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tithe.core import Band, InputError, Station
from tithe.core.bands import USUAL
from tithe.core.log.often import CauseId
from tithe.document.antenna import AntennaModel
from tithe.document.errors import StationError
from tithe.document.fields import CoreObject, FileObject, Name, NotNegative, Positive, Ratio
from tithe.document.parts import PartModel, parts_of
from tithe.document.place import PlaceModel
from tithe.document.readings import ReadingModel, RemarkModel
from tithe.document.transmitter import TransmitterModel
from tithe.document.wires import WiresModel
from tithe.document.work import ChoiceModel, SweepModel, TrimModel


class BandModel(CoreObject):
    """A band in use; ``weight``: how much, against the other bands."""

    name: Name
    low_mhz: Positive
    high_mhz: Positive
    weight: NotNegative = 1.0

    def to_core(self) -> Band:
        """The core's band."""
        return Band(self.name, self.low_mhz * 1e6, self.high_mhz * 1e6, self.weight)


def _usual_bands() -> list[BandModel]:
    return [BandModel(name=b.name, low_mhz=b.low_hz / 1e6, high_mhz=b.high_hz / 1e6) for b in USUAL]


class ArrangementModel(FileObject):
    """A variant of the station kept beside the one in use: its own transmitter, chain and antenna."""

    name: Name
    transmitter: TransmitterModel = TransmitterModel()
    chain: Annotated[list[PartModel], Field(max_length=60)]
    antenna: AntennaModel


Often = Annotated[NotNegative, Field(le=1000)]


class StationFile(FileObject):
    """The whole document; ``plan``: what the antenna was planned to be, kept beside what was measured;
    ``causes``: how often what is wrong here is each, among ten visits, where that is known better than is
    usual."""

    format: Literal["tithe-station"]
    version: Literal[1]
    name: Name = ""
    notes: Annotated[str, Field(max_length=20_000)] = ""
    transmitter: TransmitterModel = TransmitterModel()
    chain: Annotated[list[PartModel], Field(max_length=60)]
    antenna: AntennaModel
    plan: WiresModel | None = None
    bands: Annotated[list[BandModel], Field(max_length=60)] = Field(default_factory=_usual_bands)
    comfort_swr: Ratio = 2.0
    arrangement: Name = "as it is"
    arrangements: Annotated[list[ArrangementModel], Field(max_length=20)] = Field(default_factory=list)
    trim: TrimModel | None = None
    choice: ChoiceModel | None = None
    place: PlaceModel | None = None
    causes: dict[CauseId, Often] | None = None
    readings: Annotated[list[ReadingModel], Field(max_length=20_000)] = Field(default_factory=list)
    remarks: Annotated[list[RemarkModel], Field(max_length=20_000)] = Field(default_factory=list)
    sweeps: Annotated[list[SweepModel], Field(max_length=500)] = Field(default_factory=list)

    def to_core(self) -> Station:
        """The core's station. Raises `StationError` with every place that is wrong."""
        errors: list[InputError] = []
        parts = parts_of(self.chain, errors)
        try:
            antenna = self.antenna.to_core()
        except InputError as error:
            errors.append(error.under("antenna"))
        try:
            transmitter = self.transmitter.to_core()
        except InputError as error:
            errors.append(error.under("transmitter"))
        if errors:
            raise StationError(errors)
        bands = tuple(band.to_core() for band in self.bands)
        return Station(transmitter, tuple(parts), antenna, self.name, self.notes, bands, self.comfort_swr)
