"""The station file: text or JSON objects in, documents and core objects out, and back."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError

from tithe.core import InputError, Station
from tithe.core.parts.part import Part
from tithe.document.complaints import input_errors
from tithe.document.errors import StationError
from tithe.document.parts import PartModel, parts_of
from tithe.document.station import StationFile
from tithe.document.strict_json import load_json


def read(text: str) -> StationFile:
    """The document of a file's text. Raises `StationError`."""
    try:
        return validate(load_json(text))
    except InputError as error:
        raise StationError([error]) from None


def validate(data: Any) -> StationFile:
    """The document of parsed JSON. Raises `StationError`."""
    try:
        return StationFile.model_validate(data)
    except ValidationError as error:
        raise StationError(input_errors(error.errors(), data)) from None


def write(document: StationFile) -> str:
    """The document as text; what is not set is left out."""
    return json.dumps(document.model_dump(exclude_none=True), ensure_ascii=False, indent=2) + "\n"


def to_chain(models: Sequence[PartModel]) -> tuple[Part, ...]:
    """A run alone. Raises `StationError` with every place that is wrong."""
    errors: list[InputError] = []
    parts = parts_of(models, errors)
    if errors:
        raise StationError(errors)
    return tuple(parts)


def to_arrangement(document: StationFile, number: int) -> Station:
    """A kept arrangement as a station with the document's bands. Raises `StationError`."""
    place = f"arrangements[{number}]"
    if not 0 <= number < len(document.arrangements):
        raise StationError([InputError(place, "not-there")])
    kept = document.arrangements[number]
    parts = {"transmitter": kept.transmitter, "chain": kept.chain, "antenna": kept.antenna}
    try:
        return document.model_copy(update={**parts, "arrangement": kept.name}).to_core()
    except StationError as error:
        raise error.under(place) from None
