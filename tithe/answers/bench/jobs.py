"""The jobs of the bench as a page needs them: how each is done, and how its readings come in.

A job is declared beside its question (`job`), its words stand in `tithe.text.bench_jobs`. What is typed goes
into the request of ``bench/<job>`` as its ways say.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Literal

from pydantic import BaseModel
from typing_extensions import TypedDict

from tithe.answers.bench.requests import ResidualModel
from tithe.answers.question import reading
from tithe.text.bench_jobs import ANALYZER, JOBS, JobWords

WayIn = Literal["hand", "file"]
Form = Literal["objects", "lists", "figures"]


class Field(TypedDict):
    """A figure: what it usually is (""; nothing), whether it is needed, and whether it is first what the part
    on the bench has."""

    key: str
    label: str
    unit: str
    usual: str
    needed: bool
    of_part: bool


class Group(TypedDict):
    """Figures one under the other; ``into``: under which key of the request they go ("": its own);
    ``before``: what stands before their keys where they are kept."""

    title: str
    into: str
    before: str
    fields: list[Field]


class Column(TypedDict):
    """A column of readings by frequency."""

    key: str
    label: str


class Table(TypedDict):
    """Readings by frequency, ``least`` rows of them, going into a key of the request as objects, lists or
    single figures. A row counts where all ``needed`` are there and one of ``one_of``."""

    into: str
    form: Form
    caption: str
    columns: list[Column]
    needed: list[str]
    one_of: list[str]
    least: int


class SweepEnd(TypedDict):
    """A sweep's file by what was at the far side: ``key``: in the request."""

    key: str
    end: str
    label: str


class Way(TypedDict):
    """One way in. Sweeps beside a table are read into its rows, one frequency after the other; else they go
    whole, where all ``needed`` are there and one of ``one_of``."""

    way: WayIn
    table: Table | None
    sweeps: list[SweepEnd]
    needed: list[str]
    one_of: list[str]
    groups: list[Group]


class Option(TypedDict):
    """What may be chosen, and the figures that belong to it."""

    value: str
    label: str
    group: Group


class OneOf(TypedDict):
    """One of several; the first one usually."""

    key: str
    label: str
    options: list[Option]


class Flag(TypedDict):
    """What is so or not: kept as ``figure``, told as ``key``."""

    figure: str
    key: str
    label: str


class Job(TypedDict):
    """``kinds``: of part it can be done with (none: it is about no part). ``analyzer``, ``station``,
    ``frequency``: whether the request takes what the calibration leaves, the station with the part, and the
    frequency looked at. ``practice``: as which way a simulated measurement comes. ``blank``: as what a part
    goes onto the shelf that is none of the run (null: it does not)."""

    job: str
    title: str
    question: str
    kinds: list[str]
    chain: list[str]
    ends: list[str]
    steps: list[str]
    cautions: list[str]
    carries: str
    analyzer: bool
    station: bool
    frequency: bool
    ways: list[Way]
    practice: WayIn
    choice: OneOf | None
    flag: Flag | None
    blank: dict[str, Any] | None


class Jobs(TypedDict):
    """All jobs, and what an analyzer's calibration leaves; the first is what matters most."""

    jobs: list[Job]
    analyzer: list[Field]


_DECLARED: dict[str, Job] = {}


def job(
    name: str,
    kinds: Sequence[str],
    ways: Sequence[Way],
    *,
    analyzer: bool = True,
    station: bool = True,
    frequency: bool = False,
    practice: WayIn = "file",
    choice: OneOf | None = None,
    flag: Flag | None = None,
    blank: dict[str, Any] | None = None,
) -> None:
    """Declare a job of the bench; its words are there already."""
    words = JOBS[name]
    _DECLARED[name] = Job(
        job=name, title=words.title, question=words.question, kinds=list(kinds), chain=list(words.chain),
        ends=list(words.ends), steps=list(words.steps), cautions=list(words.cautions), carries=words.carries,
        analyzer=analyzer, station=station, frequency=frequency, ways=list(ways), practice=practice,
        choice=choice, flag=flag, blank=blank,
    )  # fmt: skip


def way(
    way: WayIn,
    table: Table | None = None,
    sweeps: Sequence[SweepEnd] = (),
    groups: Sequence[Group] = (),
    *,
    needed: Sequence[str] = (),
    one_of: Sequence[str] = (),
) -> Way:
    """One way in."""
    return Way(
        way=way,
        table=table,
        sweeps=list(sweeps),
        needed=list(needed),
        one_of=list(one_of),
        groups=list(groups),
    )


def group(
    name: str,
    asks: type[BaseModel],
    *keys: str | tuple[str, float],
    needed: Sequence[str] = (),
    of_part: Sequence[str] = (),
    into: str = "",
    before: str = "",
) -> Group:
    """Figures of a job by their keys in the request that ``asks``; what they usually are is what that takes
    where nothing is given, or stands beside the key."""
    words = JOBS[name]
    pairs = [(key, asks.model_fields[key].default) if isinstance(key, str) else key for key in keys]
    fields = [
        Field(
            key=key, label=_label(words, key), unit=words.labels[key][1], usual=_shown(usual),
            needed=key in needed, of_part=key in of_part,
        )
        for key, usual in pairs
    ]  # fmt: skip
    return Group(title=_label(words, into) if into else "", into=into, before=before, fields=fields)


def table(
    name: str,
    into: str,
    form: Form,
    columns: Sequence[str],
    *,
    needed: Sequence[str] | None = None,
    one_of: Sequence[str] = (),
    least: int = 1,
) -> Table:
    """A job's table by the keys of its columns; all are needed where nothing else is said."""
    words = JOBS[name]
    return Table(
        into=into, form=form, caption=words.caption,
        columns=[Column(key=key, label=_label(words, key)) for key in columns],
        needed=list(columns if needed is None else needed), one_of=list(one_of), least=least,
    )  # fmt: skip


def sweeps(name: str, **keys: str) -> list[SweepEnd]:
    """A job's sweeps by their ends; ``keys``: those that the request calls otherwise."""
    ends = JOBS[name].sweeps.items()
    return [SweepEnd(key=keys.get(end, end), end=end, label=label) for end, label in ends]


def option(name: str, choice: str, value: str, figures: Group) -> Option:
    """One that may be chosen."""
    return Option(value=value, label=_label(JOBS[name], f"{choice}.{value}"), group=figures)


def choice(name: str, key: str, options: Sequence[Option]) -> OneOf:
    """One of several."""
    return OneOf(key=key, label=_label(JOBS[name], key), options=list(options))


def flag(name: str, figure: str, key: str) -> Flag:
    """What is so or not."""
    return Flag(figure=figure, key=key, label=_label(JOBS[name], figure))


def _shown(usual: object) -> str:
    """As it stands in the field; nothing where there is no usual figure."""
    return f"{usual:g}" if isinstance(usual, int | float) else ""


def _label(words: JobWords, key: str) -> str:
    return words.labels[key][0]


@reading("bench/jobs")
def jobs() -> Jobs:
    """The jobs of the bench, in order: how each is done, and how its readings come in."""
    usual = ResidualModel()
    analyzer = [
        Field(key=key, label=label, unit=unit, usual=_shown(getattr(usual, key)), needed=False, of_part=False)
        for key, (label, unit) in ANALYZER.items()
    ]
    return Jobs(jobs=[_DECLARED[name] for name in JOBS], analyzer=analyzer)
