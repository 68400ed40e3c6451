"""Each antenna of a place with every place of the match and every line, by the watts that leave towards
where one wants to be heard.

Antennas that are fed alike, over lengths of their own, are computed in one pass.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from tithe.core.arrays import Mask, Real, decibels
from tithe.core.choose import Candidate, Kit, Site, Wishes, candidates, evaluate
from tithe.core.choose.kit import USUAL_INDOOR_M
from tithe.core.choose.tried import DB_WORTH
from tithe.core.choose.worlds import WET_SHARE, in_rain
from tithe.core.cost import Pause, go_on
from tithe.core.parts.line import attenuation_db_per_m
from tithe.core.planning.place import Hung, Place, Towards
from tithe.core.planning.seen import Seen, question_of, seen
from tithe.core.station import Station

LEAST_W = 1e-6
OF_EACH = 6
"""Of an antenna so many places of the match are told."""


@dataclass(frozen=True)
class Around:
    """What an antenna is looked at with: the ``station`` whose transmitter and bands count, what there is to
    build of and what is wanted, the place, what an antenna costs as ``built`` and its feed as ``bought``,
    what a dB is worth, how much of a run is indoors, m, and the share of wet days."""

    station: Station
    kit: Kit
    wishes: Wishes
    place: Place
    built: Callable[[Hung], float]
    bought: Callable[[Candidate], float]
    db_worth: float = DB_WORTH
    indoor_m: float = USUAL_INDOOR_M
    wet_share: float = WET_SHARE

    @property
    def wanted(self) -> tuple[Towards, ...]:
        """Where one wants to be heard on each band."""
        return self.place.wanted(self.station.bands)


@dataclass(frozen=True)
class Row:
    """An antenna with a place of the match and its best line there: ``sky_w`` and ``towards_w`` by band (B,),
    ``watts``: over the bands by their weights; ``lasting_w``: the same over dry and wet days, by their dB;
    ``unmatched``: the bands on which the tuner does not match at each frequency looked at."""

    seen: Seen
    candidate: Candidate
    site: Site
    sky_w: Real
    towards_w: Real
    watts: float
    lasting_w: float
    cost: float
    unmatched: tuple[str, ...] = ()


@dataclass(frozen=True)
class Lot:
    """A antennas that are fed alike: the ``sites`` of their feeds, and of each its ``ways``, N candidates
    which differ from another antenna's by the lengths alone; of each place of the match the line that loses
    least comes first."""

    seen: tuple[Seen, ...]
    sites: tuple[Site, ...]
    ways: tuple[tuple[Candidate, ...], ...]

    @property
    def places(self) -> list[str]:
        """Those of the match, by candidate."""
        return [way.placement for way in self.ways[0]]

    def only(self, which: Sequence[int]) -> Lot:
        """The same antennas with some of the candidates."""
        return replace(self, ways=tuple(tuple(mine[n] for n in which) for mine in self.ways))

    @cached_property
    def together(self) -> tuple[Candidate, ...]:
        """The candidates with the antennas' lengths side by side, (A, 1)."""
        return tuple(_side_by_side(ones) for ones in zip(*self.ways, strict=True))


def _side_by_side(ones: Sequence[Candidate]) -> Candidate:
    first, lengths = ones[0], np.array([[item.length_m or 0.0 for item in site.items] for site in ones])
    items = tuple(
        item if item.length_m is None else replace(item, length_m=lengths[:, n, None])  # type: ignore[arg-type]
        for n, item in enumerate(first.items)
    )
    return replace(first, items=items)


def site_of(hung: Hung, indoor_m: float = USUAL_INDOOR_M) -> Site:
    """The lengths of its feed, so much of it indoors."""
    run = max(hung.run_m + indoor_m, 1.0)
    return Site(run, min(indoor_m, run), min(hung.lead_m, run))


def alike(every: Sequence[Seen], around: Around) -> list[Lot]:
    """Antennas in lots that are fed alike."""
    ways: dict[tuple[Site, bool], tuple[tuple[Candidate, ...], tuple[tuple[str, ...], ...]]] = {}
    by_items: dict[tuple[tuple[str, ...], ...], list[tuple[Seen, Site, tuple[Candidate, ...]]]] = {}
    for candidate in every:
        site, balanced = site_of(candidate.hung, around.indoor_m), candidate.hung.shape.balanced
        if (site, balanced) not in ways:
            mine = _ways(candidate, site, around)
            ways[site, balanced] = mine, tuple((way.id, *(item.token for item in way.items)) for way in mine)
        mine, parts = ways[site, balanced]
        by_items.setdefault(parts, []).append((candidate, site, mine))
    return [Lot(*zip(*members, strict=True)) for members in by_items.values()]


def _ways(seen: Seen, site: Site, around: Around) -> tuple[Candidate, ...]:
    mine = replace(around.wishes, fed_against_ground=not seen.hung.shape.balanced)
    high = np.array([max(band.high_hz for band in seen.bands)])
    loss = {token: float(attenuation_db_per_m(line, high)[0]) for token, line in around.kit.lines.items()}
    every = candidates(site, around.kit, mine)
    places = list(dict.fromkeys(way.placement for way in every))
    return tuple(sorted(every, key=lambda way: (places.index(way.placement), loss[way.line])))


def first_rows(lot: Lot, around: Around, pause: Pause = go_on) -> list[list[Row]]:
    """Behind each antenna of a lot each place of the match on the line that loses least there, those that put
    most where it is wanted first."""
    places = lot.places
    fed = _fed(lot.only([n for n, place in enumerate(places) if place not in places[:n]]), around, pause)
    return [_most_first([fed.row(n, a) for n in range(len(fed.watts))]) for a in range(len(lot.seen))]


def rows(
    lot: Lot,
    around: Around,
    first: Sequence[Sequence[Row]] | None = None,
    within_db: float = np.inf,
    pause: Pause = go_on,
) -> list[list[Row]]:
    """Behind each antenna of a lot each place of the match with the line that is worth most for its price
    there, dry and wet, those that put most where it is wanted first. With their ``first`` rows only places
    are told that are among the best of those by ``within_db``, `OF_EACH` of them at the least: on the line
    that loses least a place does about as well as it can."""
    near = [set(lot.places) if first is None else _near(first[a], within_db) for a in range(len(lot.seen))]
    lot = lot.only([n for n, place in enumerate(lot.places) if any(place in mine for mine in near)])
    fed, places = _fed(lot, around, pause), np.array(lot.places)
    value = fed.value(around.db_worth)
    out = []
    for a, mine in enumerate(near):
        of_place = [np.flatnonzero(places == place) for place in dict.fromkeys(lot.places) if place in mine]
        best = [int(members[np.argmax(value[members, a])]) for members in of_place]
        out.append(_most_first([fed.row(n, a) for n in best]))
    return out


def _near(first: Sequence[Row], within_db: float) -> set[str]:
    """Of an antenna the places that are among its best."""
    most = max((dbw(row.watts) for row in first), default=0.0) - within_db
    return {row.candidate.placement for n, row in enumerate(first) if n < OF_EACH or dbw(row.watts) >= most}


def _most_first(every: list[Row]) -> list[Row]:
    return sorted(every, key=lambda row: -row.watts)


def dbw(watts: float) -> float:
    """Over 1 W, of nothing at all a number still."""
    return float(decibels(max(watts, LEAST_W)))


def closely(row: Row, around: Around) -> Row:
    """The row on the fine mesh, from edge to edge of every band; as it is where that is beyond the method."""
    fine = seen(row.seen.hung, around.place.ground, row.seen.bands, closely=True)
    return row if fine is None else fed_by(fine, (row.candidate,), row.site, around)[0]


def fed_by(seen: Seen, chosen: tuple[Candidate, ...], site: Site, around: Around) -> list[Row]:
    """An antenna behind some candidates."""
    fed = _fed(Lot((seen,), (site,), (chosen,)), around)
    return [fed.row(n, 0) for n in range(len(chosen))]


@dataclass(frozen=True)
class _Fed:
    """A lot of A antennas behind N candidates: ``sky_w`` and ``towards_w`` by band (N, A, B), ``watts`` over
    the bands and ``lasting_w`` over dry and wet days (N, A), what is ``matched`` (N, A, B), ``cost`` (N,
    A)."""

    lot: Lot
    sky_w: Real
    towards_w: Real
    watts: Real
    lasting_w: Real
    matched: Mask
    cost: Real

    def value(self, db_worth: float) -> Real:
        """What each is worth in money, its price taken away, (N, A)."""
        db = np.asarray(decibels(np.maximum(self.lasting_w, LEAST_W)))
        return np.asarray(db_worth * db - np.where(np.isnan(self.cost), np.inf, self.cost))

    def row(self, n: int, a: int) -> Row:
        seen = self.lot.seen[a]
        unmatched = tuple(b.name for b, fits in zip(seen.bands, self.matched[n, a], strict=True) if not fits)
        return Row(
            seen,
            self.lot.ways[a][n],
            self.lot.sites[a],
            self.sky_w[n, a],
            self.towards_w[n, a],
            float(self.watts[n, a]),
            float(self.lasting_w[n, a]),
            float(self.cost[n, a]),
            unmatched,
        )


def _fed(lot: Lot, around: Around, pause: Pause = go_on) -> _Fed:
    chosen, kit = lot.together, around.kit
    question = question_of(lot.seen, around.station)
    by_band = lot.seen[0].by_band
    if not chosen:
        none = np.zeros((0, len(lot.seen), len(question.bands)))
        return _Fed(lot, none, none, none[..., 0], none[..., 0], none > 0, none[..., 0])
    grid = evaluate(question, kit, chosen, pause)
    way = np.array([seen.towards(around.wanted) for seen in lot.seen])
    weights = question.weights / question.weights.sum()
    towards = by_band(grid.radiated_w * way)
    watts = towards @ weights
    wet = watts.copy()
    open_to_rain = [n for n, candidate in enumerate(chosen) if kit.lines[candidate.line].wet_factor > 1]
    if open_to_rain and around.wet_share > 0:
        wettable = tuple(chosen[n] for n in open_to_rain)
        wet[open_to_rain] = (
            by_band(evaluate(question, in_rain(kit), wettable, pause).radiated_w * way) @ weights
        )
    lasting = _over_days(watts, wet, around.wet_share)
    matched = by_band(grid.matched.astype(float)) > 1 - 1e-9
    return _Fed(lot, by_band(grid.radiated_w), towards, watts, lasting, matched, _costs(lot, around))


def _costs(lot: Lot, around: Around) -> Real:
    """Of each candidate with its antenna, (N, A)."""
    of_site: dict[Site, Real] = {}
    for site, ways in zip(lot.sites, lot.ways, strict=True):
        if site not in of_site:
            of_site[site] = np.array([around.bought(way) for way in ways])
    built = [around.built(seen.hung) for seen in lot.seen]
    return np.stack([of_site[site] + own for site, own in zip(lot.sites, built, strict=True)], axis=1)


def _over_days(dry: Real, wet: Real, wet_share: float) -> Real:
    """Watts over dry and wet days, by their dB."""
    return np.asarray(np.maximum(dry, LEAST_W) ** (1 - wet_share) * np.maximum(wet, LEAST_W) ** wet_share)
