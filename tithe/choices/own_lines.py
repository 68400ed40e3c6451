"""The user's own lines on the shelf, as lines to choose from."""

from __future__ import annotations

from pydantic import TypeAdapter

from tithe.formats.choice import OwnLine
from tithe.formats.part_model import LineModel, PartModel
from tithe.stations.models import OwnPart

_PART: TypeAdapter[PartModel] = TypeAdapter(PartModel)


def own_lines() -> list[OwnLine]:
    """Every line on the user's shelf; what it cost is spread over its length."""
    found = []
    for own in OwnPart.objects.all():
        if own.part.get("kind") != "line":
            continue
        model = _PART.validate_python(own.part)
        assert isinstance(model, LineModel)
        per_m = float(own.price) / model.length_m if own.price is not None and model.length_m > 0 else None
        found.append(OwnLine(f"own-{own.pk}", own.title, model, per_m))
    return found
