"""What if, how wide, which pair of lengths, and estimate against measurement: each against the same thing
built and computed by itself."""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests import full
from tithe.core import AttenuatedLine, InputError, Line, Station, Transmitter, Tuner, solve
from tithe.core.antenna import PlannedAntenna, Resonator
from tithe.core.bearable import bearable_share
from tithe.core.planning.fit import AGREES, fit
from tithe.core.planning.lengths import lengths, surely, trial
from tithe.core.planning.pairs import Pairs, pairs
from tithe.core.planning.what_if import what_if
from tithe.core.planning.width import full_size, width, widths
from tithe.core.reflection import reflection_of, swr
from tithe.core.station import Band
from tithe.core.wires.estimate import AS_TYPED, Case, Plan, fed
from tithe.core.wires.ground import SOILS
from tithe.core.wires.metal import METALS
from tithe.core.wires.shapes import Dipole, EndFed, Fan, InvertedVee, OwnWires, ShapeCoil, Vertical, Whip

AVERAGE, COPPER = SOILS["average"], METALS["copper"]
BANDS = (Band("40 m", 7e6, 7.2e6), Band("20 m", 14e6, 14.35e6))
OPEN_LINE = AttenuatedLine(450.0, 0.91, 0.05, 0.0005)
LOADED = Vertical(5, 16, 10, coil=ShapeCoil(0.5, 200, uh=10))


def plan(shape, soil="average"):
    return Plan(shape, SOILS[soil], COPPER)


def station(shape, *chain, bands=BANDS):
    return Station(Transmitter(), chain, PlannedAntenna(plan(shape)), bands=bands)


@pytest.mark.parametrize(
    ("shape", "codes"),
    [
        (Dipole(20, 10), {"higher", "longer", "off-centre"}),
        (Dipole(20, 10, 1 / 3), {"higher", "longer", "centre"}),
        (InvertedVee(10, 9), {"higher", "longer-legs"}),
        (EndFed(20, 2, 8, 5, 0.5), {"end-higher", "longer", "choke-further"}),
        (Fan((20, 10), 9), {"higher", "longer-dipoles"}),
        (LOADED, {"taller", "more-radials", "coil-higher"}),
        (Vertical(5, 4, 8, 2.5), {"taller"}),
        (Whip(2.5, 10), {"taller"}),
        (InvertedVee(10, 5.1), {"higher"}),  # longer legs would end in the ground
        (OwnWires(Dipole(20, 10).layout().wires, Dipole(20, 10).layout().feed), set()),
    ],
)
def test_what_may_be_otherwise_is_what_the_station_is_when_it_is_so(shape, codes):
    request = station(shape, Tuner(), Line(OPEN_LINE, 12.0))
    result = what_if(request)
    assert {change.message.code.removeprefix("what-if.") for change, _ in result.changes} == codes
    middles = np.array([7.1e6, 14.175e6])
    gains = []
    for change, outcome in ((None, result.now), *result.changes):
        there = shape if change is None else change.shape
        alone = solve(replace(request, antenna=PlannedAntenna(plan(there), spread=False)), middles)
        assert outcome.sky_w == pytest.approx(alone.sky_w * bearable_share(alone))
        gains.append(round(outcome.sky_w.min() - result.now.sky_w.min()))
    assert gains[1:] == sorted(gains[1:], reverse=True)


def test_a_coil_moved_up_resonates_as_before_and_costs_less():
    ((change, _),) = [
        change for change in what_if(station(LOADED)).changes if "coil" in change[0].message.code
    ]
    assert isinstance(change.shape, Vertical)
    moved = change.shape.coil
    assert moved is not None
    assert moved.at_share == pytest.approx(0.7)
    assert moved.uh > 10
    before, after = (fed(plan(shape), 7.1e6, AS_TYPED) for shape in (LOADED, change.shape))
    assert after.imag == pytest.approx(before.imag, abs=2)
    assert after.real > before.real


def test_the_power_that_a_tuner_bears_is_where_its_first_part_is_at_its_rating():
    plain = what_if(station(Dipole(20, 10), Tuner(), Line(OPEN_LINE, 12.0)))
    assert np.isinf(plain.now.bears_w).all()
    request = station(Dipole(20, 10), Tuner(capacitor_volts=400.0), Line(OPEN_LINE, 12.0))
    bears = what_if(request).now.bears_w
    for band, power in zip(BANDS, bears, strict=True):
        there = replace(request, transmitter=Transmitter(power_w=float(power)), antenna=request.antenna.alone)
        stage = solve(there, np.array([band.middle_hz])).stages[0]
        assert stage.setting.limit_w == pytest.approx(stage.in_w, rel=1e-6)


def test_the_width_of_a_resonator_and_its_q_are_one_and_of_a_full_size_antenna_the_greater():
    """At SWR s a resonator is (s − 1)/√s/Q of its frequency wide."""
    for shape in (Dipole(10, 10), LOADED, Whip(2.5, 8, ShapeCoil(0.5, 250, uh=30))):
        own, full = widths(plan(shape), 7.1e6)
        assert full is not None
        for ratio, (low, high) in ((2.0, own.at_2), (3.0, own.at_3)):
            assert high - low == pytest.approx((ratio - 1) / np.sqrt(ratio) / own.q * 7.1e6, rel=0.03)
        assert full.at_2[0] is None or full.at_2[1] - full.at_2[0] > own.at_2[1] - own.at_2[0]
        assert full.efficiency > own.efficiency
        # Brute force at the ends: the same coil in series, the same transformer.
        z = [fed(plan(shape), f, AS_TYPED) for f in (7.1e6, *own.at_2)]
        for f, there in zip(own.at_2, z[1:], strict=True):
            x, turn = z[0].imag, f / 7.1e6
            tuned = there - 1j * (x / turn if x > 0 else x * turn)
            assert swr(abs(reflection_of(np.array(tuned), z[0].real))) == pytest.approx(2, abs=0.02)


def test_own_wires_have_no_full_size_and_a_leg_too_long_for_its_height_neither():
    own = Dipole(20, 10).layout()
    assert full_size(plan(OwnWires(own.wires, own.feed)), 7.1e6) is None
    assert full_size(plan(InvertedVee(3, 3)), 3.65e6) is None
    assert full_size(plan(Fan((20, 10), 9)), 7.1e6).shape.length_m == pytest.approx(20.3, abs=0.1)
    assert width(plan(Dipole(20, 10)), 7.1e6).at_2[0] < 7e6


def measured(shape, soil="average", stretch=1.0, lift=1.0, series=0.0, seed=1):
    """What an analyzer would show of an antenna that is otherwise than planned."""
    freqs = np.linspace(6.6e6, 7.7e6, 61)
    z = np.array([fed(plan(shape, soil), f, Case("", 0, stretch, lift)) for f in freqs]) + series
    noise = np.random.default_rng(seed).normal(size=(len(freqs), 2)) * 0.003
    return freqs, reflection_of(z, 50.0) + noise[:, 0] + 1j * noise[:, 1]


@settings(max_examples=full.of(3, 8))
@given(st.floats(-0.018, 0.018), st.floats(-0.09, 0.09))
def test_length_and_height_that_are_off_are_found(longer, higher):
    result = fit(plan(Dipole(20, 10)), *measured(Dipole(20, 10), stretch=1 + longer, lift=1 + higher))
    assert result.moved.length == pytest.approx(1 + longer, abs=0.003)
    assert result.after < 0.02
    assert result.odd is None


def test_what_lies_beyond_the_intervals_is_told_as_odd():
    base = plan(Dipole(20, 10))
    short = fit(base, *measured(Dipole(19, 10)))
    assert short.after > AGREES
    assert "length" in short.pinned
    assert short.odd.length == pytest.approx(0.95, abs=0.004)
    assert short.odd.series_ohm < 2
    same = fit(base, *measured(Dipole(20, 10)))
    assert same.before < 0.01
    assert same.odd is None


def test_a_corroded_joint_and_better_soil_are_told_apart_from_a_length():
    base = plan(Dipole(20, 10))
    corroded = fit(base, *measured(Dipole(20, 10), series=25))
    assert corroded.odd.series_ohm == pytest.approx(25, abs=2)
    assert corroded.odd.length == pytest.approx(1, abs=0.004)
    grounded = fit(plan(Vertical(10, 16, 10)), *measured(Vertical(10, 16, 10), "good"))
    assert grounded.moved.height is None
    assert grounded.moved.soil > 0.5


def test_pairs_are_what_each_length_of_line_reaches_with_each_antenna():
    request = station(Dipole(20, 10), Tuner(), Line(OPEN_LINE, 12.0))
    tried = trial(request, np.array([12.0, 20.0, 26.0]))
    each = list(pairs(tried, 8.0, 16.0, 3))
    columns = (np.array([getattr(item, name) for item in each]) for name in ("reached", "bears_w", "sky_w"))
    line_m = np.array([8.0, 12.0, 16.0])
    result = Pairs(tried.field, tried.bands, 100.0, tried.length_m, line_m, *columns)
    for k, run_m in enumerate(result.line_m):
        alone = lengths(replace(request, chain=(Tuner(), Line(OPEN_LINE, float(run_m)))), tried.length_m)
        assert np.array_equal(alone.reached.all(axis=-1), result.reached[:, k])
        assert alone.bears_w.min(axis=-1) == pytest.approx(result.bears_w[:, k])
        assert alone.by_band_w == pytest.approx(result.sky_w[:, k])
    with pytest.raises(InputError, match="no-tuner"):
        list(pairs(trial(station(Dipole(20, 10)), np.array([20.0])), 8.0, 16.0, 3))


def test_the_best_pair_gives_its_weakest_band_most_and_of_those_alike_has_most_room():
    """Whether all bands are reached with it or not: reach alone would take what bears next to nothing."""
    sky = np.full((7, 6, 2), 80.0)
    sky[..., 1] = 20.0
    sky[2:7, 1:5, 1] = 60.0
    every, all_w = np.ones(sky.shape, dtype=bool), np.full(sky.shape, 100.0)
    result = Pairs("length_m", BANDS, 100.0, np.arange(7.0), np.arange(6.0), every, all_w, sky)
    assert result.room.max() == 2
    assert result.best in {(3, 2), (4, 2), (5, 2), (3, 3), (4, 3), (5, 3)}
    assert result.room[0].max() == 0
    assert (result.count == 2).all()
    sky[0, 0, 1] = 75.0
    bears = np.where(np.arange(7)[:, None, None] > 0, all_w, 90.0)
    there = replace(result, sky_w=sky, bears_w=bears)
    assert there.best == (0, 0)
    assert there.count[0, 0] == 0
    assert there.weakest_band(0, 0) == 1
    # A band without a weight is not looked at.
    unused = (BANDS[0], replace(BANDS[1], weight=0.0))
    assert replace(there, bands=unused).weakest_w.min() == 80


def test_a_length_is_sure_where_it_suits_in_every_case():
    result = lengths(station(Dipole(20, 10), bands=BANDS[:1]), np.arange(19.0, 21.0, 0.1))
    antenna = PlannedAntenna(replace(plan(Dipole(float(result.length_m[result.best]), 10)), coarse=True))
    budget = solve(replace(result.trial.station, antenna=antenna), np.array([7e6, 7.1e6, 7.2e6]))
    assert surely(result).tolist() == [bool((budget.swr <= 2).all())]
    assert (budget.sky_w > 10).all()
    wide = lengths(replace(result.trial.station, comfort_swr=20.0), result.length_m)
    assert surely(wide).all()


@pytest.mark.parametrize("ask", [what_if, lambda request: trial(request, np.array([10.0]))])
def test_what_is_measured_is_not_planned(ask):
    with pytest.raises(InputError, match="not-planned"):
        ask(replace(station(Dipole(20, 10)), antenna=Resonator(7e6, 50, 10)))
