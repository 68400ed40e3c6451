"""Antennas among the choices: each that fits in a place, with every place of the match and every line, by the
watts that leave towards where one wants to be heard.

First each on the coarse mesh at the middle of every band; then the best with their lines in the worlds that
may be, on the fine mesh with what each estimate leaves open. Near is what leaves above 30°, far what leaves
below; soil counts alike for every kind, since only what leaves for the sky does.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.antenna import PlannedAntenna
from tithe.core.arrays import Real, decibels
from tithe.core.at_once import each
from tithe.core.choose import evaluate
from tithe.core.choose.tried import quantile
from tithe.core.choose.worlds import Uncertain, worlds
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.planning.feeds import LEAST_W, Around, Row, dbw, fed_by
from tithe.core.planning.place import Hung, Towards
from tithe.core.planning.seen import as_typed, plan_of, question_of, seen
from tithe.core.wires.ground import SOILS, Ground


@dataclass(frozen=True)
class Standing:
    """Rows beside each other in W worlds: ``watts`` (R, W) towards where it is wanted, and how much each
    world counts, (W,)."""

    rows: tuple[Row, ...]
    watts: Real
    weight: Real

    def right_in(self, within_db: float) -> Real:
        """In which share of the worlds each is within so much of the best of them, (R,)."""
        short = decibels(np.maximum(self.watts.max(axis=0), LEAST_W) / np.maximum(self.watts, LEAST_W))
        return np.asarray(((short <= within_db + 1e-9) * self.weight).sum(axis=1))


def between(watts: Real, weight: Real) -> tuple[float, float]:
    """From what to what the watts (W,) lie in nine worlds of ten."""
    low, high = (float(quantile(watts[None], weight, share)[0]) for share in (0.05, 0.95))
    return low, high


def stood(row: Row, around: Around, uncertain: Uncertain, pause: Pause = go_on) -> tuple[Real, Real] | None:
    """What leaves towards where it is wanted in each world (W,), W, and how much each counts: how far off
    the estimate's cases are is told on the coarse mesh at the middle of the bands, about the row's own watts.
    None where a case of the estimate is beyond the method."""
    antenna = PlannedAntenna(plan_of(row.seen.hung, around.place.ground))
    try:
        coarse = as_typed(row.seen, antenna)
        question = question_of([coarse], replace(around.station, antenna=antenna))
        drawn = worlds(question, around.kit, uncertain)
    except InputError:
        return None
    middle = fed_by(coarse, (row.candidate,), row.site, replace(around, wet_share=0.0))[0].watts
    weights = question.weights / question.weights.sum() * coarse.towards(around.wanted)
    outcomes = []
    for g in range(len(drawn.groups)):
        pause()
        in_world, kit = drawn.in_group(g)
        outcomes.append(evaluate(in_world, kit, (row.candidate,), pause).radiated_w[0] @ weights)
    return np.concatenate(outcomes) * row.watts / max(middle, LEAST_W), drawn.weight.reshape(-1)


def beside(every: Sequence[tuple[Row, Real, Real]]) -> Standing:
    """Rows in as many worlds as each has: estimates of alike kinds have alike cases."""
    most = max((watts for _, watts, _ in every), key=len)
    weight = next(weight for _, watts, weight in every if len(watts) == len(most))
    at = np.arange(len(most))
    watts = np.array([watts_drawn[at * len(watts_drawn) // len(most)] for _, watts_drawn, _ in every])
    return Standing(tuple(row for row, _, _ in every), watts, weight)


def decided(every: Sequence[Row], within_db: float, db_worth: float, budget: float | None) -> Row:
    """Of what is affordable and, over dry and wet days, within so much of the best the cheapest, and from
    there whatever brings most over its price. Raises `InputError` where nothing is affordable."""
    known = [row for row in every if budget is None or not row.cost > budget]
    cheapest = min((row.cost for row in every if np.isfinite(row.cost)), default=np.inf)
    require(bool(known), "choice.budget", "budget-too-small", budget, cheapest=cheapest)
    most = max(row.lasting_w for row in known)
    near = [row for row in known if dbw(most) - dbw(row.lasting_w) <= within_db + 1e-9]
    return max(near, key=lambda row: _value(row, db_worth))


def _value(row: Row, db_worth: float) -> float:
    """What it is worth in money, its price taken away."""
    return db_worth * dbw(row.lasting_w) - (np.inf if np.isnan(row.cost) else row.cost)


def towards(every: Sequence[Row], wanted: Towards) -> list[Row]:
    """The same rows by what leaves another way, on every band."""
    out = []
    for row in every:
        # What leaves at each frequency of a band goes that way as the mean of the band does.
        share = row.seen.by_band(row.seen.towards([wanted] * len(row.seen.bands)))
        watts = row.sky_w * share
        weights = np.array([band.weight for band in row.seen.bands])
        weights = weights / weights.sum() if weights.sum() > 0 else np.full(len(watts), 1 / len(watts))
        total = float(watts @ weights)
        # Rain takes the same share, whatever the way; by band it is not told apart.
        lasting = total * row.lasting_w / max(row.watts, LEAST_W)
        out.append(replace(row, towards_w=watts, watts=total, lasting_w=lasting))
    return sorted(out, key=lambda row: -row.watts)


_WIRES, _FEEDS = 3, 3
"""Of the wires that put most towards far places so many are looked at over other soils, each with so many of
its best feeds."""


def vertical_wins(every: Sequence[Row], around: Around) -> list[str]:
    """Over which soils the best vertical puts more towards far places than the best of the wires."""
    far = replace(around, place=replace(around.place, towards="far", by_band=()), wet_share=0.0)
    by_hung: dict[Hung, list[Row]] = {}
    for row in towards(every, "far"):
        by_hung.setdefault(row.seen.hung, []).append(row)
    uprights = [way for way in by_hung if way.kind == "vertical"]
    wires = [way for way in by_hung if way.kind != "vertical"][:_WIRES]

    def most(choices: Sequence[Hung], soil: Ground) -> float:
        watts = [0.0]
        for hung in choices:
            feeds = by_hung[hung][:_FEEDS]
            in_soil = seen(hung, soil, feeds[0].seen.bands)
            if in_soil is not None:
                chosen = tuple(row.candidate for row in feeds)
                watts += [row.watts for row in fed_by(in_soil, chosen, feeds[0].site, far)]
        return max(watts)

    wins = each(lambda soil: most(uprights, soil) > most(wires, soil), SOILS.values())
    return [name for name, won in zip(SOILS, wins, strict=True) if won]
