"""Everything that is kept, as lines of JSON, and back: for moving house, or to lay by.

The first line names the format. Then, one a line: parts of one's own, and stations with their history and
sweeps, those put away among them. A text comes before what names it by its digest, so each line can be taken
in by itself, and stations may be saved while the lines are written. What is taken in is added to what is
there.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from decimal import Decimal
from itertools import pairwise
from typing import Annotated, Any, Literal

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
from tithe.web.log import services as log
from tithe.web.stations import services as stations
from tithe.web.stations import texts
from tithe.web.stations.models import OwnPart, Revision, Station, Text
from tithe.web.sweeps import services as sweeps

FORMAT = {"format": "tithe-library", "version": 1}
MOST_LINE = 40_000_000
"""Bytes of a line; of a longer history the oldest states are left out."""


class HeadLine(FileObject):
    """The first line."""

    format: Literal["tithe-library"]
    version: Literal[1]


class TextLine(FileObject):
    """A large text, by itself."""

    text: Annotated[str, Field(max_length=8_000_000)]


class OwnPartLine(FileObject):
    """A part on the user's shelf."""

    part: PartModel
    title: Name
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


class StationLine(FileObject):
    """A station with its history, newest first, and its sweeps in the order of their arrival."""

    station: dict[str, Any]
    version: Annotated[int, Field(ge=1, le=2**31)]
    history: Annotated[list[State], Field(max_length=stations.KEPT_REVISIONS)]
    sweeps: Annotated[list[StoredSweep], Field(max_length=sweeps.MOST_SWEEPS)]
    readings: Annotated[list[ReadingModel], Field(max_length=log.MOST_ENTRIES)] = Field(default_factory=list)
    remarks: Annotated[list[RemarkModel], Field(max_length=log.MOST_ENTRIES)] = Field(default_factory=list)


_KINDS: dict[str, type[HeadLine | TextLine | OwnPartLine | StationLine]] = {
    "format": HeadLine,
    "text": TextLine,
    "part": OwnPartLine,
    "station": StationLine,
}


def lines() -> Iterator[str]:
    """The lines of everything that is kept."""
    yield _line(FORMAT)
    for own in OwnPart.objects.all():
        price = None if own.price is None else str(own.price)
        yield _line({"title": own.title, "part": own.part, "price": price})
    told: set[str] = set()
    for pk in Station.objects.filter(removed=None).values_list("pk", flat=True):
        packed = _packed(Station.objects.get(pk=pk))
        for digest in _named(packed):
            if digest not in told:
                told.add(digest)
                yield _line({"text": Text.objects.get(digest=digest).body})
        yield _line(packed)


def _named(packed: dict[str, Any]) -> Iterator[str]:
    """The texts that a station's line names, in its order."""
    for document in (packed["station"], *(state["document"] for state in packed["history"])):
        yield from sorted(texts.digests(document))
    yield from (one["text"] for one in packed["sweeps"])


def _line(data: dict[str, Any]) -> str:
    return json.dumps(data, ensure_ascii=False, allow_nan=False) + "\n"


def _packed(station: Station) -> dict[str, Any]:
    kept = [
        {
            "sweep": sweeps.model_of(one).model_dump(exclude_none=True, exclude={"content"}),
            "text": one.text_id,
            "removed": one.removed,
        }
        for one in station.sweeps.select_related("text")
    ]
    out = {"station": texts.put_away(station.document), "version": station.version, "sweeps": kept}
    if every := log.readings(station):
        out["readings"] = [one.model_dump(exclude_none=True) for one in every]
    if noted := log.remarks(station):
        out["remarks"] = [one.model_dump(exclude_none=True) for one in noted]
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


@transaction.atomic
def take(data: Any) -> str:
    """Take in one line, parsed; the name of the station it held, "" for any other.

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
        line.part.to_core()
        document = line.part.model_dump(exclude_none=True)
        if not OwnPart.objects.filter(title=line.title, part=document, price=line.price).exists():
            OwnPart.objects.create(title=line.title, part=document, price=line.price)
    elif isinstance(line, StationLine):
        return _unpacked(line)
    return ""


def _unpacked(line: StationLine) -> str:
    station = stations.create(station_file.validate(_whole(line.station)))
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
    for n, one in enumerate(line.sweeps):
        try:
            content = Text.objects.get(digest=one.text).body
            model = SweepModel.model_validate(one.sweep | {"content": content})
            kept_sweep = sweeps.keep(station, model)
        except Text.DoesNotExist:
            raise InputError(f"sweeps[{n}].text", "unknown-text") from None
        except ValidationError as error:
            raise input_errors(error.errors(), one.sweep)[0].under(f"sweeps[{n}]") from None
        except InputError as error:
            raise error.under(f"sweeps[{n}]") from None
        kept_sweep.removed = one.removed
        kept_sweep.save()
    return station.name or "a station without a name"


def _whole(document: dict[str, Any]) -> dict[str, Any]:
    try:
        return texts.bring_back(document)
    except Text.DoesNotExist:
        raise InputError("station", "unknown-text") from None
    except (TypeError, KeyError, AttributeError, ValueError):
        raise InputError("station", "no-document") from None
