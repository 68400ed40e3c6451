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
from tithe.core.planning.place import Hung, Place, Towards
from tithe.core.station import Band, Station
from tithe.core.twoport import Port
from tithe.core.wires.estimate import CASES, Plan, looked_at, ready, seconds
from tithe.core.wires.ground import SOILS, Ground
from tithe.core.wires.metal import METALS

_LEAST_W = 1e-6


@dataclass(frozen=True)
class Seen:
    """An antenna on B bands: its impedance (B,), what of it leaves for the sky and what it takes itself, Ω,
    and the share of that which leaves below 30°."""

    hung: Hung
    bands: tuple[Band, ...]
    z_ohm: Complex
    sky_ohm: Real
    loss_ohm: Real
    low_share: Real

    def towards(self, wanted: Towards) -> Real:
        """Of what leaves for the sky the share that goes where it is wanted, (B,)."""
        shares = {"near": 1 - self.low_share, "far": self.low_share, "both": np.ones(len(self.low_share))}
        return np.asarray(shares[wanted])


@dataclass(frozen=True)
class Row:
    """An antenna with a place of the match and its best line there: ``sky_w`` and ``towards_w`` by band (B,),
    ``watts``: over the bands by their weights; ``lasting_w``: the same over dry and wet days, by their dB."""

    seen: Seen
    candidate: Candidate
    site: Site
    sky_w: Real
    towards_w: Real
    watts: float
    lasting_w: float
    cost: float


def plan_of(hung: Hung, ground: Ground) -> Plan:
    """The antenna as it would be built, of copper, on the coarse mesh."""
    return Plan(hung.shape, ground, METALS["copper"], coarse=True)


def bands_of(hung: Hung, ground: Ground, bands: Sequence[Band]) -> tuple[Band, ...]:
    """Those at which its wires can be computed."""
    low, high = PlannedAntenna(plan_of(hung, ground)).range_hz
    return tuple(band for band in bands if low <= band.low_hz and band.high_hz <= high)


def seen(hung: Hung, ground: Ground, bands: Sequence[Band]) -> Seen | None:
    """An antenna at the middle of each band; None where the method does not reach on all of them."""
    there = bands_of(hung, ground, bands)
    if len(there) < len(bands):
        return None
    plan = plan_of(hung, ground)
    freqs = [band.middle_hz for band in bands]
    ready(plan, freqs)
    try:
        found = [looked_at(plan, f) for f in freqs]
    except InputError:
        return None
    z, sky, loss = (
        np.array([getattr(fed, name) for fed, _ in found]) for name in ("z_ohm", "sky_ohm", "loss_ohm")
    )
    return Seen(hung, tuple(bands), z, sky, loss, np.array([low for _, low in found]))


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


def question_of(one: Seen, station: Station) -> Question:
    """What is asked of a choice behind it, at the middle of its bands."""
    freq = np.array([band.middle_hz for band in one.bands])
    port = Port(one.z_ohm[None], np.ones((1, len(freq)), dtype=np.complex128))
    antenna = SeenAntenna(freq, port, "antenna", Ohms(one.loss_ohm[None]), Ohms(one.sky_ohm[None]))
    return Question(replace(station, chain=()), antenna, one.bands, freq)


def site_of(hung: Hung, indoor_m: float = USUAL_INDOOR_M) -> Site:
    """The lengths of its feed, so much of it indoors."""
    run = max(hung.run_m + indoor_m, 1.0)
    return Site(run, min(indoor_m, run), min(hung.lead_m, run))


def rows(
    one: Seen,
    station: Station,
    kit: Kit,
    wishes: Wishes,
    place: Place,
    cost: Callable[[Candidate, Site], float],
    db_worth: float = DB_WORTH,
    indoor_m: float = USUAL_INDOOR_M,
    wet_share: float = WET_SHARE,
    pause: Pause = go_on,
) -> list[Row]:
    """Behind an antenna each place of the match with the line that is worth most for its price there, dry and
    wet, those that put most where it is wanted first."""
    site = site_of(one.hung, indoor_m)
    mine = replace(wishes, fed_against_ground=not one.hung.shape.balanced)
    chosen = candidates(site, kit, mine)
    if not chosen:
        return []
    asked = question_of(one, station)
    sky = np.median(evaluate(asked, kit, chosen, pause).radiated_w, axis=1)  # (N, B)
    towards = sky * one.towards(place.towards)
    weights = asked.weights / asked.weights.sum()
    watts = towards @ weights
    wet = watts.copy()
    open_to_rain = [n for n, one in enumerate(chosen) if kit.lines[one.line].wet_factor > 1]
    if open_to_rain and wet_share > 0:
        some = tuple(chosen[n] for n in open_to_rain)
        rain = np.median(evaluate(asked, in_rain(kit), some, pause).radiated_w, axis=1)
        wet[open_to_rain] = rain * one.towards(place.towards) @ weights
    lasting = np.maximum(watts, _LEAST_W) ** (1 - wet_share) * np.maximum(wet, _LEAST_W) ** wet_share
    every = [
        Row(
            one,
            candidate,
            site,
            sky[n],
            towards[n],
            float(watts[n]),
            float(lasting[n]),
            cost(candidate, site),
        )
        for n, candidate in enumerate(chosen)
    ]
    best: dict[str, Row] = {}
    for row in sorted(every, key=lambda row: -_value(row, db_worth)):
        best.setdefault(row.candidate.placement, row)
    found = list(best.values())
    return sorted(found, key=lambda row: -row.watts)


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


def stood(
    row: Row, station: Station, kit: Kit, place: Place, uncertain: Uncertain, pause: Pause = go_on
) -> tuple[Real, Real] | None:
    """What leaves towards where it is wanted in each world (W,), W, and how much each counts; None where a
    case of the estimate is beyond the method."""
    antenna = PlannedAntenna(plan_of(row.seen.hung, place.ground))
    asked = question_of(row.seen, replace(station, antenna=antenna))
    try:
        drawn = worlds(asked, kit, uncertain)
    except InputError:
        return None
    weights = asked.weights / asked.weights.sum() * row.seen.towards(place.towards)
    found = []
    for g in range(len(drawn.groups)):
        there, other = drawn.in_group(g)
        found.append(evaluate(there, other, (row.candidate,), pause).radiated_w[0] @ weights)
    return np.concatenate(found), drawn.weight.reshape(-1)


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
    """The same rows by what leaves another way."""
    out = []
    for row in every:
        watts = row.sky_w * row.seen.towards(wanted)
        weights = np.array([band.weight for band in row.seen.bands])
        weights = weights / weights.sum() if weights.sum() > 0 else np.full(len(watts), 1 / len(watts))
        total = float(watts @ weights)
        # Rain takes the same share, whatever the way; by band it is not told apart.
        lasting = total * row.lasting_w / max(row.watts, _LEAST_W)
        out.append(replace(row, towards_w=watts, watts=total, lasting_w=lasting))
    return sorted(out, key=lambda row: -row.watts)


_WIRES = 3
"""Of the wires that put most towards far places so many are looked at over other soils."""


def vertical_wins(every: Sequence[Row], place: Place, rows_of: Callable[[Seen], list[Row]]) -> list[str]:
    """Over which soils the best vertical puts more towards far places than the best of the wires."""
    found = {id(row.seen): row.seen for row in towards(every, "far")}
    uprights = [one for one in found.values() if one.hung.kind == "vertical"]
    wires = [one for one in found.values() if one.hung.kind != "vertical"][:_WIRES]

    def most(some: Sequence[Seen], soil: Ground) -> float:
        there = (one if soil == place.ground else seen(one.hung, soil, one.bands) for one in some)
        return max((row.watts for one in there if one is not None for row in rows_of(one)), default=0.0)

    return [name for name, soil in SOILS.items() if most(uprights, soil) > most(wires, soil)]
