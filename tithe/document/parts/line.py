"""A length of feedline in the station file: a line of the shelf, or one by its figures, its geometry or one's
own loss readings."""

from __future__ import annotations

from abc import abstractmethod
from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import Discriminator, Field, Tag

from tithe.core import AttenuatedLine, Line, TwoWireLine, fitted_line
from tithe.core.parts.line import LineType
from tithe.document import shelf_lines
from tithe.document.fields import (
    CoreObject,
    FileObject,
    Name,
    NotNegative,
    Positive,
    Ratio,
    form_field,
)
from tithe.document.parts.part import PartFile

Velocity = Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1)]
WEATHER = "Heat and weather"


class LineLimits(FileObject):
    """What a line bears and how it may be worse than its figures: W that a metre of jacket gives off, how
    many times the loss when wet, and below some 5 MHz (copper-clad steel)."""

    heat_w_per_m: Annotated[Positive | None, form_field("A metre gives off", "power", section=WEATHER)] = None
    wet_factor: Annotated[Ratio | None, form_field("Loss when wet, times", section=WEATHER)] = None
    low_band_factor: Annotated[Ratio | None, form_field("Loss below 5 MHz, times", section=WEATHER)] = None

    def limited(self, line: LineType) -> LineType:
        """A line type with the limits that are stated here."""
        given = self.model_dump(include=set(LineLimits.model_fields), exclude_none=True)
        return replace(line, **given) if given else line  # type: ignore[type-var]  # both types are dataclasses


class OwnLineType(LineLimits, CoreObject):
    """A line that is not of the shelf."""

    @abstractmethod
    def to_core(self) -> LineType:
        """The core's line type. Raises `InputError`."""


class LineFigures(OwnLineType):
    """A line by its figures; k in dB per 100 m, per √MHz and per MHz. ``balanced``: of two wires."""

    r0_ohm: Annotated[Positive, form_field("Impedance", "ohm")]
    velocity_factor: Annotated[Velocity, form_field("Velocity factor")]
    k1: Annotated[NotNegative, form_field("Loss × √MHz, dB", "attenuation")]
    k2: Annotated[NotNegative, form_field("Loss × MHz, dB", "attenuation")]
    max_volts_rms: Annotated[Positive | None, form_field("Bears, rms", "volts")] = None
    balanced: bool = False

    def to_core(self) -> LineType:
        """By its attenuation."""
        return self.limited(
            AttenuatedLine(
                self.r0_ohm, self.velocity_factor, self.k1, self.k2, self.max_volts_rms,
                balanced=self.balanced,
            )
        )  # fmt: skip


class TwoWireFigures(OwnLineType):
    """A two-wire line by its geometry."""

    wire_mm: Annotated[Positive, form_field("Wire diameter", "mm")]
    spacing_mm: Annotated[Positive, form_field("Spacing, centre to centre", "mm")]
    velocity_factor: Annotated[Velocity, form_field("Velocity factor")] = 1.0
    resistivity_ohm_m: Positive = 1.72e-8
    max_volts_rms: Annotated[Positive | None, form_field("Bears, rms", "volts")] = None

    def to_core(self) -> LineType:
        """By its wires."""
        wire_m, spacing_m = self.wire_mm / 1000, self.spacing_mm / 1000
        line = TwoWireLine(
            wire_m, spacing_m, self.velocity_factor, self.resistivity_ohm_m, self.max_volts_rms
        )
        return self.limited(line)


class LineReadings(OwnLineType):
    """A line from one's own loss readings [MHz, dB per 100 m], two or more."""

    r0_ohm: Positive
    velocity_factor: Velocity
    readings: Annotated[list[tuple[Positive, NotNegative]], Field(min_length=2, max_length=1000)]
    max_volts_rms: Positive | None = None

    def to_core(self) -> LineType:
        """Fitted to the readings."""
        readings = tuple((mhz * 1e6, db) for mhz, db in self.readings)
        return self.limited(fitted_line(readings, self.r0_ohm, self.velocity_factor, self.max_volts_rms))


def _line_tag(value: Any) -> str | None:
    if isinstance(value, str):
        return "a slug"
    keys = value if isinstance(value, dict) else getattr(type(value), "model_fields", None)
    if keys is None:
        return None
    if "readings" in keys:
        return "some readings"
    return "a two-wire" if "wire_mm" in keys or "spacing_mm" in keys else "some figures"


LineChoice = Annotated[
    Annotated[Name, Tag("a slug")]
    | Annotated[LineFigures, Tag("some figures")]
    | Annotated[TwoWireFigures, Tag("a two-wire")]
    | Annotated[LineReadings, Tag("some readings")],
    Discriminator(
        _line_tag,
        custom_error_type="rule",
        custom_error_message="{code}",
        custom_error_context={"code": "not-a-line"},
    ),
]


class LineModel(LineLimits, PartFile):
    """``line`` is a slug of the shelf, or figures; limits given here go before the line's own."""

    kind: Literal["line"]
    label: Name = ""
    bypassed: bool = False
    line: Annotated[LineChoice, form_field("Type", widget="line-type")]
    length_m: Annotated[NotNegative, form_field("Length", "length", slide=[0, 60, 0.1])]

    @property
    def feedline(self) -> LineModel:
        """Itself."""
        return self

    def check(self) -> None:
        """Own figures; whether the shelf has a line is asked where the station is built."""
        if not isinstance(self.line, str):
            self.to_core()

    def to_core(self) -> Line:
        """The core's length of line."""
        kind = shelf_lines.line_type(self.line) if isinstance(self.line, str) else self.line.to_core()
        return Line(self.limited(kind), self.length_m, self.name, self.bypassed)
