"""How sure an estimate is, and what it is used for."""

from dataclasses import replace
from typing import Any, cast

import numpy as np
import pytest

from tithe.answers.station import budget_json
from tithe.core import AttenuatedLine, InputError, Line, Station, Transmitter, Tuner, solve
from tithe.core.antenna import LossResistance, PlannedAntenna, table
from tithe.core.choose import evaluate, question
from tithe.core.station import Band
from tithe.core.sweep import features, measure
from tithe.core.sweep import impedance as impedance_of
from tithe.core.sweep.analyzer import Analyzer
from tithe.core.wires.estimate import AS_TYPED, Plan, cases, estimated, fed
from tithe.core.wires.ground import SOILS, Soil
from tithe.core.wires.metal import METALS
from tithe.core.wires.moments import currents
from tithe.core.wires.shapes import Dipole, EndFed, MeasuredFoot, Vertical, Whip
from tithe.core.wires.swept import impedance
from tithe.document import choice, station_file

AVERAGE = SOILS["average"]
PLAN = Plan(Dipole(20, 9), AVERAGE, METALS["copper"])
F40 = np.array([7.1e6])


def test_each_assumption_is_moved_by_itself_to_either_side():
    result = {(case.moved, case.side): fed(PLAN, 7.1e6, case) for case in cases(PLAN)[:7]}
    assert result["", 0] == pytest.approx(
        currents(Dipole(20, 9).layout(), 7.1e6, AVERAGE, METALS["copper"]).z_ohm
    )
    assert (
        result["length", -1].imag < result["", 0].imag < result["length", 1].imag
    )  # longer is more inductive
    for side, wet in ((1, "good"), (-1, "poor")):
        other = currents(Dipole(20, 9).layout(), 7.1e6, SOILS[wet], METALS["copper"]).z_ohm
        assert result["soil", side] == pytest.approx(other)
    higher = currents(Dipole(20, 9.9).layout(), 7.1e6, AVERAGE, METALS["copper"]).z_ohm
    assert result["height", 1] == pytest.approx(higher)
    assert {moved for moved, _ in result} == {"", "length", "height", "soil"}


@pytest.mark.parametrize(
    ("plan", "moved"),
    [
        (Plan(Dipole(20, 1), AVERAGE), {"length", "height", "soil"}),
        (Plan(Dipole(20, 9), "free-space"), {"length"}),
        (Plan(Dipole(20, 9), "perfect"), {"length", "height"}),
        (Plan(Vertical(10), AVERAGE), {"length", "soil", "model"}),
        (Plan(Whip(2.5, 10.0), "perfect"), {"length"}),
        (Plan(Whip(2.5, 10.0), AVERAGE), {"length", "soil"}),  # what far waves lose hangs on it
    ],
)
def test_only_what_is_uncertain_is_moved(plan, moved):
    assert {case.moved for case in cases(plan)} == {"", *moved}


def test_few_radials_are_less_sure():
    def width(plan):
        ends = [fed(plan, 7.1e6, case).real for case in cases(plan) if case.moved == "model"]
        return abs(ends[1] - ends[0])

    assert width(Plan(Vertical(10, 2), AVERAGE)) > 2 * width(Plan(Vertical(10, 16), AVERAGE)) > 0


def test_radials_metal_and_coil_are_losses_and_soil_of_ones_own_has_neighbours():
    loss = [estimated(Plan(Vertical(10, n), AVERAGE), 7.1e6, AS_TYPED).loss_ohm for n in (4, 16, 64)]
    assert loss == sorted(loss, reverse=True)
    bare, copper = (
        estimated(Plan(PLAN.shape, AVERAGE, METALS[name]), 7.1e6, AS_TYPED) for name in ("perfect", "copper")
    )
    assert bare.loss_ohm == 0 < copper.loss_ohm < 2
    longer = fed(replace(PLAN, insulated=True), 7.1e6, AS_TYPED)
    assert longer.imag > fed(PLAN, 7.1e6, AS_TYPED).imag
    own = Plan(Dipole(20, 9), Soil(9.0, 0.002))
    drier, wetter = (fed(own, 7.1e6, case) for case in cases(own) if case.moved == "soil")
    assert drier != wetter


def test_a_station_runs_on_it_and_its_middle_is_the_estimate_as_typed():
    chain = (Tuner(), Line(AttenuatedLine(400.0, 0.91, 0.2, 0.001), 15.0))
    planned = Station(Transmitter(), chain, PlannedAntenna(PLAN))
    z = estimated(PLAN, 7.1e6, AS_TYPED)
    as_measured = table(((7.1e6, z.z_ohm.real, z.z_ohm.imag),), loss=LossResistance(((7.1e6, z.loss_ohm),)))
    result, alone = (
        cast(Any, budget_json.results(solve(replace(planned, antenna=item), F40))[0])
        for item in (planned.antenna, as_measured)
    )
    for room in ("antenna", "total"):
        spans = {key: one for key, one in result[room].items() if isinstance(one, dict)}
        assert len(spans) > 2
        beyond = {key: spans.pop(key) for key in ("soil_w", "sky_w") if key in spans}
        if beyond:
            there = result[room]["radiated_w"]["median"]
            assert sum(item["median"] for item in beyond.values()) == pytest.approx(there, rel=1e-6)
            assert beyond["sky_w"]["median"] / there == pytest.approx(z.sky_ohm / (z.z_ohm.real - z.loss_ohm))
        for key, span in spans.items():
            assert span["min"] <= span["median"] <= span["max"]
            assert span["median"] == pytest.approx(alone[room][key], rel=1e-6), key
    assert result["antenna"]["x_ohm"]["max"] - result["antenna"]["x_ohm"]["min"] > 40
    without = replace(planned, antenna=PlannedAntenna(PLAN, spread=False))
    assert solve(without, F40).radiated_w == pytest.approx(alone["total"]["radiated_w"])


def test_a_choice_is_made_on_it(mill):
    mill["antenna"] = {"kind": "wires", "shape": "inverted-vee", "leg_m": 10.1, "apex_m": 11}
    mill["bands"] = [{"name": "40 m", "low_mhz": 7.0, "high_mhz": 7.2}]
    document = station_file.validate(mill)
    wanted = choice.read(document)
    grid = evaluate(question(document.to_core(), 6), wanted.kit, wanted.all_candidates()[:6])
    assert (grid.spread_w[:, 0] < grid.score_w).all()
    assert (grid.score_w < grid.spread_w[:, 1]).all()


@pytest.mark.parametrize("hz", [1.0, 1e12])
def test_wires_far_too_short_or_long_for_the_wave_are_refused(hz):
    station = Station(Transmitter(), (), PlannedAntenna(PLAN), bands=(Band("40 m", 7e6, 7.2e6),))
    with pytest.raises(InputError, match="beyond-the-wires"):
        solve(station, np.array([hz]))


def test_an_end_fed_half_wave_is_thousands_of_ohms():
    resistance = [
        fed(Plan(EndFed(length, 3, 9, 4, 1), AVERAGE), 7.1e6, AS_TYPED).real for length in (10.0, 20.0, 30.0)
    ]
    assert resistance[1] > 2000 > 20 * resistance[0]
    assert resistance[2] < resistance[1] / 10


@pytest.mark.parametrize("shape", [Dipole(41, 10, 1 / 3), Vertical(8, 8)])
def test_over_many_frequencies_it_runs_through_what_is_solved_one_by_one(shape):
    plan = Plan(shape, AVERAGE, METALS["copper"])
    freq_hz = np.linspace(3e6, 30e6, 901)
    z = impedance(plan, freq_hz)
    for k in range(7, 901, 61):
        assert z[k] == pytest.approx(fed(plan, freq_hz[k], AS_TYPED, 30e6), rel=1e-3)
    assert (z.real > 0).all()


def test_an_analyzer_at_a_planned_antenna_sees_the_estimate_alone():
    station = Station(Transmitter(), (), PlannedAntenna(PLAN))
    sweep = measure(station, 0, Analyzer(6.5e6, 7.7e6, 121))
    truth = fed(PLAN, 7.1e6, AS_TYPED, 7.7e6)
    assert impedance_of(sweep.gamma[60]) == pytest.approx(truth, rel=1e-3)
    (dip,) = features(sweep).dips
    assert 7e6 < dip.freq_hz < 7.4e6


def test_a_resistance_measured_at_the_foot_goes_before_the_table_of_soils():
    """Whatever the soil it is what it was over as many radials; over more, less in proportion."""
    measured = MeasuredFoot(7.1e6, 60.0, 8)
    result = {n: Plan(Vertical(10, n, measured=measured), AVERAGE) for n in (8, 32)}
    plain = {n: Plan(Vertical(10, n), AVERAGE) for n in (8, 32)}
    for case in cases(result[8]):
        if case.moved == "soil":
            assert fed(result[8], 7.1e6, case).real == pytest.approx(60)
    bare = fed(replace(plain[8], ground="perfect"), 7.1e6, AS_TYPED).real
    more, table = (fed(plans[32], 7.1e6, AS_TYPED).real for plans in (result, plain))
    ratio = (60 - bare) / (fed(plain[8], 7.1e6, AS_TYPED).real - bare)
    assert more - bare == pytest.approx(ratio * (table - bare), rel=1e-6)

    def width(plan):
        ends = [fed(plan, 7.1e6, case).real for case in cases(plan) if case.moved == "model"]
        return abs(ends[1] - ends[0])

    assert width(result[8]) / (60 - bare) < width(plain[8]) / (60 - bare) * ratio


def test_a_bend_that_lies_on_the_wire_is_none_and_a_support_lifts_it():
    straight = EndFed(20, 2, 8, 5, 0.5)
    bent = replace(straight, bend_m=10.0, bend_height_m=5.0)
    assert fed(Plan(bent, AVERAGE), 7.1e6, AS_TYPED) == pytest.approx(
        fed(Plan(straight, AVERAGE), 7.1e6, AS_TYPED), rel=0.02
    )
    lifted = replace(straight, bend_m=10.0, bend_height_m=10.0).layout()
    assert lifted.length_m == pytest.approx(25)
    assert max(wire.end.z for wire in lifted.wires) == pytest.approx(10)
