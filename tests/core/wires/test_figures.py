"""Antennas of wires against published figures, and against each other: balance, symmetry, limits."""

from contextlib import contextmanager
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tithe.core.kernel.wire_fields import fill, join
from tithe.core.wires import moments
from tithe.core.wires.far_field import sky
from tithe.core.wires.ground import SOILS
from tithe.core.wires.layout import Coil, Layout, Point, Wire
from tithe.core.wires.mesh import cut
from tithe.core.wires.metal import METALS
from tithe.core.wires.moments import LIGHT_M_PER_S, RULES, currents
from tithe.core.wires.radials import Radials, added_ohm
from tithe.core.wires.shapes import Dipole, EndFed, Fan, InvertedVee, ShapeCoil, Vertical

AVERAGE = SOILS["average"]
VEE, OFF_CENTRE = InvertedVee(10.1, 12, 120), Dipole(41.5, 10, 1 / 3)
TALL, LOADED = Vertical(10.05, radius_m=0.01), Vertical(5, coil=ShapeCoil(0.5, 200, ohm=500), radius_m=0.01)


@pytest.fixture
def published_points(monkeypatch):
    """Ten crowded points a half, as the figures were made; twenty are used, which leave less."""

    @contextmanager
    def points():
        with monkeypatch.context() as patch:
            patch.setattr(moments, "RULES", (moments.crowded(10), *RULES[1:]))
            yield

    return points


@pytest.mark.parametrize(
    ("shape", "mhz", "ground", "z"),
    [
        (TALL, 7.1, "perfect", 34.6 - 6.9j),
        (TALL, 14.2, "perfect", 982 - 600j),
        (LOADED, 7.1, "perfect", 11.5 - 109.2j),
    ],
)
def test_published_impedances(shape, mhz, ground, z, published_points):
    fine = currents(shape.layout(), mhz * 1e6, ground, per_wavelength=40).z_ohm
    with published_points():
        published = currents(shape.layout(), mhz * 1e6, ground, per_wavelength=40).z_ohm
    usual = currents(shape.layout(), mhz * 1e6, ground).z_ohm
    assert published == pytest.approx(z, abs=0.005 * abs(z))
    assert fine == pytest.approx(published, abs=0.01 * abs(z))
    assert usual == pytest.approx(z, abs=0.02 * abs(z))


def straight(wavelengths, radius=5e-5, turned=None, moved=(0, 0, 0)):
    """A wire fed in its middle, in a wavelength of one metre, turned by a matrix."""
    turned = np.eye(3) if turned is None else turned
    ends = [Point(*(turned @ (np.array(at) * wavelengths / 2) + moved)) for at in ((-1, 0, 0), (1, 0, 0))]
    return Layout((Wire(ends[0], ends[1], radius),), Point(*(turned @ np.zeros(3) + moved)))


def free(layout, **more):
    return currents(layout, LIGHT_M_PER_S, "free-space", **more).z_ohm


def test_a_half_wave_and_a_vee_in_free_space_and_the_thread_they_come_to(published_points):
    assert free(straight(0.5), per_wavelength=40) == pytest.approx(79.2 + 44.1j, abs=0.2)
    leg = 0.24 * np.sqrt(0.5)
    apex = Point(0, 0, 0)
    legs = (Wire(Point(-leg, 0, -leg), apex, 5e-5), Wire(apex, Point(leg, 0, -leg), 5e-5))
    with published_points():
        assert free(Layout(legs, apex), per_wavelength=40) == pytest.approx(36.8 - 46.8j, abs=0.2)
    thinner = [free(straight(0.5, radius), per_wavelength=60) for radius in (1e-3, 1e-5, 1e-8, 1e-14)]
    off = [abs(z - (73.13 + 42.54j)) for z in thinner]
    assert off == sorted(off, reverse=True)
    # It comes there as one over the logarithm of the thinness: carried on to none at all.
    inverse = [1 / np.log(1 / radius) for radius in (1e-8, 1e-14)]
    limit = thinner[3] - inverse[1] * (thinner[2] - thinner[3]) / (inverse[0] - inverse[1])
    assert limit == pytest.approx(73.13 + 42.54j, abs=0.7)


@given(st.lists(st.floats(-np.pi, np.pi), min_size=3, max_size=3), st.floats(0.3, 1.4))
def test_turned_mirrored_and_moved_it_is_the_same_antenna(angles, wavelengths):
    a, b, c = angles
    turn = np.array([[np.cos(a), -np.sin(a), 0], [np.sin(a), np.cos(a), 0], [0, 0, 1]])
    tilt = np.array([[1, 0, 0], [0, np.cos(b), -np.sin(b)], [0, np.sin(b), np.cos(b)]])
    mirror = np.diag([1, 1, -1 if c > 0 else 1])
    there = free(straight(wavelengths, turned=turn @ tilt @ mirror, moved=(c, a, b)))
    assert there == pytest.approx(free(straight(wavelengths)), rel=1e-6)


def test_finer_pieces_change_little():
    for shape, mhz in (
        (Dipole(20, 10), 7.1),
        (Dipole(30, 10), 28.5),
        (VEE, 7.1),
        (EndFed(20, 2, 8, 5, 1), 10.1),
    ):
        coarse, fine = (
            currents(shape.layout(), mhz * 1e6, AVERAGE, per_wavelength=n).z_ohm for n in (20, 40)
        )
        assert coarse == pytest.approx(fine, abs=0.025 * abs(fine)), shape


@pytest.mark.parametrize("shape", [Dipole(45, 7, 0.3), VEE, EndFed(25, 2, 9, 5, 1), Fan((20, 10), 9)])
def test_over_a_perfect_ground_all_that_is_fed_leaves(shape):
    """The test of the whole method: the power at the feed, and the power through the sky above."""
    for mhz in (3.65, 14.2, 24.9):
        result = currents(replace(shape, radius_m=5e-4).layout(), mhz * 1e6, "perfect")
        assert sky(result, turns=96, rings=48, points=3).ohm == pytest.approx(result.z_ohm.real, rel=1e-6), (
            mhz
        )
    over_none = currents(shape.layout(), 14.2e6, "free-space")
    assert sky(over_none, turns=96, rings=48, points=3).ohm == pytest.approx(over_none.z_ohm.real, rel=2e-6)


def test_what_metal_and_coils_take_is_what_does_not_leave():
    coil = Coil(Point(-5.0, 0.0, 9.0), 100.0, henry=5e-6)
    layout = replace(Dipole(20, 9, radius_m=5e-4).layout(), coils=(coil,))
    result = currents(layout, 7.1e6, "perfect", METALS["steel"])
    lost = (result.metal_ohm + result.coil_ohm) / result.z_ohm.real
    assert lost > 0.1
    assert sky(result).ohm / result.z_ohm.real == pytest.approx(1 - lost, abs=1e-6)


@pytest.mark.parametrize("image", [0j, 1 + 0j, 0.9 - 0.1j])
@pytest.mark.parametrize(
    ("shape", "off"), [(Dipole(25, 9), 1e-7), (EndFed(25, 2, 9, 5, 1), 1e-4), (Fan((20, 10), 9), 2e-4)]
)
def test_what_one_does_to_another_that_one_does_back(image, shape, off):
    """Each is computed by points on the other alone: these differ most where segments are of unlike
    length."""
    mesh = cut(shape.layout(), 20.0, False, 40)
    every, none = np.ones((len(mesh.length),) * 2, dtype=bool), np.zeros((len(mesh.half),) * 2, dtype=bool)
    args = (mesh.start, mesh.along, mesh.length, mesh.radius, 2 * np.pi / 20, RULES, every, image)
    there = fill(*args)
    one_way, other_way = (
        join(result, mesh.half, mesh.sign, none) for result in (there, there.transpose(1, 0, 3, 2))
    )
    assert np.abs(one_way - other_way).max() < off * np.abs(one_way).max()
    some = fill(*args[:6], mesh.needed, image)
    assert mesh.joined(some) == pytest.approx(mesh.joined(there), rel=1e-9)


def test_soil_that_conducts_without_end_is_a_perfect_ground_and_far_up_there_is_none():
    conducting = replace(AVERAGE, sigma_s_m=1e12)
    for shape in (Dipole(20, 5), VEE):
        layout = shape.layout()
        assert currents(layout, 7.1e6, conducting).z_ohm == pytest.approx(
            currents(layout, 7.1e6, "perfect").z_ohm, rel=1e-4
        )
    high = currents(Dipole(20, 3000).layout(), 7.1e6, AVERAGE).z_ohm
    assert high == pytest.approx(currents(Dipole(20, 3000).layout(), 7.1e6, "free-space").z_ohm, rel=2e-3)


def upright(height_m, mhz):
    return currents(Vertical(height_m, radius_m=0.01).layout(), mhz * 1e6, "perfect")


@pytest.mark.parametrize(("count", "z"), [(4, 22.1 + 11.5j), (16, 8.6 + 4.7j), (64, 0.8 - 1.0j)])
def test_published_effect_of_radials(count, z):
    result = upright(10.05, 7.1)
    assert added_ohm(Radials(count, 10.0), AVERAGE, result, 10.05) == pytest.approx(z, abs=0.06)
    # The currents that are found there are a sine nearly, and so is what they do to the soil.
    assert added_ohm(Radials(count, 10.0), AVERAGE, result) == pytest.approx(z, abs=0.08 * abs(z) + 0.2)


def test_radials_without_number_or_soil_without_loss_leave_a_perfect_ground():
    """Dense radials that reach far leave what lies beyond them, which fades as they grow."""
    for height in (10.05, None):
        left = [abs(added_ohm(Radials(5000, r), AVERAGE, upright(10.05, 7.1), height)) for r in (10, 40, 160)]
        assert left == sorted(left, reverse=True)
        assert left[-1] < 0.35
        salt = replace(AVERAGE, sigma_s_m=1e8)
        assert abs(added_ohm(Radials(0, 1.0), salt, upright(10.05, 7.1), height)) < 0.01


def test_a_vertical_of_half_a_wave_has_no_endless_resistance_in_the_ground():
    """A sine would have no current at its foot there; through it all the figure runs on smoothly."""
    for mhz in np.linspace(13, 22, 31):
        result = upright(8.0, mhz)
        assert abs(added_ohm(Radials(4, 10.0), AVERAGE, result, 8.0)) < 0.25 * abs(result.z_ohm), mhz
