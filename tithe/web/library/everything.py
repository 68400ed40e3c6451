"""Everything that is kept, as lines of JSON, and back: for moving house, or to lay by.

The first line names the format. Then, one a line: parts of one's own, and stations with their history, log
and sweeps, what was put away or deleted among them. A text comes before what names it by its digest, so each
line can be taken in by itself, and stations may be saved while the lines are written. The last line counts
them: a file that was cut off is known by that. What is taken in is added to what is there; each station
carries a name of its own, so that a file taken in again, since the first time ended early, doubles nothing.
"""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator
from decimal import Decimal
from hashlib import sha256
from itertools import pairwise
from typing import IO, Annotated, Any, Literal, NamedTuple
from uuid import UUID

from django.db import transaction
from django.utils import timezone
from pydantic import AwareDatetime, Field, ValidationError

from tithe.core.errors import InputError, require
from tithe.document import station_file
from tithe.document.complaints import input_errors
from tithe.document.fields import FileObject, Name
from tithe.document.parts import PartModel
from tithe.document.readings import ReadingModel, RemarkModel
from tithe.document.work import SweepModel
from tithe.web.actor import Actor
from tithe.web.log import services as log
from tithe.web.stations import services as stations
from tithe.web.stations import texts
from tithe.web.stations.models import OwnPart, Revision, Station, Text
from tithe.web.stations.own_lines import own_parts
from tithe.web.stations.rights import Right, of
from tithe.web.sweeps import services as sweeps

FORMAT = {"format": "tithe-library", "version": 2}
MOST_LINE = 40_000_000
"""Bytes of a line; of a longer history the oldest states are left out."""


class HeadLine(FileObject):
    """The first line."""

    format: Literal["tithe-library"]
    version: Literal[1, 2]


class Counts(FileObject):
    """How many lines a file has before the last one, and of them parts and stations."""

    lines: int
    parts: int
    stations: int


class EndLine(FileObject):
    """The last line."""

    end: Counts


class TextLine(FileObject):
    """A large text, by itself."""

    text: Annotated[str, Field(max_length=8_000_000)]


class OwnPartLine(FileObject):
    """A part on the user's shelf."""

    part: PartModel
    title: Name
    uuid: UUID | None = None
    price: Annotated[Decimal, Field(ge=0, max_digits=12, decimal_places=2)] | None = None


class State(FileObject):
    """An earlier state of a station, and when a save replaced it; ``document`` as it is kept."""

    version: Annotated[int, Field(ge=1, le=2**31)]
    saved: AwareDatetime | None = None
    document: dict[str, Any]


class StoredSweep(FileObject):
    """A sweep whose content is a text by its digest."""

    sweep: dict[str, Any]
    text: Annotated[str, Field(max_length=64)]
    removed: bool = False


class StoredEntry(FileObject):
    """A reading or a note, and whether it was put out of sight."""

    reading: ReadingModel | None = None
    note: RemarkModel | None = None
    removed: bool = False
    key: Annotated[str, Field(max_length=80)] = ""

    def to_entry(self, place: str) -> log.Entry:
        """As the log takes it. Raises `InputError` where it is neither or both."""
        require((self.reading is None) != (self.note is None), place, "reading-or-note")
        content = self.reading or self.note
        assert content is not None
        return log.Entry(content, self.removed, self.key)


class StationLine(FileObject):
    """A station with its history, newest first, its log and its sweeps in the order of their arrival;
    ``uuid``: by which it is known on every machine; ``removed``: since when it is deleted.
    ``readings`` and ``remarks`` are the log of a file of version 1."""

    station: dict[str, Any]
    uuid: UUID | None = None
    removed: AwareDatetime | None = None
    updated: AwareDatetime | None = None
    entries: Annotated[list[StoredEntry], Field(max_length=log.MOST_ENTRIES)] = Field(default_factory=list)
    version: Annotated[int, Field(ge=1, le=2**31)]
    history: Annotated[list[State], Field(max_length=stations.KEPT_REVISIONS)]
    sweeps: Annotated[list[StoredSweep], Field(max_length=sweeps.MOST_SWEEPS)]
    readings: Annotated[list[ReadingModel], Field(max_length=log.MOST_ENTRIES)] = Field(default_factory=list)
    remarks: Annotated[list[RemarkModel], Field(max_length=log.MOST_ENTRIES)] = Field(default_factory=list)


_KINDS: dict[str, type[HeadLine | TextLine | OwnPartLine | StationLine | EndLine]] = {
    "format": HeadLine,
    "end": EndLine,
    "text": TextLine,
    "part": OwnPartLine,
    "station": StationLine,
}


def lines(actor: Actor) -> Iterator[str]:
    """The lines of everything that is somebody's own."""
    parts = held = 0
    yield _line(FORMAT)
    for own in own_parts(actor, changing=True):
        price = None if own.price is None else str(own.price)
        yield _line({"title": own.title, "part": own.part, "price": price, "uuid": str(own.uuid)})
        parts += 1
    texts_told: set[str] = set()
    for pk in list(of(actor, Right.OWN).values_list("pk", flat=True)):
        station = Station.objects.filter(pk=pk).first()
        if station is None:  # dropped while the lines were written
            continue
        packed = _packed(station)
        for digest in _named(packed):
            if digest not in texts_told:
                texts_told.add(digest)
                yield _line({"text": Text.objects.get(digest=digest).body})
        yield _line(packed)
        held += 1
    count = 1 + parts + len(texts_told) + held
    yield _line({"end": {"lines": count, "parts": parts, "stations": held}})


def require_whole(file: IO[str]) -> None:
    """Demand that a file of version 2 ends with the line that counts its lines, and that these are there;
    the file is then at its beginning again. Raises `InputError`."""
    first, last, count = file.readline(), "", 0
    version = _read(first).get("version")
    for line in file:
        if line.strip():
            last, count = line, count + 1
    file.seek(0)
    if version != 1:
        end = _read(last).get("end")
        require(isinstance(end, dict) and end.get("lines") == count, "", "library-cut-off")


def _read(line: str) -> dict[str, Any]:
    """A line that may be cut off."""
    try:
        value = json.loads(line)
    except ValueError:
        return {}
    return value if isinstance(value, dict) else {}


def _named(packed: dict[str, Any]) -> Iterator[str]:
    """The texts that a station's line names, in its order."""
    for document in (packed["station"], *(state["document"] for state in packed["history"])):
        yield from sorted(texts.digests(document))
    yield from (sweep["text"] for sweep in packed["sweeps"])


def _line(data: dict[str, Any]) -> str:
    return json.dumps(data, ensure_ascii=False, allow_nan=False) + "\n"


def _packed(station: Station) -> dict[str, Any]:
    kept = [
        {
            "sweep": sweeps.model_of(sweep).model_dump(exclude_none=True, exclude={"content"}),
            "text": sweep.text_id,
            "removed": sweep.removed,
        }
        for sweep in station.sweeps.select_related("text")
    ]
    out = {
        "station": texts.put_away(station.document),
        "uuid": str(station.uuid),
        "version": station.version,
        "updated": station.updated.isoformat(),
        "sweeps": kept,
    }
    if station.removed is not None:
        out["removed"] = station.removed.isoformat()
    if every := [_entry(entry) for entry in log.entries(station)]:
        out["entries"] = every
    room, history = MOST_LINE - len(_line(out).encode()), []
    for pk in station.revisions.values_list("pk", flat=True):
        old = Revision.objects.get(pk=pk)
        state = {
            "version": old.version,
            "saved": old.saved.isoformat(),
            "document": texts.put_away(old.document),
        }
        room -= len(_line(state).encode())
        if room < 0:
            break
        history.append(state)
    return out | {"history": history}


def _entry(entry: log.Entry) -> dict[str, Any]:
    kind = "reading" if isinstance(entry.content, ReadingModel) else "note"
    out: dict[str, Any] = {kind: entry.content.model_dump(exclude_none=True)}
    return out | ({"removed": True} if entry.removed else {}) | ({"key": entry.key} if entry.key else {})


class TakenIn(NamedTuple):
    """What a line held: a station's name, or "" where it held none; whether that was taken in
    ``already``; whether it is a ``deleted`` one."""

    station: str = ""
    already: bool = False
    deleted: bool = False


def report(taken: Iterable[TakenIn]) -> str:
    """What the lines of a file held, in a sentence or two."""
    stations = [taken_in for taken_in in taken if taken_in.station]
    fresh, deleted, before = (
        [taken_in.station for taken_in in stations if not taken_in.already and not taken_in.deleted],
        [taken_in for taken_in in stations if not taken_in.already and taken_in.deleted],
        [taken_in for taken_in in stations if taken_in.already],
    )
    said = [f"Taken in: {', '.join(fresh) or 'no station'}."]
    if deleted:
        said.append(f"{len(deleted)} more of those deleted of late: they can be brought back.")
    if before:
        said.append(f"{len(before)} were taken in before, and are left as they are.")
    return " ".join(said)


@transaction.atomic
def take(data: Any, actor: Actor) -> TakenIn:
    """Take in one line, parsed, as somebody's own.

    Raises `InputError` or `StationError` for what cannot be; then nothing of the line is kept.
    """
    kind = next((name for name in _KINDS if isinstance(data, dict) and name in data), None)
    if kind is None:
        raise InputError("", "library-line")
    try:
        line = _KINDS[kind].model_validate(data)
    except ValidationError as error:
        raise input_errors(error.errors(), data)[0] from None
    if isinstance(line, TextLine):
        kept = texts.keep(line.text)
        kept.added = timezone.now()  # what names it is still to come
        kept.save()
    elif isinstance(line, OwnPartLine):
        _own(line, actor)
    elif isinstance(line, StationLine):
        return _unpacked(line, actor)
    return TakenIn()


def _own(line: OwnPartLine, actor: Actor) -> None:
    """Put a part on the shelf, unless it is there: by its own number, or, where it has none, alike."""
    line.part.to_core()
    document = line.part.model_dump(exclude_none=True)
    alike = {"title": line.title, "part": document, "price": line.price}
    mine = own_parts(actor, changing=True)
    if not mine.filter(**({"uuid": line.uuid} if line.uuid else alike)).exists():
        own = {"uuid": line.uuid} if line.uuid else {}
        OwnPart.objects.create(**alike, **own, owner_id=actor.person)


def _unpacked(line: StationLine, actor: Actor) -> TakenIn:
    origin = sha256(line.model_dump_json().encode()).hexdigest()
    name, deleted = str(line.station.get("name") or "a station without a name"), line.removed is not None
    if _is_there(origin, deleted, actor):
        return TakenIn(name, already=True, deleted=deleted)
    station = stations.create(station_file.validate(_whole(line.station)), actor.person)
    station.origin, station.removed, station.removed_day = origin, line.removed, stations.folder().days
    if line.uuid is not None and not Station.objects.filter(uuid=line.uuid).exists():
        station.uuid = line.uuid
    versions = [state.version for state in line.history]
    falling = all(newer > older for newer, older in pairwise([line.version, *versions]))
    require(falling, "history", "falling-versions")
    station.version = line.version
    station.save()
    for state in line.history:
        document = station_file.validate(_whole(state.document))
        kept = stations.kept_form(document)
        made = Revision.objects.create(station=station, version=state.version, document=kept)
        if state.saved is not None:
            Revision.objects.filter(pk=made.pk).update(saved=state.saved)
    log.unpack(station, line.readings, line.remarks)
    log.unpack_entries(
        station, [entry.to_entry(f"entries[{n}]") for n, entry in enumerate(line.entries)], "entries"
    )
    for n, sweep in enumerate(line.sweeps):
        try:
            content = Text.objects.get(digest=sweep.text).body
            model = SweepModel.model_validate(sweep.sweep | {"content": content})
            kept_sweep = sweeps.keep(station, model)
        except Text.DoesNotExist:
            raise InputError(f"sweeps[{n}].text", "unknown-text") from None
        except ValidationError as error:
            raise input_errors(error.errors(), sweep.sweep)[0].under(f"sweeps[{n}]") from None
        except InputError as error:
            raise error.under(f"sweeps[{n}]") from None
        kept_sweep.removed = sweep.removed
        kept_sweep.save()
    if line.updated is not None:
        Station.objects.filter(pk=station.pk).update(updated=line.updated)
    return TakenIn(name, deleted=deleted)


def _is_there(origin: str, deleted: bool, actor: Actor) -> bool:
    """Whether that line was taken in before. A station that was deleted here since is wanted again."""
    before = of(actor, Right.OWN).filter(origin=origin)
    return (before if deleted else before.filter(removed=None)).exists()


def _whole(document: dict[str, Any]) -> dict[str, Any]:
    try:
        return texts.bring_back(document)
    except Text.DoesNotExist:
        raise InputError("station", "unknown-text") from None
    except (TypeError, KeyError, AttributeError, ValueError):
        raise InputError("station", "no-document") from None
