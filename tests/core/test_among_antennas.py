"""Antennas that fit in a place, and each with its feeds beside the same station solved by itself."""

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.core.choose.conftest import make_kit
from tests.said import refused
from tithe.core import Band, Station, Transmitter, solve
from tithe.core.antenna import PlannedAntenna
from tithe.core.choose import Wishes, parts_of
from tithe.core.planning import among
from tithe.core.planning.place import CLEAR_M, Place, Support, antennas
from tithe.core.wires.estimate import AS_TYPED, Plan, estimated
from tithe.core.wires.ground import SOILS
from tithe.core.wires.metal import METALS
from tithe.core.wires.shapes import Vertical

BANDS = (Band("40 m", 7.0e6, 7.2e6), Band("20 m", 14.0e6, 14.35e6, 2.0))
GARDEN = Place(20, 10, (Support(9, 10, 5),), (0, 5), SOILS["average"], "near")


@settings(max_examples=40)
@given(
    st.floats(8, 60),
    st.floats(6, 60),
    st.lists(st.tuples(st.floats(4, 15), st.floats(0, 1), st.floats(0, 1)), max_size=3),
    st.floats(0, 1),
    st.floats(1.8e6, 14e6),
)
def test_what_fits_in_has_its_ends_inside_and_out_of_reach(length, breadth, hung, house, freq):
    supports = tuple(Support(h, x * length, y * breadth) for h, x, y in hung)
    place = Place(length, breadth, supports, (0.0, house * breadth), SOILS["average"])
    diagonal = math.hypot(length, breadth)
    for one in antennas(place, freq):
        layout = one.shape.layout()
        if isinstance(one.shape, Vertical):
            assert 2 * one.shape.radial_m <= min(length, breadth) + 0.1
            continue
        ends = [end for wire in layout.wires for end in (wire.start, wire.end)]
        across = max(math.dist((a.x, a.y), (b.x, b.y)) for a in ends for b in ends)
        counterpoise = getattr(one.shape, "counterpoise_m", 0.0)
        assert across <= diagonal + counterpoise + 0.2
        low = min(end.z for end in ends)
        assert low >= (0.9 if one.kind == "end-fed" else CLEAR_M - 0.05)
        assert max(end.z for end in ends) <= max(support.height_m for support in supports) + 0.01


def test_each_row_is_that_station_solved_by_itself():
    kit, station = (
        make_kit(),
        Station(
            Transmitter(100.0),
            (),
            PlannedAntenna(Plan(antennas(GARDEN, 7.1e6)[0].shape, SOILS["average"])),
            bands=BANDS,
        ),
    )
    some = [one for one in antennas(GARDEN, 7.1e6) if one.kind in ("vee", "vertical")][::3]
    for hung in some:
        seen = among.seen(hung, GARDEN.ground, BANDS)
        rows = among.rows(seen, station, kit, Wishes(), GARDEN, lambda candidate, site: 1.0)
        assert rows[0].watts == max(row.watts for row in rows)
        assert len({row.candidate.placement for row in rows}) == len(rows)
        row = rows[1]
        for b, band in enumerate(BANDS):
            plan = Plan(hung.shape, GARDEN.ground, METALS["copper"], coarse=True)
            fed = estimated(plan, band.middle_hz, AS_TYPED)
            antenna = replace(PlannedAntenna(plan, spread=False))
            alone = Station(Transmitter(100.0), tuple(parts_of(row.candidate.items, kit)), antenna)
            budget = solve(alone, np.array([band.middle_hz]))
            assert fed.z_ohm == pytest.approx(seen.z_ohm[b])
            assert row.sky_w[b] <= budget.sky_w[0] * (1 + 1e-6)
            assert row.sky_w[b] == pytest.approx(budget.sky_w[0], rel=0.02) or row.sky_w[b] < budget.sky_w[0]
            share = seen.towards("near")[b]
            assert row.towards_w[b] == pytest.approx(row.sky_w[b] * share)
        assert row.watts == pytest.approx((row.towards_w[0] + 2 * row.towards_w[1]) / 3)
        near, far, both = (seen.towards(one) for one in ("near", "far", "both"))
        assert near + far == pytest.approx(both)


def test_near_a_wire_and_far_over_the_sea_a_vertical():
    kit = make_kit()
    station = Station(
        Transmitter(100.0),
        (),
        PlannedAntenna(Plan(antennas(GARDEN, 7.1e6)[0].shape, SOILS["poor"])),
        bands=BANDS,
    )
    best = {}
    for soil, towards in (("poor", "near"), ("sea", "far")):
        place = replace(GARDEN, ground=SOILS[soil], towards=towards)
        every = []
        for seen in among.all_seen(antennas(place, 7.1e6), place.ground, BANDS):
            if seen is not None:
                every += among.rows(seen, station, kit, Wishes(), place, lambda candidate, site: 0.0)
        chosen = among.decided(every, 1.0, 50.0, None)
        best[soil] = chosen.seen.hung.kind
        assert chosen.watts >= 0.79 * max(row.watts for row in every)
    assert best["poor"] != "vertical" and best["sea"] == "vertical"


def test_a_place_is_refused_where_it_cannot_be():
    with refused(r"supports.0..x_m: must lie between 0 and 20"):
        replace(GARDEN, supports=(Support(9, 25, 5),))
    with refused("place: leaves no room for an antenna"):
        antennas(replace(GARDEN, supports=(), ruled_out=frozenset({"vertical"})), 7e6)
    with refused("supports: must lie between 0 and 3"):
        replace(GARDEN, supports=(Support(9, 1, 1),) * 4)
