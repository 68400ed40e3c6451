"""An antenna that fits in a place, as the station file writes it."""

from __future__ import annotations

from typing import Any

from tithe.core.wires.shapes import Dipole, EndFed, Fan, InvertedVee, Shape, Vertical
from tithe.document.wires import GroundName, SoilModel


def wires_of(shape: Shape, ground: GroundName | SoilModel, label: str) -> dict[str, Any]:
    """A planned antenna with that shape over that ground."""
    soil = ground.model_dump() if isinstance(ground, SoilModel) else ground
    return {"kind": "wires", "label": label, "ground": soil, **_fields(shape)}


def _fields(shape: Shape) -> dict[str, Any]:
    match shape:
        case Dipole():
            return {"shape": "dipole", "length_m": shape.length_m, "height_m": shape.height_m}
        case InvertedVee():
            fields = {"leg_m": shape.leg_m, "apex_m": shape.apex_m, "angle_deg": shape.angle_deg}
            return {"shape": "inverted-vee", **fields}
        case EndFed():
            names = ("wire_m", "near_height_m", "far_height_m", "counterpoise_m", "counterpoise_height_m")
            bent = ("bend_m", "bend_height_m") if shape.bend_m is not None else ()
            return {"shape": "end-fed", **{name: getattr(shape, name) for name in (*names, *bent)}}
        case Vertical():
            coil = shape.coil
            loaded = (
                {} if coil is None else {"coil": {"ohm": coil.ohm, "q": coil.q, "at_share": coil.at_share}}
            )
            radials = {"radials": shape.radial_count, "radial_m": shape.radial_m}
            return {"shape": "vertical", "height_m": shape.height_m, **radials, **loaded}
        case Fan():
            return {"shape": "fan", "lengths_m": list(shape.lengths_m), "height_m": shape.height_m}
    raise TypeError(shape)
