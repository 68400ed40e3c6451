"""What a measurement changed: the decision beside the one that stood when its owner went to measure."""

from __future__ import annotations

import numpy as np

from tithe.core.choose import Judged, named, of_hundred
from tithe.core.message import Messages, tell
from tithe.document.choice import Choice


def found_out(choice: Choice, judged: Judged) -> Messages:
    """What became of a decision by what was measured since; nothing where nothing was set out for, or it is
    not known any better yet."""
    before = choice.settings.finding
    if before is None or choice.known[before.what] == before.known:
        return ()
    what = tell(f"find.{before.what}")
    candidates = judged.ranking.grid.candidates
    decided = candidates[judged.ranking.decision]
    now = right_in(judged, judged.ranking.decision)
    if decided.id == before.decision:
        if before.right_in is None or now is None:
            return (tell("found.same", what=what, name=before.name),)
        shares = {"was": of_hundred(before.right_in), "now": of_hundred(now)}
        return (tell("found.same-surer", what=what, name=before.name, **shares),)
    old = next((n for n, candidate in enumerate(candidates) if candidate.id == before.decision), None)
    new = named(decided, choice.names)
    if old is None:
        return (tell("found.gone", what=what, name=before.name, new=new),)
    gain_db = _behind(judged, old) - _behind(judged, judged.ranking.decision)
    said = tell("found.gains", db=gain_db) if gain_db >= 0 else tell("found.loses", db=-gain_db)
    if not np.isfinite(gain_db):
        said = tell("found.gains-all")
    costs = judged.ranking.costs
    dearer = float(costs[judged.ranking.decision] - costs[old])
    code = "unpriced" if not np.isfinite(dearer) else _money(dearer)
    money = tell(f"found.{code}", money=abs(dearer) if np.isfinite(dearer) else 0.0)
    return (tell("found.other", what=what, name=before.name, new=new, gain=said, money=money),)


def _money(dearer: float) -> str:
    return "dearer" if dearer > 0.5 else "cheaper" if dearer < -0.5 else "alike"


def right_in(judged: Judged, n: int) -> float | None:
    """In which share of the worlds the ``n``-th candidate is right; None of one not tried there."""
    at = judged.place(n)
    if at is None:
        return None
    return min(float(judged.tried.right_in(judged.ranking.within_db)[at]), 1.0)


def _behind(judged: Judged, n: int) -> float:
    """How far behind the best: in the middle of the worlds where it was tried there, else as all is typed."""
    at = judged.place(n)
    return float(judged.ranking.behind_db[n] if at is None else judged.tried.middle_db[at])
