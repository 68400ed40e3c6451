"""The parts on somebody's shelf, and its lines as lines to choose from."""

from __future__ import annotations

from django.db.models import Q, QuerySet

from tithe.document.choice import OwnLine
from tithe.document.parts.line import LineModel
from tithe.web.actor import Actor
from tithe.web.stations.models import OwnPart


def own_parts(actor: Actor, *, changing: bool = False) -> QuerySet[OwnPart]:
    """The parts on somebody's own shelf and on the club's, or those of them that they may take away."""
    if actor.alone:
        return OwnPart.objects.all()
    if not actor.everywhere:
        return OwnPart.objects.none()
    mine = Q(owner=actor.person)
    if not changing:
        return OwnPart.objects.filter(mine | Q(club=True))
    return OwnPart.objects.filter(mine | Q(club=True) if actor.keeper else mine & Q(club=False))


def own_lines(actor: Actor) -> list[OwnLine]:
    """Every line on the user's shelf; what it cost is spread over its length."""
    lines = []
    for own in own_parts(actor):
        if own.part.get("kind") != "line":
            continue
        model = LineModel.model_validate(own.part)
        per_m = float(own.price) / model.length_m if own.price is not None and model.length_m > 0 else None
        lines.append(OwnLine(own.token, own.title, model, per_m))
    return lines
