"""Where the match belongs, and which feedline: candidates, their evaluation, their ranking and what would
flip it."""

from tithe.core.choose.advice import missing_prices, named, not_worth, sure, verdict
from tithe.core.choose.break_even import BreakEven, break_evens
from tithe.core.choose.grid import (
    EVERY_THIRD,
    Grid,
    Question,
    evaluate,
    evaluated,
    evaluating_s,
    joined,
    parts_of,
    question,
)
from tithe.core.choose.kit import Kit, SeenAntenna, Site, ThroughPresentRun
from tithe.core.choose.lengths import Lengths, safe_lengths
from tithe.core.choose.loss_map import LEVELS_DB, Point, contour_matched_db, contour_swr, points
from tithe.core.choose.placements import PLACEMENTS, Candidate, Item, Placement, Wishes, candidates
from tithe.core.choose.rank import Purchase, Ranking, cost, rank, to_buy
from tithe.core.choose.sensitivity import ASSUMPTIONS, Doubt, assumptions, doubts
from tithe.core.choose.unmatched import guessed_bands, how_used, shortcomings

__all__ = [
    "ASSUMPTIONS",
    "EVERY_THIRD",
    "LEVELS_DB",
    "PLACEMENTS",
    "BreakEven",
    "Candidate",
    "Doubt",
    "Grid",
    "Item",
    "Kit",
    "Lengths",
    "Placement",
    "Point",
    "Purchase",
    "Question",
    "Ranking",
    "SeenAntenna",
    "Site",
    "ThroughPresentRun",
    "Wishes",
    "assumptions",
    "break_evens",
    "candidates",
    "contour_matched_db",
    "contour_swr",
    "cost",
    "doubts",
    "evaluate",
    "evaluated",
    "evaluating_s",
    "guessed_bands",
    "how_used",
    "joined",
    "missing_prices",
    "named",
    "not_worth",
    "parts_of",
    "points",
    "question",
    "rank",
    "safe_lengths",
    "shortcomings",
    "sure",
    "to_buy",
    "verdict",
]
