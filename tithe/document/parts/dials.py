"""A tuner's dials and presets in the station file: the user's own numbers."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated

from pydantic import Field

from tithe.core.errors import InputError
from tithe.core.parts.tuner.dial import Dial
from tithe.core.tuner_use.preset import Preset
from tithe.document.fields import CoreObject, FileObject, Name, Number, Positive, Ratio


class DialModel(CoreObject):
    """``scale``: its first and last number; ``points``: [number, pF or µH], two for a straight line, more for
    a table, none where it is not known yet; ``division``: how finely it is read; ``taps``: the points are all
    its positions."""

    unit: Name = ""
    scale: tuple[Number, Number] = (0.0, 100.0)
    points: Annotated[list[tuple[Number, Number]], Field(max_length=200)] = Field(default_factory=list)
    division: Positive = 1.0
    taps: bool = False

    def to_core(self) -> Dial:
        """The core's dial, its values as they are in the file."""
        return self.valued(1.0)

    def valued(self, unit: float) -> Dial:
        """The core's dial with its values in ``unit`` (F or H)."""
        points = tuple((number, value * unit) for number, value in self.points)
        return Dial(self.scale, points, self.unit, self.division, self.taps)


class PresetModel(FileObject):
    """Where the dials stood at a match, the SWR that was reached, and when; ``form``: which network a relay
    tuner made, whose dials count steps."""

    mhz: Positive
    dials: dict[str, Number]
    swr: Ratio = 1.0
    form: Annotated[str, Field(max_length=40)] = ""
    date: Annotated[str, Field(max_length=40)] = ""
    note: Annotated[str, Field(max_length=2000)] = ""

    def to_core(self) -> Preset:
        """The core's preset."""
        return Preset(self.mhz * 1e6, self.dials, self.swr, self.form, self.date)


def unit_of(knob: str) -> float:
    """What a knob's values in the file are in, F or H: pF of capacitors, µH of coils."""
    return 1e-6 if knob.startswith("l") else 1e-12


def core_dials(dials: Mapping[str, DialModel]) -> dict[str, Dial]:
    """The core's dials by knob. Raises `InputError` at their places."""
    out = {}
    for name, dial in dials.items():
        try:
            out[name] = dial.valued(unit_of(name))
        except InputError as error:
            raise error.under(f"dials.{name}") from None
    return out
