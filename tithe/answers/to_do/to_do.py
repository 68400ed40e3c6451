"""At most three steps: what can hurt or break something; what is not known and decides; what to change; what
to look after.

Readings that the description does not explain go before a decision that goes by the description.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from datetime import date
from typing import TypeVar

import numpy as np

from tithe.answers.choose.answers import NARROWER, Choosing
from tithe.answers.choose.found_out import right_in
from tithe.answers.log import log_json
from tithe.answers.log.kept import kept_with
from tithe.answers.log.kept_presets import date_of
from tithe.answers.question import OwnLines
from tithe.answers.spans import three
from tithe.answers.to_do.checks import SEASON_DAYS, checks
from tithe.answers.to_do.shapes import NextAnswer, Remembered, StepToDo
from tithe.answers.to_do.step import step
from tithe.core import Station, cautions_at, solve
from tithe.core.choose import PLACEMENTS, Judged, Kit, find_first, named
from tithe.core.choose.find_out import Effort, Measurable
from tithe.core.choose.tried import quantile
from tithe.core.cost import MOST_S, Pause
from tithe.core.errors import InputError
from tithe.core.log import reconcile
from tithe.core.log.reconcile import NAMED, require_readings
from tithe.core.log.taken import Taken
from tithe.core.message import Message, tell
from tithe.document.choice import Choice
from tithe.document.errors import StationError
from tithe.document.station import StationFile
from tithe.text import remedy, say, standing_alone

T = TypeVar("T")
MOST = 3
_EDGES_MIN = 10.0
"""To read an SWR at the edges of some bands."""
_MOST_READINGS, _MOST_READINGS_OPEN = 80, 60
_FROM_NOTHING_DB = 40.0
"""A gain that large is none that one has in dB: hardly anything leaves now."""


class ToDo:
    """A document's next steps, ready to be computed. Raises `StationError` when it is made."""

    def __init__(self, document: StationFile, own: OwnLines = ()) -> None:
        self.document = document
        self.station: Station = document.to_core()
        self.left_out: list[str] = []
        self.readings = (
            self._tried(lambda: _few_enough(self.station, _last_day(document, self.station))) or []
        )
        self.choosing = self._tried(lambda: _small_enough(Choosing(document, own)))

    def cost_s(self) -> float:
        """Seconds that it may take."""
        choosing_s = self.choosing.cost_s() if self.choosing else 0.0
        return _read_s(self.station, self.readings) + choosing_s + 0.2

    def answer(self, today: date, pause: Pause) -> NextAnswer:
        """The steps, and why some could not be told."""
        done, sentences_done = self._done(today), list[str]()
        steps = list(self._cautions())
        if self._known_on_no_band():
            steps.append(self._make_known())
            self.left_out = []
        ways: tuple[Callable[[Pause], Iterator[StepToDo]], ...] = (
            self._unexplained,
            self._choice,
            lambda pause: checks(self.document, self.station, today, pause),
        )
        for way in ways:
            if len(steps) < MOST:
                pause()
                for step_found in self._tried(lambda way=way: list(way(pause))) or []:  # type: ignore[misc]
                    if step_found["id"] not in done:
                        steps.append(step_found)
                    else:
                        noted = tell(
                            "next.done", date=done[step_found["id"]].isoformat(), what=step_found["text"]
                        )
                        sentences_done.append(say((noted, tell(f"next.done-{step_found['kind']}"))))
        nothing_left = "" if steps or sentences_done or self.left_out else say(tell("next.nothing"))
        return {
            "sentence": nothing_left,
            "steps": steps[:MOST],
            "done": sentences_done,
            "left_out": self.left_out,
        }

    def _done(self, today: date) -> dict[str, date]:
        """The steps that were noted as done in this season, and when."""
        dated = ((remark.done, date_of(remark.date)) for remark in self.document.remarks if remark.done)
        return {
            id: date_done
            for id, date_done in dated
            if date_done is not None and (today - date_done).days <= SEASON_DAYS
        }

    def _tried(self, job: Callable[[], T]) -> T | None:
        try:
            return job()
        except StationError as error:
            complaint = error.errors[0]
        except InputError as error:
            complaint = error
        said = standing_alone(complaint)
        if said not in self.left_out:
            self.left_out.append(said)
        return None

    def _cautions(self) -> Iterator[StepToDo]:
        """One thing that can hurt somebody and one that can break something, with the bands on which it
        does."""
        low, high = self.station.antenna.range_hz
        bands = [band for band in self.station.bands if low <= band.middle_hz <= high]
        if not bands:
            return
        budget = self._tried(lambda: solve(self.station, np.array([band.middle_hz for band in bands])))
        if budget is None:
            return
        by_band = [cautions_at(budget, k) for k in range(len(bands))]
        for level in ("danger", "harm"):
            every: dict[tuple[str, int | None], list[int]] = {}
            for k, cautions in enumerate(by_band):
                for caution in cautions:
                    if caution.level == level:
                        every.setdefault((caution.id, caution.stage), []).append(k)
            for (id, stage), where in list(every.items())[:1]:
                first = next(
                    caution for caution in by_band[where[0]] if (caution.id, caution.stage) == (id, stage)
                )
                names = [bands[k].name for k in where]
                text = [tell("next.caution", on=names[0], what=say(first.message), remedy=remedy(first))]
                text += [tell("next.also", bands=names[1:])] if names[1:] else []
                yield step(
                    f"caution.{id}.{'station' if stage is None else stage}",
                    "caution",
                    tuple(text),
                    tell("next.brings-safety"),
                    "ledger",
                    mhz=bands[where[0]].middle_hz / 1e6,
                    part=stage,
                )

    def _known_on_no_band(self) -> bool:
        low, high = self.station.antenna.range_hz
        slack = 1e-9 * high if np.isfinite(high) else 0.0
        whole = [b for b in self.station.bands if low - slack <= b.low_hz and b.high_hz <= high + slack]
        return not whole and low <= high and bool(self.station.chain)

    def _make_known(self) -> StepToDo:
        """Nothing can be chosen before the antenna is known over a band."""
        low, high = self.station.antenna.range_hz
        message = tell("next.known-at" if low == high else "next.known-between", low_hz=low, high_hz=high)
        return step(
            "measure.bands",
            "measure",
            (message, tell("next.make-known")),
            tell("next.brings-bands"),
            "sweep",
            minutes=_EDGES_MIN,
            mhz=low / 1e6,
        )

    def _unexplained(self, pause: Pause) -> Iterator[StepToDo]:
        """Readings of the last day that the station as it is described does not explain."""
        if not self.readings:
            return
        known, _ = kept_with(self.document, self.station, self.readings)
        reconciled = reconcile.reconcile(self.station, self.readings, self.document.causes, known, pause)
        described = next((cause.weight for cause in reconciled.causes if cause.id == "as-described"), 0.0)
        first = reconciled.causes[0]
        if first.id == "as-described" or described > 1 - NAMED:
            return
        said = tuple(log_json.what_explains(self.station, reconciled))
        mhz = self.readings[-1].freq_hz / 1e6
        yield step(f"explain.{first.id}", "explain", said, tell("next.brings-cause"), "log", mhz=mhz)

    def _choice(self, pause: Pause) -> Iterator[StepToDo]:
        """What to find out first, and what to change."""
        if self.choosing is None:
            return
        choice, judged = self.choosing.choice, self.choosing.judged(pause)
        for finding in judged.find_out[:1]:
            yield step(
                f"measure.{finding.id}",
                "measure",
                find_first(judged, finding),
                tell("next.brings-decision"),
                "bench"
                if finding.id in ("line", "coil")
                else "antenna"
                if finding.id == "ground"
                else "sweep",
                effort=finding.effort,
                minutes=finding.minutes,
                gain_db=three(finding.worth_db, finding.worth_db, finding.worth_db),
                remember=_remembered(choice, judged, finding.id),
            )
        ranking = judged.ranking
        if ranking.present is None or ranking.decision == ranking.present:
            return
        decided, gain = ranking.grid.candidates[ranking.decision], _gain(judged)
        if gain is None:
            return
        cost = float(ranking.costs[ranking.decision])
        price = tell("next.for", cost=cost) if np.isfinite(cost) else tell("next.no-price")
        yield step(
            f"change.{decided.id}",
            "change",
            tell("next.change", what=named(decided, choice.names), price=price),
            _brings(gain),
            "choose",
            effort=_effort(decided.placement, choice.kit, decided.line),
            gain_db=three(*gain),
            cost=cost if np.isfinite(cost) else None,
        )


def _remembered(choice: Choice, judged: Judged, what: Measurable) -> Remembered:
    decided = judged.ranking.decision
    return {
        "what": what,
        "known": choice.known[what],
        "decision": judged.ranking.grid.candidates[decided].id,
        "name": say(named(judged.ranking.grid.candidates[decided], choice.names)),
        "right_in": right_in(judged, decided),
    }


def _brings(gain: tuple[float, float, float]) -> Message:
    if gain[1] > _FROM_NOTHING_DB:
        return tell("next.brings-all")
    return tell("next.brings-db", gain_db=gain[1], between=(gain[0], gain[2]))


def _gain(judged: Judged) -> tuple[float, float, float] | None:
    """What the decision brings over what stands, dB: the middle of the worlds and nine of ten."""
    assert judged.ranking.present is not None
    now, then = (judged.place(n) for n in (judged.ranking.present, judged.ranking.decision))
    if now is None or then is None:
        return None
    more = (judged.tried.score_db[then] - judged.tried.score_db[now])[None]
    low, middle, high = (float(quantile(more, judged.tried.weight, share)[0]) for share in (0.05, 0.5, 0.95))
    return low, middle, high


def _effort(placement: str, kit: Kit, token: str) -> Effort:
    """Where one goes to build it."""
    place = next(choice for choice in PLACEMENTS if choice.slug == placement)
    if any(hung not in kit.owned for hung in place.hangs):
        return "climbing"
    return "outdoors" if place.power_at_mast or token != kit.owned_line else "indoors"


_MOST_EACH_S = MOST_S / 2.5
"""Seconds that the readings, or the choice, may take, so that both can be answered at once."""


def _small_enough(choosing: Choosing) -> Choosing:
    _require_quick(choosing.cost_s(), NARROWER)
    return choosing


def _few_enough(station: Station, readings: list[Taken]) -> list[Taken]:
    _require_quick(_read_s(station, readings), "fewer-readings")
    return readings


def _require_quick(seconds: float, narrower: str) -> None:
    if seconds > _MOST_EACH_S:
        raise InputError("", "takes-too-long", seconds, narrower=tell(f"narrower.{narrower}"))


def _read_s(station: Station, readings: list[Taken]) -> float:
    return (
        reconcile.cost_s(station, len(readings), len({reading.freq_hz for reading in readings}))
        if readings
        else 0.0
    )


def _last_day(document: StationFile, station: Station) -> list[Taken]:
    """The readings of the last day on which anything was read that go with the station as it stands."""
    dated = [(date_of(reading.date), reading) for reading in document.readings]
    days = [date_read for date_read, _ in dated if date_read is not None]
    last = max(days, default=None)
    readings = []
    for date_read, entry in dated:
        if date_read != last:
            continue
        try:
            taken = entry.to_core(station)
            require_readings(station, [taken])
        except InputError:
            continue  # the log says so where it is read
        readings.append(taken)
    return readings[: _MOST_READINGS if station.antenna.phase_known else _MOST_READINGS_OPEN]
