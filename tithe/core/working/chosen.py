"""The workings of a candidate's figures in the choice: ``score_w``, ``cells[2].regret_db``."""

from __future__ import annotations

import re

import numpy as np

from tithe.core.budget import DB_PER_S_UNIT
from tithe.core.choose import Ranking
from tithe.core.errors import InputError
from tithe.core.working import formulas as f
from tithe.core.working.single import single
from tithe.core.working.working import Step, Values, Working

_CELL = re.compile(r"cells\[(\d+)\]\.([a-z_]+)")


def working_of_candidate(ranking: Ranking, n: int, figure: str) -> Working:
    """The working of a figure of the n-th candidate. Raises `InputError` where there is no such figure."""
    cell = _CELL.fullmatch(figure)
    if cell is None:
        derivation = _in_all(ranking, n, figure)
    else:
        known = int(cell[1]) < len(ranking.grid.question.bands)
        derivation = _on_band(ranking, n, int(cell[1]), cell[2]) if known else None
    if derivation is None:
        raise InputError("figure", "no-such-figure", figure)
    return derivation


def _in_all(ranking: Ranking, n: int, figure: str) -> Working | None:
    grid = ranking.grid
    weights = grid.question.weights
    values: Values = {
        "p_weighted": grid.by_band_w[n] @ weights, "w_sum": weights.sum(), "p_score": grid.score_w[n],
        "p_top": grid.score_w[ranking.best], "a_behind": ranking.behind_db[n],
        "p_low": grid.spread_w[n, 0], "p_high": grid.spread_w[n, 1], "c_cost": ranking.costs[n],
    }  # fmt: skip
    score = Step(f.score, "p_score")
    match figure:
        case "score_w":
            return single("score", "p_score", values, score)
        case "score_low_w":
            return single("score-spread", "p_low", values)
        case "score_high_w":
            return single("score-spread", "p_high", values)
        case "behind_db" | "behind_db.as_typed":
            return single("behind", "a_behind", values, score, Step(f.behind_in_all, "a_behind"))
        case "cost" if np.isfinite(ranking.costs[n]):
            return single("cost", "c_cost", values)
    return None


def _on_band(ranking: Ranking, n: int, b: int, figure: str) -> Working | None:
    grid, rated = ranking.grid, ranking.grid.question.station.transmitter.power_w
    edges = np.median(grid.radiated_w[n], axis=0).reshape(-1, 3)[b]
    band, borne = grid.by_band_w[n, b], grid.limit_share[n, b]
    regret = ranking.regret_db[n, b]
    values: Values = {
        "p_low_edge": edges[0], "p_middle": edges[1], "p_high_edge": edges[2], "p_band": band,
        "p_rated": rated, "u_of_rated": band / rated, "a_behind": regret, "s_behind": regret / DB_PER_S_UNIT,
        "p_best": grid.by_band_w[list(ranking.order), b].max(), "u_bear": borne, "p_limit": borne * rated,
    }  # fmt: skip
    mean, behind = Step(f.band_mean, "p_band"), Step(f.behind, "a_behind")
    match figure:
        case "radiated_w":
            return single("band-watts", "p_band", values, mean)
        case "share":
            return single("band-watts", "u_of_rated", values, mean, Step(f.share_of_rated, "u_of_rated"))
        case "regret_db":
            return single("behind", "a_behind", values, mean, behind)
        case "regret_s_units":
            return single("behind", "s_behind", values, behind, Step(f.in_s_units, "s_behind"))
        case "limit_w":
            return single("borne", "p_limit", values, Step(f.borne, "p_limit"))
    return None
