"""Antennas among the choices: what fits in the place, with every place of the match and every line."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Generator, Iterator
from dataclasses import dataclass, field, replace
from functools import cached_property, partial

import numpy as np

from tithe.answers.choose import antenna_shapes as s
from tithe.answers.question import OwnLines
from tithe.core.arrays import Real
from tithe.core.at_once import each
from tithe.core.choose import Candidate, cost, to_buy
from tithe.core.choose.kit import USUAL_INDOOR_M
from tithe.core.choose.tried import DB_WORTH
from tithe.core.choose.worlds import WET_SHARE
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.message import Message, Messages, tell
from tithe.core.planning import among, feeds
from tithe.core.planning.feeds import OF_EACH, Around, Row
from tithe.core.planning.place import Hung, Towards, antennas
from tithe.core.planning.seen import all_seen, cost_s, question_of
from tithe.core.wires.ground import SOILS
from tithe.core.wires.shapes import Vertical
from tithe.document import choice
from tithe.document.hung import wires_of
from tithe.document.station import StationFile
from tithe.document.work import ChoiceModel
from tithe.text import say

_CLOSELY, _NEAR_DB = 10, 3.0
_A_LENGTH_M = 10.0
Span = tuple[float, float]
WIRE, MAST = "antenna-wire", "mast"
"""Tokens of prices per metre."""


@dataclass
class Tried:
    """What is decided, and of the rows that stood in all worlds (by their id) from what to what their watts
    lie, and in which share of the worlds they are near the best."""

    decided: Row
    between: dict[int, Span] = field(default_factory=dict)
    right_in: dict[int, float] = field(default_factory=dict)


class Placing:
    """A document's place, ready for its antennas. Raises `StationError` or `InputError` when it is made."""

    def __init__(self, document: StationFile, own: OwnLines = ()) -> None:
        require(document.place is not None, "place", "missing")
        assert document.place is not None
        self.document = document
        settings = document.choice or ChoiceModel()
        self.indoor_m = USUAL_INDOOR_M if settings.indoor_m is None else settings.indoor_m
        # Each antenna has a run of its own.
        settings = settings.model_copy(update={"run_m": _A_LENGTH_M, "indoor_m": None, "lead_m": None})
        self.choice = choice.read(document.model_copy(update={"choice": settings}), own)
        self.station = document.to_core()
        try:
            self.place = document.place.to_core()
        except InputError as error:
            raise error.under("place") from None
        names = [band.name for band in self.station.bands]
        for name, _ in self.place.by_band:
            require(name in names, f"place.towards_by_band.{name}", "one-of", name, allowed=names)
        lowest = min((band.middle_hz for band in self.station.bands), default=0.0)
        require(lowest > 0, "bands", "no-whole-band")
        self.hung = antennas(self.place, lowest)

    def cost_s(self) -> float:
        """Seconds that it may take."""
        return cost_s(self.hung, self.place.ground, self.station.bands, _CLOSELY)

    @cached_property
    def around(self) -> Around:
        """What every antenna is looked at with; how wet it is does not hang on which one."""
        prices = self.choice.prices

        def built(hung: Hung) -> float:
            return hung.wire_m * prices[WIRE] + hung.mast_m * prices[MAST]

        def bought(candidate: Candidate) -> float:
            return cost(to_buy(candidate, self.choice.kit, prices))

        said = self.choice.settings.db_worth
        worth = DB_WORTH if said is None else said
        wet = self.choice.settings.wet_percent
        return Around(
            self.station,
            self.choice.kit,
            self.choice.wishes,
            self.place,
            built,
            bought,
            worth,
            self.indoor_m,
            WET_SHARE if wet is None else wet / 100,
        )

    def steps(self, pause: Pause = go_on) -> Iterator[s.AntennasLine]:
        """How far it is after each antenna; a first ranking; the best looked at closely; the answer."""
        seen, of = [], 3 * len(self.hung) + 2 * _CLOSELY
        for n, looked_at in enumerate(all_seen(self.hung, self.place.ground, self.station.bands, pause)):
            seen += [] if looked_at is None else [looked_at]
            yield {"done": n + 1, "of": of}
        lots, firsts, done = feeds.alike(seen, self.around), [], len(self.hung)
        for lot in lots:
            firsts.append(feeds.first_rows(lot, self.around, pause))
            yield {"done": (done := done + len(lot.seen)), "of": of}
        every = _most_first(firsts)
        require(bool(every), "place", "no-antenna-told")
        yield {"first": self._answer(every, Tried(self._decided(every)), (tell("among.first"),))}
        within_db, kept, done = max(self.choice.settings.within_db, _NEAR_DB), [], 2 * len(self.hung)
        for lot, first in zip(lots, firsts, strict=True):
            kept.append(feeds.rows(lot, self.around, first, within_db, pause))
            yield {"done": (done := done + len(lot.seen)), "of": of}
        every = _most_first(kept)
        looked = yield from self._looked_at(every, of, pause)
        done = 3 * len(self.hung) + _CLOSELY
        tried = Tried(self._decided(looked))
        stood = []
        likely = _closely(looked, tried.decided)
        for row, of_soil in zip(
            likely, each(partial(self._stood, around=self.around, pause=pause), likely), strict=True
        ):
            if of_soil is not None:
                stood.append((row, *of_soil))
                tried.between[id(row)] = among.between(*of_soil)
            yield {"done": (done := done + 1), "of": of}
        if stood:
            standing = among.beside(stood)
            shares = standing.right_in(self.choice.settings.within_db)
            tried.right_in.update(zip(map(id, standing.rows), shares.tolist(), strict=True))
        further = *self._others(looked, tried, pause), tell("among.closely", count=len(likely))
        yield {"answer": self._answer(looked, tried, further)}

    def _looked_at(
        self, every: list[Row], of: int, pause: Pause
    ) -> Generator[s.AntennasLine, None, list[Row]]:
        """All rows, the best of each of some antennas on the fine mesh from edge to edge, and whatever is
        decided by that."""
        known: dict[int, Row] = {}
        likely = _closely(every, self._decided(every))
        closely = each(partial(feeds.closely, around=self.around), likely)
        for n, (row, closer) in enumerate(zip(likely, closely, strict=True)):
            pause()
            known[id(row)] = closer
            yield {"done": 3 * len(self.hung) + n + 1, "of": of}
        for _ in range(_CLOSELY):
            now = [known.get(id(row), row) for row in every]
            decided = self._decided(now)
            mine = next(row for row, shown in zip(every, now, strict=True) if shown is decided)
            if id(mine) in known:
                break
            pause()
            known[id(mine)] = feeds.closely(mine, self.around)
        return sorted((known.get(id(row), row) for row in every), key=lambda row: -row.watts)

    def _stood(self, row: Row, *, around: Around, pause: Pause) -> tuple[Real, Real] | None:
        uncertain = self.choice.uncertain(question_of([row.seen], self.station))
        return among.stood(row, around, uncertain, pause)

    def _decided(self, every: list[Row]) -> Row:
        settings = self.choice.settings
        return among.decided(every, settings.within_db, self.around.db_worth, settings.budget)

    def _answer(self, every: list[Row], tried: Tried, further: Messages) -> s.AntennasAnswer:
        decided = tried.decided
        first = [decided, *(row for row in _of_each(every) if row is not decided)]
        drawn = list(dict.fromkeys(row.seen.hung for row in first))
        return {
            "sentence": say((*self._messages(tried), *further)),
            "decided": say(self._messages(tried)),
            "further": say(further),
            "caution": say(tell("among.caution")),
            "towards": self.place.towards,
            "decision": 0,
            "prices": [
                {"token": token, "name": say(tell(name)), "price": self.choice.prices[token], "per_m": True}
                for token, name in ((WIRE, "among.wire"), (MAST, "among.mast"))
            ],
            "drawn": [_drawn(hung) for hung in drawn],
            "rows": [self._row(row, tried, drawn.index(row.seen.hung)) for row in first],
            "left_out": len(self.hung) - len({row.seen.hung for row in every}),
        }

    def _row(self, row: Row, tried: Tried, drawn: int) -> s.AntennaRow:
        span, right = tried.between.get(id(row)), tried.right_in.get(id(row))
        assert self.document.place is not None
        label = say(tell(f"hung.{row.seen.hung.kind}"))
        bands = zip(row.seen.bands, row.sky_w, row.towards_w, strict=True)
        return {
            "antenna": wires_of(row.seen.hung.shape, self.document.place.ground, label),
            "antenna_name": say(_sized(row.seen.hung)),
            "drawn": drawn,
            "placement": row.candidate.placement,
            "placement_name": say(tell(f"placement.{row.candidate.placement}")),
            "line": row.candidate.line,
            "line_name": self.choice.names.get(row.candidate.line, row.candidate.line),
            "name": say(self._named(row)),
            "watts": row.watts,
            "between_w": None if span is None else list(span),
            "by_band": [
                {"name": band.name, "sky_w": float(sky), "towards_w": float(wanted)}
                for band, sky, wanted in bands
            ],
            "chain": [part.model_dump(exclude_none=True) for part in self.choice.chain_of(row.candidate)],
            "cost": float(row.cost) if np.isfinite(row.cost) else None,
            "right_in": None if right is None else min(right, 1.0),
            "unmatched": list(row.unmatched),
        }

    def _named(self, row: Row) -> Message:
        line = self.choice.names.get(row.candidate.line, row.candidate.line)
        return tell(
            "among.named",
            antenna=_sized(row.seen.hung),
            place=tell(f"placement.{row.candidate.placement}"),
            line=line,
        )

    def _messages(self, tried: Tried) -> Messages:
        decided = tried.decided
        by_band = dict(self.place.by_band)
        ways = tell("towards.by-band") if by_band else tell(f"towards.{self.place.towards}")
        what, power = self._named(decided), _power(decided, tried.between.get(id(decided)))
        rated = self.station.transmitter.power_w
        said = [tell("among.do", what=what, power=power, rated_w=rated, towards=ways)]
        known = bool(np.isfinite(decided.cost))
        said.append(tell("among.costs", cost=decided.cost) if known else tell("among.no-price"))
        if decided.unmatched:
            said.append(tell("choose.unmatched", bands=list(decided.unmatched)))
        return tuple(said)

    def _others(self, every: list[Row], tried: Tried, pause: Pause) -> Messages:
        """What it would be towards other places, and where a vertical wins."""
        said = []
        others: list[Towards] = [
            towards for towards in ("near", "far") if towards != self.place.towards or self.place.by_band
        ]
        for towards_other in others:
            decided, way = (
                self._decided(among.towards(every, towards_other)),
                tell(f"towards.{towards_other}"),
            )
            mine = tried.decided
            if decided.seen.hung == mine.seen.hung and decided.candidate == mine.candidate:
                said.append(tell("among.same", towards=way))
                continue
            around = replace(self.around, place=replace(self.place, towards=towards_other, by_band=()))
            stood = self._stood(decided, around=around, pause=pause)
            power = _power(decided, None if stood is None else among.between(*stood))
            rated = self.station.transmitter.power_w
            what = self._named(decided)
            said.append(tell("among.otherwise", towards=way, what=what, power=power, rated_w=rated))
        if "vertical" not in self.place.ruled_out:
            pause()
            wins = [tell(f"soil.{name}") for name in among.vertical_wins(every, self.around)]
            code = "wins" if 0 < len(wins) < len(SOILS) else "everywhere" if wins else "nowhere"
            said.append(tell(f"among.vertical-{code}", soils=wins))
        return tuple(said)


def _drawn(hung: Hung) -> s.DrawnAntenna:
    layout = hung.shape.layout()
    return {
        "kind": hung.kind,
        "wires": [[*wire.start, *wire.end] for wire in layout.wires],
        "feed": list(layout.feed),
        "x_m": hung.at_m[0],
        "y_m": hung.at_m[1],
        "turned_deg": math.degrees(hung.way),
    }


def _power(row: Row, span: Span | None) -> Message:
    if span is None:
        return tell("choose.power-known", power_w=row.watts)
    return tell("among.power", power_w=row.watts, between_w=span)


def _of_each(every: list[Row]) -> Iterator[Row]:
    """Of each antenna the places of the match that put most where it is wanted."""
    count: Counter[Hung] = Counter()
    for row in every:
        count[row.seen.hung] += 1
        if count[row.seen.hung] <= OF_EACH:
            yield row


def _most_first(lots: list[list[list[Row]]]) -> list[Row]:
    return sorted((row for lot in lots for mine in lot for row in mine), key=lambda row: -row.watts)


def _closely(every: list[Row], decided: Row) -> list[Row]:
    """The decision, and of the other antennas the best row each."""
    kept, hung = [decided], {decided.seen.hung}
    for row in every:
        if row.seen.hung not in hung and len(kept) < _CLOSELY:
            hung.add(row.seen.hung)
            kept.append(row)
    return kept


def _sized(hung: Hung) -> Message:
    sizes = {name: getattr(hung.shape, name, None) for name in ("length_m", "leg_m", "wire_m", "height_m")}
    size = next((candidate_size for candidate_size in sizes.values() if candidate_size is not None), 0.0)
    loaded = isinstance(hung.shape, Vertical) and hung.shape.coil is not None
    return tell(f"hung.sized.{'loaded' if loaded else hung.kind}", size_m=float(size))
