"""Accounts, invitations, and who shares what with whom."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.db import transaction
from django.db.models import Q
from django.utils import timezone

from tithe.core.errors import InputError, require
from tithe.web.http import NotKeptError
from tithe.web.people.coming_in import digest_of, secret
from tithe.web.people.models import Invitation, PhoneCode, Record, Seat
from tithe.web.practice.models import Round
from tithe.web.stations.models import OwnPart, ReadLink, Share, Station

GOOD_FOR, PHONE_GOOD_FOR = timedelta(days=7), timedelta(minutes=5)
MOST_OPEN, MOST_SHARES, MOST_LINKS = 20, 100, 20


def people() -> list[User]:
    """All who have an account."""
    return list(get_user_model().objects.filter(is_active=True).order_by("username"))


def person(name: str) -> User:
    """By their name. Raises `NotKeptError`."""
    user = get_user_model().objects.filter(username=name, is_active=True).first()
    if user is None:
        raise NotKeptError("name", "no-person", name[:40])
    return user


@transaction.atomic
def add(name: str, password: str) -> User:
    """A new account; the first one keeps what belongs to all, and is given whatever nobody owns yet. Raises
    `InputError` for a name that is taken or none, or a password that is too weak."""
    user_model = get_user_model()
    name = user_model.normalize_username(name)
    require(not user_model.objects.filter(username__iexact=name).exists(), "name", "name-taken", name)
    user = user_model(username=name)
    try:
        user.full_clean(exclude=["password"])
    except ValidationError:
        raise InputError("name", "no-name", name[:40]) from None
    change_password(user, password)
    if user_model.objects.count() == 1:
        user.is_staff = True
        user.save()
        for owned in (Station, OwnPart, Round):
            owned.objects.filter(owner=None).update(owner=user)
    return user


def change_password(user: User, password: str) -> None:
    """Another password; all their sessions end. Raises `InputError` for one that is too weak."""
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise InputError("password", "weak-password", message=" ".join(error.messages)) from None
    user.set_password(password)
    user.save()
    end_sessions(user)


def end_sessions(user: User) -> None:
    """Log somebody out everywhere."""
    keys = list(Seat.objects.filter(person=user).values_list("session_key", flat=True))
    Session.objects.filter(session_key__in=keys).delete()
    Seat.objects.filter(person=user).delete()


@transaction.atomic
def remove(user: User, heir: User) -> None:
    """Take an account away; what they own goes to whom they name. Raises `InputError` for the same one, or
    the last keeper."""
    require(user.pk != heir.pk, "to", "own-heir")
    keepers = get_user_model().objects.filter(is_staff=True, is_active=True).exclude(pk=user.pk)
    require(keepers.exists(), "name", "last-keeper")
    end_sessions(user)
    Share.objects.filter(person=heir, station__owner=user).delete()
    Station.objects.filter(owner=user).update(owner=heir)
    for part in OwnPart.objects.filter(owner=user):
        if OwnPart.objects.filter(owner=heir, uuid=part.uuid).exists():
            part.delete()
        else:
            OwnPart.objects.filter(pk=part.pk).update(owner=heir)
    user.delete()


@transaction.atomic
def invite(by: User, note: str = "") -> str:
    """A new invitation's secret, told once. Raises `InputError` for one too many."""
    waiting = Invitation.objects.filter(by=by, used=None, until__gt=timezone.now())
    require(waiting.count() < MOST_OPEN, "", "too-many-invitations", most=MOST_OPEN)
    token = secret()
    Invitation.objects.create(digest=digest_of(token), by=by, note=note, until=timezone.now() + GOOD_FOR)
    return token


def invitation(token: str) -> Invitation | None:
    """One that is still good."""
    return Invitation.objects.filter(
        digest=digest_of(token), used=None, until__gt=timezone.now(), by__is_active=True
    ).first()


@transaction.atomic
def accept(token: str, name: str, password: str) -> User:
    """Come in by an invitation, once. Raises `InputError`."""
    invited = invitation(token)
    if invited is None:
        raise InputError("", "no-invitation")
    # Of two at once one has it: the second finds it used.
    taken = Invitation.objects.filter(pk=invited.pk, used=None).update(used=timezone.now())
    require(taken == 1, "", "no-invitation")
    return add(name, password)


def share(station: Station, name: str, edits: bool) -> Share:
    """Share a station. Raises `NotKeptError` for nobody of that name, `InputError` for its owner."""
    whom = person(name)
    require(whom.pk != station.owner_id, "name", "is-owner")
    require(station.shares.count() < MOST_SHARES, "", "too-many-shares", most=MOST_SHARES)
    return Share.objects.update_or_create(station=station, person=whom, defaults={"edits": edits})[0]


def link(station: Station) -> str:
    """A new link's secret, told once. Raises `InputError` for one too many."""
    require(station.links.count() < MOST_LINKS, "", "too-many-links", most=MOST_LINKS)
    token = secret()
    ReadLink.objects.create(station=station, digest=digest_of(token))
    return token


@transaction.atomic
def for_phone(user: User, station: Station) -> tuple[str, datetime]:
    """The secret of a code that signs somebody in on a phone, for one station, and until when it is good; it
    takes the place of one that was made before."""
    PhoneCode.objects.filter(Q(person=user) | Q(until__lt=timezone.now())).delete()
    token = secret()
    until = timezone.now() + PHONE_GOOD_FOR
    PhoneCode.objects.create(digest=digest_of(token), person=user, station=station, until=until)
    return token, until


def phone_code(token: str) -> PhoneCode | None:
    """One that is still good."""
    return PhoneCode.objects.filter(
        digest=digest_of(token), until__gt=timezone.now(), person__is_active=True, station__removed=None
    ).first()


def use_phone_code(token: str) -> PhoneCode | None:
    """The same, which then is good no more; None where it was not, also of two at once the second."""
    code = phone_code(token)
    return code if code and PhoneCode.objects.filter(pk=code.pk).delete()[0] else None


def promote(user: User) -> None:
    """Let somebody look after what belongs to all."""
    user.is_staff = True
    user.save()


def came_and_went() -> list[Record]:
    """Log-ins, refused ones and log-outs, the last first."""
    return list(Record.objects.filter(station=None))
