"""A station as a kept document with a version, and its earlier states."""

import json
import uuid
from hashlib import sha256

from django.conf import settings
from django.db import models

from tithe.web.stations.texts import DocumentField, Text

__all__ = ["Folder", "OwnPart", "ReadLink", "Revision", "Share", "Station", "Text"]


class Folder(models.Model):
    """The data folder's own number, in one row: by it a browser knows whose stations it remembers. ``days``:
    on how many days it was looked after."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    days = models.PositiveIntegerField(default=0)

    def __str__(self) -> str:
        return self.id.hex


class Station(models.Model):
    """``document`` is the station file's object; ``version`` grows by one with each save.

    ``last_key``: what the save that made this version called itself, so that its repetition is known.
    ``removed``: since when it is out of the list, from where it can be brought back for a while, and on which
    of the folder's days that was. ``uuid``: by which it is known on another machine as well. ``origin``: from
    which line of a file with everything it came, so that the file taken in again doubles nothing. ``owner``:
    whose it is, and ``changed_by``: who made this version (None: of the one whom Tithe served alone).
    """

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="stations"
    )
    changed_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )

    name = models.CharField(max_length=200)
    document = DocumentField()
    version = models.PositiveIntegerField(default=1)
    last_key = models.CharField(max_length=80, default="")
    updated = models.DateTimeField(auto_now=True)
    removed = models.DateTimeField(null=True)
    removed_day = models.PositiveIntegerField(default=0)
    uuid = models.UUIDField(unique=True, default=uuid.uuid4)
    origin = models.CharField(max_length=80, default="")

    class Meta:
        ordering = ("id",)

    def __str__(self) -> str:
        return self.name

    @property
    def digest(self) -> str:
        """Of the document: two states of one version may differ, where a copy was put back in between."""
        text = json.dumps(self.document, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
        return sha256(text.encode("utf-8")).hexdigest()[:32]


class Revision(models.Model):
    """An earlier state of a station, kept when a save replaced it; ``changed_by``: who had made it."""

    station = models.ForeignKey(Station, on_delete=models.CASCADE, related_name="revisions")
    version = models.PositiveIntegerField()
    document = DocumentField()
    saved = models.DateTimeField(auto_now_add=True)
    changed_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )

    class Meta:
        ordering = ("-version",)
        constraints = (
            models.UniqueConstraint(fields=("station", "version"), name="one_revision_per_version"),
        )

    def __str__(self) -> str:
        return f"{self.station} v{self.version}"


class Share(models.Model):
    """A station that another person may read, or change as well."""

    station = models.ForeignKey(Station, on_delete=models.CASCADE, related_name="shares")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="shares")
    edits = models.BooleanField(default=False)

    class Meta:
        constraints = (
            models.UniqueConstraint(fields=("station", "person"), name="one_share_of_a_station_per_person"),
        )

    def __str__(self) -> str:
        return f"{self.station} with {self.person}"


class ReadLink(models.Model):
    """A link by which whoever holds it may read a station; of its secret only a digest is kept."""

    station = models.ForeignKey(Station, on_delete=models.CASCADE, related_name="links")
    digest = models.CharField(max_length=64, unique=True)
    made = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("id",)

    def __str__(self) -> str:
        return f"link to {self.station}"


class OwnPart(models.Model):
    """A part that somebody put on their shelf, or a keeper on the ``club``'s; ``part`` is the station file's
    object, price in any currency; ``uuid``: by which it is known on another machine as well."""

    uuid = models.UUIDField(default=uuid.uuid4)
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="parts"
    )
    club = models.BooleanField(default=False)
    title = models.CharField(max_length=200)
    part = models.JSONField()
    price = models.DecimalField(max_digits=12, decimal_places=2, null=True)

    class Meta:
        ordering = ("title", "id")
        constraints = (
            models.UniqueConstraint(fields=("uuid", "owner"), name="one_part_of_a_number_per_person"),
            models.UniqueConstraint(
                fields=("uuid",), condition=models.Q(owner=None), name="one_part_of_a_number_alone"
            ),
        )

    def __str__(self) -> str:
        return self.title

    @property
    def token(self) -> str:
        """What a choice calls it."""
        return f"own-{self.uuid.hex}"
