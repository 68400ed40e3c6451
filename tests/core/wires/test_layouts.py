"""Where wires run: shapes as their builder measures them, and what cannot be built."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tithe.core import InputError
from tithe.core.wires.layout import Coil, Layout, Point, Wire
from tithe.core.wires.mesh import PER_WAVELENGTH, cut
from tithe.core.wires.shapes import (
    Dipole,
    EndFed,
    Fan,
    InvertedVee,
    OwnWires,
    Shape,
    ShapeCoil,
    Vertical,
    Whip,
)

OWN = OwnWires((Wire(Point(0, 0, 8), Point(9, 2, 7), 1e-3),), Point(4.5, 1.0, 7.5))
SHAPES: list[Shape] = [
    Dipole(20, 9, 0.3),
    InvertedVee(10.1, 12, 120),
    EndFed(20, 2, 8, 5, 0.5),
    Vertical(8, 8, 5, coil=ShapeCoil(0.5, 200, uh=5)),
    Vertical(5, 4, 5, radial_height_m=2.5, top_count=3, top_m=1),
    Whip(2.5, 10.0, ShapeCoil(0.6, 100, ohm=300)),
    Fan((20, 14, 10), 9),
    OWN,
]


def lengths(layout):
    return [wire.length_m for wire in layout.wires]


def test_wires_are_as_long_and_as_high_as_they_were_measured():
    assert lengths(SHAPES[0].layout()) == [20]
    feed = SHAPES[0].layout().feed
    start = SHAPES[0].layout().wires[0].start
    assert np.linalg.norm(np.subtract(feed, start)) == pytest.approx(6)
    vee = SHAPES[1].layout()
    assert lengths(vee) == pytest.approx([10.1, 10.1])
    ways = [np.subtract(end, vee.feed) / 10.1 for end in (vee.wires[0].start, vee.wires[1].end)]
    assert np.degrees(np.arccos(ways[0] @ ways[1])) == pytest.approx(120)
    end_fed = SHAPES[2].layout()
    assert lengths(end_fed) == pytest.approx([20, 5])
    assert [wire.end.z for wire in end_fed.wires] == pytest.approx([8, 0.5])
    raised = SHAPES[4].layout()
    assert lengths(raised) == pytest.approx([5, *[5] * 4, *[1] * 3])
    assert raised.feed.z == 2.5
    fan = SHAPES[6].layout()
    assert sorted(lengths(fan))[1:] == pytest.approx(sorted([9.95, 9.95, 6.95, 6.95, 4.95, 4.95]))


@pytest.mark.parametrize("shape", SHAPES, ids=lambda shape: type(shape).__name__)
def test_a_longer_antenna_is_longer_and_a_higher_one_higher(shape):
    plain, longer, higher = (shape.layout(*by) for by in ((), (1.03,), (1.0, 1.1)))
    # The short piece between the halves of a fan is what it is.
    assert longer.length_m == pytest.approx(1.03 * plain.length_m, rel=2e-3)
    tops = [max(max(wire.start.z, wire.end.z) for wire in item.wires) for item in (plain, higher)]
    if shape.on_ground:
        assert tops[0] == tops[1]
    else:
        assert tops[0] < tops[1] <= 1.1 * tops[0] + 1e-9
    for one in (plain, longer, higher):
        one.above_ground()


@pytest.mark.parametrize("shape", SHAPES, ids=lambda shape: type(shape).__name__)
@pytest.mark.parametrize("wavelength", [10.0, 80.0])
def test_a_mesh_covers_every_wire_and_has_a_current_at_each_joint(shape, wavelength):
    layout = shape.layout()
    mesh = cut(layout, wavelength, shape.on_ground)
    assert mesh.length.sum() == pytest.approx(layout.length_m)
    assert (mesh.length <= wavelength / PER_WAVELENGTH[0] + 1e-9).all()
    assert len(mesh.feed) >= 1
    assert len(mesh.coils) == len(layout.coils)
    ends = np.concatenate([mesh.start, mesh.start + mesh.along * mesh.length[:, None]])
    points, counts = np.unique(ends.round(5), axis=0, return_counts=True)
    grounded = shape.on_ground & (np.abs(points[:, 2]) < 1e-6)
    assert len(mesh.half) == (counts - 1).sum() + grounded.sum()


coordinate = st.floats(-10, 10).map(lambda x: round(x, 2))
point = st.builds(Point, coordinate, coordinate, coordinate)


@given(point, point, point, point)
def test_wires_touch_where_points_along_them_come_as_near(a, b, c, d):
    """Against the nearest of many points along both."""
    first, other = Wire(a, b, 0.05), Wire(c, d, 0.05)
    shares = np.linspace(0, 1, 120)[:, None]
    if min(first.length_m, other.length_m) < 1e-3 or len({a, b, c, d}) < 4:
        return
    along = [np.array(w.start) + shares * np.subtract(w.end, w.start) for w in (first, other)]
    nearest = np.linalg.norm(along[0][:, None] - along[1][None], axis=-1).min()
    try:
        Layout((first, other), Point(*(np.add(a, b) / 2).tolist()))
        touches = False
    except InputError as error:
        assert error.code == "wires-touch"
        touches = True
    slack = (first.length_m + other.length_m) / 240
    if nearest < 0.1:
        assert touches
    if nearest > 0.1 + slack:
        assert not touches


@pytest.mark.parametrize(
    ("make", "place"),
    [
        (lambda: Dipole(0, 10), "length_m"),
        (lambda: Dipole(20, 10, 1.0), "feed_share"),
        (lambda: InvertedVee(10, 9, 190), "angle_deg"),
        (lambda: EndFed(20, 2, 8, 1, 9), "counterpoise_m"),
        (lambda: Vertical(8, 300), "radials"),
        (lambda: Vertical(8, 1, 5, radial_height_m=2), "radials"),
        (lambda: Vertical(8, top_count=2), "top_m"),
        (lambda: Whip(2, -1), "ground_ohm"),
        (lambda: ShapeCoil(0.5, 200, ohm=5, uh=5), ""),
        (lambda: ShapeCoil(0.5, 0, ohm=5), "q"),
        (lambda: Fan((20,), 9), "lengths_m"),
        (lambda: Fan((20, 0.1), 9), "lengths_m[1]"),
        (lambda: replace(OWN, wires=()), "wires"),
        (lambda: replace(OWN, feed=Point(9, 2, 7)), "feed"),
        (lambda: replace(OWN, coils=(Coil(Point(0, 5, 0), 100, ohm=5),)), "coils[0]"),
    ],
)
def test_what_no_antenna_can_be_is_refused_at_its_place(make, place):
    with pytest.raises(InputError) as caught:
        make()
    assert caught.value.place == place
