"""All suppositions at a first look, those worth it closely, and two at once among them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import combinations

import numpy as np

from tithe.core.arrays import Real
from tithe.core.cost import Pause, go_on
from tithe.core.log.case import Case
from tithe.core.log.causes import suppositions
from tithe.core.log.evidence import Weighed
from tithe.core.log.feed import Feed
from tithe.core.log.often import CauseId
from tithe.core.log.slips import NONE
from tithe.core.log.supposed import NOTHING, Supposed
from tithe.core.log.weighing import settled, weighed
from tithe.core.message import tell

FIRST = 24
"""Of many readings so many are looked at first."""
PAIRS = 120
"""So many pairs of causes are looked at, at most."""
_WORTH = 14.0
"""How much less likely (ln) than the likeliest a supposition may be to be looked at closely."""
_CLOSELY, _LEAST_CLOSELY, _NUMBERS = 160, 4, 4e6
_PAIRED = 5
_OPEN_SCALE = 1.0


def explained(
    case: Case,
    feed: Feed,
    often: Mapping[CauseId, float] | None = None,
    pause: Pause = go_on,
    *,
    unread: bool = False,
) -> tuple[Weighed, Weighed]:
    """All suppositions at a first look, and those worth it closely; two at once among them."""
    every = suppositions(case, often, unread=unread)
    pause()
    looked = weighed(case, feed, every) if len(case.readings) <= FIRST else _of_some(case, feed, every)
    pause()
    most = closely_looked_at(len(case.columns))
    likely = _likely(looked.weight, most)
    described = next(n for n, supposed in enumerate(every) if supposed.cause == "as-described")
    likely += [described] if described not in likely else []  # what it would be is always told beside
    close = settled(_again(case, feed, looked, likely), feed)
    pause()
    pairs = _pairs(looked)
    if pairs:
        two = weighed(case, feed, pairs) if len(case.readings) <= FIRST else _of_some(case, feed, pairs)
        better = [n for n in _likely(two.weight, most // 2) if two.weight[n] > close.weight.max() - _WORTH]
        if better:
            pause()
            close = close.beside(settled(_again(case, feed, two, better), feed))
    return looked, close


def closely_looked_at(columns: int) -> int:
    """How many suppositions are looked at closely: fewer of very many readings, each of which takes room."""
    return int(np.clip(_NUMBERS / columns**2, _LEAST_CLOSELY, _CLOSELY))


def _likely(weight: Real, most: int) -> list[int]:
    order = np.argsort(-weight)[:most]
    return [int(n) for n in order if weight[n] > weight.max() - _WORTH]


def _of_some(case: Case, feed: Feed, every: Sequence[Supposed]) -> Weighed:
    """By some of many readings, evenly chosen; what is about another one alone is then nothing at all."""
    chosen = np.unique(np.linspace(0, len(case.readings) - 1, FIRST).round().astype(int)).tolist()
    fewer = replace(case, readings=tuple(case.readings[n] for n in chosen))
    which = np.searchsorted(case.freq_hz, fewer.freq_hz)
    fewer = replace(fewer, gamma=case.gamma[:, which])
    less = Feed(feed.station, fewer.freq_hz, feed.gamma[:, which], feed.slope_ohm[:, which])
    near = []
    for supposed in every:
        only = tuple(chosen.index(n) for n in supposed.slip.only if n in chosen)
        slip = replace(supposed.slip, only=only) if only or not supposed.slip.only else NONE
        near.append(replace(supposed, slip=slip))
    return replace(weighed(fewer, less, near), supposed=list(every))


def _again(case: Case, feed: Feed, looked: Weighed, chosen: Sequence[int]) -> Weighed:
    if looked.case is case:
        return looked[chosen]
    return weighed(case, feed, [looked.supposed[n] for n in chosen])


def _pairs(looked: Weighed) -> list[Supposed]:
    """Two causes at once, of the likeliest that are not the same; where nothing explains the readings by
    itself, the scale of each meter with whatever else may be wrong."""
    weight = looked.weight
    if looked.supposed[int(np.argmax(weight))].cause == "other":
        return _with_scales(looked.supposed)
    best: dict[str, list[int]] = {}
    for n in np.argsort(-weight):
        mine = best.setdefault(looked.supposed[n].cause, [])
        if len(mine) < _PAIRED and looked.supposed[n].cause not in ("as-described", "other"):
            mine.append(int(n))
    names = sorted((name for name, mine in best.items() if mine), key=lambda name: -weight[best[name][0]])
    out = []
    for first, second in combinations(names[:_PAIRED], 2):
        for a in best[first]:
            for b in best[second]:
                both = _both(looked.supposed[a], looked.supposed[b])
                if both is not None:
                    out.append(both)
    return sorted(out, key=lambda pair: -pair.log_prior)[:PAIRS]


def _with_scales(every: Sequence[Supposed]) -> list[Supposed]:
    scales = [supposed for supposed in every if supposed.slip.log_factor_sd >= _OPEN_SCALE]
    changes = [
        supposed for supposed in every if supposed.change != NOTHING and supposed.cause != "as-described"
    ]
    both = (_both(change, scale) for scale in scales for change in changes)
    return [supposed for supposed in both if supposed is not None]


def _both(a: Supposed, b: Supposed) -> Supposed | None:
    """Two causes at once, told as the rarer one; None of two slips, which are read too seldom together."""
    if a.slip != NONE and b.slip != NONE:
        return None
    slip = a.slip if a.slip != NONE else b.slip
    if slip.other_state and (a.change != NOTHING or b.change != NOTHING):
        return None
    rarer, likelier = (a, b) if a.log_prior <= b.log_prior else (b, a)
    message = tell("cause.both", first=rarer.message, second=likelier.message)
    prior = a.log_prior + b.log_prior
    return replace(rarer, message=message, log_prior=prior, change=a.change + b.change, slip=slip, pair=True)
