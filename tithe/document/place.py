"""The place an antenna is for, in the station file."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Any

from pydantic import Field, create_model

from tithe.core.errors import InputError
from tithe.core.planning.place import Kind, Place, Support, Towards
from tithe.document.fields import CoreObject, FileObject, NotNegative, Positive
from tithe.document.wires import GroundModel, core_ground


class SupportModel(CoreObject):
    """Something to hang a wire from, and where it stands."""

    height_m: Positive
    x_m: NotNegative = 0.0
    y_m: NotNegative = 0.0

    def to_core(self) -> Support:
        """The core's support."""
        return Support(self.height_m, self.x_m, self.y_m)


class HouseModel(FileObject):
    """Where the feed leaves the house."""

    x_m: NotNegative = 0.0
    y_m: NotNegative = 0.0


class PlaceBase(FileObject):
    """Length and breadth, what stands there, and ``towards``: where one wants to be heard. Its corner is the
    origin. ``towards_by_band``: the same of a band by its name, where it is another there. ``not``: kinds of
    antenna that may not be."""

    length_m: Positive
    breadth_m: Positive
    supports: Annotated[list[SupportModel], Field(max_length=3)] = Field(default_factory=list)
    house: HouseModel = HouseModel()
    ground: GroundModel = "average"
    towards: Towards = "both"
    towards_by_band: Annotated[dict[str, Towards], Field(max_length=60)] = Field(default_factory=dict)

    def to_core(self) -> Place:
        """The core's place. Raises `InputError`."""
        supports = []
        for n, support in enumerate(self.supports):
            try:
                supports.append(support.to_core())
            except InputError as error:
                raise error.under(f"supports[{n}]") from None
        house = self.house.x_m, self.house.y_m
        ruled_out = frozenset(getattr(self, "not"))
        return Place(
            self.length_m,
            self.breadth_m,
            tuple(supports),
            house,
            core_ground(self.ground),
            self.towards,
            ruled_out,
            tuple(self.towards_by_band.items()),
        )


_NOT: Any = {"not": (Annotated[list[Kind], Field(max_length=20)], Field(default_factory=list))}
if TYPE_CHECKING:

    class PlaceModel(PlaceBase):
        """A place."""

else:  # a field of that name cannot be written in a class
    PlaceModel = create_model(
        "PlaceModel", __base__=PlaceBase, __module__=__name__, __doc__=PlaceBase.__doc__, **_NOT
    )
