"""Every caution speaks when its trigger is there, and is silent when it is not."""

from dataclasses import replace

import pytest

from tithe import text
from tithe.core import (
    AttenuatedLine,
    Inline,
    Line,
    Meter,
    Ratings,
    Resonator,
    Station,
    SwrAntenna,
    Transformer,
    Transmitter,
    Tuner,
    cautions_at,
    solve,
    table,
)
from tithe.core.antenna import PlannedAntenna
from tithe.core.bearable import bearable_share
from tithe.core.cautions import registry
from tithe.core.verdict import state_at
from tithe.core.wires.estimate import Plan
from tithe.core.wires.shapes import Dipole
from tithe.document import shelf
from tithe.text import say

MHZ_7 = 7e6
GOOD = table(((MHZ_7, 50, 0),))
BAD = table(((MHZ_7, 10, -400),))
RG_58 = shelf.line_type("rg-58")
ALWAYS = {"exposure", "grounding"}


def station(*chain, antenna=GOOD, **transmitter):
    return Station(Transmitter(**transmitter), chain, antenna)


def found(built):
    return {c.id: c for c in cautions_at(solve(built, [MHZ_7]), 0)}


CASES = {
    "two-tuners": (station(Tuner(c_max_f=2e-9), Tuner(c_max_f=2e-9)), 0),
    "no-match": (station(Tuner(l_max_h=0.1e-6), antenna=BAD), 0),
    "tuner-over-rating": (
        station(Tuner(capacitor_volts=100, coil_amps=1), antenna=table(((MHZ_7, 500, 0),))),
        0,
    ),
    "over-voltage": (station(Line(replace(RG_58, max_volts_rms=60), 10)), 0),
    "over-power": (station(Inline(ratings=Ratings(max_power_w=50))), 0),
    "core-too-hot": (station(Inline(1.0, choke=True)), 0),
    "meter-over-scale": (station(Meter(full_scale_w=50)), 0),
    "meter-low-on-scale": (station(Meter(full_scale_w=3000)), 0),
    "forward-above-rated": (station(Tuner("l", c_max_f=3e-9), Meter(), antenna=table(((MHZ_7, 10, 0),))), 1),
    "outside-band": (station(Inline(ratings=Ratings(f_min_hz=14e6))), 0),
    "dc-blocked": (
        station(Inline(ratings=Ratings(passes_dc=False)), Tuner(c_max_f=2e-9, dc_on_coax=True)),
        0,
    ),
    "high-voltage": (station(Tuner("l"), antenna=table(((MHZ_7, 2000, 0),))), None),
    "wire-ends": (station(antenna=PlannedAntenna(Plan(Dipole(20, 10), "perfect"), spread=False)), None),
    "folding-back": (station(antenna=table(((MHZ_7, 200, 0),))), None),
    "line-too-hot": (station(Line(RG_58, 10), power_w=1000), 0),
    "hot-standing": (station(Tuner("l", c_max_f=3e-9), Line(RG_58, 40), antenna=BAD), 1),
    "match-without-radiation": (station(Inline(10.0)), None),
    "flattered-swr": (station(Line(RG_58, 100), antenna=table(((MHZ_7, 250, 0),))), 0),
    "far-between-points": (station(antenna=table(((5e6, 50, 0), (9e6, 50, 0)))), None),
    "model-guess": (station(antenna=Resonator(5e6, 50, 12)), None),
    "read-through-run": (station(antenna=SwrAntenna(((MHZ_7, 2.0),), plane="radio")), None),
    "meter-on-speech": (station(Meter(), emission="speech"), 0),
    "tune-quietly": (station(Tuner(c_max_f=2e-9)), None),
    "exposure": (station(), None),
    "grounding": (station(), None),
}


def test_every_entry_of_the_catalogue_has_a_case():
    assert set(CASES) == set(registry.ids())


@pytest.mark.parametrize("name", CASES)
def test_speaks_with_a_sentence_a_remedy_and_the_part(name):
    built, stage = CASES[name]
    caution = found(built)[name]
    assert caution.stage == stage
    assert say(caution.message).endswith(".")
    assert text.remedy(caution).endswith(".")


def test_silent_where_nothing_is_wrong():
    quiet = station(Meter(full_scale_w=200), Inline(0.05), Line(RG_58, 10), power_w=50)
    assert set(found(quiet)) == ALWAYS


@pytest.mark.parametrize("name", sorted(set(CASES) - ALWAYS))
def test_a_bypassed_or_absent_part_sets_nothing_off(name):
    built, _ = CASES[name]
    calm = tuple(
        replace(p, setting="bypass") if isinstance(p, Tuner) else replace(p, bypassed=True)
        for p in built.chain
    )
    rest = set(found(Station(built.transmitter, calm, GOOD)))
    assert name not in rest


def test_partial_match_round_the_circle_is_told_as_a_share():
    antenna = SwrAntenna(((MHZ_7, 30.0),))
    text = say(found(station(Tuner("t-highpass", l_max_h=4e-6), antenna=antenna))["no-match"].message)
    assert "of the phases that the SWR leaves open" in text


def test_the_safe_power_is_safe_and_just_so():
    tuner = Tuner(capacitor_volts=300, coil_amps=2)
    antenna = Resonator(MHZ_7, 400, 3)
    limit = solve(Station(Transmitter(500), (tuner,), antenna), [MHZ_7]).stages[0].details.limit_w[0]
    for share, over in ((0.999, False), (1.001, True)):
        built = Station(Transmitter(limit * share), (tuner,), antenna)
        assert ("tuner-over-rating" in found(built)) == over


@pytest.mark.parametrize("emission", ["carrier", "keying", "speech"])
@pytest.mark.parametrize(
    ("slug", "least", "most"), [("rg-58", 350, 400), ("rg-213", 1600, 2000), ("rg-174", 100, 150)]
)
def test_a_matched_line_bears_at_30_mhz_what_typical_ratings_say(slug, least, most, emission):
    duty = {"carrier": 1.0, "keying": 0.5, "speech": 0.4}[emission]
    for power, hot in ((least / duty, False), (most / duty, True)):
        built = Station(
            Transmitter(power, emission=emission), (Line(shelf.line_type(slug), 10),), table(((30e6, 50, 0),))
        )
        budget = solve(built, [30e6])
        assert ("line-too-hot" in {c.id for c in cautions_at(budget, 0)}) == hot
        bears = budget.stages[0].in_w[0] * budget.stages[0].details.bearable_share(duty)[0]
        assert least / duty < bears < most / duty


@pytest.mark.parametrize("emission", ["carrier", "keying", "speech"])
@pytest.mark.parametrize("rated", [3.0, 25.0, None])
def test_a_core_bears_what_it_gives_off_in_the_mean_and_choose_knows_it(emission, rated):
    """1 dB into 50 Ω is 20.6 % of the power; a core of which nothing is said gives off 10 W."""
    duty = {"carrier": 1.0, "keying": 0.5, "speech": 0.4}[emission]
    bears = (rated or 10.0) / (1 - 10**-0.1) / duty
    core = Transformer(1, 1.0, label="choke", ratings=Ratings(max_heat_w=rated))
    for power, hot in ((0.999 * bears, False), (1.001 * bears, True)):
        budget = solve(station(core, power_w=power, emission=emission), [MHZ_7])
        caution = {c.id: c for c in cautions_at(budget, 0)}.get("core-too-hot")
        assert (caution is not None) == hot
        assert (bearable_share(budget) < 1).all() == hot
        if caution:
            assert ("No rating is typed" in say(caution.message)) == (rated is None)
            assert f"{bears:.3g}" in say(caution.message)
    assert bearable_share(
        solve(station(core, power_w=10 * bears, emission=emission), [MHZ_7])
    ) == pytest.approx(0.1)


def test_a_transformer_far_from_what_it_is_made_for_is_not_passed_over():
    """The shelf's 4:1 behind a tuner that matches anything, into 200 + 900j Ω."""
    by_slug = {part.slug: part.part for part in shelf.parts()}
    strong = Tuner("l", c_max_f=5e-9, l_max_h=50e-6)
    for slug in ("ratio-4", "ratio-49"):
        built = station(strong, by_slug[slug].to_core(), antenna=table(((MHZ_7, 200, 900),)), power_w=400)
        assert "core-too-hot" in found(built)


@pytest.mark.parametrize("points", [((7.0e6, 10, -200), (7.2e6, 10, 200)), ((5e6, 50, 0), (9e6, 50, 0))])
def test_an_antenna_between_far_points_is_a_guess_and_on_them_it_is_not(points):
    """A chord over the disc: 10 − 200j and 10 + 200j, R between them would come out as 677 Ω."""
    apart = table(points)
    assert state_at(solve(station(antenna=apart), [7.1e6]), 0) == "doubtful"
    assert "far-between-points" in {c.id for c in cautions_at(solve(station(antenna=apart), [7.1e6]), 0)}
    for freq, _, _ in points:
        assert apart.guess(freq) is None
    dense = table(tuple((f * 1e6, 10, 2000 * (f - 7.1)) for f in (7.0, 7.01, 7.02, 7.03)))
    assert dense.guess(7.015e6) is None


def test_a_resonator_is_a_guess_beyond_a_tenth_of_its_resonance():
    """Q 12 at 7.1 MHz would have X = 1,920 Ω at 21.3 MHz."""
    model = Resonator(7.1e6, 60, 12)
    budget = solve(station(antenna=model), [7.75e6, 7.85e6, 21.3e6])
    assert [state_at(budget, k) == "doubtful" for k in range(3)] == [False, True, True]
    assert {c.id: c.level for c in cautions_at(budget, 2)}["model-guess"] == "misleads"


def test_a_line_that_transforms_is_not_said_to_hide_a_mismatch():
    """A quarter wave of 400 Ω line into 3,200 Ω shows 50 Ω and loses a tenth of a dB; so much coax hides
    it."""
    line = shelf.line_type("window-450")
    quarter = 0.91 * 299.792458 / 7 / 4
    turned = solve(station(Line(line, quarter), antenna=table(((MHZ_7, 3200, 0),))), [MHZ_7])
    assert turned.swr[0] < 1.3
    assert turned.stages[0].loss_db[0] < 0.15
    assert "flattered-swr" not in {c.id for c in cautions_at(turned, 0)}
    assert "flattered-swr" in found(station(Line(RG_58, 100), antenna=table(((MHZ_7, 3200, 0),))))


def test_every_caution_has_a_level_and_dangers_to_people_are_one():
    levels = {name: found(built)[name].level for name, (built, _) in CASES.items()}
    assert set(levels.values()) == {"danger", "harm", "misleads", "reminder"}
    assert levels["high-voltage"] == "danger"
    assert {name for name, level in levels.items() if level == "reminder"} == {
        "exposure",
        "grounding",
        "tune-quietly",
    }


def test_handbook_notes_say_why_they_part():
    thin = AttenuatedLine(50, 0.66, 3.0, 0)
    for z, length, words in ((3, 6, "low impedance"), (3000, 6, "high impedance"), (50, 6, None)):
        stage = solve(station(Line(thin, length), antenna=table(((MHZ_7, z, 0),))), [MHZ_7]).stages[0]
        (note,) = stage.details.handbook_notes(stage.loss_db)
        assert (words in say(note)) if words else note == ()
