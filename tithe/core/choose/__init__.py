"""Where the match belongs, and which feedline: candidates, their evaluation, their ranking and what would
flip it."""

from tithe.core.choose.advice import (
    find_first,
    finding_out,
    missing_prices,
    named,
    not_worth,
    of_hundred,
    sure,
    verdict,
)
from tithe.core.choose.break_even import BreakEven, break_evens
from tithe.core.choose.depends import Doubt
from tithe.core.choose.find_out import Worth
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
from tithe.core.choose.judged import Judged, School, closer, judged
from tithe.core.choose.kit import Kit, SeenAntenna, Site, ThroughPresentRun
from tithe.core.choose.lengths import Lengths, safe_lengths
from tithe.core.choose.loss_map import LEVELS_DB, Point, contour_matched_db, contour_swr, points
from tithe.core.choose.placements import PLACEMENTS, Candidate, Item, Placement, Wishes, candidates
from tithe.core.choose.rank import Purchase, Ranking, cost, rank, to_buy
from tithe.core.choose.tried import Tried, tried
from tithe.core.choose.unmatched import guessed_bands, how_used, shortcomings
from tithe.core.choose.worlds import Uncertain, Worlds, worlds

__all__ = [
    "EVERY_THIRD",
    "LEVELS_DB",
    "PLACEMENTS",
    "BreakEven",
    "Candidate",
    "Doubt",
    "Grid",
    "Item",
    "Judged",
    "Kit",
    "Lengths",
    "Placement",
    "Point",
    "Purchase",
    "Question",
    "Ranking",
    "School",
    "SeenAntenna",
    "Site",
    "ThroughPresentRun",
    "Tried",
    "Uncertain",
    "Wishes",
    "Worlds",
    "Worth",
    "break_evens",
    "candidates",
    "closer",
    "contour_matched_db",
    "contour_swr",
    "cost",
    "evaluate",
    "evaluated",
    "evaluating_s",
    "find_first",
    "finding_out",
    "guessed_bands",
    "how_used",
    "joined",
    "judged",
    "missing_prices",
    "named",
    "not_worth",
    "of_hundred",
    "parts_of",
    "points",
    "question",
    "rank",
    "safe_lengths",
    "shortcomings",
    "sure",
    "to_buy",
    "tried",
    "verdict",
    "worlds",
]
