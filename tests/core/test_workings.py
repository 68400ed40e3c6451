"""The working behind every figure: its formulas, filled with the core's figures, give the core's figure."""

import re
from itertools import product

import numpy as np
import pytest

from tithe.core import InputError, solve
from tithe.core.choose import evaluate, question
from tithe.core.sweep import features, measure, read_band
from tithe.core.sweep.analyzer import Analyzer
from tithe.core.working import working_of, working_of_candidate, working_of_sweep
from tithe.document import choice, station_file
from tithe.results import budget_json, choose_json, sweep_json, working_json
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


def check(working, k, told, path):
    """The figure to the last digit, every step to rounding, every symbol and rule in words."""
    assert working.rule in RULES
    for case in working.at(k):
        expected = told if not isinstance(told, dict) else told[ENDS[case.which]]
        figure = case.values[working.gives] * working.scale
        if expected is None:
            assert not np.isfinite(figure), path
        else:
            assert figure == pytest.approx(expected, rel=1e-15), path
        for step in working.steps:
            assert {step.gives, *step.takes} <= SYMBOLS.keys()
            filled = [np.asarray(case.values[name])[()] for name in step.takes]
            with np.errstate(all="ignore"):
                given = step.formula(*filled)
            if np.isfinite(case.values[step.gives]):
                assert given == pytest.approx(case.values[step.gives], rel=1e-7, abs=1e-9), (path, step)
    shown = working_json.working(working, k)
    assert shown["title"]
    assert not re.search(r"\bnan\b", str(shown))
    return {working.rule, *(step.formula.__name__ for step in working.steps)}


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
            for path, told in leaves({room: dict(result)[room] for room in rooms}):
                name = path.rsplit(".", 1)[-1]
                if name in NOT_COMPUTED or (name.startswith("fit_residual") and told is None):
                    continue
                used |= check(working_of(budget, path), k, told, path)
    assert {"line-loss", "tuner-loss", "tuner-sheet", "foldback", "meter-swr-error", "line-limit"} <= used


def test_every_figure_of_a_sweep_has_its_working(mill):
    document = station_file.validate(mill)
    analyzer = Analyzer(6.5e6, 7.7e6, 301, directivity_db=40.0, noise=1e-4)
    sweep = analyzer.show(measure(document.to_core(), len(document.chain), analyzer))
    found, bands = features(sweep), [band.to_core() for band in document.bands]
    reading = sweep_json.reading(sweep, bands, 2.0, found)
    read = [read_band(sweep, band, 2.0) for band in bands]
    seen = set()
    for path, told in leaves({"dips": reading["dips"], "bands": reading["bands"]}):
        name = path.rsplit(".", 1)[-1]
        inputs = name in ("rho", "re", "im", "gamma", "low_mhz", "high_mhz")
        inputs = inputs or ("widths" in path and name == "swr")
        if told is not None and not inputs:
            check(working_of_sweep(found, read, path), 0, told, path)
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
    answer = choose_json.answer(wanted, ranking)
    ids = [one.id for one in ranking.grid.candidates]
    for one in answer["candidates"][::9]:
        n = ids.index(one["id"])
        figures = {
            key: one[key] for key in ("score_w", "score_low_w", "score_high_w", "behind_db", "cost", "cells")
        }
        for path, told in leaves(figures):
            if told is not None:
                check(working_of_candidate(ranking, n, path), 0, told, path)


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
    told = working_json.working(working_of(budget, "stages[0].loss_db"), 0)
    assert told["short_cut"].startswith("The handbook’s rule gives 0.34")
    assert told["short_cut"].endswith("dB too little here.")
    assert told["lines"][2]["formula"].startswith("<math")
    assert "<mi>cosh</mi>" in told["lines"][0]["formula"]
