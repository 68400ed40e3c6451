"""The user's own lines on the shelf, as lines to choose from."""

from __future__ import annotations

from tithe.document.choice import OwnLine
from tithe.document.parts.line import LineModel
from tithe.web.stations.models import OwnPart


def own_lines() -> list[OwnLine]:
    """Every line on the user's shelf; what it cost is spread over its length."""
    found = []
    for own in OwnPart.objects.all():
        if own.part.get("kind") != "line":
            continue
        model = LineModel.model_validate(own.part)
        per_m = float(own.price) / model.length_m if own.price is not None and model.length_m > 0 else None
        found.append(OwnLine(own.token, own.title, model, per_m))
    return found
