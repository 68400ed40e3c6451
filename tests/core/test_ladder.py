"""The ladder's algebra: symmetry, scaling, duality, and each closed form against its own equation."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.strategies import FREQ, LOAD
from tithe.core.tuner.ladder import Element, Ladder, closest, match
from tithe.core.tuner.networks import L_FORMS, NETWORKS, PI, T_HIGHPASS, T_LOWPASS
from tithe.core.twoport import Port

COIL = Element("coil", 200.0, 0.05e-6, 30e-6)
CAPACITOR = Element("capacitor", 1500.0, 10e-12, 800e-12)
THREE = [T_HIGHPASS.ladder(COIL, CAPACITOR), T_LOWPASS.ladder(COIL, CAPACITOR), PI.ladder(COIL, CAPACITOR)]
WHICH = st.sampled_from(range(3))


def input_of(ladder, knobs, z):
    return ladder.two_port(knobs).input(Port(np.array([z]), np.array([1 + 0j]))).z_ohm[0]


@given(WHICH, FREQ, LOAD)
def test_found_settings_show_the_reference_and_lie_inside(which, freq, z):
    ladder = THREE[which]
    found = match(ladder, np.array([freq]), np.array([z]), 50.0)
    if found.found[0]:
        assert input_of(ladder, found.knobs, z) == pytest.approx(50, rel=1e-6)
        omega = np.array([2 * np.pi * freq])
        for position, t in enumerate(found.knobs):
            low, high = ladder.bounds(position, omega)
            assert low[0] <= t[0] <= high[0]


@given(WHICH, FREQ, LOAD, st.floats(0.2, 5))
def test_scaling_the_frequency_with_the_parts_changes_no_loss(which, freq, z, factor):
    """Circuit theory: ω → kω with L, C → L/k, C/k leaves every impedance as it was."""
    ladder = THREE[which]
    scaled = Ladder(
        ladder.plane,
        *(e._replace(low=e.low / factor, high=e.high / factor) for e in ladder.elements),
    )
    one = match(ladder, np.array([freq]), np.array([z]), 50.0)
    two = match(scaled, np.array([freq * factor]), np.array([z]), 50.0)
    assert one.found[0] == two.found[0]
    if one.found[0]:
        # The grids are the same up to rounding, and so are the zooms.
        assert one.score[0] == pytest.approx(two.score[0], rel=1e-6)


@given(WHICH, FREQ, LOAD, st.floats(0.1, 10))
def test_scaling_every_impedance_changes_no_loss(which, freq, z, factor):
    """Z → kZ with L → kL, C → C/k, and the reference → k times itself."""
    ladder = THREE[which]
    scaled = Ladder(
        ladder.plane,
        *(
            e._replace(low=e.low * factor, high=e.high * factor)
            if e.kind == "coil"
            else e._replace(low=e.low / factor, high=e.high / factor)
            for e in ladder.elements
        ),
    )
    one = match(ladder, np.array([freq]), np.array([z]), 50.0)
    two = match(scaled, np.array([freq]), np.array([z * factor]), 50.0 * factor)
    assert one.found[0] == two.found[0]
    if one.found[0]:
        assert one.score[0] == pytest.approx(two.score[0], rel=1e-6)


@given(FREQ, LOAD)
def test_an_l_form_matches_in_at_most_two_ways_and_one_form_always_does(freq, z):
    """With wide ranges and good parts some L form matches every load."""
    coil = Element("coil", 1e6, 1e-12, 1e-2)
    capacitor = Element("capacitor", 1e6, 1e-18, 1e-3)
    found = [
        match(n.ladder(coil, capacitor), np.array([freq]), np.array([z]), 50.0).found[0] for n in L_FORMS
    ]
    assert any(found)


@given(WHICH, FREQ, LOAD)
def test_wider_ranges_never_lose_more(which, freq, z):
    ladder = THREE[which]
    wider = Ladder(ladder.plane, *(e._replace(low=e.low / 2, high=e.high * 2) for e in ladder.elements))
    one, two = (match(each, np.array([freq]), np.array([z]), 50.0) for each in (ladder, wider))
    if one.found[0]:
        assert two.found[0]
        assert two.score[0] <= one.score[0] * (1 + 1e-5)


@given(WHICH, FREQ, LOAD)
def test_the_closest_setting_stays_inside_its_ranges(which, freq, z):
    ladder, omega = THREE[which], np.array([2 * np.pi * freq])
    for position, t in enumerate(closest(ladder, np.array([freq]), np.array([z]), 50.0)):
        low, high = ladder.bounds(position, omega)
        assert low[0] * (1 - 1e-9) <= t[0] <= high[0] * (1 + 1e-9)


def test_many_loads_at_once_are_the_same_as_one_by_one():
    rng = np.random.default_rng(3)
    z = rng.uniform(5, 900, 40) + 1j * rng.uniform(-400, 400, 40)
    f = rng.uniform(2e6, 28e6, 40)
    for ladder in THREE:
        together = match(ladder, f, z, 50.0)
        for k in range(40):
            alone = match(ladder, f[k : k + 1], z[k : k + 1], 50.0)
            assert together.found[k] == alone.found[0]
            np.testing.assert_allclose(together.score[k], alone.score[0], rtol=1e-12)


def test_element_values_and_magnitudes_are_inverse():
    omega = np.array([2 * np.pi * 7e6])
    for networks in NETWORKS.values():
        for network in networks:
            ladder = network.ladder(COIL, CAPACITOR)
            for position, element in enumerate(ladder.elements):
                value = np.sqrt(element.low * element.high)
                t = ladder.magnitude(position, omega, value)
                assert ladder.element_value(position, omega, t)[0] == pytest.approx(value)
