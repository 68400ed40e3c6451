"""The API of the log: keeping readings and notes, the timeline, and what explains the readings."""

from __future__ import annotations

from functools import partial
from typing import Annotated, Any, Literal

from django.http import HttpRequest
from ninja import Query, Router, Schema, Status
from pydantic import Field

from tithe.answers.log import log_json, trend_json
from tithe.answers.log.kept import kept
from tithe.answers.log.kept_marks import measured_of
from tithe.answers.log.promise import KeptPromise, kept_promise
from tithe.answers.log.shapes import ReconciledOut, TrendOut
from tithe.answers.requests import DocumentRequest
from tithe.core.cost import Pause
from tithe.core.errors import InputError
from tithe.core.log import kept as kept_beside
from tithe.core.log import reconcile, trend
from tithe.core.log.reconcile import MOST_READINGS
from tithe.document.readings import ReadingModel, RemarkModel, core_readings
from tithe.document.station import StationFile
from tithe.files import log_csv
from tithe.web.actor import actor_of
from tithe.web.http import NotKeptError, computed, download
from tithe.web.log import explaining, services, timeline
from tithe.web.log.models import LogEntry
from tithe.web.stations import rights
from tithe.web.stations.models import Station
from tithe.web.stations.rights import Right

router = Router()
Kind = Literal["reading", "note", "sweep", "preset", "change"]


class LogRow(Schema):
    """Something of the timeline: ``key``: which one of its kind; ``date``: null where nobody noted it;
    ``body``: the reading, the note, the preset with its tuner, a sweep's title and circumstances, or under
    ``what`` what changed of the station (of a day's changes ``key`` is the first state that was put away)."""

    kind: Kind
    key: int
    date: str | None
    mhz: float | None
    body: dict[str, Any]


class LogPage(Schema):
    """A piece of the timeline, newest first, and how many there are in all."""

    count: int
    rows: list[LogRow]


class LogQuery(Schema):
    """From which one, and how many; of some kinds, or of frequencies between two, if that is asked; or what
    was put out of sight."""

    offset: Annotated[int, Field(ge=0, le=1_000_000_000)] = 0
    limit: Annotated[int, Field(ge=1, le=500)] = 100
    kind: Annotated[list[Kind], Field(max_length=5)] = Field(default_factory=list)
    low_mhz: Annotated[float, Field(ge=0, allow_inf_nan=False)] = 0.0
    high_mhz: Annotated[float | None, Field(gt=0, allow_inf_nan=False)] = None
    removed: bool = False


@router.get("/stations/{pk}/log", response=LogPage)
def read_log(request: HttpRequest, pk: int, query: Query[LogQuery]) -> Any:
    """The timeline of a station: readings, notes, sweeps, presets, changes."""
    station = rights.kept(actor_of(request), pk)
    high_mhz = query.high_mhz or float("inf")
    wanted = timeline.Wanted(query.kind, query.low_mhz, high_mhz, query.removed)
    page = timeline.timeline(station, wanted, query.offset, query.limit)
    return {"count": timeline.length(station, wanted), "rows": _rows(station, page)}


def _rows(station: Station, page: list[timeline.Moment]) -> list[dict[str, Any]]:
    return [
        {
            "kind": moment.kind,
            "key": moment.key,
            "date": moment.when.isoformat() if moment.when.year > 1 else None,
            "mhz": moment.mhz,
            "body": body,
        }
        for moment, body in zip(page, timeline.contents(station, page), strict=True)
    ]


class BeforeOut(Schema):
    """What lies before an entry: the last one like it (null: it is the first), what was noted in between
    newest first, and what changed of the station."""

    since: LogRow | None
    between: list[LogRow]
    changed: list[str]


@router.get("/log/{pk}/before", response=BeforeOut)
def what_came_before(request: HttpRequest, pk: int) -> Any:
    """What changed and was noted since the last reading at the same meter on the same band, or since the
    last note."""
    entry = _entry(request, pk)
    earlier = timeline.before(entry.station, entry)
    since = _rows(entry.station, [earlier.since])[0] if earlier.since else None
    return {"since": since, "between": _rows(entry.station, earlier.between), "changed": earlier.changed}


@router.get("/log/{pk}/promise", response=KeptPromise)
def what_it_brought(request: HttpRequest, pk: int) -> Any:
    """Of a note of a step that was done: what was promised, and what the readings before and since show."""
    entry = _entry(request, pk)
    promised = RemarkModel.model_validate(entry.body).promised if entry.kind == "note" else None
    if promised is None:
        raise InputError("", "no-promise")
    before, since = (explaining.beside(entry, after) for after in (False, True))
    placed = [side for side in (before, since) if side]
    seconds = sum(reconcile.cost_s(st, len(r), len({reading.freq_hz for reading in r})) for st, r in placed)
    return computed(request, seconds, "fewer-readings", partial(kept_promise, promised, before, since))


@router.get("/stations/{pk}/log.csv", response=str, openapi_extra={"x-form": "csv"})
def log_as_csv(request: HttpRequest, pk: int) -> Any:
    """The whole timeline as CSV, newest first."""
    station = rights.kept(actor_of(request), pk)
    rows = _rows(station, timeline.timeline(station, timeline.Wanted()))
    name = f"{station.name or 'station'}, log.csv"
    return download(log_csv.write(rows), name, "text/csv")


EntryKey = Annotated[str, Field(max_length=60)]


class Noted(Schema):
    """One entry: a reading, or a note; ``key``: what its sender calls it, so that sent twice it is kept
    once."""

    reading: ReadingModel | None = None
    note: RemarkModel | None = None
    key: EntryKey = ""

    def model(self) -> ReadingModel | RemarkModel:
        """Which of the two. Raises `InputError` where it is neither or both."""
        if (self.reading is None) == (self.note is None):
            raise InputError("", "reading-or-note")
        return self.reading or self.note  # type: ignore[return-value]  # one of them is there


class Kept(Schema):
    """An entry by its number."""

    key: int


class NotedAll(Schema):
    """Readings taken one after the other, as a list over a band; ``key``: what its sender calls it."""

    readings: Annotated[list[ReadingModel], Field(min_length=1, max_length=MOST_READINGS)]
    key: EntryKey = ""


class KeptAll(Schema):
    """Entries by their numbers."""

    keys: list[int]


def _entry(request: HttpRequest, pk: int, right: Right = Right.READ) -> LogEntry:
    actor = actor_of(request)
    seen = rights.of(actor)
    entry = LogEntry.objects.filter(pk=pk, station__in=seen, station__removed=None).first()
    if entry is None:
        raise NotKeptError("", "no-entry", pk)
    rights.require_right(actor, entry.station, right)
    return entry


@router.post("/stations/{pk}/log", response={201: Kept})
def note_down(request: HttpRequest, pk: int, body: Noted) -> Any:
    """Keep a reading or a note. A reading's meter must stand in the station as it is kept."""
    station = rights.kept(actor_of(request), pk, Right.EDIT)
    model = body.model()
    if isinstance(model, ReadingModel):
        try:
            model.to_core(StationFile.model_validate(station.document).to_core())
        except InputError as error:
            raise error.under("reading") from None
    return Status(201, {"key": services.keep(station, model, body.key).pk})


@router.post("/stations/{pk}/log/readings", response={201: KeptAll})
def note_all_down(request: HttpRequest, pk: int, body: NotedAll) -> Any:
    """Keep readings, all or none. Their meters must stand in the station as it is kept."""
    station = rights.kept(actor_of(request), pk, Right.EDIT)
    core_readings(body.readings, StationFile.model_validate(station.document).to_core())
    return Status(201, {"keys": [entry.pk for entry in services.keep_all(station, body.readings, body.key)]})


@router.put("/log/{pk}", response=Kept)
def put_right(request: HttpRequest, pk: int, body: Noted) -> Any:
    """Another content for an entry."""
    return {"key": services.change(_entry(request, pk, Right.EDIT), body.model()).pk}


class Removed(Schema):
    """Whether an entry is out of sight."""

    removed: bool


@router.patch("/log/{pk}", response=Kept)
def put_away(request: HttpRequest, pk: int, body: Removed) -> Any:
    """Put an entry out of sight, or bring it back."""
    entry = _entry(request, pk, Right.EDIT)
    entry.removed = body.removed
    entry.save()
    return {"key": entry.pk}


class TrendRequest(DocumentRequest):
    """The station as it stands on the screen; readings between two frequencies."""

    low_mhz: Annotated[float, Field(ge=0, allow_inf_nan=False)] = 0.0
    high_mhz: Annotated[float, Field(gt=0, allow_inf_nan=False)] = 1e6


@router.post("/stations/{pk}/trend", response=TrendOut)
def losses_over_time(request: HttpRequest, pk: int, body: TrendRequest) -> Any:
    """What the readings of each day imply, oldest first, and whether a loss has grown."""
    owner = rights.kept(actor_of(request), pk)
    days = explaining.by_day(owner, body.low_mhz, body.high_mhz)
    log = owner.log.filter(removed=False, kind="note").order_by("taken", "id")
    notes = [(entry.taken.date().isoformat(), entry.body["text"]) for entry in log]
    station = body.document.to_core()

    dated = []
    for day, entries in days.items():
        placed, _ = explaining.placed(entries, station, MOST_READINGS)
        if placed:
            dated.append((day.isoformat(), [reading for _, reading in placed]))
    seconds = sum(trend.cost_s(station, len(day), len({r.freq_hz for r in day})) for _, day in dated)
    known = kept_beside.Kept(
        measured=measured_of(body.document, [reading for _, day in dated for reading in day])
    )
    job = partial(trend_json.trend, station, dated, notes, body.document.causes, known)
    return computed(request, seconds, "one-band", job)


class ReconcileRequest(DocumentRequest):
    """The station as it stands on the screen; ``readings``: those to explain, by their numbers (left out:
    those of the last day on which anything was read)."""

    readings: Annotated[list[int], Field(max_length=MOST_READINGS)] | None = None


class ReconcileAnswer(Schema):
    """Which readings were explained, by their numbers, and what explains them (null: there are none);
    ``left_out``: why others cannot be, a sentence each."""

    keys: list[int]
    answer: ReconciledOut | None
    left_out: list[str]


@router.post("/stations/{pk}/reconcile", response=ReconcileAnswer)
def explain_readings(request: HttpRequest, pk: int, body: ReconcileRequest) -> Any:
    """What the readings imply, the best explanations, and which further reading would tell most."""
    owner = rights.kept(actor_of(request), pk)
    entries = explaining.last_day(owner, body.readings)
    station = body.document.to_core()
    placed, left_out = explaining.placed(entries, station)
    often, sweeps = body.document.causes, explaining.sweeps_of(owner, placed)

    def job(pause: Pause) -> dict[str, Any]:
        readings = [reading for _, reading in placed]
        answer = None
        if readings:
            known, messages = kept(body.document, station, readings, explaining.day_of(placed), sweeps)
            explained = reconcile.reconcile(station, readings, often, known, pause)
            answer = log_json.answer(station, readings, explained, messages)
        return {"keys": [entry.pk for entry, _ in placed], "answer": answer, "left_out": left_out}

    seconds = reconcile.cost_s(station, len(placed), len({reading.freq_hz for _, reading in placed}))
    return computed(request, seconds, "fewer-readings", job)
