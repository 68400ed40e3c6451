"""Readings taken at the station's meters, in the station file."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from tithe.core import Station
from tithe.core.errors import InputError
from tithe.core.log.taken import RADIO, Taken, place_of
from tithe.core.parts.meter import Mode
from tithe.core.transmitter import Emission
from tithe.document.fields import FileObject, Name, NotNegative, Number, Positive, Ratio


class ReadingModel(FileObject):
    """``at``: the label of a meter in the chain, or ``radio`` for the radio's own. ``mode``: what the meter
    showed, ``emission``: what was sent, if they are other than the meter and the transmitter say; a ``mode``
    of carrier or speech stands for that emission. ``power_w``: the power that was set when it was read; left
    out, that is not known; ``weather`` alike; ``load``: what stood at the end of the run, the
    antenna where it is left out."""

    mhz: Positive
    at: Name
    forward_w: Positive | None = None
    reflected_w: NotNegative | None = None
    swr: Ratio | None = None
    mode: Literal["average", "peak", "carrier", "speech"] | None = None
    emission: Literal["carrier", "keying", "speech"] | None = None
    tuner: Literal["auto", "bypass"] = "auto"
    power_w: Positive | None = None
    weather: Literal["dry", "wet"] | None = None
    load: Literal["antenna", "dummy"] | None = None
    date: Annotated[str, Field(max_length=40)] = ""
    note: Annotated[str, Field(max_length=2000)] = ""

    def to_core(self, station: Station) -> Taken:
        """The core's reading. Raises `InputError` where no such meter stands, or nothing was read."""
        return self._at(place_of(station, self.at))

    def require_figures(self) -> None:
        """Demand what one meter can show: two powers, or an SWR. Raises `InputError`."""
        self._at(RADIO)

    def as_remark(self) -> RemarkModel:
        """What it says where it holds no figure that a meter can show, which were taken once."""
        figures = [
            f"{name} {value:g}{unit}"
            for name, value, unit in (
                ("forward", self.forward_w, " W"), ("reflected", self.reflected_w, " W"),
                ("SWR", self.swr, ""),
            )
            if value is not None
        ]  # fmt: skip
        text = f"Read at {self.at}, {self.mhz:g} MHz: {', '.join(figures) or 'no figure'}. {self.note}"
        return RemarkModel(date=self.date, text=text.strip()[:2000])

    def _at(self, place: int) -> Taken:
        shows: Mode | None = self.mode if self.mode in ("average", "peak") else None
        sent: Emission | None = self.mode if self.mode in ("carrier", "speech") else self.emission
        return Taken(
            self.mhz * 1e6, place, self.forward_w, self.reflected_w, self.swr,
            self.tuner, shows, sent, self.power_w, self.weather, self.load or "antenna",
        )  # fmt: skip


class PromisedModel(FileObject):
    """What a step that was done is to bring: its ``id``, and dB more over the bands, low, middle, high."""

    id: Annotated[str, Field(max_length=80)]
    gain_db: tuple[Number, Number, Number]


class RemarkModel(FileObject):
    """Something noted under a date: "new connector", "storm"; of a step that was done, ``done``: its
    id, and what was ``promised``."""

    date: Annotated[str, Field(max_length=40)] = ""
    text: Annotated[str, Field(min_length=1, max_length=2000)]
    promised: PromisedModel | None = None
    done: Annotated[str, Field(max_length=80)] | None = None


def core_readings(readings: list[ReadingModel], station: Station) -> list[Taken]:
    """The core's readings. Raises `InputError` at the place of one that cannot be."""
    out = []
    for n, reading in enumerate(readings):
        try:
            out.append(reading.to_core(station))
        except InputError as error:
            raise error.under(f"readings[{n}]") from None
    return out
