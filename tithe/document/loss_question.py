"""The first question, asked before there is a station: a line, its length, a frequency, an SWR.

It becomes the smallest station that answers it, so that the question, the ledger and the station made of it
cannot disagree.
"""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from tithe.core import InputError
from tithe.document import shelf
from tithe.document.fields import FileObject, Name, NotNegative, Number, Positive, Ratio
from tithe.document.parts.line import LineChoice, LineModel
from tithe.document.station import StationFile
from tithe.document.station_file import validate


class LossQuestion(FileObject):
    """``lines``: up to three, laid side by side. ``tuner``: a tuner of the shelf at the radio, or "" for
    none.

    The load is ``swr``, read at the antenna or at the radio (no tuner at work) against 50 Ω, or (``line``) at
    the antenna against the line's own impedance; or ``r_ohm`` and ``x_ohm`` at the antenna, which go before
    it.
    """

    lines: Annotated[list[LineChoice], Field(min_length=1, max_length=3)]
    length_m: Positive
    mhz: Annotated[float, Field(gt=0, le=1e6, allow_inf_nan=False)]
    swr: Ratio = 1.0
    read_at: Literal["antenna", "radio", "line"] = "antenna"
    power_w: Positive = 100.0
    tuner: Name = ""
    r_ohm: NotNegative | None = None
    x_ohm: Number = 0.0

    @property
    def impedance_known(self) -> bool:
        """Whether R and X at the antenna are stated."""
        return self.r_ohm is not None

    def station(self, n: int) -> StationFile:
        """The station of the n-th line. Raises `InputError` or `StationError` where it cannot be built."""
        line = self.lines[n]
        name = _line_name(line)
        parts: list[Any] = [_tuner(self.tuner)] if self.tuner else []
        kept = line if isinstance(line, str) else line.model_dump(exclude_none=True)
        parts.append({"kind": "line", "label": name, "line": kept, "length_m": self.length_m})
        return validate(
            {
                "format": "tithe-station",
                "version": 1,
                "name": f"{self.length_m:g} m of {name}",
                "transmitter": {"power_w": self.power_w},
                "chain": parts,
                "antenna": self._antenna(line),
            }
        )

    def _antenna(self, line: LineChoice) -> dict[str, Any]:
        if self.impedance_known:
            return {"kind": "table", "points": [[self.mhz, self.r_ohm, self.x_ohm]]}
        plane = "radio" if self.read_at == "radio" else "feedpoint"
        against = {"reference_ohm": _r0_ohm(line)} if self.read_at == "line" else {}
        return {"kind": "swr", "plane": plane, "points": [[self.mhz, self.swr]], **against}


def asked_place(error: InputError) -> InputError:
    """An error of the small station, at the place of the question that it comes from."""
    place = error.place
    if place.startswith("chain"):
        return error.at("lines" if place.endswith(".line") else "length_m")
    if place == "antenna.reference_ohm":  # it is the line's own impedance that no line has
        return error.at("lines")
    return error.at("swr") if place.startswith("antenna") else error


def _r0_ohm(line: LineChoice) -> float:
    """The line's own impedance, as it is called."""
    return LineModel(kind="line", line=line, length_m=1.0).to_core().line.r0_ohm


def _line_name(line: Any) -> str:
    """What the line is called; one of one's own figures is "own line"."""
    if not isinstance(line, str):
        return "own line"
    row = shelf.lines().get(line)
    if row is None:
        raise InputError("lines", "no-such-line", line, allowed=list(shelf.lines()))
    return row.name


def _tuner(slug: str) -> dict[str, Any]:
    tuners = {part.slug: part.part for part in shelf.parts() if part.group == "tuner"}
    if slug not in tuners:
        raise InputError("tuner", "one-of", slug, allowed=list(tuners))
    return tuners[slug].model_dump(exclude_none=True)
