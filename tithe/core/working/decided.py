"""The workings of what stands beside a choice: the map of extra loss, feeder lengths, break-even."""

from __future__ import annotations

import re

import numpy as np

from tithe.core.budget import Budget
from tithe.core.choose import BreakEven, Lengths
from tithe.core.choose.loss_map import contour_matched_db, contour_swr
from tithe.core.errors import InputError
from tithe.core.phases import middle
from tithe.core.reflection import handbook_loss_db, swr
from tithe.core.working import formulas as f
from tithe.core.working.ledger import working_of
from tithe.core.working.single import single
from tithe.core.working.working import Step, Values, Working

_POINT = re.compile(r"points\[(\d+)\]\.([a-z_]+)")
_FROM_THE_LEDGER = {"matched_db": "matched_db", "extra_db": "extra_db"}


def working_of_map(
    budget: Budget, at: list[int], within_db: float, run_m: float, figure: str
) -> tuple[Working, int]:
    """The working of a figure of the map, ``points[2].swr``, and at which frequency of the budget it stands.

    ``at``: the frequency of each band's point. Raises `InputError` where there is no such figure.
    """
    path = _POINT.fullmatch(figure)
    lines = [(n, stage) for n, stage in enumerate(budget.stages) if stage.along]
    if path is None or int(path[1]) >= len(at) or not lines:
        raise InputError("figure", "no-such-figure", figure)
    n, stage = max(
        lines, key=lambda line_stage: line_stage[1].along.part.length_m if line_stage[1].along else 0.0
    )
    k, name, along = at[int(path[1])], path[2], stage.along
    assert along is not None
    if name in _FROM_THE_LEDGER:
        return working_of(budget, f"stages[{n}].{_FROM_THE_LEDGER[name]}"), k
    all_rho = np.minimum(np.abs(stage.load.gamma(along.part.line.r0_ohm)), 1.0)
    matched = float(along.matched_db[k])
    ratio = middle(swr(all_rho), k)
    rho = float((ratio - 1) / (ratio + 1)) if np.isfinite(ratio) else 1.0
    values: Values = {"rho_load": rho, "a_matched": matched, "a_wanted": within_db, "l_run": run_m}
    match name:
        case "swr" if np.isfinite(ratio):
            return single("far-swr", "s_far", values | {"s_far": ratio}, Step(f.far_swr, "s_far")), 0
        case "handbook_extra_db":
            handbook = middle(handbook_loss_db(along.matched_db, all_rho), k)
            values |= {"a_handbook": handbook, "a_hb_extra": handbook - matched}
            steps = (Step(f.handbook_loss, "a_handbook"), Step(f.additional_by_handbook, "a_hb_extra"))
            return single("handbook", "a_hb_extra", values, *steps), 0
        case "swr_to_cross":
            cross = float(contour_swr(np.array([matched]), within_db)[0])
            if np.isfinite(cross):
                values |= {"s_cross": cross, "rho_cross": (cross - 1) / (cross + 1)}
                steps = (Step(f.crossing_reflection, "rho_cross"), Step(f.crossing_swr, "s_cross"))
                return single("crossing", "s_cross", values, *steps), 0
        case "run_to_cross_m" if matched > 0:
            cross = contour_matched_db(ratio, within_db)
            if np.isfinite(cross):
                values |= {"a_cross": cross, "l_cross": cross / matched * run_m}
                steps = (Step(f.crossing_loss, "a_cross"), Step(f.crossing_run, "l_cross"))
                return single("crossing", "l_cross", values, *(steps if cross > 0 else steps[1:])), 0
    raise InputError("figure", "no-such-figure", figure)


def workings_of_break_even(break_even: BreakEven) -> dict[str, Working]:
    """Of the gain at each length tried (``gain_db[2]``) and of the length from which the rival wins."""
    out: dict[str, Working] = {}
    for n, gain in enumerate(break_even.gain_db):
        values: Values = {"p_rival": break_even.rival_w[n], "p_base": break_even.base_w[n], "a_gain": gain}
        out[f"gain_db[{n}]"] = single("rival-gain", "a_gain", values, Step(f.rival_gain, "a_gain"))
    wins = np.flatnonzero(break_even.gain_db >= break_even.within_db)
    if break_even.wins_from_m is not None and wins.size and wins[0] > 0:
        k = int(wins[0])
        values = {
            "l_before": break_even.length_m[k - 1], "l_after": break_even.length_m[k],
            "a_before": break_even.gain_db[k - 1], "a_after": break_even.gain_db[k],
            "a_wanted": break_even.within_db, "l_wins": break_even.wins_from_m,
        }  # fmt: skip
        out["wins_from_m"] = single("break-even", "l_wins", values, Step(f.wins_from, "l_wins"))
    return out


def workings_of_lengths(lengths: Lengths) -> dict[str, Working]:
    """Of how far the present length (``present``) and the safest one (``safest``) may be off."""
    out: dict[str, Working] = {}
    safe = lengths.margin_m > 0
    wrong = lengths.length_m[~safe]
    if not safe.any() or not wrong.size:
        return out
    best = int(np.argmax(lengths.margin_m))
    present = int(np.argmin(np.abs(lengths.length_m - lengths.present_m)))
    for name, k in (("present", present), ("safest", best)):
        length = float(lengths.length_m[k])
        nearest = float(wrong[np.argmin(np.abs(wrong - length))])
        spare = float(lengths.margin_m[k])
        # Where the bounds of the search are nearer, the margin is only what is known at the least.
        if spare > 0 and np.isclose(spare, abs(length - nearest)):
            values: Values = {"l_here": length, "l_out": nearest, "l_spare": spare}
            out[name] = single("spare", "l_spare", values, Step(f.spare_length, "l_spare"))
    return out
