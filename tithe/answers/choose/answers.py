"""Composes what the choice view shows: the ranking as it is computed, and each candidate on its own."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import suppress
from dataclasses import replace
from functools import cached_property
from typing import Any

import numpy as np

from tithe import text
from tithe.answers import working_json
from tithe.answers.choose import choose_json
from tithe.answers.choose import shapes as s
from tithe.answers.choose.lately import lately
from tithe.answers.question import OwnLines
from tithe.answers.station import comparison
from tithe.answers.working_shapes import WorkingOut
from tithe.core import InputError, Station
from tithe.core.choose import (
    EVERY_THIRD,
    Candidate,
    Grid,
    Judged,
    Question,
    Ranking,
    ThroughPresentRun,
    Worlds,
    break_evens,
    evaluated,
    evaluating_s,
    joined,
    named,
    question,
    safe_lengths,
    tried,
    worlds,
)
from tithe.core.choose.tried import MOST, near
from tithe.core.choose.worlds import ANTENNAS, LEVELS
from tithe.core.cost import Pause, go_on, refuse_beyond
from tithe.core.errors import require
from tithe.core.sweep import move, without_phase
from tithe.core.working import working_of_candidate
from tithe.document.antenna import SwrAntennaModel
from tithe.document.choice import Choice, read
from tithe.document.station import StationFile
from tithe.document.station_file import to_chain

NARROWER = "fewer-lines"


class Choosing:
    """A document's choice, ready to be computed. Raises `StationError` or `InputError` when it is made."""

    def __init__(self, document: StationFile, own: OwnLines = ()) -> None:
        self.document = document
        self.station: Station = document.to_core()
        self.choice: Choice = read(document, own)
        self.question: Question = question(self.station, EVERY_THIRD)
        self.candidates: tuple[Candidate, ...] = self.choice.all_candidates()
        self._kept = lately(document, own, len(self.candidates) * self.question.antenna.port.v.size)

    def cost_s(self) -> float:
        """Seconds that ranking and worlds may take."""
        rows = self.question.antenna.port.v.size / len(self.question.freq_hz)
        share = self._to_try() / len(self.candidates)
        each_s = evaluating_s(self.question, self.choice.kit, self.candidates)
        return self.ranking_s() + each_s * share * 2 * LEVELS * ANTENNAS / rows

    def ranking_s(self) -> float:
        """Seconds that the ranking alone may take."""
        if self._kept.grid is not None:
            return 0.0
        return evaluating_s(self.question, self.choice.kit, self.candidates)

    def _to_try(self) -> int:
        """How many candidates, at most, are to be tried in worlds still."""
        if self._kept.grid is None or self._kept.worlds is None:
            return min(MOST, len(self.candidates))
        with suppress(InputError):  # which is told where it is answered
            every = (self.candidates[n].id for n in near(self._ranked))
            return sum(id not in self._kept.worlds.score_db for id in every)
        return 0

    def ranking(self, pause: Pause = go_on) -> Ranking:
        """All candidates, as the document asks."""
        for _ in self._evaluating(pause):
            pass
        return self._ranked

    def judged(self, pause: Pause = go_on) -> Judged:
        """The ranking, judged in all worlds."""
        ranking = self.ranking(pause)
        *_, judged = tried(ranking, self._worlds(), pause)
        assert judged is not None
        return choose_json.decided(self.choice, ranking, judged, pause)

    def steps(self, pause: Pause = go_on) -> Iterator[s.ChooseLine]:
        """How far it is after each piece, then the answer."""
        half = len(self.candidates)
        for done in self._evaluating(pause):
            yield {"done": done, "of": 2 * half}
        drawn = self._worlds()
        for g, tried_group in enumerate(tried(self._ranked, drawn, pause), start=1):
            done = half if tried_group else half * g // len(drawn.groups)
            yield {"done": half + done, "of": 2 * half}
        yield {"answer": choose_json.answer(self.choice, self.judged(pause))}

    def _evaluating(self, pause: Pause) -> Iterator[int]:
        """How many candidates have been evaluated, after each piece; then all of them are kept."""
        if self._kept.grid is not None:
            return
        grids: list[Grid] = []
        for grid in evaluated(self.question, self.choice.kit, self.candidates):
            pause()
            grids.append(grid)
            yield sum(len(done.candidates) for done in grids)
        self._kept.grid = joined(self.question, grids)

    @cached_property
    def _ranked(self) -> Ranking:
        assert self._kept.grid is not None
        return choose_json.ranked(self.choice, replace(self._kept.grid, question=self.question))

    def _worlds(self) -> Worlds:
        """The worlds that it may meet."""
        if self._kept.worlds is None:
            self._kept.worlds = worlds(self.question, self.choice.kit, self.choice.uncertain(self.question))
        return self._kept.worlds

    def candidate(self, id: str) -> Candidate:
        """One of them by its id."""
        match = next((candidate for candidate in self.candidates if candidate.id == id), None)
        if match is None:
            raise InputError("id", "no-candidate", id)
        return match


def sure_steps(choosing: Choosing, pause: Pause = go_on) -> Iterator[s.SureLine]:
    """How sure the answer is: of every answer it is a part; told alone as it once was."""
    for line in choosing.steps(pause):
        if "answer" in line:
            yield {"sure": line["answer"]["sure"]}
        else:
            yield {"done": line["done"], "of": line["of"]}


def working(choosing: Choosing, id: str, figure: str, pause: Pause = go_on) -> WorkingOut:
    """How a figure of one candidate, or of the map with its bands, comes about."""
    candidate = choosing.candidate(id)
    if figure.startswith("points["):
        return choose_json.map_working(choosing.choice, choosing.question, candidate, figure)
    ranking = choosing.ranking(pause)
    n = next(n for n, ranked in enumerate(ranking.grid.candidates) if ranked.id == id)
    return working_json.working(working_of_candidate(ranking, n, figure), 0)


def loss_map(choosing: Choosing, id: str) -> s.LossMap:
    """The map with one candidate's bands."""
    return choose_json.loss_map(
        choosing.choice, choosing.question, choosing.candidate(id).id, choosing.candidates
    )


def break_even(choosing: Choosing, coax: str, open_line: str, pause: Pause = go_on) -> list[s.BreakEvenOut]:
    """From which run on other places and lines win."""
    kit = choosing.choice.kit
    for place, token, among in (("coax", coax, kit.coax), ("open_line", open_line, kit.open_lines)):
        require(token == "" or token in among, place, "no-line-here", token, allowed=list(among))
    coax = coax or kit.indoor_coax
    require(coax in kit.coax, "coax", "no-coax-left")
    within = max(choosing.choice.settings.within_db, 0.1)
    results = break_evens(choosing.question, kit, choosing.choice.site, coax, open_line, within, pause)
    return choose_json.break_even(results)


def lengths(
    document: StationFile, low_m: float, high_m: float, step_m: float, pause: Pause = go_on
) -> s.LengthsAnswer:
    """Which lengths of the present run are safe."""
    lengths_question = question(document.to_core())
    lengths_found = safe_lengths(lengths_question, low_m, high_m, step_m, pause)
    return choose_json.lengths(lengths_found, [band.name for band in lengths_question.bands])


def look(choosing: Choosing, id: str, mhz: float, pause: Pause = go_on) -> s.CandidateLook:
    """One candidate laid beside what stands now, and its run and antenna for adopting it."""
    document = choosing.document
    candidate = choosing.candidate(id)
    chain = document.chain if candidate.present else choosing.choice.chain_of(candidate)
    theirs = replace(choosing.station, chain=to_chain(chain), antenna=ThroughPresentRun(choosing.station))
    refuse_beyond(comparison.cost_s(choosing.station, theirs), "fewer-bands")
    name = text.say(named(candidate, choosing.choice.names))
    return {
        "name": name,
        "chain": [part.model_dump(exclude_none=True) for part in chain],
        "antenna": _antenna(choosing).model_dump(exclude_none=True),
        "comparison": comparison.against(choosing.station, theirs, (document.arrangement, name), mhz, pause),
    }


def _antenna(choosing: Choosing) -> Any:
    """The antenna for another run: one read in the room is moved to the feedpoint first."""
    model = choosing.document.antenna
    if not isinstance(model, SwrAntennaModel) or model.plane == "feedpoint":
        return model
    mhz, ratio = np.array(model.points).T
    chain = choosing.station.chain
    at_antenna = move(without_phase(mhz * 1e6, ratio), chain, 0, len(chain))
    require(not at_antenna.contradiction, "antenna.points", "contradiction", told=at_antenna.contradiction)
    rows = zip((at_antenna.sweep.freq_hz / 1e6).tolist(), at_antenna.sweep.swr.tolist(), strict=True)
    points = [(f, min(s, 1e6)) for f, s in rows]
    return model.model_copy(update={"plane": "feedpoint", "points": points})
