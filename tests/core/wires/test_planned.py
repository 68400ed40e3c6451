"""A planned antenna as the station has it: its rows, its loss, where it can be asked."""

import numpy as np
import pytest

from tithe.core import InputError, Station, Transmitter, solve
from tithe.core.antenna import LossResistance, PlannedAntenna
from tithe.core.antenna.planned import ROWS
from tithe.core.wires.estimate import AS_TYPED, Plan, cases, estimated, fed
from tithe.core.wires.ground import SOILS
from tithe.core.wires.metal import METALS
from tithe.core.wires.shapes import Dipole, EndFed, InvertedVee, Vertical
from tithe.text import rule

PLAN = Plan(Vertical(8, 8, 5), SOILS["poor"], METALS["copper"])
FREQS = np.array([3.65e6, 7.1e6, 14.2e6])


def test_the_estimate_stands_in_more_than_half_of_the_rows_and_each_case_in_one():
    z = PlannedAntenna(PLAN).terminals(FREQS).z_ohm
    assert z.shape == (ROWS, 3)
    for k, hz in enumerate(FREQS):
        typed = fed(PLAN, hz, AS_TYPED)
        assert (np.isclose(z[:, k], typed)).sum() > ROWS / 2
        for case in cases(PLAN):
            assert np.isclose(z[:, k], fed(PLAN, hz, case)).any()
    for figure in (z.real, np.abs(z), 1 / z.real):
        assert np.median(figure, axis=0) == pytest.approx(figure[0])


def test_its_loss_has_the_same_rows_and_a_stated_one_goes_before_it():
    planned = PlannedAntenna(PLAN)
    loss = planned.loss
    assert loss is not None
    assert loss.ohm(FREQS).shape == (ROWS, 3)
    assert loss.ohm(FREQS)[0] == pytest.approx([estimated(PLAN, hz, AS_TYPED).loss_ohm for hz in FREQS])
    stated = LossResistance(((1e6, 3.0),))
    assert PlannedAntenna(PLAN, stated_loss=stated).loss is stated
    alone = planned.alone
    assert alone.terminals(FREQS).z_ohm.shape == (3,)
    assert alone.terminals(FREQS).z_ohm == pytest.approx(planned.terminals(FREQS).z_ohm[0])
    assert alone.guess(7.1e6) is None


def test_wires_a_hundred_waves_up_are_told_and_higher_ones_refused():
    """Somebody who types kilometres gets a sentence, whoever asks."""
    there = PlannedAntenna(Plan(Dipole(10, 2000), SOILS["average"]), spread=False)
    assert there.range_hz[1] == pytest.approx(100 * 299.792458e6 / 2000)
    result = there.rows(np.array([14e6]))[0][0]
    assert 0.5 < result.sky_ohm / result.z_ohm.real < 0.9
    for up_m in (3000, 7e6):
        planned = PlannedAntenna(Plan(Dipole(10, up_m), SOILS["average"]))
        with pytest.raises(InputError, match="wires-too-high"):
            planned.terminals(np.array([14e6]))
        with pytest.raises(InputError, match="wires-too-high"):
            estimated(planned.plan, 14e6, AS_TYPED)


def test_it_is_asked_between_its_limits_only_one_by_one_and_swept():
    planned = PlannedAntenna(Plan(Dipole(20, 10), "free-space"), spread=False)
    low, high = planned.range_hz
    assert low < 1e6 < 30e6 < high
    for hz in (low / 2, high * 2):
        for freqs in (np.array([hz]), np.linspace(7e6, hz, 101) if hz > 7e6 else np.linspace(hz, 7e6, 101)):
            with pytest.raises(InputError, match="beyond-the-wires"):
                planned.terminals(freqs)
            with pytest.raises(InputError, match="beyond-the-wires"):
                planned.swept(freqs)
    swept = planned.swept(np.linspace(6e6, 8e6, 101)).z_ohm
    one_by_one = planned.terminals(np.array([6e6, 7e6, 8e6])).z_ohm
    assert swept[[0, 50, 100]] == pytest.approx(one_by_one, rel=0.02)
    assert (np.diff(swept.imag) > 0).all()


def test_what_comes_too_near_to_soil_is_refused_at_the_antenna_and_told_by_how_much():
    for shape in (Dipole(20, 0.02), Vertical(10, 4, 10, 0.01)):
        planned = PlannedAntenna(Plan(shape, SOILS["average"]))
        with pytest.raises(InputError, match="near-the-soil") as refused:
            planned.terminals(FREQS)
        assert refused.value.place == "antenna"
        assert "must be 3 cm or more above the soil, and comes down to" in rule(refused.value)
    # What may be told as typed may be told lower too, the legs of a vee ending farther out.
    for fine in (
        Dipole(20, 0.031),
        InvertedVee(10, 5.4),
        InvertedVee(10, 5.04),
        EndFed(20, 0.04, 5, 5, 0.04),
    ):
        PlannedAntenna(Plan(fine, SOILS["average"])).terminals(FREQS[1:2])
    lowered = InvertedVee(10, 5.4).layout(lift=0.9)
    assert lowered.length_m == pytest.approx(20)


def test_who_asked_may_end_it_between_its_wires():
    class EndedError(Exception):
        pass

    asked: list[None] = []

    def pause():
        asked.append(None)
        if len(asked) > 4:
            raise EndedError

    station = Station(Transmitter(), (), PlannedAntenna(Plan(Dipole(20, 9.87), SOILS["average"])))
    with pytest.raises(EndedError):
        solve(station, FREQS, pause=pause)
    assert len(asked) == 5
    solve(station, FREQS)  # who does not stop gets its answer
