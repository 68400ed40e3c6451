"""An antenna of wires in the station file: a shape by what its builder measures out, never a computed
table."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Mapping
from typing import TYPE_CHECKING, Annotated, Literal

from pydantic import Discriminator, Field, Tag
from typing_extensions import TypeAliasType

from tithe.core import PlannedAntenna
from tithe.core.errors import InputError, require
from tithe.core.wires.estimate import Plan
from tithe.core.wires.ground import SOILS, Ground, Soil
from tithe.core.wires.layout import Coil, Point, Wire
from tithe.core.wires.metal import METALS
from tithe.core.wires.shapes import (
    Dipole,
    EndFed,
    Fan,
    InvertedVee,
    MeasuredFoot,
    OwnWires,
    Shape,
    ShapeCoil,
    Vertical,
    Whip,
)
from tithe.document.antenna_base import AntennaBase
from tithe.document.branches import chosen_by
from tithe.document.fields import CoreObject, FileObject, NotNegative, Number, Positive, Share, form_field

Triple = tuple[Number, Number, Number]
Conductor = Literal["perfect", "copper", "aluminium", "steel"]
GroundName = Literal["free-space", "perfect", "sea", "good", "average", "poor"]


def _named(*values: str) -> dict[str, str]:
    """Choices that are called what they are."""
    return {value: value for value in values}


GROUNDS = {
    "average": "garden soil, clay: average",
    "good": "wet meadow, marsh: good",
    "poor": "sand, rock, town: poor",
    "sea": "sea water",
    "perfect": "perfect, for comparison",
    "free-space": "none, for comparison",
}


class SoilModel(CoreObject):
    """Soil by its relative permittivity and conductivity."""

    eps_r: Annotated[
        float, Field(strict=True, ge=1, le=100, allow_inf_nan=False, title="Relative permittivity")
    ]
    sigma_s_m: Annotated[NotNegative, Field(title="Conductivity, S/m")]

    def to_core(self) -> Soil:
        """The core's soil."""
        return Soil(self.eps_r, self.sigma_s_m)


def _named_or_not(ground: object) -> str:
    return "<soil>" if isinstance(ground, Mapping | SoilModel) else "<name>"


GroundModel = Annotated[
    Annotated[GroundName, Tag("<name>")] | Annotated[SoilModel, Tag("<soil>")], Discriminator(_named_or_not)
]


def core_ground(model: GroundName | SoilModel) -> Ground:
    """The core's ground."""
    if isinstance(model, SoilModel):
        return model.to_core()
    if model == "free-space" or model == "perfect":
        return model
    return SOILS[model]


class WiresBase(AntennaBase, CoreObject):
    """What every shape has: its wire (``wire_mm`` is the diameter), what it stands over, and whether the
    estimate comes with its interval (``spread``)."""

    kind: Literal["wires"]
    wire_mm: Annotated[Positive, form_field("Wire diameter", "mm", section="Wire and ground")] = 2.0
    conductor: Annotated[
        Conductor,
        form_field(
            "Metal",
            widget="choice",
            section="Wire and ground",
            choices=_named("perfect", "copper", "aluminium", "steel"),
        ),
    ] = "copper"
    insulated: Annotated[bool, form_field("Insulated wire", widget="switch", section="Wire and ground")] = (
        False
    )
    ground: Annotated[
        GroundModel, form_field("Ground", widget="choice", choices=GROUNDS, section="Wire and ground")
    ] = "average"
    spread: Annotated[
        bool, form_field("With what it may be instead", widget="switch", section="Wire and ground")
    ] = True

    @property
    def radius_m(self) -> float:
        """Of its wire."""
        return self.wire_mm / 2000

    @abstractmethod
    def to_shape(self) -> Shape:
        """The core's shape. Raises `InputError`."""

    def to_core(self) -> PlannedAntenna:
        """The core's antenna."""
        plan = Plan(self.to_shape(), core_ground(self.ground), METALS[self.conductor], self.insulated)
        return PlannedAntenna(plan, self.spread, self.name, self.loss)

    def check(self) -> None:
        """The shape, and that its wires are where wires can be."""
        shape = self.to_shape()
        if self.ground == "free-space":
            require(not shape.on_ground, "ground", "needs-ground")
        else:
            shape.layout().above_ground()


class DipoleModel(WiresBase):
    """A level wire; ``feed_share``: where it is fed, from one end."""

    shape: Literal["dipole"]
    length_m: Annotated[Positive, form_field("Length", "length", slide=[1, 90, 0.1])]
    height_m: Annotated[Positive, form_field("Height", "length", slide=[1, 30, 0.1])] = 10.0
    feed_share: Annotated[Share, form_field("Fed at, share from one end", slide=[0.05, 0.95, 0.01])] = 0.5

    def to_shape(self) -> Dipole:
        """The core's shape."""
        return Dipole(self.length_m, self.height_m, self.feed_share, self.radius_m)


class InvertedVeeModel(WiresBase):
    """Two legs sloping down from the apex; ``angle_deg`` lies between them."""

    shape: Literal["inverted-vee"]
    leg_m: Annotated[Positive, form_field("Each leg", "length", slide=[1, 45, 0.1])]
    apex_m: Annotated[Positive, form_field("Apex height", "length", slide=[1, 30, 0.1])] = 10.0
    angle_deg: Annotated[Positive, form_field("Angle between the legs, °", slide=[40, 180, 1])] = 120.0

    def to_shape(self) -> InvertedVee:
        """The core's shape."""
        return InvertedVee(self.leg_m, self.apex_m, self.angle_deg, self.radius_m)


class EndFedModel(WiresBase):
    """A wire fed at its end, and its counterpoise the other way."""

    shape: Literal["end-fed"]
    wire_m: Annotated[Positive, form_field("Wire", "length", slide=[1, 90, 0.1])]
    near_height_m: Annotated[Positive, form_field("Height of its feed", "length", slide=[0.2, 20, 0.1])] = 2.0
    far_height_m: Annotated[Positive, form_field("Height of its end", "length", slide=[0.2, 30, 0.1])] = 8.0
    counterpoise_m: Annotated[Positive, form_field("Counterpoise", "length", slide=[0.5, 30, 0.1])] = 5.0
    counterpoise_height_m: Annotated[
        Positive, form_field("Height of its end", "length", slide=[0.1, 20, 0.1])
    ] = 0.5
    bend_m: Annotated[
        Positive | None, form_field("Bend, so far along the wire", "length", section="Over another support")
    ] = None
    bend_height_m: Annotated[
        Positive | None, form_field("Height of the bend", "length", section="Over another support")
    ] = None

    def to_shape(self) -> EndFed:
        """The core's shape."""
        return EndFed(
            self.wire_m,
            self.near_height_m,
            self.far_height_m,
            self.counterpoise_m,
            self.counterpoise_height_m,
            self.radius_m,
            self.bend_m,
            self.bend_height_m,
        )


class CoilModel(FileObject):
    """A coil: its reactance (Ω, at every frequency) or its inductance (µH), its Q."""

    ohm: Positive | None = None
    uh: Positive | None = None
    q: Positive = 200.0


class ShapeCoilModel(CoilModel):
    """A coil at a share of the height."""

    at_share: Share = 0.5

    def to_core(self) -> ShapeCoil:
        """The core's coil. Raises `InputError`."""
        return ShapeCoil(self.at_share, self.q, self.ohm, self.uh)


class PlacedCoilModel(CoilModel):
    """A coil at a point of a wire, m."""

    at: Triple

    def to_core(self) -> Coil:
        """The core's coil. Raises `InputError`."""
        return ShapeCoil(0.0, self.q, self.ohm, self.uh).at(Point(*self.at))


class MeasuredFootModel(CoreObject):
    """The resistance measured at the foot of a vertical, at a frequency, over so many of its radials."""

    mhz: Positive
    r_ohm: Positive
    radials: Annotated[int, Field(strict=True, ge=0, le=240)]

    def to_core(self) -> MeasuredFoot:
        """The core's."""
        return MeasuredFoot(self.mhz * 1e6, self.r_ohm, self.radials)


class Coiled(WiresBase):
    """An upright that may have a loading coil."""

    coil: ShapeCoilModel | None = None

    def core_coil(self) -> ShapeCoil | None:
        """The core's coil. Raises `InputError` below ``coil``."""
        try:
            return self.coil.to_core() if self.coil else None
        except InputError as error:
            raise error.under("coil") from None


class VerticalModel(Coiled):
    """An upright over radials, on the ground or (``radial_height_m``) above it; ``top_wires`` of ``top_m``
    each at its top."""

    shape: Literal["vertical"]
    height_m: Annotated[Positive, form_field("Height", "length", slide=[1, 25, 0.1])]
    diameter_mm: Annotated[Positive, form_field("Diameter", "mm", section="Wire and ground")] = 20.0
    radials: Annotated[
        int, Field(strict=True, ge=0, le=240), form_field("Radials", "count", slide=[0, 64, 1])
    ] = 16
    radial_m: Annotated[Positive, form_field("Each radial", "length", slide=[1, 30, 0.1])] = 10.0
    radial_wire_mm: Annotated[
        Positive, form_field("Wire of the radials", "mm", section="Wire and ground")
    ] = 2.0
    radial_height_m: Annotated[NotNegative, form_field("Height of the radials", "length")] = 0.0
    top_wires: Annotated[
        int, Field(strict=True, ge=0, le=12), form_field("Wires at its top", "count", section="Coil and top")
    ] = 0
    top_m: Annotated[NotNegative, form_field("Each wire at its top", "length", section="Coil and top")] = 0.0
    measured: MeasuredFootModel | None = None

    def to_shape(self) -> Vertical:
        """The core's shape."""
        return Vertical(
            self.height_m, self.radials, self.radial_m, self.radial_height_m, self.core_coil(),
            self.top_wires, self.top_m, self.diameter_mm / 2000, self.radial_wire_mm / 2000,
            self.measured.to_core() if self.measured else None,
        )  # fmt: skip


class WhipModel(Coiled):
    """A whip on a vehicle or a portable base, whose ground is known by its resistance."""

    shape: Literal["whip"]
    height_m: Annotated[Positive, form_field("Height", "length", slide=[0.5, 10, 0.1])]
    diameter_mm: Annotated[Positive, form_field("Diameter", "mm", section="Wire and ground")] = 4.0
    ground_ohm: Annotated[NotNegative, form_field("Resistance of the ground", "ohm")] = 10.0

    def to_shape(self) -> Whip:
        """The core's shape."""
        return Whip(self.height_m, self.ground_ohm, self.core_coil(), self.diameter_mm / 2000)


class FanModel(WiresBase):
    """Several dipoles at one feedpoint."""

    shape: Literal["fan"]
    lengths_m: Annotated[list[Positive], Field(min_length=2, max_length=6)]
    height_m: Annotated[Positive, form_field("Height", "length", slide=[1, 30, 0.1])] = 10.0
    spread_deg: Annotated[Positive, form_field("Angle from one to the next, °", slide=[5, 45, 1])] = 20.0

    def to_shape(self) -> Fan:
        """The core's shape."""
        return Fan(tuple(self.lengths_m), self.height_m, self.spread_deg, self.radius_m)


class OwnWiresModel(WiresBase):
    """Straight wires by their end points ``[x0, y0, z0, x1, y1, z1]``, m; ``feed``: a point of one of
    them."""

    shape: Literal["wires"]
    wires: Annotated[
        list[tuple[Number, Number, Number, Number, Number, Number]], Field(min_length=1, max_length=60)
    ]
    feed: Triple
    coils: Annotated[tuple[PlacedCoilModel, ...], Field(max_length=10)] = ()

    def to_shape(self) -> OwnWires:
        """The core's shape."""
        wires = tuple(Wire(Point(*wire[:3]), Point(*wire[3:]), self.radius_m) for wire in self.wires)
        coils = []
        for n, coil in enumerate(self.coils):
            try:
                coils.append(coil.to_core())
            except InputError as error:
                raise error.under(f"coils[{n}]") from None
        return OwnWires(wires, Point(*self.feed), tuple(coils))


SHAPES: dict[str, type[WiresBase]] = {
    "dipole": DipoleModel,
    "inverted-vee": InvertedVeeModel,
    "end-fed": EndFedModel,
    "vertical": VerticalModel,
    "whip": WhipModel,
    "fan": FanModel,
    "wires": OwnWiresModel,
}
if TYPE_CHECKING:
    WiresModel = WiresBase
else:
    WiresModel = TypeAliasType("WiresModel", chosen_by("shape", SHAPES))
