"""Antennas among the choices: what fits in the place, with every place of the match and every line."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

import numpy as np

from tithe.answers.choose import antenna_shapes as s
from tithe.answers.question import OwnLines
from tithe.core.arrays import Real
from tithe.core.choose import Candidate, Site, Uncertain, cost, to_buy
from tithe.core.choose.kit import USUAL_INDOOR_M
from tithe.core.choose.tried import DB_WORTH
from tithe.core.cost import Pause, go_on
from tithe.core.errors import InputError, require
from tithe.core.message import Message, Told, tell
from tithe.core.planning import among
from tithe.core.planning.among import Row, Seen
from tithe.core.planning.place import Hung, Place, Towards, antennas
from tithe.core.wires.ground import SOILS
from tithe.document import choice
from tithe.document.hung import wires_of
from tithe.document.station import StationFile
from tithe.document.work import ChoiceModel
from tithe.text import say

_CLOSELY, _OF_EACH = 10, 6
_A_LENGTH_M = 10.0
Span = tuple[float, float]
WIRE, MAST = "antenna-wire", "mast"
"""Tokens of prices per metre."""


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
        lowest = min((band.middle_hz for band in self.station.bands), default=0.0)
        require(lowest > 0, "bands", "no-whole-band")
        self.hung = antennas(self.place, lowest)

    def cost_s(self) -> float:
        """Seconds that it may take."""
        return among.cost_s(self.hung, self.place.ground, self.station.bands, _CLOSELY)

    def rows(self, pause: Pause = go_on) -> Iterator[list[Row]]:
        """Of each antenna its rows, in turn; none where it cannot be computed on every band."""
        for one in among.all_seen(self.hung, self.place.ground, self.station.bands, pause):
            yield [] if one is None else self._rows_of(one, self.place, pause)

    def _rows_of(self, one: Seen, place: Place, pause: Pause) -> list[Row]:
        kit, wishes = self.choice.kit, self.choice.wishes
        wet = self._uncertain(one).wet_share
        return among.rows(
            one, self.station, kit, wishes, place, self._cost(one), self._worth, self.indoor_m, wet, pause
        )

    def _uncertain(self, one: Seen) -> Uncertain:
        return self.choice.uncertain(among.question_of(one, self.station))

    def _cost(self, one: Seen) -> Callable[[Candidate, Site], float]:
        prices = self.choice.prices
        built = one.hung.wire_m * prices[WIRE] + one.hung.mast_m * prices[MAST]

        def costs(candidate: Candidate, site: Site) -> float:
            return built + cost(to_buy(candidate, self.choice.kit, prices))

        return costs

    def steps(self, pause: Pause = go_on) -> Iterator[s.AntennasLine]:
        """How far it is after each antenna, then the answer."""
        every: list[Row] = []
        of = len(self.hung) + _CLOSELY
        for n, found in enumerate(self.rows(pause)):
            every += found
            yield {"done": n + 1, "of": of}
        require(bool(every), "place", "no-antenna-told")
        every.sort(key=lambda row: -row.watts)
        decided = self._decided(every)
        tried = []
        spans: dict[int, Span] = {}
        for n, row in enumerate(_closely(every, decided)):
            pause()
            stood = self._stood(row, self.place, pause)
            if stood is not None:
                tried.append((row, *stood))
                spans[id(row)] = among.between(*stood)
            yield {"done": len(self.hung) + n + 1, "of": of}
        right: dict[int, float] = {}
        if tried:
            standing = among.beside(tried)
            shares = standing.right_in(self.choice.settings.within_db)
            right = dict(zip(map(id, standing.rows), shares.tolist(), strict=True))
        yield {"answer": self._answer(every, decided, right, spans, pause)}

    def _stood(self, row: Row, place: Place, pause: Pause) -> tuple[Real, Real] | None:
        kit, uncertain = self.choice.kit, self._uncertain(row.seen)
        return among.stood(row, self.station, kit, place, uncertain, pause)

    def _decided(self, every: list[Row]) -> Row:
        asked = self.choice.settings
        return among.decided(every, asked.within_db, self._worth, asked.budget)

    @property
    def _worth(self) -> float:
        said = self.choice.settings.db_worth
        return DB_WORTH if said is None else said

    def _answer(
        self,
        every: list[Row],
        decided: Row,
        right: dict[int, float],
        spans: dict[int, Span],
        pause: Pause,
    ) -> s.AntennasAnswer:
        first = [decided, *(row for row in _of_each(every) if row is not decided)]
        return {
            "sentence": say(self._told(every, decided, spans.get(id(decided)), pause)),
            "towards": self.place.towards,
            "decision": 0,
            "rows": [self._row(row, right.get(id(row)), spans.get(id(row))) for row in first],
            "left_out": len(self.hung) - len({id(row.seen) for row in every}),
        }

    def _row(self, row: Row, right: float | None, span: Span | None) -> s.AntennaRow:
        assert self.document.place is not None
        label = say(tell(f"hung.{row.seen.hung.kind}"))
        bands = zip(row.seen.bands, row.sky_w, row.towards_w, strict=True)
        return {
            "antenna": wires_of(row.seen.hung.shape, self.document.place.ground, label),
            "placement": row.candidate.placement,
            "line": row.candidate.line,
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
        }

    def _named(self, row: Row) -> Message:
        line = self.choice.names.get(row.candidate.line, row.candidate.line)
        return tell(
            "among.named",
            antenna=_sized(row.seen.hung),
            place=tell(f"placement.{row.candidate.placement}"),
            line=line,
        )

    def _told(self, every: list[Row], decided: Row, span: Span | None, pause: Pause) -> Told:
        rated, towards = self.station.transmitter.power_w, tell(f"towards.{self.place.towards}")
        what, power = self._named(decided), _power(decided, span)
        said = [tell("among.do", what=what, power=power, rated_w=rated, towards=towards)]
        known = bool(np.isfinite(decided.cost))
        said.append(tell("among.costs", cost=decided.cost) if known else tell("among.no-price"))
        others: list[Towards] = [one for one in ("near", "far") if one != self.place.towards]
        for other in others:
            there, way = self._decided(among.towards(every, other)), tell(f"towards.{other}")
            if there.seen is decided.seen and there.candidate == decided.candidate:
                said.append(tell("among.same", towards=way))
                continue
            stood = self._stood(there, replace(self.place, towards=other), pause)
            power = _power(there, None if stood is None else among.between(*stood))
            said.append(tell("among.otherwise", towards=way, what=self._named(there), power=power))
        if "vertical" not in self.place.ruled_out:
            far = replace(self.place, towards="far")
            names = among.vertical_wins(every, self.place, lambda one: self._rows_of(one, far, pause))
            wins = [tell(f"soil.{name}") for name in names]
            code = "wins" if 0 < len(wins) < len(SOILS) else "everywhere" if wins else "nowhere"
            said.append(tell(f"among.vertical-{code}", soils=wins))
        said.append(tell("among.coarse"))
        return tuple(said)


def _power(row: Row, span: Span | None) -> Message:
    if span is None:
        return tell("choose.power-known", power_w=row.watts)
    return tell("among.power", power_w=row.watts, between_w=span)


def _of_each(every: list[Row]) -> Iterator[Row]:
    """Of each antenna the places of the match that put most where it is wanted."""
    count: dict[int, int] = {}
    for row in every:
        count[id(row.seen)] = count.get(id(row.seen), 0) + 1
        if count[id(row.seen)] <= _OF_EACH:
            yield row


def _closely(every: list[Row], decided: Row) -> list[Row]:
    """The decision, and of the other antennas the best row each."""
    found, seen = [decided], {id(decided.seen)}
    for row in every:
        if id(row.seen) not in seen and len(found) < _CLOSELY:
            seen.add(id(row.seen))
            found.append(row)
    return found


def _sized(hung: Hung) -> Message:
    sizes = {name: getattr(hung.shape, name, None) for name in ("length_m", "leg_m", "wire_m", "height_m")}
    size = next((one for one in sizes.values() if one is not None), 0.0)
    return tell(f"hung.sized.{hung.kind}", size_m=float(size))
