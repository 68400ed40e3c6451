"""What every part of the run has in the station file, and how it becomes a part of the core."""

from __future__ import annotations

from abc import abstractmethod
from typing import TYPE_CHECKING, Annotated, ClassVar, Self

from tithe.core import Ratings
from tithe.document.fields import CoreObject, Name, Positive, form_field
from tithe.document.parts.measured import MeasuredModel, ends_of

if TYPE_CHECKING:
    from tithe.core.parts.part import Part
    from tithe.document.parts.line import LineModel

RATINGS = "Ratings"


def scaled(value: float | None, factor: float) -> float | None:
    """A value in another unit, None as it is."""
    return None if value is None else value * factor


class PartFile(CoreObject):
    """``label``: what its owner calls it. ``bypassed``: out of line. ``measured``: by field, what was
    measured of it."""

    if TYPE_CHECKING:  # each kind narrows it to its own name

        @property
        def kind(self) -> str: ...

    shelf_title: ClassVar[str] = "Lines"
    """What such parts are called on the shelf."""
    label: Name = ""
    bypassed: bool = False
    measured: dict[Name, MeasuredModel] | None = None

    @property
    def marks(self) -> dict[str, MeasuredModel]:
        """What was measured, by field, as far as the field still has it."""
        marks = self.measured or {}
        return {key: mark for key, mark in marks.items() if mark.holds(getattr(self, key, None))}

    def measured_ends(self, mhz: float) -> tuple[Self, Self] | None:
        """Itself with the least and with the most of what was measured of its loss; None where that is not
        known."""
        return ends_of(self.marks, self, mhz)

    @property
    def name(self) -> str:
        """Its label, else its kind."""
        return self.label or self.kind

    @property
    def feedline(self) -> LineModel | None:
        """Itself, of a length of feedline."""
        return None

    @property
    def is_choke(self) -> bool:
        """Whether it keeps current off the outside of the coax."""
        return False

    @abstractmethod
    def to_core(self) -> Part:
        """The core's part. Raises `InputError` with a place below the part, in the core's names."""


class RatedPart(PartFile):
    """``f_min_mhz``, ``f_max_mhz``: the band it is made for; ``max_power_w``, ``max_volts_rms``: what it
    bears; ``max_heat_w``: the heat that it gives off for good."""

    f_min_mhz: Annotated[Positive | None, form_field("Made for, from", "frequency", section=RATINGS)] = None
    f_max_mhz: Annotated[Positive | None, form_field("Made for, to", "frequency", section=RATINGS)] = None
    max_power_w: Annotated[Positive | None, form_field("Bears", "power", section=RATINGS)] = None
    max_volts_rms: Annotated[Positive | None, form_field("Bears, rms", "volts", section=RATINGS)] = None
    max_heat_w: Annotated[Positive | None, form_field("Gives off, heat", "power", section=RATINGS)] = None
    passes_dc: Annotated[
        bool | None, form_field("Passes DC", widget="truth", section=RATINGS, choices={"": "not known"})
    ] = None

    @property
    def ratings(self) -> Ratings:
        """What it bears, as the core has it."""
        return Ratings(
            scaled(self.f_min_mhz, 1e6),
            scaled(self.f_max_mhz, 1e6),
            self.max_power_w,
            self.max_volts_rms,
            self.passes_dc,
            self.max_heat_w,
        )
