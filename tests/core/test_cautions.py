"""Every caution speaks when its trigger is there, and is silent when it is not."""

from dataclasses import replace

import pytest

from tithe.core import (
    AttenuatedLine,
    Inline,
    Line,
    Meter,
    Ratings,
    Resonator,
    Station,
    SwrAntenna,
    Transmitter,
    Tuner,
    cautions_at,
    solve,
    table,
)
from tithe.core.cautions import registry
from tithe.formats import shelf

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
    "meter-over-scale": (station(Meter(full_scale_w=50)), 0),
    "meter-low-on-scale": (station(Meter(full_scale_w=3000)), 0),
    "forward-above-rated": (station(Tuner("l", c_max_f=3e-9), Meter(), antenna=table(((MHZ_7, 10, 0),))), 1),
    "outside-band": (station(Inline(ratings=Ratings(f_min_hz=14e6))), 0),
    "dc-blocked": (
        station(Inline(ratings=Ratings(passes_dc=False)), Tuner(c_max_f=2e-9, dc_on_coax=True)),
        0,
    ),
    "high-voltage": (station(Tuner("l"), antenna=table(((MHZ_7, 2000, 0),))), None),
    "folding-back": (station(antenna=table(((MHZ_7, 200, 0),))), None),
    "hot-standing": (station(Tuner("l", c_max_f=3e-9), Line(RG_58, 40), antenna=BAD), 1),
    "match-without-radiation": (station(Inline(10.0)), None),
    "flattered-swr": (station(Line(RG_58, 100), antenna=table(((MHZ_7, 250, 0),))), 0),
    "far-between-points": (station(antenna=table(((5e6, 50, 0), (9e6, 50, 0)))), None),
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
    assert caution.text.endswith(".")
    assert caution.remedy.endswith(".")


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
    text = found(station(Tuner("t-highpass", l_max_h=4e-6), antenna=antenna))["no-match"].text
    assert "of the phases that the SWR leaves open" in text


def test_the_safe_power_is_safe_and_just_so():
    tuner = Tuner(capacitor_volts=300, coil_amps=2)
    antenna = Resonator(MHZ_7, 400, 3)
    limit = solve(Station(Transmitter(500), (tuner,), antenna), [MHZ_7]).stages[0].details.limit_w[0]
    for share, over in ((0.999, False), (1.001, True)):
        built = Station(Transmitter(limit * share), (tuner,), antenna)
        assert ("tuner-over-rating" in found(built)) == over


def test_handbook_notes_say_why_they_part():
    thin = AttenuatedLine(50, 0.66, 3.0, 0)
    for z, length, words in ((3, 6, "low impedance"), (3000, 6, "high impedance"), (50, 6, None)):
        stage = solve(station(Line(thin, length), antenna=table(((MHZ_7, z, 0),))), [MHZ_7]).stages[0]
        (note,) = stage.details.handbook_notes(stage.loss_db)
        assert (words in note) if words else note == ""
