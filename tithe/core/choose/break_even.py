"""Break-even: from which length of run, and from which SWR, another place or line begins to win.

The lengths are tried through `solve` with everything else as it is; a winner is one that radiates the chosen
number of dB more, over the bands by their weights. The SWR is read off the handbook's contour for the run's
matched loss.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from tithe.core.arrays import Real, decibels
from tithe.core.choose.grid import Question, evaluate, evaluating_s
from tithe.core.choose.kit import Kit, Site
from tithe.core.choose.placements import PLACEMENTS, Candidate
from tithe.core.cost import Pause, go_on, refuse_beyond
from tithe.core.message import Message, tell

LENGTHS_M = (2.0, 3.0, 5.0, 8.0, 12.0, 18.0, 26.0, 38.0, 55.0, 80.0, 120.0)


@dataclass(frozen=True)
class BreakEven:
    """Rivals against ``base``: both scores in W and the gain in dB at each length, and the length from which
    it wins by ``within_db`` (None: at none)."""

    base: Candidate
    rival: Candidate
    length_m: Real
    base_w: Real
    rival_w: Real
    gain_db: Real
    within_db: float
    wins_from_m: float | None
    message: Message


def break_evens(
    question: Question,
    kit: Kit,
    site: Site,
    coax: str,
    open_line: str,
    within_db: float,
    pause: Pause = go_on,
) -> list[BreakEven]:
    """The match in the room, on one coax, against the feedpoint on the same coax, and against open line (an
    empty token: none)."""
    rivals = [("room", coax), ("feedpoint", coax), *([("open-room", open_line)] if open_line else [])]
    made = [_candidate(slug, line, site, kit) for slug, line in rivals]
    seconds = len(LENGTHS_M) * evaluating_s(question, kit, tuple(made))
    refuse_beyond(seconds, "fewer-bands")
    sites = (_shortened(site, length) for length in LENGTHS_M)
    scores = np.array([_scores(question, kit, tried_site, rivals, pause) for tried_site in sites]).T
    results = []
    for n in range(1, len(rivals)):
        gain = decibels(scores[n] / np.maximum(scores[0], 1e-30))
        results.append(_against(made[0], made[n], scores[0], scores[n], gain, within_db))
    return results


def _candidate(slug: str, line: str, site: Site, kit: Kit) -> Candidate:
    return next(place for place in PLACEMENTS if place.slug == slug).candidate(line, site, kit)


def _shortened(site: Site, run_m: float) -> Site:
    """The site with another run; what is indoors and the lead take half of it at the most."""
    return Site(run_m, min(site.indoor_m, run_m / 2), min(site.lead_m, run_m / 2))


def _scores(
    question: Question, kit: Kit, site: Site, rivals: list[tuple[str, str]], pause: Pause
) -> list[float]:
    chosen = tuple(_candidate(slug, line, site, kit) for slug, line in rivals)
    return [float(score) for score in evaluate(question, kit, chosen, pause).score_w]


def _against(
    base: Candidate, rival: Candidate, base_w: Real, rival_w: Real, gain_db: Real, within_db: float
) -> BreakEven:
    lengths = np.array(LENGTHS_M)
    wins = np.flatnonzero(gain_db >= within_db)
    start: float | None = None
    if wins.size:
        k = int(wins[0])
        start = float(lengths[0])
        if k > 0:  # straight between the lengths tried, in log length
            share = (within_db - gain_db[k - 1]) / (gain_db[k] - gain_db[k - 1])
            start = float(np.exp(np.log(lengths[k - 1]) + share * np.log(lengths[k] / lengths[k - 1])))
    names = {"rival": tell(f"placement.{rival.placement}"), "base": tell(f"placement.{base.placement}")}
    of = {**names, "within_db": within_db}
    if start is None:
        message = tell("break-even.never", up_to_m=float(lengths[-1]), **of)
    elif start <= lengths[0]:
        message = tell("break-even.always", from_m=float(lengths[0]), **of)
    else:
        message = tell("break-even.from", from_m=start, **of)
    return BreakEven(base, rival, lengths, base_w, rival_w, gain_db, within_db, start, message)
