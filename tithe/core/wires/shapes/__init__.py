"""The shapes an antenna of wires may have: each from what its builder measures out."""

from tithe.core.wires.shapes.dipole import Dipole
from tithe.core.wires.shapes.end_fed import EndFed
from tithe.core.wires.shapes.fan import Fan
from tithe.core.wires.shapes.inverted_vee import InvertedVee
from tithe.core.wires.shapes.own import OwnWires
from tithe.core.wires.shapes.shape import Shape
from tithe.core.wires.shapes.vertical import MeasuredFoot, ShapeCoil, Vertical
from tithe.core.wires.shapes.whip import Whip

__all__ = [
    "Dipole",
    "EndFed",
    "Fan",
    "InvertedVee",
    "MeasuredFoot",
    "OwnWires",
    "Shape",
    "ShapeCoil",
    "Vertical",
    "Whip",
]
