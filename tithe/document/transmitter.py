"""The transmitter in the station file."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tithe.core import PROTECTIONS, Protection, Transmitter
from tithe.document.fields import FileObject, Positive, Ratio, Share

ProfileName = Literal["folds-from-2", "none", "pi-output"]
FoldbackPoint = tuple[Ratio, Share]


class TransmitterModel(FileObject):
    """``foldback``: a profile's name, or own points [SWR, share of forward power kept]."""

    power_w: Positive = 100.0
    reference_ohm: Positive = 50.0
    foldback: ProfileName | Annotated[list[FoldbackPoint], Field(min_length=1, max_length=100)] = (
        "folds-from-2"
    )
    emission: Literal["carrier", "keying", "speech"] = "carrier"

    def to_core(self) -> Transmitter:
        """The core's transmitter."""
        if isinstance(self.foldback, str):
            protection = PROTECTIONS[self.foldback]
        else:
            protection = Protection(tuple(self.foldback))
        return Transmitter(self.power_w, self.reference_ohm, protection, self.emission)
