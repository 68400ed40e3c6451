"""Antennas among the choices: each that fits in a place, with every place of the match and every line, by the
watts that leave towards where one wants to be heard.

First each on the coarse mesh at the middle of every band; then the best with their lines in the worlds that
may be, on the fine mesh with what each estimate leaves open. Near is what leaves above 30°, far what leaves
below; soil counts alike for every kind, since only what leaves for the sky does.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np

from tithe.core.antenna import PlannedAntenna
from tithe.core.arrays import Complex, Real, decibels
from tithe.core.at_once import each
from tithe.core.choose import Candidate, Kit, Question, SeenAntenna, Site, Wishes, candidates, evaluate
from tithe.core.choose.kit import USUAL_INDOOR_M
from tithe.core.choose.tried import DB_WORTH, quantile
from tithe.core.choose.worlds import WET_SHARE, Ohms, Uncertain, in_rain, worlds
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.parts.line import attenuation_db_per_m
from tithe.core.planning.place import Hung, Place, Towards
from tithe.core.station import Band, Station
from tithe.core.twoport import Port
from tithe.core.wires.estimate import CASES, Plan, looked_at, ready, seconds
from tithe.core.wires.ground import SOILS, Ground
from tithe.core.wires.metal import METALS

_LEAST_W = 1e-6
OF_EACH = 6
"""Of an antenna so many places of the match are told."""


@dataclass(frozen=True)
class Seen:
    """An antenna on B bands, at ``freq_hz`` (F,), as many of them on each: its impedance, what of it leaves
    for the sky and what it takes itself, Ω, and the share of that which leaves below 30°, each (F,)."""

    hung: Hung
    bands: tuple[Band, ...]
    freq_hz: Real
    z_ohm: Complex
    sky_ohm: Real
    loss_ohm: Real
    low_share: Real

    def towards(self, wanted: Sequence[Towards]) -> Real:
        """Of what leaves for the sky the share that goes where it is wanted on each band, (F,)."""
        shares = {"near": 1 - self.low_share, "far": self.low_share, "both": np.ones(len(self.low_share))}
        of_each = len(self.freq_hz) // len(self.bands)
        return np.array([shares[wanted[n // of_each]][n] for n in range(len(self.freq_hz))])

    def by_band(self, values: Real) -> Real:
        """The mean over each band of what is told at every frequency, (…, F) to (…, B)."""
        return np.asarray(values.reshape(*values.shape[:-1], len(self.bands), -1).mean(axis=-1))


@dataclass(frozen=True)
class Around:
    """What an antenna is looked at with: the ``station`` whose transmitter and bands count, what there is to
    build of and what is wanted, the place, what a feed costs with its antenna, what a dB is worth, how much
    of a run is indoors, m, and the share of wet days."""

    station: Station
    kit: Kit
    wishes: Wishes
    place: Place
    cost: Callable[[Hung, Candidate, Site], float]
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


def plan_of(hung: Hung, ground: Ground) -> Plan:
    """The antenna as it would be built, of copper, on the coarse mesh."""
    return Plan(hung.shape, ground, METALS["copper"], coarse=True)


def bands_of(hung: Hung, ground: Ground, bands: Sequence[Band]) -> tuple[Band, ...]:
    """Those at which its wires can be computed."""
    low, high = PlannedAntenna(plan_of(hung, ground)).range_hz
    return tuple(band for band in bands if low <= band.low_hz and band.high_hz <= high)


def seen(hung: Hung, ground: Ground, bands: Sequence[Band], closely: bool = False) -> Seen | None:
    """An antenna at the middle of each band, ``closely``: on the fine mesh and at the edges too; None where
    the method does not reach on all of them."""
    there = bands_of(hung, ground, bands)
    if len(there) < len(bands):
        return None
    plan = replace(plan_of(hung, ground), coarse=not closely)
    freqs = [f for band in bands for f in _looked_at_on(band, closely)]
    ready(plan, freqs)
    try:
        found = [looked_at(plan, f) for f in freqs]
    except InputError:
        return None
    z, sky, loss = (
        np.array([getattr(fed, name) for fed, _ in found]) for name in ("z_ohm", "sky_ohm", "loss_ohm")
    )
    return Seen(hung, tuple(bands), np.array(freqs), z, sky, loss, np.array([low for _, low in found]))


def _looked_at_on(band: Band, closely: bool) -> tuple[float, ...]:
    return (band.low_hz, band.middle_hz, band.high_hz) if closely else (band.middle_hz,)


def all_seen(
    every: Sequence[Hung], ground: Ground, bands: Sequence[Band], pause: Pause = go_on
) -> Iterator[Seen | None]:
    """Each of them, some at once."""

    def one(hung: Hung) -> Seen | None:
        pause()
        return seen(hung, ground, bands)

    yield from each(one, every)


def cost_s(every: Sequence[Hung], ground: Ground, bands: Sequence[Band], closely: int) -> float:
    """Seconds that they may take, ``closely`` of them with all their cases."""
    freqs = [band.middle_hz for band in bands]
    each_s = sorted(
        seconds(plan_of(hung, ground), freqs)
        for hung in every
        if bands_of(hung, ground, bands) == tuple(bands)
    )
    return float(sum(each_s) + CASES * sum(each_s[-closely:]) + 0.01 * len(every) * len(bands))


def question_of(some: Sequence[Seen], station: Station) -> Question:
    """What is asked of a choice behind each of some antennas, a row of impedances each, at the frequencies at
    which they are seen."""
    first = some[0]
    z, sky, loss = (
        np.array([getattr(one, name) for one in some]) for name in ("z_ohm", "sky_ohm", "loss_ohm")
    )
    port = Port(z, np.ones(z.shape, dtype=np.complex128))
    antenna = SeenAntenna(first.freq_hz, port, "antenna", Ohms(loss), Ohms(sky))
    return Question(replace(station, chain=()), antenna, first.bands, first.freq_hz)


def site_of(hung: Hung, indoor_m: float = USUAL_INDOOR_M) -> Site:
    """The lengths of its feed, so much of it indoors."""
    run = max(hung.run_m + indoor_m, 1.0)
    return Site(run, min(indoor_m, run), min(hung.lead_m, run))


def alike(every: Sequence[Seen], around: Around) -> list[list[Seen]]:
    """Antennas that are fed alike, over lengths of the same feed: each lot is computed in one pass."""
    found: dict[tuple[Site, bool], list[Seen]] = {}
    for one in every:
        key = site_of(one.hung, around.indoor_m), one.hung.shape.balanced
        found.setdefault(key, []).append(one)
    return list(found.values())


def first_rows(lot: Sequence[Seen], around: Around, pause: Pause = go_on) -> list[list[Row]]:
    """Behind each of some antennas that are fed alike each place of the match on the line that loses least
    there, those that put most where it is wanted first."""
    site, found = _ways(lot[0], around)
    every = _fed(lot, tuple(some[0] for some in found.values()), site, around, pause)
    return [sorted(mine, key=lambda row: -row.watts) for mine in every]


def rows(
    lot: Sequence[Seen],
    around: Around,
    first: Sequence[Sequence[Row]] | None = None,
    within_db: float = np.inf,
    pause: Pause = go_on,
) -> list[list[Row]]:
    """Behind each of some antennas that are fed alike each place of the match with the line that is worth
    most for its price there, dry and wet, those that put most where it is wanted first. With their ``first``
    rows only places are told that are among the best of those by ``within_db``, `OF_EACH` of them at the
    least: on the line that loses least a place does about as well as it can."""
    site, found = _ways(lot[0], around)
    kept = [set(found) if first is None else _near(first[n], within_db) for n in range(len(lot))]
    there = tuple(one for place, some in found.items() if any(place in mine for mine in kept) for one in some)
    out = []
    for mine, every in zip(kept, _fed(lot, there, site, around, pause), strict=True):
        best: dict[str, Row] = {}
        for row in sorted(every, key=lambda row: -_value(row, around.db_worth)):
            if row.candidate.placement in mine:
                best.setdefault(row.candidate.placement, row)
        out.append(sorted(best.values(), key=lambda row: -row.watts))
    return out


def _near(first: Sequence[Row], within_db: float) -> set[str]:
    """Of an antenna the places that are among its best."""
    most = max((_db(row.watts) for row in first), default=0.0) - within_db
    return {row.candidate.placement for n, row in enumerate(first) if n < OF_EACH or _db(row.watts) >= most}


def _ways(one: Seen, around: Around) -> tuple[Site, dict[str, list[Candidate]]]:
    """The lengths of its feed, and of each place of the match its lines, that which loses least first."""
    site = site_of(one.hung, around.indoor_m)
    mine = replace(around.wishes, fed_against_ground=not one.hung.shape.balanced)
    high = np.array([max(band.high_hz for band in one.bands)])
    loss = {token: float(attenuation_db_per_m(line, high)[0]) for token, line in around.kit.lines.items()}
    found: dict[str, list[Candidate]] = {}
    for candidate in sorted(candidates(site, around.kit, mine), key=lambda one: loss[one.line]):
        found.setdefault(candidate.placement, []).append(candidate)
    return site, found


def closely(row: Row, around: Around) -> Row:
    """The row on the fine mesh, from edge to edge of every band; as it is where that is beyond the method."""
    fine = seen(row.seen.hung, around.place.ground, row.seen.bands, closely=True)
    if fine is None:
        return row
    return _fed([fine], (row.candidate,), row.site, around)[0][0]


def _fed(
    lot: Sequence[Seen], chosen: tuple[Candidate, ...], site: Site, around: Around, pause: Pause = go_on
) -> list[list[Row]]:
    """Each of some antennas behind each of some candidates."""
    if not chosen:
        return [[] for _ in lot]
    asked, kit = question_of(lot, around.station), around.kit
    grid = evaluate(asked, kit, chosen, pause)
    way = np.array([one.towards(around.wanted) for one in lot])
    weights = asked.weights / asked.weights.sum()
    by_band = lot[0].by_band
    towards = by_band(grid.radiated_w * way)  # (N, P, B)
    watts = towards @ weights
    wet = watts.copy()
    open_to_rain = [n for n, one in enumerate(chosen) if kit.lines[one.line].wet_factor > 1]
    if open_to_rain and around.wet_share > 0:
        some = tuple(chosen[n] for n in open_to_rain)
        wet[open_to_rain] = by_band(evaluate(asked, in_rain(kit), some, pause).radiated_w * way) @ weights
    lasting = _over_days(watts, wet, around.wet_share)
    sky = by_band(grid.radiated_w)
    matched = by_band(grid.matched.astype(float)) > 1 - 1e-9
    out = []
    for p, one in enumerate(lot):
        mine = []
        for n, candidate in enumerate(chosen):
            unmatched = tuple(b.name for b, fits in zip(one.bands, matched[n, p], strict=True) if not fits)
            costs = around.cost(one.hung, candidate, site)
            power = float(watts[n, p]), float(lasting[n, p])
            mine.append(Row(one, candidate, site, sky[n, p], towards[n, p], *power, costs, unmatched))
        out.append(mine)
    return out


def _over_days(dry: Real, wet: Real, wet_share: float) -> Real:
    """Watts over dry and wet days, by their dB."""
    return np.asarray(np.maximum(dry, _LEAST_W) ** (1 - wet_share) * np.maximum(wet, _LEAST_W) ** wet_share)


@dataclass(frozen=True)
class Standing:
    """Rows beside each other in W worlds: ``watts`` (R, W) towards where it is wanted, and how much each
    world counts, (W,)."""

    rows: tuple[Row, ...]
    watts: Real
    weight: Real

    def right_in(self, within_db: float) -> Real:
        """In which share of the worlds each is within so much of the best of them, (R,)."""
        short = decibels(np.maximum(self.watts.max(axis=0), _LEAST_W) / np.maximum(self.watts, _LEAST_W))
        return np.asarray(((short <= within_db + 1e-9) * self.weight).sum(axis=1))


def between(watts: Real, weight: Real) -> tuple[float, float]:
    """From what to what the watts (W,) lie in nine worlds of ten."""
    low, high = (float(quantile(watts[None], weight, share)[0]) for share in (0.05, 0.95))
    return low, high


def stood(row: Row, around: Around, uncertain: Uncertain, pause: Pause = go_on) -> tuple[Real, Real] | None:
    """What leaves towards where it is wanted in each world (W,), W, and how much each counts: how far off
    the estimate's cases are is told on the coarse mesh at the middle of the bands, about the row's own watts.
    None where a case of the estimate is beyond the method."""
    coarse = seen(row.seen.hung, around.place.ground, row.seen.bands)
    if coarse is None:
        return None
    antenna = PlannedAntenna(plan_of(row.seen.hung, around.place.ground))
    asked = question_of([coarse], replace(around.station, antenna=antenna))
    middle = _fed([coarse], (row.candidate,), row.site, replace(around, wet_share=0.0))[0][0].watts
    try:
        drawn = worlds(asked, around.kit, uncertain)
    except InputError:
        return None
    weights = asked.weights / asked.weights.sum() * coarse.towards(around.wanted)
    found = []
    for g in range(len(drawn.groups)):
        pause()
        there, other = drawn.in_group(g)
        found.append(evaluate(there, other, (row.candidate,), pause).radiated_w[0] @ weights)
    return np.concatenate(found) * row.watts / max(middle, _LEAST_W), drawn.weight.reshape(-1)


def beside(every: Sequence[tuple[Row, Real, Real]]) -> Standing:
    """Rows in as many worlds as each has: estimates of alike kinds have alike cases."""
    most = max((watts for _, watts, _ in every), key=len)
    weight = next(weight for _, watts, weight in every if len(watts) == len(most))
    at = np.arange(len(most))
    watts = np.array([one[at * len(one) // len(most)] for _, one, _ in every])
    return Standing(tuple(row for row, _, _ in every), watts, weight)


def decided(every: Sequence[Row], within_db: float, db_worth: float, budget: float | None) -> Row:
    """Of what is affordable and, over dry and wet days, within so much of the best the cheapest, and from
    there whatever brings most over its price. Raises `InputError` where nothing is affordable."""
    known = [row for row in every if budget is None or not row.cost > budget]
    cheapest = min((row.cost for row in every if np.isfinite(row.cost)), default=np.inf)
    require(bool(known), "choice.budget", "budget-too-small", budget, cheapest=cheapest)
    most = max(row.lasting_w for row in known)
    near = [row for row in known if _db(most) - _db(row.lasting_w) <= within_db + 1e-9]
    return max(near, key=lambda row: _value(row, db_worth))


def _value(row: Row, db_worth: float) -> float:
    """What it is worth in money, its price taken away."""
    return db_worth * _db(row.lasting_w) - (np.inf if np.isnan(row.cost) else row.cost)


def _db(watts: float) -> float:
    return float(decibels(max(watts, _LEAST_W)))


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
        lasting = total * row.lasting_w / max(row.watts, _LEAST_W)
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
    uprights = [one for one in by_hung if one.kind == "vertical"]
    wires = [one for one in by_hung if one.kind != "vertical"][:_WIRES]

    def most(some: Sequence[Hung], soil: Ground) -> float:
        found = [0.0]
        for hung in some:
            feeds = by_hung[hung][:_FEEDS]
            there = seen(hung, soil, feeds[0].seen.bands)
            if there is not None:
                chosen = tuple(row.candidate for row in feeds)
                found += [row.watts for row in _fed([there], chosen, feeds[0].site, far)[0]]
        return max(found)

    return [name for name, soil in SOILS.items() if most(uprights, soil) > most(wires, soil)]
