"""Readings taken at the station's meters, in the station file."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tithe.core import Station
from tithe.core.errors import InputError
from tithe.core.readings.taken import Taken, place_of
from tithe.document.fields import FileObject, Name, NotNegative, Positive, Ratio


class ReadingModel(FileObject):
    """``at``: the label of a meter in the chain, or ``radio`` for the radio's own. ``mode`` and ``emission``:
    if they are other than the meter and the transmitter say."""

    mhz: Positive
    at: Name
    forward_w: Positive | None = None
    reflected_w: NotNegative | None = None
    swr: Ratio | None = None
    mode: Literal["average", "peak"] | None = None
    emission: Literal["carrier", "keying", "speech"] | None = None
    tuner: Literal["auto", "bypass"] = "auto"
    date: Annotated[str, Field(max_length=40)] = ""
    note: Annotated[str, Field(max_length=2000)] = ""

    def to_core(self, station: Station) -> Taken:
        """The core's reading. Raises `InputError` where no such meter stands, or nothing was read."""
        return Taken(
            self.mhz * 1e6, place_of(station, self.at), self.forward_w, self.reflected_w, self.swr,
            self.tuner, self.mode, self.emission,
        )  # fmt: skip


class RemarkModel(FileObject):
    """Something noted under a date: "new connector", "storm"."""

    date: Annotated[str, Field(max_length=40)] = ""
    text: Annotated[str, Field(min_length=1, max_length=2000)]


def core_readings(readings: list[ReadingModel], station: Station) -> list[Taken]:
    """The core's readings. Raises `InputError` at the place of one that cannot be."""
    out = []
    for n, one in enumerate(readings):
        try:
            out.append(one.to_core(station))
        except InputError as error:
            raise error.under(f"readings[{n}]") from None
    return out
