"""The API of the shelf: generic lines and parts, and the user's own parts."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router, Schema, Status
from pydantic import Field

from tithe.core.errors import require
from tithe.document import shelf
from tithe.document.fields import Name
from tithe.document.parts import PartModel
from tithe.web.actor import NotAllowedError, actor_of
from tithe.web.stations.models import OwnPart
from tithe.web.stations.own_lines import own_parts

router = Router()
MOST_OWN = 500


class OwnPartIn(Schema):
    """A part to put on the shelf, with what it cost; ``club``: on the shelf of all, where Tithe is shared,
    which its keepers alone can do."""

    title: Name
    part: PartModel
    price: Annotated[Decimal, Field(ge=0, max_digits=12, decimal_places=2)] | None = None
    club: bool = False


class OwnPartOut(OwnPartIn):
    """A part of one's own on the shelf; ``token``: what a choice calls it, here and on any other machine."""

    id: int
    token: str


class Shelf(Schema):
    """Everything there is to take from."""

    lines: list[shelf.ShelfLine]
    parts: list[shelf.ShelfPart]
    own: list[OwnPartOut]


@router.get("/shelf", response=Shelf, exclude_none=True)
def whole_shelf(request: HttpRequest) -> Any:
    """Generic lines and parts, and the user's own."""
    lines = list(shelf.lines().values())
    return {"lines": lines, "parts": shelf.parts(), "own": list(own_parts(actor_of(request)))}


@router.post("/shelf/own", response={201: OwnPartOut}, exclude_none=True)
def put_on_shelf(request: HttpRequest, own: OwnPartIn) -> Any:
    """Put a part of one's own on the shelf."""
    actor = actor_of(request)
    actor.require_everywhere()
    if own.club and not actor.keeper:
        raise NotAllowedError("club", "keepers-only")
    own.part.to_core()
    require(
        OwnPart.objects.filter(owner=actor.person).count() < MOST_OWN, "", "own-shelf-full", most=MOST_OWN
    )
    document = own.part.model_dump(exclude_none=True)
    fields = {"title": own.title, "part": document, "price": own.price, "club": own.club}
    return Status(201, OwnPart.objects.create(**fields, owner_id=actor.person))


@router.delete("/shelf/own/{pk}", response={204: None})
def take_off_shelf(request: HttpRequest, pk: int) -> Any:
    """Take a part of one's own off the shelf; the stations that use it keep theirs."""
    own_parts(actor_of(request), changing=True).filter(pk=pk).delete()
    return Status(204, None)
