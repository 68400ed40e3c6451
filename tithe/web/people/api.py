"""The API of people: with whom a station is shared, and the links that show it."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any, cast

from django.conf import settings
from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Router, Schema, Status
from pydantic import Field

from tithe.web.actor import actor_of
from tithe.web.http import NotKeptError
from tithe.web.people import services
from tithe.web.people.on_phone import address_for_phones, square
from tithe.web.stations.models import ReadLink, Share, Station
from tithe.web.stations.rights import Right, kept

router = Router()
MOST_ROWS = 200


class ShareRow(Schema):
    """Somebody who may read a station, or change it as well."""

    name: str
    edits: bool

    @staticmethod
    def resolve_name(row: Share) -> str:
        """Of the person."""
        return row.person.get_username()


class LinkRow(Schema):
    """A link that shows a station; its secret is told only once, when it is made."""

    id: int
    made: datetime


class SharingOut(Schema):
    """With whom a station is shared, and who else there is."""

    shares: list[ShareRow]
    links: list[LinkRow]
    others: list[str]


class ShareRequest(Schema):
    """``edits``: whether they may change it as well."""

    name: Annotated[str, Field(max_length=150)]
    edits: bool = False


class NewLink(LinkRow):
    """``path``: below this server's address."""

    path: str


def _own(request: HttpRequest, pk: int) -> Station:
    """A station of one's own, where Tithe is shared. Raises `NotKeptError` or `NotAllowedError`."""
    if settings.SHARING is None:
        raise NotKeptError("", "served-alone")
    return kept(actor_of(request), pk, Right.OWN)


@router.get("/stations/{pk}/sharing", response=SharingOut)
def with_whom(request: HttpRequest, pk: int) -> Any:
    """With whom a station is shared."""
    station = _own(request, pk)
    shares = list(station.shares.select_related("person").order_by("person__username"))
    person_ids = {station.owner_id, *(share.person_id for share in shares)}
    others = [user.get_username() for user in services.people() if user.pk not in person_ids]
    return {"shares": shares, "links": list(station.links.all()), "others": others}


class RecordRow(Schema):
    """Who saw or changed a station that is another's; ``name`` is "" of who came by a link."""

    when: datetime
    what: str
    name: str


@router.get("/stations/{pk}/record", response=list[RecordRow])
def who_touched_it(request: HttpRequest, pk: int) -> Any:
    """Who saw or changed a station of one's own in the last 90 days, the last first, each hour once."""
    return list(_own(request, pk).records.all()[:MOST_ROWS])


class PhoneOut(Schema):
    """A link that opens a station on a phone, once: as ``address``, and as a ``square`` picture, a row of 0
    (light) and 1 (dark) each; until when it is good."""

    address: str
    square: list[str]
    until: datetime


@router.post("/stations/{pk}/phone", response={201: PhoneOut})
def on_a_phone(request: HttpRequest, pk: int) -> Any:
    """A link by which one's own phone is signed in for a station; it may do there what one may do oneself,
    but for what is its owner's alone."""
    if settings.SHARING is None:
        raise NotKeptError("", "served-alone")
    station = kept(actor_of(request), pk)
    actor_of(request).require_everywhere()
    server = address_for_phones(request)
    token, until = services.for_phone(cast(User, request.user), station)
    address = f"{server}/phone/{token}"
    return Status(201, {"address": address, "square": square(address), "until": until})


@router.put("/stations/{pk}/sharing", response=ShareRow)
def share_with(request: HttpRequest, pk: int, body: ShareRequest) -> Any:
    """Share a station with somebody, or let them do more or less with it."""
    return services.share(_own(request, pk), body.name, body.edits)


@router.delete("/stations/{pk}/sharing/{name}", response={204: None})
def share_no_more(request: HttpRequest, pk: int, name: str) -> Any:
    """Take somebody's share back."""
    Share.objects.filter(station=_own(request, pk), person__username=name).delete()
    return Status(204, None)


@router.post("/stations/{pk}/links", response={201: NewLink})
def make_link(request: HttpRequest, pk: int) -> Any:
    """A link by which whoever holds it may read a station."""
    station = _own(request, pk)
    token = services.link(station)
    made = ReadLink.objects.filter(station=station).last()
    assert made is not None
    return Status(201, {"id": made.pk, "made": made.made, "path": f"/link/{token}"})


@router.delete("/stations/{pk}/links/{link}", response={204: None})
def take_link_back(request: HttpRequest, pk: int, link: int) -> Any:
    """Take a link back: who came by it sees nothing any more."""
    _own(request, pk).links.filter(pk=link).delete()
    return Status(204, None)
