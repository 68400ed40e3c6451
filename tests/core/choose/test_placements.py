"""Every placement keeps the contract: its run is as long as it should be, passive, and asks what it says."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.choose.conftest import LINES, PRICES, make_kit, make_station
from tests.strategies import LOAD
from tithe.core import Band, Inline, Line, Ratings, Resonator, SwrAntenna, Tuner, solve, table
from tithe.core.choose import (
    PLACEMENTS,
    Candidate,
    Item,
    Site,
    ThroughPresentRun,
    Wishes,
    cost,
    evaluate,
    guessed_bands,
    how_used,
    parts_of,
    question,
    safe_lengths,
    to_buy,
)
from tithe.core.choose.stack import StackedLine
from tithe.core.parts.line import attenuation_db_per_m, constants
from tithe.core.parts.worse_line import WorseLine
from tithe.core.transmitter import NO_PROTECTION
from tithe.document import shelf
from tithe.text import say

FREQ = np.array([3.6e6, 14.2e6, 28.5e6])


@pytest.mark.parametrize("placement", PLACEMENTS, ids=lambda item: item.slug)
@given(st.floats(10, 120), st.floats(0, 5), st.floats(0, 5))
def test_every_run_is_as_long_as_the_site(placement, run_m, indoor_m, lead_m):
    kit, site = make_kit(), Site(run_m, indoor_m, lead_m)
    line = "thin" if placement.family == "coax" else "open"
    one = placement.candidate(line, site, kit)
    assert sum(item.length_m or 0.0 for item in one.items) == pytest.approx(run_m)
    tuners = [part for part in parts_of(one.items, kit) if part.tuner]
    assert len(tuners) == (0 if placement.tuner == "none" else 1)


@pytest.mark.parametrize("placement", PLACEMENTS, ids=lambda item: item.slug)
@given(LOAD)
def test_no_placement_makes_power_and_its_shares_add_up(placement, z):
    kit, site = make_kit(), Site(40.0, 6.0, 3.0)
    line = "thin" if placement.family == "coax" else "open"
    chain = tuple(parts_of(placement.candidate(line, site, kit).items, kit))
    budget = solve(replace(make_station(z, 40.0), chain=chain), np.array([7.1e6, 14.1e6]))
    taken = sum(stage.taken_w for stage in budget.stages)
    total = taken + budget.drive.held_back_w + budget.drive.turned_back_w + budget.radiated_w
    assert total == pytest.approx(np.full(2, 100.0), rel=1e-9)
    assert all((stage.taken_w > -1e-9).all() for stage in budget.stages)


def test_each_kind_of_work_is_known_to_the_placement_that_needs_it():
    by_slug = {placement.slug: placement for placement in PLACEMENTS}
    assert {placement.tuner for placement in PLACEMENTS if placement.power_at_mast} == {"foot", "feedpoint"}
    assert {s for s, one in by_slug.items() if one.open_indoors} == {"open-radio", "open-room", "open-wide"}
    kit = make_kit(owned=())
    from_below = Wishes(no_climbing=True, fed_against_ground=True)
    coax = [placement for placement in PLACEMENTS if placement.family == "coax" and placement.tuner != "wide"]
    assert {item for item in coax if not from_below.allows(item, kit)} == {
        item for item in coax if item.hangs
    }
    hung = make_kit(owned=("choke", "ratio-4"))
    assert Wishes(no_climbing=True).allows(by_slug["room-4"], hung)
    assert not Wishes(no_climbing=True).allows(by_slug["room-9"], hung)
    # The tuner is still to be hung beside a transformer that hangs there.
    assert not Wishes(no_climbing=True).allows(by_slug["feedpoint-4"], hung)
    assert Wishes(no_climbing=True).allows(by_slug["foot-4"], hung)


def test_a_dc_fed_tuner_gets_an_arrestor_that_passes_dc():
    blocking = Inline(0.05, label="arrestor", ratings=Ratings(passes_dc=False))
    kit = make_kit()
    kit = replace(kit, parts={**kit.parts, "kept-3": blocking}, behind=("kept-3",))
    foot = next(placement for placement in PLACEMENTS if placement.slug == "foot").candidate(
        "thin", Site(20, 2, 2), kit
    )
    room = next(placement for placement in PLACEMENTS if placement.slug == "room").candidate(
        "thin", Site(20, 2, 2), kit
    )
    assert [item.token for item in foot.items if item.length_m is None] == [
        "arrestor-passing", "mast-tuner", "choke",
    ]  # fmt: skip
    assert "kept-3" in [item.token for item in room.items]


def test_what_is_had_is_not_bought_twice():
    kit = make_kit(owned=("choke", "room-tuner"), owned_line="thin")
    kit = replace(kit, owned_line_m=25.0)
    items = (Item("room-tuner"), Item("thin", 20.0), Item("mast-tuner"), Item("thin", 10.0), Item("choke"))
    bought = to_buy(Candidate("x", "thin", items), kit, PRICES)
    assert [(item.token, item.quantity, item.price) for item in bought] == [
        ("thin", 5.0, 5.0), ("mast-tuner", 1.0, 300.0),
    ]  # fmt: skip
    assert cost(bought) == 305
    assert np.isnan(cost(to_buy(Candidate("x", "good", (Item("good", 3.0),)), kit, {})))


@given(st.floats(0.5, 3.0))
def test_a_worse_line_loses_by_its_factor_and_is_as_long(factor):
    for line in LINES.values():
        worse = WorseLine(line, factor)
        assert attenuation_db_per_m(worse, FREQ) == pytest.approx(
            factor * attenuation_db_per_m(line, FREQ), rel=1e-12
        )
        # As long but for the square of its loss per radian, 0.5 % on the thin line at three times its loss.
        assert constants(worse, FREQ)[0].imag == pytest.approx(constants(line, FREQ)[0].imag, rel=0.02)


def test_stacked_lines_are_their_lines_side_by_side():
    stack = StackedLine(tuple(LINES.values()))
    gamma, z0 = constants(stack, FREQ)
    for n, line in enumerate(LINES.values()):
        alone = constants(line, FREQ)
        assert np.array_equal(gamma[n, 0], alone[0])
        assert np.array_equal(z0[n, 0], alone[1])
    assert np.isinf(stack.max_volts_rms).all()


def test_an_antenna_read_through_the_run_is_the_same_behind_any_run():
    """|Γ| at the feedpoint is that of the room times 10^(matched/10), whatever run is put before it later."""
    station = replace(make_station(50, 30.0), antenna=SwrAntenna(((6.9e6, 2.0), (30e6, 2.0)), plane="radio"))
    freq = np.array([7.1e6])
    port = ThroughPresentRun(station).terminals(freq, run=None)
    rho = np.abs((port.z_ohm - 50) / (port.z_ohm + 50))
    lost = station.chain[0].matched_db(freq)[0] + 0.1
    assert np.median(rho) == pytest.approx(10 ** (lost / 10) / 3, rel=0.02)
    assert ThroughPresentRun(station).range_hz == station.antenna.range_hz
    far = table(((6e6, 50, 0), (9e6, 50, 0)))
    assert ThroughPresentRun(replace(station, antenna=far)).guess(7e6) == far.guess(7e6) is not None


def test_what_stands_now_is_tuned_anew_for_each_frequency():
    """A tuner set by hand for one frequency is judged as its owner would use it, but for that frequency."""
    present = Candidate("present", "thin", (), present=True)
    auto = make_station(40 - 100j, 20.0, tuner=Tuner("l-shunt-c-then-coil", c_max_f=1e-8))
    fixed = replace(auto.chain[0], setting={"c": 2e-9, "l": 1e-6})
    by_hand = replace(auto, chain=(fixed, *auto.chain[1:]))
    kit = make_kit()
    as_auto = evaluate(question(auto), kit, (present,))
    as_set = evaluate(question(by_hand), kit, (present,))
    np.testing.assert_allclose(as_set.radiated_w, as_auto.radiated_w)
    assert "“tuner” set anew for each frequency" in say(how_used(question(by_hand)))
    assert how_used(question(auto)) == ()
    result = replace(by_hand, chain=(replace(fixed, set_hz=7.1e6), *auto.chain[1:]))
    once = evaluate(question(result), kit, (present,))
    assert once.radiated_w[0, 0, 1] < 0.5 * as_auto.radiated_w[0, 0, 1]  # 7.1 MHz, as its knobs stand
    others = np.arange(6) != 1
    np.testing.assert_allclose(once.radiated_w[..., others], as_auto.radiated_w[..., others])
    np.testing.assert_array_equal(
        safe_lengths(question(by_hand), 5, 20, 1).reached, safe_lengths(question(auto), 5, 20, 1).reached
    )


def test_a_thin_line_is_borne_only_as_far_as_its_jacket_cools():
    """1,500 W at 28.5 MHz through 10 m of RG-174: 466 W of heat, of which 56 W in a metre; its jacket gives
    off 4."""
    line = shelf.line_type("rg-174")
    band = (Band("10 m", 28.4e6, 28.6e6),)
    station = replace(make_station(50 + 0j, 10.0, power_w=1500.0), bands=band)
    station = replace(
        station, chain=(Line(line, 10.0),), transmitter=replace(station.transmitter, protection=NO_PROTECTION)
    )
    grid = evaluate(question(station), make_kit(), (Candidate("present", "thin", (), present=True),))
    stage = solve(station, [28.5e6]).stages[0]
    assert stage.taken_w[0] == pytest.approx(0.31 * 1500, rel=0.05)
    hottest = stage.details.heat_w_per_m_max[0]
    assert grid.limit_share[0, 0] == pytest.approx(line.heat_w_per_m / hottest, rel=0.01)
    assert grid.limit_share[0, 0] < 0.1


def test_bands_on_which_the_antenna_is_a_guess_are_named():
    station = replace(make_station(50, 20.0), antenna=Resonator(7.1e6, 60, 10))
    assert guessed_bands(question(station)) == ["20 m"]


def test_resonators_are_chosen_for_as_well():
    station = replace(make_station(50, 20.0), antenna=Resonator(7.1e6, 60, 10))
    request = question(replace(station, bands=(station.bands[0],)))
    assert request.freq_hz.tolist() == [7.0e6, 7.1e6, 7.2e6]
    assert request.weights.tolist() == [1.0]
    assert isinstance(station.chain[0], Line)
