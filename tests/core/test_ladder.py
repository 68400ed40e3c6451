"""The ladder's searches: symmetry, scaling, and each against brute force written apart."""

import os
import subprocess
import sys
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests import full
from tests.core import brute
from tests.strategies import FREQ, LOAD
from tithe.core import Tuner
from tithe.core.kernel.crest import highest
from tithe.core.kernel.turning import next_turns
from tithe.core.parts.tuner.elements import Element, Strays, quality
from tithe.core.parts.tuner.networks import L_FORMS, PI, T_HIGHPASS, T_LOWPASS
from tithe.core.reflection import reflection
from tithe.core.twoport import Port

COIL = Element("coil", 200.0, 0.05e-6, 30e-6)
CAPACITOR = Element("capacitor", 1500.0, 10e-12, 800e-12)
THREE = [network.ladder(COIL, CAPACITOR) for network in (T_HIGHPASS, T_LOWPASS, PI)]
STRAYS = Strays(lead_h=40e-9, port_f=8e-12)
WHICH = st.sampled_from([*THREE, *(replace(ladder, strays=STRAYS) for ladder in THREE)])


def resized(ladder, coil=(1.0, 1.0), capacitor=(1.0, 1.0)):
    """A ladder whose ranges have their ends multiplied."""

    def one(element):
        low, high = coil if element.is_coil else capacitor
        return element._replace(low=element.low * low, high=element.high * high)

    return replace(ladder, near=one(ladder.near), cross=one(ladder.cross), far=one(ladder.far))


def match(ladder, freq, z, r0=50.0):
    return ladder.match(np.array([freq]), np.array([z]), r0)


def input_of(ladder, freq, values, z):
    load = Port(np.array([z]), np.array([1 + 0j]))
    return ladder.two_port(np.array([freq]), values).input(load).z_ohm[0]


def inside(ladder, values, slack=1e-9):
    return all(
        part.low * (1 - slack) <= value[0] <= part.high * (1 + slack)
        for part, value in zip(ladder.elements, values, strict=False)
    )


@given(WHICH, FREQ, LOAD)
def test_found_settings_show_the_reference_and_lie_inside(ladder, freq, z):
    result = match(ladder, freq, z)
    if result.matched[0]:
        assert input_of(ladder, freq, result.values, z) == pytest.approx(50, rel=1e-6)
        assert inside(ladder, result.values)


@given(WHICH, FREQ, LOAD, st.floats(0.2, 5))
def test_scaling_the_frequency_with_the_parts_changes_no_loss(ladder, freq, z, factor):
    """Circuit theory: ω → kω with L, C → L/k, C/k leaves every impedance as it was."""
    strays = Strays(ladder.strays.lead_h / factor, ladder.strays.port_f / factor)
    ends = (1 / factor, 1 / factor)
    scaled = replace(resized(ladder, ends, ends), strays=strays)
    item, two = match(ladder, freq, z), match(scaled, freq * factor, z)
    assert item.matched[0] == two.matched[0]
    if item.matched[0]:
        # The grids are the same up to rounding, and so are the zooms.
        assert item.score[0] == pytest.approx(two.score[0], rel=1e-6)


@given(st.sampled_from(THREE), FREQ, LOAD, st.floats(0.1, 10))
def test_scaling_every_impedance_changes_no_loss(ladder, freq, z, factor):
    """Z → kZ with L → kL, C → C/k, and the reference → k times itself; power per squared ampere → k times."""
    scaled = resized(ladder, (factor, factor), (1 / factor, 1 / factor))
    item, two = match(ladder, freq, z), match(scaled, freq, z * factor, 50.0 * factor)
    assert item.matched[0] == two.matched[0]
    if item.matched[0]:
        assert item.score[0] * factor == pytest.approx(two.score[0], rel=1e-6)


@given(FREQ, LOAD)
def test_an_l_form_matches_in_at_most_two_ways_and_one_form_always_does(freq, z):
    """With wide ranges and good parts some L form matches every load."""
    coil = Element("coil", 1e6, 1e-12, 1e-2)
    capacitor = Element("capacitor", 1e6, 1e-18, 1e-3)
    assert any(match(form.ladder(coil, capacitor), freq, z).matched[0] for form in L_FORMS)


@given(WHICH, FREQ, LOAD)
def test_wider_ranges_never_lose_more(ladder, freq, z):
    item, two = match(ladder, freq, z), match(resized(ladder, (0.5, 2), (0.5, 2)), freq, z)
    if item.matched[0]:
        assert two.matched[0]
        assert two.score[0] <= item.score[0] * (1 + 1e-5)


@given(st.integers(0, 2**32 - 1))
def test_the_best_l_form_is_the_one_that_loses_least(seed):
    """Forms of both planes are compared by the same figure: power in for the same power in the load."""
    rng = np.random.default_rng(seed)
    z, f = complex(10 ** rng.uniform(0, 3), rng.uniform(-500, 500)), rng.uniform(2e6, 30e6)
    load = Port(np.array([z]), np.ones(1, complex))

    def loss(tuner):
        tuned = tuner.tune(np.array([f]), load, 50.0)
        return (load.power_w / tuned.input(load).power_w)[0] if tuned.matched[0] else 0.0

    parts = {"c_min_f": 1e-12, "c_max_f": 1e-8, "l_max_h": 1e-4, "coil_q": 60.0}
    each = [loss(Tuner(form.slug, **parts)) for form in L_FORMS]
    assert loss(Tuner("l", **parts)) == pytest.approx(max(each), rel=1e-12)


UNMATCHED = [
    Tuner("t-highpass"),
    Tuner("t-highpass", strays=STRAYS, coil_q=((2e6, 250.0), (30e6, 90.0))),
    Tuner("t-lowpass", c_max_f=1e-9, l_max_h=5e-6),
    Tuner("pi", c_max_f=400e-12, l_max_h=10e-6),
    Tuner("pi", c_max_f=400e-12, l_max_h=10e-6, strays=STRAYS),
    Tuner("l", c_max_f=5e-10, l_max_h=10e-6),
]


@pytest.mark.parametrize("tuner", UNMATCHED, ids=lambda t: f"{t.network}-{bool(t.strays.lead_h)}")
def test_the_lowest_swr_is_the_lowest_of_all(tuner):
    """Within 0.1 % of brute force, of random loads that nothing matches (of all tuners 10,000, if all)."""
    rng, count = np.random.default_rng(7), full.of(15, 1700)
    shape = 3 * count if tuner.network == "l" else 9 * count
    z = 10 ** rng.uniform(-0.5, 3.7, shape) + 1j * rng.choice([-1, 1], shape) * 10 ** rng.uniform(
        0, 3.5, shape
    )
    f = rng.uniform(1.8e6, 30e6, shape)
    load = Port(z, np.ones(shape, complex))
    tuned = tuner.tune(f, load, 50.0)
    source = tuned.input(load)
    ours = np.abs(reflection(source.v, source.i, 50.0))
    lost = np.flatnonzero(~tuned.matched)[:count]
    assert len(lost) == count
    for n in lost:
        best = min(by_brute_force(ladder, f[n], z[n]) for ladder in tuner.ladders)
        assert (1 + ours[n]) / (1 - ours[n]) <= 1.001 * (1 + best) / (1 - best), (f[n], z[n])


def by_brute_force(ladder, freq, z):
    parts = (*ladder.elements, *([] if ladder.far else [ladder.near]))
    q = np.array([float(quality(part.q, np.array([freq]))[0]) for part in parts])
    low = np.array([max(part.low, part.high * 1e-5) for part in parts])
    high = np.array([part.high for part in parts])
    coil = np.array([part.is_coil for part in parts])
    return brute.lowest(
        ladder.plane == "pi", ladder.far is not None, coil, q, 2 * np.pi * freq,
        ladder.strays.lead_h, ladder.strays.port_f, 50.0, z, low, high, 9, 2,
    )  # fmt: skip


def test_an_audited_load_gets_the_setting_that_was_missed():
    """T, 7.37 − 109.3j at 24.9 MHz: C1 20 pF, L 0.61178 µH, C2 250 pF leave SWR 1.04 (it was 3.34)."""
    tuned = Tuner().tune(np.array([24.9e6]), Port(np.array([7.37 - 109.3j]), np.ones(1, complex)), 50.0)
    assert tuned.setting["c1"][0] == pytest.approx(20e-12)
    assert tuned.setting["l"][0] == pytest.approx(0.61178e-6, rel=1e-4)
    assert tuned.setting["c2"][0] == pytest.approx(250e-12)


@given(WHICH, FREQ, LOAD)
def test_the_closest_setting_shows_the_swr_it_is_said_to(ladder, freq, z):
    values, rho = ladder.closest(np.array([freq]), np.array([z]), 50.0)
    assert inside(ladder, values)
    seen = input_of(ladder, freq, values, z)
    assert rho[0] == pytest.approx(abs((seen - 50) / (seen + 50)), abs=1e-5)


def test_many_loads_at_once_are_the_same_as_one_by_one():
    rng = np.random.default_rng(3)
    z = rng.uniform(5, 900, 40) + 1j * rng.uniform(-400, 400, 40)
    f = rng.uniform(2e6, 28e6, 40)
    for ladder in THREE:
        together = ladder.match(f, z, 50.0)
        for k in range(40):
            alone = ladder.match(f[k : k + 1], z[k : k + 1], 50.0)
            assert together.matched[k] == alone.matched[0]
            np.testing.assert_allclose(together.score[k], alone.score[0], rtol=1e-12)


_UNCOMPILED = """
import numpy as np
from tests.core.test_ladder import kernels_answer
np.save({path!r}, kernels_answer())
"""


def kernels_answer():
    """What every kernel says of a few loads."""
    z = np.array([12 - 310j, 900 + 500j, 7.4 - 109j, 3000 + 2j])
    f = np.array([3.65e6, 3.65e6, 24.9e6, 14.2e6])
    rows = []
    for ladder in (*THREE, replace(THREE[2], strays=STRAYS)):
        result, (closest, rho) = ladder.match(f, z, 50.0), ladder.closest(f, z, 50.0)
        rows += [result.score, *result.values, rho, *closest]
        rows += [np.abs(item) for item in ladder.two_port(f, result.values)]
        rows += [load.volts_peak for load in ladder.loads(f, result.values, Port(z, np.ones(4, complex)))]
    steps, rho = L_FORMS[0].ladder(COIL, CAPACITOR).settle_steps(f, z, 50.0, (0.1e-6, 10e-12))
    angle = 2 * np.pi * np.arange(24)[:, None] / 24
    peaks = np.stack((1 / (1.05 - np.cos(angle)), np.abs(np.sin(angle)) - 0.5, 0 * angle))
    turns, counts = next_turns(angle / (2 * np.pi), peaks, np.full(1, 1e-3))
    ones = np.ones(4)
    crests = highest(ones, 0.5 * ones, np.exp(1j * np.arange(4)), 0.01 * ones, 0.3 * ones, 7 * ones)
    return np.concatenate((np.stack([*rows, *steps, rho, *crests]).ravel(), turns[: counts[0], 0]))


def test_the_kernels_say_the_same_uncompiled(tmp_path):
    path = str(tmp_path / "uncompiled.npy")
    env = {**os.environ, "NUMBA_DISABLE_JIT": "1"}
    subprocess.run([sys.executable, "-c", _UNCOMPILED.format(path=path)], check=True, env=env)
    np.testing.assert_allclose(kernels_answer(), np.load(path), rtol=1e-9)


@given(FREQ, LOAD)
def test_strays_of_nothing_change_nothing_and_those_of_a_build_little_at_low_frequencies(freq, z):
    low = min(freq, 4e6)
    for ladder in THREE:
        plain, stray = match(ladder, low, z), match(replace(ladder, strays=Strays(5e-9, 0.0)), low, z)
        if plain.matched[0] and stray.matched[0]:
            assert stray.score[0] == pytest.approx(plain.score[0], rel=0.05)


def test_strays_are_the_circuit_they_say():
    """A T with leads and stray capacitance, against Kirchhoff by hand."""
    ladder = replace(THREE[0], strays=STRAYS)
    freq, z, values = 28e6, 30 + 40j, np.array([[60e-12], [0.5e-6], [90e-12]])
    rho = brute.rho(
        False, True, np.array([False, True, False]), np.array([1500.0, 200.0, 1500.0]),
        2 * np.pi * freq, 40e-9, 8e-12, 50.0, z, values[:, 0],
    )  # fmt: skip
    seen = input_of(ladder, freq, values, z)
    assert abs((seen - 50) / (seen + 50)) == pytest.approx(rho, rel=1e-9)
