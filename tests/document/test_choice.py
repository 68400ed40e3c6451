"""A document's choice: what is kept of the run, what is had, which lines there are, and what each costs."""

import json

import numpy as np
import pytest

from tests.said import line, refused
from tithe.answers.choose import choose_json
from tithe.answers.choose.answers import Choosing
from tithe.core import InputError, Tuner
from tithe.core.choose import candidates, evaluate, question
from tithe.document import choice, shelf
from tithe.document.choice import OwnLine
from tithe.document.parts.line import LineModel
from tithe.document.station_file import to_chain, validate


def read(document, own=()):
    return choice.read(validate(document), own)


def test_the_mill_keeps_its_room_and_gives_its_tuner_a_place(mill):
    wanted = read(mill)
    assert (wanted.site.run_m, wanted.site.indoor_m, wanted.site.lead_m) == (38, 6, 3)
    assert wanted.kit.before == ("kept-0", "kept-1")
    assert wanted.kit.behind == ("kept-3", "kept-4")
    assert wanted.kit.owned == {"kept-0", "kept-1", "kept-3", "kept-4", "room-tuner", "choke"}
    assert (wanted.kit.owned_line, wanted.kit.owned_line_m) == ("rg-213", 38)
    tuner = wanted.kit.parts["room-tuner"]
    assert isinstance(tuner, Tuner)
    assert (tuner.network, tuner.setting, tuner.label) == ("t-highpass", "auto", "room tuner")
    assert set(wanted.kit.coax) | set(wanted.kit.open_lines) == set(shelf.lines())
    assert {line.balanced for line in wanted.kit.open_lines.values()} == {True}


def test_every_candidate_of_the_mill_can_be_written_and_read_back(mill):
    wanted = read(mill)
    for candidate in candidates(wanted.site, wanted.kit, wanted.wishes):
        chain = wanted.chain_of(candidate)
        text = json.dumps([part.model_dump(exclude_none=True) for part in chain])
        again = validate(mill | {"chain": json.loads(text)})
        assert again.to_core().chain == to_chain(chain)
        lengths = sum(part.length_m for part in chain if isinstance(part, LineModel))
        assert lengths == pytest.approx(38 + 1.2)


def test_a_transformer_that_hangs_already_is_not_bought_and_stays_itself(mill):
    mill["chain"][-1] = {"kind": "transformer", "label": "old 4:1", "ratio": 4, "loss_db": 0.33}
    wanted = read(mill)
    assert "ratio-4" in wanted.kit.owned
    assert "choke" not in wanted.kit.owned
    assert wanted.kit.parts["ratio-4"].loss_db == 0.33


def test_what_is_bypassed_is_not_had_and_a_set_tuner_becomes_automatic(mill):
    mill["chain"][4]["bypassed"] = True
    mill["chain"][2]["setting"] = {"c1_pf": 100, "l_uh": 5, "c2_pf": 100}
    wanted = read(mill)
    assert wanted.kit.behind == ("kept-3",)
    assert wanted.kit.parts["room-tuner"].setting == "auto"


def test_a_remote_tuner_and_a_radios_own_take_their_own_places(mill):
    mill["chain"][2] = {"kind": "tuner", "network": "rated", "reach_swr": 3, "label": "in the radio"}
    mill["chain"].insert(
        6, {"kind": "tuner", "network": "l", "dc_on_coax": True, "label": "in the box", "coil_q": 90}
    )
    wanted = read(mill)
    assert {"radio-tuner", "mast-tuner"} <= wanted.kit.owned
    assert wanted.kit.parts["mast-tuner"].coil_q == 90
    assert wanted.names["radio-tuner"] == "in the radio"


def test_a_run_of_ones_own_figures_is_a_line_to_choose(mill):
    figures = {"r0_ohm": 50, "velocity_factor": 0.8, "k1": 0.5, "k2": 0.001}
    mill["chain"][5]["line"] = figures
    wanted = read(mill)
    assert wanted.kit.owned_line == choice.PRESENT_LINE
    assert wanted.kit.coax[choice.PRESENT_LINE].k1 == 0.5
    assert wanted.names[choice.PRESENT_LINE] == "run to the mast"
    two_wire = {"wire_mm": 2, "spacing_mm": 120}
    mill["chain"][5]["line"] = two_wire
    wanted = read(mill)
    assert choice.PRESENT_LINE in wanted.kit.open_lines
    assert wanted.kit.indoor_coax == "rg-213"


def test_own_lines_and_own_prices_go_before_the_starting_ones(mill):
    model = LineModel(kind="line", line="rg-58", length_m=10.0)
    wanted = read(mill, [OwnLine("own-1", "attic roll", model, 0.3), OwnLine("own-2", "gift", model, None)])
    assert wanted.prices["own-1"] == 0.3
    assert "own-2" not in wanted.prices
    assert wanted.prices["rg-213"] == choice.starting_prices()["rg-213"]
    priced = read(mill | {"choice": {"prices": {"rg-213": 9.5, "own-2": 0}}}, [])
    assert priced.prices["rg-213"] == 9.5


def test_every_line_of_the_shelf_and_every_part_has_a_starting_price():
    prices = choice.starting_prices()
    assert set(shelf.lines()) <= set(prices)
    assert all(price >= 0 for price in prices.values())


@pytest.mark.parametrize(
    ("wishes", "complaint"),
    [
        ({"indoor_m": 50}, "choice.indoor_m: must not be longer than the run (38 m)"),
        ({"lead_m": 39.5}, "choice.lead_m: must not be longer than the run (38 m)"),
        ({"off": ["room", "roof"]}, "choice.off[1]: is no placement; there are none, none-bare, none-4"),
        ({"lines_off": ["rope"]}, "choice.lines_off[0]: is no line here; there are rg-174"),
        ({"line": "rope"}, "choice.line: is no line here"),
    ],
)
def test_refusals_name_their_place(mill, wishes, complaint):
    with pytest.raises(InputError) as caught:
        read(mill | {"choice": wishes})
    assert line(caught.value).startswith(complaint)


def test_a_short_run_takes_half_of_it_indoors_unless_told(mill):
    short = read(mill | {"choice": {"run_m": 4}})
    assert (short.site.indoor_m, short.site.lead_m) == (2, 2)
    bare = read(mill | {"chain": [], "choice": {"run_m": 12}})
    assert bare.kit.owned == frozenset()
    assert (bare.kit.owned_line, bare.kit.indoor_coax) == ("", "rg-213")
    with refused("the run has no line yet"):
        read(mill | {"chain": []})


def test_the_answer_holds_no_infinity_and_names_every_purchase(mill):
    document = validate(mill | {"choice": {"line": "rg-174"}})
    wanted = choice.read(document)
    answer = choose_json.answer(wanted, Choosing(document).judged())
    text = json.dumps(answer, allow_nan=False)
    assert "own-" not in text
    bought = {row["name"] for candidate in answer["candidates"] for row in candidate["buy"]}
    assert {"RG-174/U", "Remote relay tuner for the mast", "Arrestor that passes DC"} <= bought
    present = next(candidate for candidate in answer["candidates"] if candidate["id"] == "present")
    assert (present["cost"], present["buy"]) == (0, [])
    assert all(
        cell["regret_db"] >= 0
        for candidate in answer["candidates"]
        for cell in candidate["cells"]
        if candidate["affordable"]
    )


@pytest.mark.parametrize(
    "hung",
    [
        {"kind": "inline", "label": "line isolator", "loss_db": 0.1, "choke": True},
        {"kind": "inline", "label": "choke of an older file", "loss_db": 0.1},
        {"kind": "transformer", "label": "current balun", "ratio": 1, "loss_db": 0.1},
        {"kind": "transformer", "label": "4:1 with a choke", "ratio": 4, "loss_db": 0.2, "choke": True},
        next(part.part.model_dump(exclude_none=True) for part in shelf.parts() if part.slug == "line-choke"),
    ],
)
def test_a_choke_at_the_feedpoint_is_one_whatever_its_kind(mill, hung):
    """It is had, not bought again, and stands once in each candidate that wants one."""
    mill["chain"][-1] = hung
    wanted = read(mill)
    assert "choke" in wanted.kit.owned
    label = hung.get("label", "")
    for candidate in candidates(wanted.site, wanted.kit, wanted.wishes):
        labels = [part.label for part in wanted.chain_of(candidate)]
        if candidate.placement in ("none", "room", "foot", "feedpoint"):
            assert labels.count(label) == 1


def test_an_in_line_part_that_is_no_choke_stays_and_a_choke_is_bought(mill):
    mill["chain"][-1] = {"kind": "inline", "label": "lightning gap", "loss_db": 0.1}
    wanted = read(mill)
    assert "choke" not in wanted.kit.owned
    assert wanted.kit.at_feedpoint == ("kept-6",)


def test_over_a_run_that_no_coax_bears_open_line_still_has_coax_indoors(mill):
    """Coax too lossy for forty kilometres is fine for the lead to a tuner."""
    mill |= {
        "chain": [{"kind": "line", "line": "window-450", "length_m": 34_000}],
        "choice": {"run_m": 34_000},
    }
    mill["bands"] = [{"name": "10 m", "low_mhz": 28.0, "high_mhz": 29.7}]
    document, wanted = validate(mill), read(mill)
    assert not wanted.kit.coax
    grid = evaluate(question(document.to_core(), 6), wanted.kit, wanted.all_candidates())
    assert any("rg-213" in {item.token for item in candidate.items} for candidate in grid.candidates)
    assert np.isfinite(grid.score_w).all()


UPRIGHT = {"kind": "wires", "shape": "vertical", "height_m": 9, "radials": 16, "radial_m": 6}
END_FED = {"kind": "wires", "shape": "end-fed", "wire_m": 16, "near_height_m": 3, "far_height_m": 9}
LEVEL = {"kind": "wires", "shape": "dipole", "length_m": 20, "height_m": 12}


@pytest.mark.parametrize(
    ("antenna", "balanced", "lead_m"), [(UPRIGHT, False, 0), (END_FED, False, 3), (LEVEL, True, 12)]
)
def test_a_planned_antennas_shape_says_whether_open_line_suits_and_how_long_the_lead_is(
    mill, antenna, balanced, lead_m
):
    """Also where it is the plan beside what was measured; what is said of it goes before."""
    for there in ({"antenna": antenna}, {"plan": antenna}):
        wanted = read(mill | there)
        families = {
            candidate.line in wanted.kit.open_lines
            for candidate in candidates(wanted.site, wanted.kit, wanted.wishes)
        }
        assert families == ({True, False} if balanced else {False})
        assert wanted.site.lead_m == lead_m
        result = read(mill | there | {"choice": {"fed_against_ground": balanced, "lead_m": 2}})
        assert (result.wishes.fed_against_ground, result.site.lead_m) == (balanced, 2)


def test_a_transformer_without_a_tuner_is_decided_where_it_is_the_cheapest_that_will_do(mill):
    """A half wave fed at its end, some 2,400 Ω: the present coax with a 49:1, and nothing else to buy."""
    mill["antenna"] = {"kind": "table", "points": [[6.9, 2400, 0], [14.5, 2400, 0]]}
    mill["chain"] = [part for part in mill["chain"] if part["kind"] != "tuner"]
    mill["bands"] = [
        {"name": "40 m", "low_mhz": 7, "high_mhz": 7.2},
        {"name": "20 m", "low_mhz": 14, "high_mhz": 14.35},
    ]
    document = validate(mill)
    wanted = choice.read(document)
    grid = evaluate(question(document.to_core()), wanted.kit, wanted.all_candidates())
    ranking = choose_json.ranked(wanted, grid)
    decided = grid.candidates[ranking.decision]
    assert (decided.placement, decided.line, ranking.costs[ranking.decision]) == ("none-49", "rg-213", 60)
