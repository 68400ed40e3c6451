"""One contract for every part: reciprocity, passivity, power balance, nothing where nothing is lost."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.strategies import FREQ, LOAD, LOSSLESS_LINE, PASSIVE, TUNER
from tithe.core import (
    Inline,
    Line,
    Meter,
    Station,
    SteppedTuner,
    Transformer,
    Transmitter,
    Tuner,
    solve,
    table,
)
from tithe.core.parts.registry import part_classes
from tithe.core.reflection import reflection
from tithe.core.twoport import Port
from tithe.document import shelf

STEPPED = st.builds(SteppedTuner, c_bits=st.integers(2, 7), l_bits=st.integers(2, 7))
LOSSLESS = [
    Line(LOSSLESS_LINE, 23.0),
    Inline(0.0),
    Meter(),
    SteppedTuner(coil_q=1e12, capacitor_q=1e12),
    Transformer(ratio=4.0, magnetizing_h=20e-6, leakage_h=50e-9),
    *(
        Tuner(n, coil_q=1e12, capacitor_q=1e12, l_max_h=1e-3, c_max_f=5e-9)
        for n in ("l", "t-highpass", "t-lowpass", "pi")
    ),
]


SHELF = [part.part.to_core() for part in shelf.parts()] + [Line(shelf.line_type("rg-213"), 17.0)]


def load_port(z):
    return Port(np.array([z]), np.array([1 + 0j]))


def two_port(part, freq, load):
    return part.tuner.tune(freq, load, 50.0).two_port if part.tuner else part.two_port(freq)


def test_the_shelf_has_one_of_every_kind_in_the_registry():
    """So that what follows is asked of each, however new it is."""
    assert {type(part) for part in SHELF} == set(part_classes())


def found(part, freq, load):
    """Port 1 of a part in line for port 2, at 50 Ω; of any kind."""
    return part.tuner.tune(freq, load, 50.0).input(load) if part.tuner else part.two_port(freq).input(load)


@pytest.mark.parametrize("part", SHELF, ids=lambda p: p.label)
@given(FREQ, LOAD)
def test_every_part_of_the_shelf_makes_no_power_and_says_what_it_costs(part, freq, z):
    load, at = load_port(z), np.array([freq])
    assert found(part, at, load).power_w[0] >= load.power_w[0] * (1 - 1e-9)
    matched = load_port(50.0 * part.impedance_ratio + 0j)
    lost = part.matched_db(at)
    assert lost.shape == (1,)
    if part.transforms or part.tuner or part.feedline:
        return  # their reactances, or an impedance of their own, stand beside the loss when matched
    power = found(part, at, matched).power_w[0] / matched.power_w[0]
    assert 10 * np.log10(power) == pytest.approx(lost[0], abs=1e-9)


@pytest.mark.parametrize("part", SHELF, ids=lambda p: p.label)
def test_in_a_station_the_powers_of_every_part_add_up(part):
    station = Station(Transmitter(), (part, Line(shelf.line_type("rg-58"), 5.0)), table(((7.1e6, 30, -60),)))
    budget = solve(station, np.array([7.1e6]))
    taken = sum(stage.taken_w[0] for stage in budget.stages)
    drive = budget.drive
    total = taken + budget.radiated_w[0] + drive.held_back_w[0] + drive.turned_back_w[0]
    assert total == pytest.approx(100, rel=1e-9)
    assert min(stage.taken_w[0] for stage in budget.stages) >= -1e-9
    if part.tuner is None:
        port = two_port(part, np.array([7.1e6]), load_port(50 + 0j))
        assert port.determinant[0] == pytest.approx(1, abs=1e-9)


@given(st.one_of(PASSIVE, TUNER, STEPPED), FREQ, LOAD)
def test_reciprocal_and_passive(part, freq, z):
    load = load_port(z)
    port = two_port(part, np.array([freq]), load)
    # AD and BC may each be large (long lossy lines): the difference is good to their own rounding.
    size = np.abs(port.a * port.d) + np.abs(port.b * port.c)
    assert np.abs(port.determinant - 1)[0] <= 1e-12 * size[0] + 1e-12
    source = port.input(load)
    assert source.power_w[0] >= load.power_w[0] * (1 - 1e-9)


@given(st.one_of(PASSIVE, TUNER, STEPPED), FREQ, LOAD)
def test_output_undoes_input(part, freq, z):
    load = load_port(z)
    port = two_port(part, np.array([freq]), load)
    back = port.output(port.input(load))
    size = np.abs(port.a * port.d)[0] + np.abs(port.b * port.c)[0]
    assert abs(back.z_ohm[0] - z) <= 1e-11 * size * (abs(z) + 1 / abs(z) + 600) + 1e-9


@pytest.mark.parametrize("part", LOSSLESS, ids=lambda p: f"{p.kind} {getattr(p, 'network', '')}")
@pytest.mark.parametrize("z", [20 - 60j, 300 + 40j, 1000 + 0j])
def test_takes_nothing_when_lossless(part, z):
    load = load_port(z)
    source = two_port(part, np.array([7.1e6]), load).input(load)
    assert source.power_w[0] == pytest.approx(load.power_w[0], rel=1e-8)


def test_magnetising_inductance_spoils_the_low_end_and_leakage_the_high_end():
    """R across jX shows |Γ| = 1/√(1 + (2X/R)²); R in series with jX the same with R and X exchanged."""
    low = Transformer(magnetizing_h=50 / (2 * np.pi * 3.5e6))
    high = Transformer(leakage_h=50 / (2 * np.pi * 3.5e6))
    for part in (low, high):
        source = part.two_port(np.array([3.5e6])).input(load_port(50 + 0j))
        assert abs(reflection(source.v, source.i, 50.0)[0]) == pytest.approx(1 / np.sqrt(5))
    core = Transformer(core_loss_ohm=450.0)
    source = core.two_port(np.array([3.5e6])).input(load_port(50 + 0j))
    assert source.power_w[0] / 50 == pytest.approx(1 + 50 / 450)


def test_ratio_is_antenna_over_radio():
    source = Transformer(ratio=9.0).two_port(np.array([7e6])).input(load_port(450 + 0j))
    assert source.z_ohm[0] == pytest.approx(50)


SHARE = st.floats(0, 1)


@given(SHARE, st.floats(0, 6), st.floats(20, 600))
def test_the_loss_when_matched_is_as_stated_wherever_it_sits(share, loss_db, z_ohm):
    for part in (Inline(loss_db, z_ohm, share), Transformer(4.0, loss_db, z_ohm, series_share=share)):
        matched = z_ohm * getattr(part, "ratio", 1.0)
        load = load_port(matched + 0j)
        source = part.two_port(np.array([7e6])).input(load)
        assert 10 * np.log10(source.power_w[0] / load.power_w[0]) == pytest.approx(loss_db, abs=1e-9)


@given(st.floats(0.01, 1), FREQ)
def test_series_loss_costs_low_impedances_and_loss_across_costs_high_ones(loss_db, freq):
    def cost(share, ohm):
        load = load_port(ohm + 0j)
        source = Inline(loss_db, series_share=share).two_port(np.array([freq])).input(load)
        return source.power_w[0] / load.power_w[0]

    assert cost(1.0, 5) > cost(0.5, 5) > cost(0.0, 5)
    assert cost(1.0, 1000) < cost(0.5, 1000) < cost(0.0, 1000)
    # Half and half is dual to itself: the cost is the same at Z and at 50²/Z.
    assert cost(0.5, 5) == pytest.approx(cost(0.5, 500), rel=1e-9)
    assert cost(1.0, 5) == pytest.approx(cost(0.0, 500), rel=1e-9)


@pytest.mark.parametrize("slug", ["ratio-4", "ratio-9", "ratio-49"])
def test_a_shelf_transformer_has_its_band_and_its_losses_from_its_parts(slug):
    """Matched it loses some tenths; into a high impedance its core, into a low one its copper takes more;
    below its band the magnetising inductance spoils the match."""
    model = next(part.part for part in shelf.parts() if part.slug == slug)
    part = model.to_core()

    def at(mhz, times):
        f = np.array([mhz * 1e6])
        load = load_port(50 * part.impedance_ratio * times + 0j)
        source = part.two_port(f).input(load)
        return 10 * np.log10(source.power_w[0] / load.power_w[0]), float(np.abs(source.gamma(50.0))[0])

    lost, rho = at(7, 1)
    assert 0.1 < lost < 0.8
    assert rho < 0.2
    assert at(7, 20)[0] > 2 * lost
    assert at(7, 0.05)[0] > 2 * lost
    assert at(0.2, 1)[1] > 0.5
