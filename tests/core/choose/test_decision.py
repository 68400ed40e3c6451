"""Decisions worked out by hand: when nothing is worth doing, when the match moves, when all places tie."""

from dataclasses import replace

import numpy as np
import pytest

from tests.core.choose.conftest import BANDS, LINES, make_kit, make_station, ranked
from tests.said import refused
from tithe.core import AttenuatedLine, SwrAntenna, Tuner
from tithe.core.choose import (
    PLACEMENTS,
    Candidate,
    Grid,
    Site,
    Wishes,
    named,
    not_worth,
    question,
    rank,
    shortcomings,
    verdict,
)
from tithe.text import say

NAMES = {"thin": "thin coax", "good": "good coax", "open": "open wire"}


def decided(ranking):
    return ranking.grid.candidates[ranking.decision]


def test_a_short_run_at_low_swr_is_left_alone(kit):
    station = make_station(60 - 10j, 5.0, "good")
    ranking = ranked(station, replace(kit, owned_line="good"), Site(5.0, 2.0, 1.0), Wishes())
    assert decided(ranking).present
    assert say(verdict(ranking, NAMES)).startswith("Nothing is worth doing.")


def test_a_long_thin_coax_with_a_wild_load_moves_the_match_or_opens_the_line(kit, site):
    ranking = ranked(make_station(15 - 400j, 40.0, tuner=Tuner()), kit, site, Wishes())
    assert decided(ranking).placement in ("feedpoint", "foot", "open-room", "open-wall")
    without_open = ranked(
        make_station(15 - 400j, 40.0, tuner=Tuner()), kit, site, Wishes(fed_against_ground=True)
    )
    assert decided(without_open).placement.removesuffix("-bare") in ("feedpoint", "foot")
    assert "instead of" in say(verdict(ranking, NAMES))


def test_without_losses_all_places_of_the_match_tie():
    lossless = {t: AttenuatedLine(line.r0_ohm, line.velocity_factor, 0, 0, balanced=line.balanced)
                for t, line in LINES.items()}  # fmt: skip
    kit = make_kit(loss=0.0, q=1e9, lines=lossless)
    ranking = ranked(make_station(15 - 400j, 40.0), kit, Site(40.0), Wishes())
    score = {one.placement: s for one, s in zip(ranking.grid.candidates, ranking.grid.score_w, strict=True)}
    allowed = [placement for placement in PLACEMENTS if Wishes().allows(placement, kit)]
    tuned = [item.slug for item in allowed if item.tuner != "none"]
    assert [score[slug] for slug in tuned] == pytest.approx([100.0] * len(tuned), rel=1e-6)
    assert score["none"] < 50


SLUGS = ("room-4", "room-9", "room-49", "foot", "feedpoint")


def made_grid(by_band, present=0):
    """A grid with given watts on each band, alike at edges and middle."""
    request = question(make_station(50 + 0j, 5.0))
    watts = np.repeat(np.array(by_band, dtype=float), 3, axis=1)[:, None, :]
    chosen = tuple(Candidate(SLUGS[n], "thin", (), n == present) for n in range(len(by_band)))
    return Grid(request, chosen, watts, np.ones(watts.shape), np.ones(watts.shape, dtype=bool))


def test_score_regret_and_frontier_are_the_hand_worked_ones():
    # Weights 1 (40 m) and 2 (20 m): scores 40, 70, 80, 80, 10 W.
    grid = made_grid([[60, 30], [50, 80], [100, 70], [80, 80], [10, 10]])
    ranking = rank(grid, np.array([0.0, 50.0, 300.0, 200.0, 20.0]), within_db=1.0)
    assert grid.score_w == pytest.approx([40, 70, 80, 80, 10])
    assert ranking.best == 3  # as good as number 2, and cheaper
    assert ranking.decision == 1  # 10 log(80/70) = 0.58 dB behind, at a quarter of the price
    assert ranking.behind_db == pytest.approx([3.0103, 0.5799, 0, 0, 9.0309], abs=1e-4)
    assert ranking.regret_db[1] == pytest.approx([3.0103, 0.0], abs=1e-4)
    assert ranking.regret_db[2] == pytest.approx([0.0, 0.5799], abs=1e-4)
    assert ranking.frontier == (0, 1, 3)
    assert rank(grid, ranking.costs, within_db=4.0).decision == 0
    assert rank(grid, ranking.costs, within_db=0.2).decision == 3
    assert rank(grid, ranking.costs, within_db=0.2, budget=60).decision == 1
    assert not_worth(ranking, NAMES) == ()  # nothing unbeaten is dearer but the best, nothing in the room
    dearer = rank(grid, np.array([0.0, 50.0, 300.0, 200.0, 20.0]), within_db=4.0)
    assert not_worth(dearer, NAMES) == ()
    worth = made_grid([[60, 30], [50, 80], [50, 82], [80, 80], [10, 10]])
    ranking = rank(worth, np.array([0.0, 50.0, 90.0, 200.0, 20.0]), within_db=1.0)
    said = say(not_worth(ranking, NAMES))
    assert (
        "49:1 at the feedpoint and a tuner in the room, on thin coax would gain 0.08 dB over that, for 90."
        in said
    )
    unknown = rank(grid, np.array([0.0, np.nan, 300.0, 200.0, 20.0]), within_db=1.0)
    assert unknown.decision == 3  # an unknown price does not win as the cheapest


def test_what_nobody_would_hear_is_hardly_worth_doing():
    grid = made_grid([[60, 60], [65, 65], [80, 80]])
    text = say(verdict(rank(grid, np.array([0.0, 20.0, 900.0]), within_db=1.0), NAMES))
    assert text.startswith("Hardly worth doing. 60 of 100 W leave")
    assert "on thin coax, for 20, would add 0.35 dB, which nobody hears" in text
    assert "on thin coax, for 900, would add 1.25 dB, which one hears" in text


def test_where_nothing_stands_yet_the_verdict_compares_with_nothing():
    grid = made_grid([[60, 60], [80, 80]], present=-1)
    ranking = rank(grid, np.array([20.0, 900.0]), within_db=2.0)
    assert (ranking.present, ranking.decision, ranking.best) == (None, 0, 1)
    text = say(verdict(ranking, NAMES))
    assert "room, on thin coax: over your bands 60 of 100 W would leave the antenna." in text
    assert "instead of" not in text
    assert text.endswith("tuner in the room, on thin coax, for 900, is 1.25 dB better.")
    with refused("budget: leaves nothing: the cheapest here costs 20"):
        rank(grid, np.array([20.0, 900.0]), budget=10)


def test_bands_without_a_match_and_ratings_are_said():
    grid = made_grid([[60, 30], [90, 90]])
    grid.matched[1, 0, :3] = False
    grid.bearable[1, 0, 3:] = 0.4
    text = say(shortcomings(rank(grid, np.array([0.0, 10.0]))))
    assert "Not matched from edge to edge: 40 m." in text
    assert "Ratings limit 20 m to 40 W." in text


@pytest.mark.parametrize(
    ("wish", "gone", "left"),
    [
        ({"no_power_at_mast": True}, {"foot", "feedpoint"}, "open-wall"),
        ({"no_open_line_indoors": True}, {"open-room"}, "open-wall"),
        ({"no_climbing": True}, {"room-4", "room-9", "room-49", "feedpoint"}, "room"),
        ({"fed_against_ground": True}, {"open-room", "open-wall", "open-wall-4"}, "room"),
        ({"off": frozenset({"none", "radio"})}, {"none", "radio"}, "room"),
    ],
)
def test_what_is_ruled_out_is_no_candidate(kit, site, wish, gone, left):
    ranking = ranked(make_station(15 - 400j, 40.0), kit, site, Wishes(**wish))
    placements = {candidate.placement for candidate in ranking.grid.candidates}
    assert not placements & gone
    assert left in placements
    lines = ranked(make_station(15 - 400j, 40.0), kit, site, Wishes(line="good")).grid.candidates
    assert {line.line for line in lines if not line.present} == {"good"}


def test_the_antenna_stays_what_it_is_whatever_the_run(kit, site):
    """Known by its SWR in the room through the thin run: the other candidates get the same antenna."""
    swr = SwrAntenna(((6.9e6, 1.8), (30e6, 1.8)), plane="radio")
    station = replace(make_station(50 + 0j, 10.0), antenna=swr)
    ranking = ranked(station, kit, Site(10.0), Wishes())
    grid = ranking.grid
    assert grid.radiated_w.shape[1] == 72
    assert (grid.spread_w[:, 0] <= grid.score_w + 1e-9).all()
    assert (grid.spread_w[:, 1] >= grid.score_w - 1e-9).all()
    rho = np.abs((grid.question.antenna.port.z_ohm - 50) / (grid.question.antenna.port.z_ohm + 50))
    assert rho.mean() > (1.8 - 1) / (1.8 + 1) * 1.05
    assert "depending on the phase)" in say(verdict(ranking, NAMES))


def test_bands_beyond_the_data_are_left_out_or_refused():
    station = make_station(50 + 0j, 5.0)
    with refused("bands: must hold a band that the antenna’s data reach"):
        question(replace(station, bands=(replace(BANDS[0], low_hz=1e6),)))
    assert len(question(replace(station, bands=(replace(BANDS[0], low_hz=1e6), BANDS[1]))).bands) == 1
    with refused("lead_m: must not be longer than the run"):
        Site(2.0, 1.0, 5.0)
    assert say(named(Candidate("foot", "thin", ()), NAMES)) == "a tuner at the mast foot, on thin coax"
