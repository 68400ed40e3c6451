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
from tithe.core.choose import Uncertain, Wishes, parts_of
from tithe.core.planning import among, feeds
from tithe.core.planning import seen as seen_from
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
    for antenna in antennas(place, freq):
        layout = antenna.shape.layout()
        if isinstance(antenna.shape, Vertical):
            assert 2 * antenna.shape.radial_m <= min(length, breadth) + 0.1
            continue
        ends = [end for wire in layout.wires for end in (wire.start, wire.end)]
        across = max(math.dist((a.x, a.y), (b.x, b.y)) for a in ends for b in ends)
        counterpoise = getattr(antenna.shape, "counterpoise_m", 0.0)
        assert across <= diagonal + counterpoise + 0.2
        low = min(end.z for end in ends)
        assert low >= (0.9 if antenna.kind == "end-fed" else CLEAR_M - 0.05)
        assert max(end.z for end in ends) <= max(support.height_m for support in supports) + 0.01


def looked_at(place, bands=BANDS, **more):
    """What antennas of a place are looked at with."""
    planned = PlannedAntenna(Plan(antennas(place, 7.1e6)[0].shape, place.ground))
    station = Station(Transmitter(100.0), (), planned, bands=bands)
    return feeds.Around(station, make_kit(), Wishes(), place, lambda hung: 1.0, lambda feed: 0.0, **more)


def of(hung, place=GARDEN, bands=BANDS):
    """An antenna as it is seen, which the method reaches."""
    result = seen_from.seen(hung, place.ground, bands)
    assert result is not None
    return result


def rows_of(item, around):
    """Its rows, by itself."""
    (lot,) = feeds.alike([item], around)
    return feeds.rows(lot, around)[0]


def alone(around, row, freq, coarse):
    """The watts that leave for the sky from the station that a row stands for, solved by itself."""
    plan = Plan(row.seen.hung.shape, around.place.ground, METALS["copper"], coarse=coarse)
    antenna = replace(PlannedAntenna(plan, spread=False))
    parts = tuple(parts_of(row.candidate.items, around.kit))
    budget = solve(Station(Transmitter(100.0), parts, antenna), np.array([freq]))
    return estimated(plan, freq, AS_TYPED).z_ohm, budget.sky_w[0]


def test_each_row_is_that_station_solved_by_itself():
    around = looked_at(GARDEN)
    some = [antenna for antenna in antennas(GARDEN, 7.1e6) if antenna.kind in ("vee", "vertical")][::3]
    for hung in some:
        seen = of(hung)
        rows = rows_of(seen, around)
        assert rows[0].watts == max(row.watts for row in rows)
        assert len({row.candidate.placement for row in rows}) == len(rows)
        row = rows[1]
        for b, band in enumerate(BANDS):
            z_ohm, sky_w = alone(around, row, band.middle_hz, coarse=True)
            assert z_ohm == pytest.approx(seen.z_ohm[b])
            assert row.sky_w[b] <= sky_w * (1 + 1e-6)
            assert row.sky_w[b] == pytest.approx(sky_w, rel=0.02) or row.sky_w[b] < sky_w
            share = seen.towards(["near", "near"])[b]
            assert row.towards_w[b] == pytest.approx(row.sky_w[b] * share)
        assert row.watts == pytest.approx((row.towards_w[0] + 2 * row.towards_w[1]) / 3)
        near, far, both = (seen.towards([item, item]) for item in ("near", "far", "both"))
        assert near + far == pytest.approx(both)


def test_the_likeliest_are_looked_at_from_edge_to_edge_on_the_fine_mesh():
    """A dipole for one band without a tuner: at the edges it is no longer matched."""
    wide = (Band("40 m", 7.0e6, 7.2e6), Band("80 m", 3.5e6, 3.8e6))
    place = Place(50, 12, (Support(10, 4, 6), Support(10, 46, 6)), (25, 0), SOILS["average"], "near")
    around = looked_at(place, wide)
    hung = next(antenna for antenna in antennas(place, 3.65e6) if antenna.kind == "level")
    rows = rows_of(of(hung, place, wide), around)
    row = next(row for row in rows if row.candidate.placement == "none")
    fine = feeds.closely(row, around)
    every = [
        [alone(around, row, f, coarse=False)[1] for f in (b.low_hz, b.middle_hz, b.high_hz)] for b in wide
    ]
    assert (fine.sky_w <= np.mean(every, axis=1) * (1 + 1e-6)).all()
    assert fine.sky_w == pytest.approx(np.mean(every, axis=1), rel=0.02)
    assert fine.watts < 0.8 * row.watts
    stood = among.stood(fine, around, Uncertain())
    assert stood is not None
    watts, weight = stood
    assert (watts * weight).sum() == pytest.approx(fine.watts, rel=0.3)


def test_half_of_the_corners_tell_about_the_same_as_all_of_them(monkeypatch):
    around = looked_at(GARDEN)
    hung = next(antenna for antenna in antennas(GARDEN, 7.1e6) if antenna.kind == "vee")
    row = rows_of(of(hung), around)[0]
    few = among.stood(row, around, Uncertain())
    whole_plan = replace(seen_from.plan_of(hung, GARDEN.ground), fewer_corners=False)
    monkeypatch.setattr(among, "plan_of", lambda *_: whole_plan)
    whole = among.stood(row, around, Uncertain())
    assert few is not None and whole is not None and len(few[0]) < 0.75 * len(whole[0])
    assert among.between(*few) == pytest.approx(among.between(*whole), rel=0.04)


def test_what_is_fed_alike_is_computed_in_one_pass_and_places_far_behind_are_left_out():
    place = replace(GARDEN, length_m=30.0, supports=(Support(9, 10, 5), Support(8, 28, 2)))
    around = looked_at(place)
    every = [item for item in seen_from.all_seen(antennas(place, 7.1e6), place.ground, BANDS) if item]
    lots = feeds.alike(every, around)
    assert len(lots) < len(every) == sum(len(lot.seen) for lot in lots)
    lot = max(lots, key=lambda lot: len(lot.seen))
    assert len(set(lot.sites)) > 1
    first = feeds.first_rows(lot, around)
    fewer, whole = feeds.rows(lot, around, first, 1.0), feeds.rows(lot, around)
    for one, mine, some, all_of_it in zip(lot.seen, first, fewer, whole, strict=True):
        alone = rows_of(one, around)
        assert [row.candidate for row in alone] == [row.candidate for row in all_of_it]
        assert [row.watts for row in alone] == pytest.approx([row.watts for row in all_of_it], rel=1e-6)
        assert len(mine) == len(all_of_it) > len(some) >= feeds.OF_EACH
        # The best by the whole search is among what is left, and no first row is far better than it.
        assert some[0].watts == pytest.approx(all_of_it[0].watts)
        assert mine[0].watts >= 0.98 * all_of_it[0].watts


def test_where_one_wants_to_be_heard_may_differ_by_band():
    mixed = replace(GARDEN, towards="near", by_band=(("20 m", "far"),))
    hung = antennas(GARDEN, 7.1e6)[0]
    seen = of(hung)
    near = rows_of(seen, looked_at(GARDEN))[0]
    both = rows_of(seen, looked_at(mixed))
    same = next(row for row in both if row.candidate == near.candidate)
    assert same.towards_w[0] == near.towards_w[0]
    assert same.towards_w[1] == pytest.approx(same.sky_w[1] * seen.low_share[1])


def test_what_is_drawn_lies_in_the_place():
    """Wires turned to where they hang, all but a counterpoise, which may be led any way."""
    supports = (Support(9, 6, 3), Support(7, 19, 9))
    place = replace(GARDEN, length_m=24.0, breadth_m=12.0, supports=supports)
    for antenna in antennas(place, 3.6e6):
        cos, sin = math.cos(antenna.way), math.sin(antenna.way)
        wires = list(antenna.shape.layout().wires)
        if antenna.kind == "end-fed":
            wires = [wire for wire in wires if max(wire.start.x, wire.end.x) > 0.01]
        for end in (end for wire in wires for end in (wire.start, wire.end)):
            x, y = antenna.at_m[0] + end.x * cos - end.y * sin, antenna.at_m[1] + end.x * sin + end.y * cos
            assert -0.2 <= x <= place.length_m + 0.2, antenna
            assert -0.2 <= y <= place.breadth_m + 0.2, antenna


def test_near_a_wire_and_far_over_the_sea_a_vertical():
    best = {}
    for soil, towards in (("poor", "near"), ("sea", "far")):
        around = looked_at(replace(GARDEN, ground=SOILS[soil], towards=towards))
        every = []
        for seen in seen_from.all_seen(antennas(around.place, 7.1e6), around.place.ground, BANDS):
            if seen is not None:
                every += rows_of(seen, around)
        chosen = among.decided(every, 1.0, 50.0, None)
        best[soil] = chosen.seen.hung.kind
        assert chosen.watts >= 0.79 * max(row.watts for row in every)
        assert "sea" in among.vertical_wins(every, around)
    assert best["poor"] != "vertical" and best["sea"] == "vertical"


def test_a_place_is_refused_where_it_cannot_be():
    with refused(r"supports.0..x_m: must lie between 0 and 20"):
        replace(GARDEN, supports=(Support(9, 25, 5),))
    with refused("place: leaves no room for an antenna"):
        antennas(replace(GARDEN, supports=(), ruled_out=frozenset({"vertical"})), 7e6)
    with refused("supports: must lie between 0 and 3"):
        replace(GARDEN, supports=(Support(9, 1, 1),) * 4)
