"""The working behind every figure: its formulas, filled with the core's figures, give the core's figure."""

import inspect
import json
import re
from dataclasses import replace
from itertools import product
from pathlib import Path
from typing import Any

import numpy as np
import pytest

from tests import full
from tithe.answers import working_json
from tithe.answers.choose import choose_json
from tithe.answers.loss import result as loss_told
from tithe.answers.loss import working as loss_working
from tithe.answers.station import budget_json
from tithe.answers.sweep import sweep_json
from tithe.core import InputError, solve
from tithe.core.antenna import SampledAntenna
from tithe.core.choose import break_evens, evaluate, question, safe_lengths, tried, worlds
from tithe.core.questions import SCHOOLS, SchoolQuestion, compare_schools
from tithe.core.sweep import (
    RadialReading,
    TrimStep,
    advise,
    compare,
    features,
    judge_radials,
    learned,
    measure,
    read_band,
)
from tithe.core.sweep.analyzer import Analyzer
from tithe.core.working import (
    formulas,
    working_of,
    working_of_candidate,
    working_of_sweep,
    workings_of_break_even,
    workings_of_drift,
    workings_of_lengths,
    workings_of_radials,
    workings_of_trim,
)
from tithe.document import choice, station_file
from tithe.document.loss_question import LossQuestion
from tithe.site.typesetting import formulas_text
from tithe.text import typeset
from tithe.text.symbols import SYMBOLS
from tithe.text.workings import RULES
from tithe.web.stations import demo

NOT_COMPUTED = {"rated_w", "heat_w_per_m_limit", "matched_share", "form"}
"""What the station states, a count of phases, and a form that varies."""
ENDS = {"": None, "least": "min", "middle": "median", "most": "max"}


def leaves(tree, path=""):
    """Every figure of an answer with its path; spans as they are."""
    if isinstance(tree, dict) and set(tree) == {"min", "median", "max"}:
        yield path, tree
    elif isinstance(tree, dict):
        for key, value in tree.items():
            yield from leaves(value, f"{path}.{key}" if path else key)
    elif isinstance(tree, list):
        for n, value in enumerate(tree):
            yield from leaves(value, f"{path}[{n}]")
    elif isinstance(tree, float) or tree is None:
        yield path, tree


def check(derivation, k, result, path):
    """The figure to the last digit, every step to rounding, every symbol and rule in words."""
    assert derivation.rule in RULES
    for case in derivation.at(k):
        expected = result if not isinstance(result, dict) else result[ENDS[case.which]]
        figure = case.values[derivation.gives] * derivation.scale
        if expected is None:
            assert not np.isfinite(figure), path
        else:
            assert figure == pytest.approx(expected, rel=1e-15), path
        for step in derivation.steps:
            assert {step.gives, *step.takes} <= SYMBOLS.keys()
            filled = [np.asarray(case.values[name])[()] for name in step.takes]
            with np.errstate(all="ignore"):
                given = step.formula(*filled)
            if np.isfinite(case.values[step.gives]):
                assert given == pytest.approx(case.values[step.gives], rel=1e-7, abs=1e-9), (path, step)
    if k == 0:  # typesetting takes most of the time, and is the same at every frequency
        shown = working_json.working(derivation, k)
        assert shown["title"]
        assert not re.search(r"\bnan\b", str(shown))
    return {derivation.rule, *(step.formula.__name__ for step in derivation.steps)}


def stations():
    """The demos; one of unknown phase; on speech behind a pi output with relays, and by its sheet."""
    mill = demo.start("brackenfell-mill").model_dump(exclude_none=True)
    yield from (demo.start(slug).model_dump(exclude_none=True) for slug in demo.DEMOS)
    swr = {"kind": "swr", "points": [[3, 6], [30, 9]], "loss_ohm": 2}
    yield mill | {"antenna": swr}
    parts = [dict(part) for part in mill["chain"]]
    relays = {"kind": "tuner", "network": "stepped-l", "capacitor_volts": 800, "coil_amps": 4, "label": "t"}
    sheet = {"kind": "tuner", "network": "rated", "reach_swr": 10, "loss_db_at_reach": 1.5, "label": "t"}
    radio = {"foldback": "pi-output", "emission": "speech"}
    for tuner, antenna in product((relays, sheet), (mill["antenna"], swr)):
        chain = [tuner if part["kind"] == "tuner" else part for part in parts]
        yield mill | {"chain": chain, "transmitter": radio, "antenna": antenna}


def test_every_figure_of_the_ledger_has_its_working_and_it_is_right():
    used = set()
    for document in stations():
        station = station_file.validate(document).to_core()
        low, high = station.antenna.range_hz
        freq = np.array([b.middle_hz for b in station.bands if low <= b.middle_hz <= high][::3] or [7.1e6])
        budget = solve(station, freq)
        for k, result in enumerate(budget_json.results(budget)):
            rooms = ("transmitter", "stages", "antenna", "total", "counted")
            for path, outcome in leaves({room: dict(result)[room] for room in rooms}):
                name = path.rsplit(".", 1)[-1]
                if name in NOT_COMPUTED or (name.startswith("fit_residual") and outcome is None):
                    continue
                used |= check(working_of(budget, path), k, outcome, path)
    assert {"line-loss", "tuner-loss", "tuner-sheet", "foldback", "meter-swr-error", "line-limit"} <= used


def test_every_figure_of_a_sweep_has_its_working(mill):
    document = station_file.validate(mill)
    analyzer = Analyzer(6.5e6, 7.7e6, 301, directivity_db=40.0, noise=1e-4)
    sweep = analyzer.show(measure(document.to_core(), len(document.chain), analyzer))
    result, bands = features(sweep), [band.to_core() for band in document.bands]
    reading = sweep_json.reading(sweep, bands, 2.0, result)
    read = [read_band(sweep, band, 2.0) for band in bands]
    seen = set()
    for path, outcome in leaves({"dips": reading["dips"], "bands": reading["bands"]}):
        name = path.rsplit(".", 1)[-1]
        inputs = name in ("rho", "re", "im", "gamma", "low_mhz", "high_mhz", "within_khz")
        inputs = inputs or ("widths" in path and name == "swr")
        if outcome is not None and not inputs:
            check(working_of_sweep(result, read, path), 0, outcome, path)
            seen.add(name)
    assert {
        "mhz",
        "swr",
        "return_loss_db",
        "r_ohm",
        "x_ohm",
        "q",
        "apart_khz",
        "width_khz",
        "swr_worst",
    } <= seen


def test_every_figure_of_the_choice_has_its_working(mill):
    document = station_file.validate(mill)
    wanted = choice.read(document)
    ranking = choose_json.ranked(
        wanted, evaluate(question(document.to_core(), 6), wanted.kit, wanted.all_candidates())
    )
    drawn = worlds(ranking.grid.question, wanted.kit, wanted.uncertain(ranking.grid.question))
    *_, result = tried(ranking, drawn)
    answer = choose_json.answer(wanted, choose_json.decided(wanted, ranking, result))
    ids = [candidate.id for candidate in ranking.grid.candidates]
    for item in answer["candidates"][::9]:
        n = ids.index(item["id"])
        figures = {
            key: item[key] for key in ("score_w", "score_low_w", "score_high_w", "behind_db", "cost", "cells")
        }
        counted = ("behind_db.middle", "behind_db.nine_of_ten")  # over worlds: there is no working of those
        for path, outcome in leaves(figures):
            if outcome is not None and path not in counted:
                check(working_of_candidate(ranking, n, path), 0, outcome, path)


def check_shown(workings, figures):
    """Each of an answer's own workings gives the figure that the answer shows."""
    assert workings.keys() == figures.keys()
    for name, derivation in workings.items():
        check(derivation, 0, figures[name], name)


def test_the_workings_of_trimming_give_the_change_that_is_advised():
    steps = (TrimStep(7.3e6), TrimStep(7.22e6, 0.08), TrimStep(7.15e6, 0.09))
    for means, wire_m in (("wire", 10.2), ("wire", None), ("coil", None)):
        advice = advise(7.15e6, 7.1e6, wire_m, 2, means)
        taught = learned(steps, 7.1e6)
        expected = {"change": advice.change} if advice.change is not None else {}
        if means == "wire":
            assert taught is not None and taught.change is not None
            expected["learned"] = taught.change
        check_shown(workings_of_trim(steps, 7.15e6, 7.1e6, wire_m, means), expected)


def test_the_workings_of_radials_give_both_ends_of_what_is_expected():
    result = judge_radials(tuple(RadialReading(n, 36 + 30 / n) for n in (2, 4, 8, 16)))
    workings = workings_of_radials(result)
    gains = {name: float(derivation.values["a_gain"][0]) for name, derivation in workings.items()}
    assert (min(gains.values()), max(gains.values())) == pytest.approx(result.next_gain_db)
    check_shown(workings, gains)
    assert workings_of_radials(judge_radials((RadialReading(4, 50.0),))) == {}


def test_the_workings_of_drift_break_even_and_lengths_give_what_is_shown(mill):
    station = station_file.validate(mill).to_core()
    at = len(station.chain)
    before = measure(station, at, Analyzer(6.5e6, 7.7e6, 301))
    assert isinstance(station.antenna, SampledAntenna)
    longer = tuple((hz * 0.99, re, im) for hz, re, im in station.antenna.points)
    moved = replace(station, antenna=replace(station.antenna, points=longer))
    after = measure(moved, at, Analyzer(6.5e6, 7.7e6, 301))
    drift = compare(before, after)
    khz = {
        f"dips[{n}].moved_khz": (pair.after.freq_hz - pair.before.freq_hz) / 1e3
        for n, pair in enumerate(drift.dips)
    }
    assert khz
    check_shown(workings_of_drift(drift), khz)

    wanted = choice.read(station_file.validate(mill))
    request = question(station, 6)
    for break_even in break_evens(request, wanted.kit, wanted.site, "rg-213", "window-450", 1.0):
        figures = {f"gain_db[{n}]": gain for n, gain in enumerate(break_even.gain_db.tolist())}
        if break_even.wins_from_m is not None and break_even.wins_from_m > break_even.length_m[0]:
            figures["wins_from_m"] = break_even.wins_from_m
        check_shown(workings_of_break_even(break_even), figures)

    school = demo.start("hollin-lane-school").to_core()
    bands = tuple(band for band in school.bands if band.name in ("20 m", "17 m"))
    lengths = safe_lengths(question(replace(school, bands=bands)), 20, 40, 0.5)
    spare = {
        name: float(derivation.values["l_spare"][0])
        for name, derivation in workings_of_lengths(lengths).items()
    }
    assert spare["safest"] == lengths.margin_m.max()
    check_shown(workings_of_lengths(lengths), spare)


def test_the_workings_of_the_map_give_its_points(mill):
    wanted = choice.read(station_file.validate(mill))
    request = question(station_file.validate(mill).to_core(), 6)
    candidates = wanted.all_candidates()
    for candidate in candidates[:3]:
        shown = choose_json.loss_map(wanted, request, candidate.id, candidates)
        for path, result in leaves({"points": shown["points"]}):
            if result is None:
                continue
            out = choose_json.map_working(wanted, request, candidate, path)
            ends = (result["min"], result["max"]) if isinstance(result, dict) else (result, result)
            assert (out["values"][0], out["values"][-1]) == pytest.approx(ends, rel=1e-12), path
            assert out["lines"], path
    with pytest.raises(InputError, match="figure"):
        choose_json.map_working(wanted, request, candidates[0], "points[0].nothing")


def test_every_cell_of_the_questions_has_its_working_and_it_is_right(mill):
    """Also with the phase unknown, whose cells are intervals; and every rule that is only theirs is used."""
    swr_only = mill | {"antenna": {"kind": "swr", "points": [[3, 6], [30, 9]], "loss_ohm": 2}}
    used = set()
    for document in (mill, swr_only):
        question = SchoolQuestion(station_file.validate(document).to_core(), 7.1e6)
        for slug in SCHOOLS:
            result = compare_schools(slug, question)
            for column in result.columns:
                for worked, cell in zip(column.worked, column.cells, strict=True):
                    assert worked is not None
                    derivation, k = worked
                    low, high = cell if isinstance(cell, tuple) else (cell, cell)
                    cases = derivation.at(k)
                    ends = [case.values[derivation.gives] for case in (cases[0], cases[-1])]
                    assert ends == [low, high], (slug, column.head)
                    outcome = {
                        ENDS[case.which]: case.values[derivation.gives] * derivation.scale for case in cases
                    }
                    used |= check(derivation, k, outcome if len(cases) > 1 else outcome[None], slug)
    assert {"given-back", "less-sent", "lines-extra", "net-power", "in-reach", "nearest-length"} <= used
    assert {"bench-short", "bench-both", "bench-wattmeters", "meter-swr-error"} <= used


def test_every_figure_of_the_first_question_has_its_working():
    """Known to the phase and not; before a tuner; over SWR and over bands."""
    loads: tuple[dict[str, Any], ...] = (
        {"swr": 6},
        {"swr": 3, "read_at": "radio"},
        {"r_ohm": 20, "x_ohm": -90, "tuner": "t-wide"},
    )
    for load in loads:
        question = LossQuestion(lines=["rg-58", "window-450"], length_m=21, mhz=7.1, **load)
        answer = loss_told.answer(question)
        without = ("station", "cautions", *(() if "tuner" in load else ("tuner_w",)))
        texts = [{key: item for key, item in line.items() if key not in without} for line in answer["lines"]]
        for n, (path, figure) in enumerate(leaves({"lines": texts})):
            if n % full.of(19, 1):
                continue
            out = loss_working.working(question, path)
            ends = (figure["min"], figure["max"]) if isinstance(figure, dict) else (figure, figure)
            assert (out["values"][0], out["values"][-1]) == ends, path
            assert out["lines"] or ends == (None, None), path
        for wrong in ("", "lines[2].extra_db", "lines[0].name", "lines[0].over_swr[99].extra_db"):
            with pytest.raises(InputError, match="figure"):
                loss_working.working(question, wrong)


@pytest.mark.parametrize(
    "figure", ["", "stages", "stages[99].loss_db", "stages[0].nothing", "total.x", "__class__"]
)
def test_a_figure_that_is_none_is_refused(mill, figure):
    budget = solve(station_file.validate(mill).to_core(), np.array([7.1e6]))
    with pytest.raises(InputError, match="figure"):
        working_of(budget, figure)


def test_the_handbooks_short_cut_is_laid_beside_and_how_far_off_it_is(mill):
    mill["antenna"] = {"kind": "table", "points": [[3.6, 5, 0], [3.7, 5, 0]]}
    mill["chain"] = [{"kind": "line", "line": "rg-213", "length_m": 6}]
    budget = solve(station_file.validate(mill).to_core(), np.array([3.65e6]))
    result = working_json.working(working_of(budget, "stages[0].loss_db"), 0)
    assert result["short_cut"].startswith("The handbook’s rule gives 0.34")
    assert result["short_cut"].endswith("dB too little here.")
    assert result["lines"][2]["formula"].startswith("<math")
    assert "<mi>cosh</mi>" in result["lines"][0]["formula"]


def test_every_source_that_is_named_stands_in_the_rules_of_the_job():
    headings = re.findall(
        r"(?m)^## (.+)$", (Path(__file__).parents[2] / "docs" / "physics.md").read_text("utf-8")
    )
    for rule in RULES.values():
        for named in re.findall(r"“([^”]+)”", rule.source):
            assert any(heading.startswith(named) for heading in headings), rule


def test_the_formulas_as_they_are_shipped_are_those_of_the_core():
    """Every function written as it stands now, with places for its own symbols and no others."""
    assert typeset.FORMULAS.read_text("utf-8") == formulas_text(), "run `make types`"
    shipped = json.loads(formulas_text())
    for name, pieces in shipped["formulas"].items():
        places = set(re.findall("@([a-z0-9_]+)@", "".join(pieces)))
        assert places == set(inspect.signature(getattr(formulas, name)).parameters), name
        assert places <= set(shipped["symbols"])
