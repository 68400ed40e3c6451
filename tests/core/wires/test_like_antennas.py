"""Antennas that must be alike, told in different ways; and coupled ones, by the classical formula."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.special import sici

from tithe.core.wires.ground import SOILS
from tithe.core.wires.layout import Coil, Layout, Point, Wire
from tithe.core.wires.metal import METALS
from tithe.core.wires.moments import LIGHT_M_PER_S, currents
from tithe.core.wires.shapes import Dipole, EndFed, Fan, InvertedVee, OwnWires, ShapeCoil, Vertical, Whip

AVERAGE = SOILS["average"]
METRE_WAVE_HZ = LIGHT_M_PER_S


def of(layout, ground="free-space", mhz=14.2, **more):
    return currents(layout, mhz * 1e6, ground, **more).z_ohm


def mutual_ohm(apart):
    """Of two half-wave threads side by side, ``apart`` wavelengths (Carter 1932)."""

    def both(u):
        sine, cosine = sici(u)
        return cosine, sine

    k = 2 * np.pi
    far = np.sqrt(apart**2 + 0.25)
    (c0, s0), (c1, s1), (c2, s2) = (both(k * item) for item in (apart, far + 0.5, far - 0.5))
    return 30 * (2 * c0 - c1 - c2) - 30j * (2 * s0 - s1 - s2)


@pytest.mark.parametrize("height", [0.2, 0.25, 0.4, 0.75])
def test_a_half_wave_over_a_perfect_ground_is_coupled_to_its_image(height):
    """Its own impedance less that to a wire as far below; a sine is a little off the true current."""
    thread = Layout((Wire(Point(-0.25, 0, height), Point(0.25, 0, height), 1e-7),), Point(0.0, 0.0, height))
    free = currents(thread, METRE_WAVE_HZ, "free-space", per_wavelength=40).z_ohm
    over = currents(thread, METRE_WAVE_HZ, "perfect", per_wavelength=40).z_ohm
    assert over - free == pytest.approx(-mutual_ohm(2 * height), abs=3.7)


def test_a_vertical_on_a_perfect_ground_is_half_the_dipole_of_twice_its_height():
    for height in (3.0, 5.2, 9.0):
        upright = Wire(Point(0, 0, -height), Point(0, 0, height), 0.01)
        whole = of(Layout((upright,), Point(0.0, 0.0, 0.0)), per_wavelength=100)
        alone = of(Vertical(height).layout(), "perfect", per_wavelength=100)
        assert alone == pytest.approx(whole / 2, rel=1e-4)


@pytest.mark.parametrize("ground", ["free-space", "perfect", AVERAGE])
def test_a_wire_turned_round_or_cut_in_two_is_the_same_antenna(ground):
    layout = EndFed(17, 2, 9, 5, 1).layout()
    turned = replace(layout, wires=tuple(Wire(w.end, w.start, w.radius_m) for w in layout.wires))
    assert of(turned, ground) == pytest.approx(of(layout, ground), rel=2e-3)
    first = layout.wires[0]
    middle = Point(*(np.add(first.start, first.end) / 2).tolist())
    halves = (Wire(first.start, middle, first.radius_m), Wire(middle, first.end, first.radius_m))
    cut = replace(layout, wires=(*halves, *layout.wires[1:]))
    assert of(cut, ground) == pytest.approx(of(layout, ground), abs=0.02 * abs(of(layout, ground)))


@given(st.floats(-np.pi, np.pi), st.floats(-30, 30), st.floats(-30, 30))
def test_over_level_ground_it_may_stand_anywhere_and_point_anywhere(angle, east, north):
    def moved(at):
        c, s = np.cos(angle), np.sin(angle)
        return Point(east + c * at.x - s * at.y, north + s * at.x + c * at.y, at.z)

    layout = InvertedVee(5, 7, 100).layout()
    wires = tuple(Wire(moved(w.start), moved(w.end), w.radius_m) for w in layout.wires)
    assert of(Layout(wires, moved(layout.feed)), AVERAGE) == pytest.approx(of(layout, AVERAGE), rel=1e-5)


def test_shapes_that_come_to_the_same_are_the_same():
    flat = of(InvertedVee(10, 9, 180).layout(), AVERAGE, 7.1)
    assert flat == pytest.approx(of(Dipole(20, 9).layout(), AVERAGE, 7.1), rel=0.01)
    wire = Wire(Point(-10, 0, 9), Point(10, 0, 9), 1e-3)
    own = OwnWires((wire,), Point(0.0, 0.0, 9.0)).layout()
    assert of(own, AVERAGE, 7.1) == pytest.approx(of(Dipole(20, 9).layout(), AVERAGE, 7.1), rel=1e-9)
    whip = of(Whip(5, 0, radius_m=0.01).layout(), "perfect", 7.1)
    assert whip == pytest.approx(of(Vertical(5).layout(), "perfect", 7.1), rel=1e-9)


def test_a_coil_at_the_foot_adds_its_own_impedance_and_higher_up_does_more():
    plain = of(Vertical(5).layout(), "perfect", 7.1)
    foot = of(Vertical(5, coil=ShapeCoil(0.0, 100, ohm=200)).layout(), "perfect", 7.1)
    assert foot == pytest.approx(plain + 200 * (0.01 + 1j), rel=1e-9)
    half = of(Vertical(5, coil=ShapeCoil(0.5, 100, ohm=200)).layout(), "perfect", 7.1)
    assert plain.imag < half.imag < foot.imag
    assert half.real > plain.real + 1  # more current, and so more radiated, above it
    assert Coil(Point(0, 0, 0), 200, henry=1e-6).impedance(7.1e6).imag == pytest.approx(44.61, abs=0.01)


def test_of_a_fan_the_dipole_that_resonates_takes_the_current():
    fan, long = Fan((20.4, 10.1), 12).layout(), Dipole(20.4, 12).layout()
    assert of(fan, AVERAGE, 7.1) == pytest.approx(of(long, AVERAGE, 7.1), abs=10)
    assert abs(of(long, AVERAGE, 14.2)) > 10 * abs(of(fan, AVERAGE, 14.2))


def test_worse_metal_and_thinner_wire_take_more():
    layout = Dipole(20, 9).layout()
    lost = [
        currents(layout, 7.1e6, AVERAGE, METALS[name]).metal_ohm for name in ("copper", "aluminium", "steel")
    ]
    assert 0 < lost[0] < lost[1] < lost[2]
    thin = currents(Dipole(20, 9, radius_m=2e-4).layout(), 7.1e6, AVERAGE, METALS["copper"]).metal_ohm
    assert thin == pytest.approx(5 * lost[0], rel=0.05)
