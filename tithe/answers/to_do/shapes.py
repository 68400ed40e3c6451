"""What is told of what comes next: `tithe next --json`."""

from __future__ import annotations

from typing import Literal

from typing_extensions import TypedDict

from tithe.answers.station.budget_shapes import Span
from tithe.core.choose.find_out import Effort, Measurable

StepKind = Literal["caution", "explain", "measure", "change", "trim", "presets", "baseline"]
StepView = Literal["ledger", "log", "sweep", "bench", "antenna", "choose", "tuner"]


class Remembered(TypedDict):
    """What stands as one goes to measure, for the station file (`choice.finding`), so that the decision can
    say what that changed."""

    what: Measurable
    known: str
    decision: str
    name: str
    right_in: float | None


class StepToDo(TypedDict):
    """Something to do. ``id``: what it is about, the same as long as it is to be done; ``brings``: in words;
    ``gain_db``: from what to what in nine of ten cases, of
    a measurement what it is worth on average, where it is told; ``cost`` in the prices' currency;
    ``view``: where it is done, at ``mhz`` and at the ``part``-th part of the run where these matter;
    ``remember``: of what decides, when one goes to measure it."""

    id: str
    kind: StepKind
    text: str
    brings: str
    gain_db: Span | None
    cost: float | None
    effort: Effort
    minutes: float | None
    view: StepView
    mhz: float | None
    part: int | None
    remember: Remembered | None


class NextAnswer(TypedDict):
    """At most three steps, the first first; ``sentence``: how it stands, where there are none; ``done``: what
    was noted as done lately, and by the station as it is described still is to be; ``left_out``: what could
    not be told, and why."""

    sentence: str
    steps: list[StepToDo]
    done: list[str]
    left_out: list[str]
