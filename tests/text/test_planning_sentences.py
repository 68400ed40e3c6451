"""What is said of a plan: of what may be otherwise, of its width, and of what was measured."""

from dataclasses import replace

import numpy as np
import pytest

from tithe.answers.antenna import planning_json
from tithe.core.message import tell
from tithe.core.planning.fit import Fit, Moved
from tithe.core.planning.pairs import Pairs
from tithe.core.planning.what_if import Change, Outcome, WhatIf
from tithe.core.station import Band
from tithe.core.wires.estimate import Plan
from tithe.core.wires.ground import SOILS
from tithe.core.wires.metal import METALS
from tithe.core.wires.shapes import Dipole, ShapeCoil, Vertical

BANDS = (Band("40 m", 7e6, 7.2e6), Band("20 m", 14e6, 14.35e6))
SHAPE = Dipole(20, 10)


def outcome(watts, bears=(np.inf, np.inf)):
    return Outcome(np.array(watts, dtype=float), np.array(bears, dtype=float))


def higher(after):
    return Change(tell("what-if.higher", by_m=2.0), {"height_m": 12.0}, SHAPE), after


def test_the_best_change_is_told_with_what_it_costs_elsewhere():
    result = planning_json.what_if(WhatIf(BANDS, outcome([50, 60]), (higher(outcome([70, 55])),)), 100.0)
    assert result["sentence"] == (
        "Best is this: 2 m higher. On 40 m 70 W would leave for the sky instead of 50 W. "
        "Most is lost on 20 m: 55 W instead of 60 W. "
        "The weakest band would be 20 m with 55 W; now the weakest has 50 W."
    )
    assert result["changes"][0]["fields"] == [{"place": "height_m", "value": 12.0}]
    assert result["now"]["bears_w"] == [None, None]


def test_a_change_that_gains_nothing_is_not_praised_but_may_end_arcing():
    bad = outcome([49, 60], (150.0, np.inf))
    result = planning_json.what_if(WhatIf(BANDS, outcome([50, 60], (60.0, np.inf)), (higher(bad),)), 100.0)
    assert result["sentence"].startswith("No change here sends more to the sky.")
    assert "On 40 m this takes the tuner out of danger of arcing: 2 m higher." in result["sentence"]
    assert result["now"]["bears_w"] == [60.0, None]
    none = planning_json.what_if(WhatIf(BANDS, outcome([50, 60]), ()), 100.0)
    assert none["sentence"].startswith("Nothing of this antenna is tried otherwise")


def test_a_first_change_that_loses_in_all_does_not_hide_one_that_gains():
    """The first is the best for the weakest band; what it takes from the others counts too."""
    changes = (higher(outcome([52, 40])), higher(outcome([50, 95], (np.inf, 80.0))))
    text = planning_json.what_if(WhatIf(BANDS, outcome([50, 60]), changes), 100.0)["sentence"]
    assert text.startswith("Best is this: 2 m higher. On 20 m 95 W would leave for the sky instead of 60 W.")
    assert "The weakest band would be 40 m with 50 W; now the weakest has 50 W." in text
    limited = WhatIf(BANDS, outcome([50, 60]), (higher(outcome([70, 65], (np.inf, 80.0))),))
    assert "20 m with 65 W, where the tuner bears 80 W;" in planning_json.what_if(limited, 100.0)["sentence"]


def test_radials_and_lists_of_lengths_are_told_in_the_files_names():
    changes = (
        (Change(tell("what-if.more-radials", by=16), {"radial_count": 32}, SHAPE), outcome([50, 60])),
        (
            Change(tell("what-if.longer-dipoles", by_m=1.0), {"lengths_m": (21.0, 11.0)}, SHAPE),
            outcome([50, 60]),
        ),
    )
    result = planning_json.what_if(WhatIf(BANDS, outcome([50, 60]), changes), 100.0)["changes"]
    assert result[0]["fields"] == [{"place": "radials", "value": 32}]
    assert result[1]["fields"] == [{"place": "lengths_m", "value": [21.0, 11.0]}]


def test_what_is_too_narrow_for_its_band_is_told_beside_a_full_size_antenna():
    copper = METALS["copper"]
    short = Plan(Vertical(3, 16, 8, coil=ShapeCoil(0.5, 200, uh=25)), SOILS["average"], copper)
    result = planning_json.on_bands(short, BANDS[:1])
    assert result["sentence"].startswith("Matched in the middle, 40 m cannot be used from edge to edge")
    assert "A full-size antenna there, at the same place, would have" in result["sentence"]
    wide = planning_json.on_bands(Plan(Dipole(20, 10, radius_m=0.02), SOILS["average"], copper), BANDS[:1])
    assert wide["sentence"].startswith("Matched in the middle of a band, each can be used")


def fit(estimated, fitted, odd=None, **moved):
    freqs = np.array([7e6, 7.2e6])
    gammas = (
        np.array([0j, 0j]),
        np.array([estimated] * 2, dtype=complex),
        np.array([0j, fitted], dtype=complex),
    )
    return Fit(freqs, *gammas, Moved(1.01, moved.get("height"), moved.get("soil")), (), odd)


@pytest.mark.parametrize(
    ("result", "said"),
    [
        (fit(0.01, 0.01), "Estimate and measurement agree"),
        (
            fit(0.2, 0.01, height=0.95, soil=-0.5),
            "a height factor of 0.95 and soil 0.5 of a class drier. Then the",
        ),
        (fit(0.2, 0.01, soil=0.5), "soil 0.5 of a class wetter"),
        (fit(0.4, 0.3), "most at 7.2 MHz. No length, height, soil or joint explains that"),
        (fit(0.4, 0.3, Moved(0.95, 1.0, None)), "would explain it: wires 5 % shorter than typed"),
        (fit(0.4, 0.3, Moved(1.05, 1.0, None)), "wires 5 % longer than typed"),
        (fit(0.4, 0.3, Moved(1.0, 1.0, None, 12.0)), "12 Ω in series, as of a corroded joint"),
        (fit(0.4, 0.3, Moved(1.0, 1.0, None, 0.5)), "No length, height, soil or joint explains that"),
    ],
)
def test_what_a_measurement_says_of_the_plan(result, said):
    assert said in planning_json.fitted(result)["sentence"]


def test_an_open_end_has_no_figure_and_no_mark_of_infinity():
    result = replace(fit(0.2, 0.01), measured=np.array([1 + 0j, -1 + 0j]))
    (first, second) = planning_json.fitted(result)["points"]
    assert first["measured"] == [None, None, None]
    assert second["measured"] == [0.0, 0.0, None]


def test_pairs_tell_what_the_best_of_them_lacks():
    reached, sky = np.zeros((3, 3, 2), dtype=bool), np.tile([40.0, 70.0], (3, 3, 1))
    reached[..., 0] = True
    bears = np.full(sky.shape, 100.0)
    result = Pairs("leg_m", BANDS, 100.0, np.arange(3.0), np.arange(3.0), reached, bears, sky)
    outcome = planning_json.paired(result, 2)
    assert "reaches 1 of 2 bands, not 20 m" in outcome["sentence"]
    assert "The wire may be off by" in outcome["sentence"]
    assert "40 W leave for the sky on 40 m, of the 100 W that are borne there" in outcome["sentence"]
    reached[1, 1, 1] = True
    sky[1, 1], bears[1, 1] = (60.0, 80.0), (90.0, 100.0)
    outcome = planning_json.paired(replace(result, sky_w=sky), 2)
    assert "reaches every band" in outcome["sentence"]
    assert "Less than the 100 W of the radio is borne: 90 W on 40 m." in outcome["sentence"]
    assert "already loses 1 dB" in outcome["sentence"]
    assert (outcome["line_at"], outcome["best_wire_m"], outcome["best_line_m"]) == (2, 1.0, 1.0)
