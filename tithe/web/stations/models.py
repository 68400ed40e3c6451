"""A station as a kept document with a version, and its earlier states."""

import json
import uuid
from hashlib import sha256

from django.db import models

from tithe.web.stations.texts import DocumentField, Text

__all__ = ["Folder", "OwnPart", "Revision", "Station", "Text"]


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
    which line of a file with everything it came, so that the file taken in again doubles nothing.
    """

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
        told = json.dumps(self.document, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
        return sha256(told.encode("utf-8")).hexdigest()[:32]


class Revision(models.Model):
    """An earlier state of a station, kept when a save replaced it."""

    station = models.ForeignKey(Station, on_delete=models.CASCADE, related_name="revisions")
    version = models.PositiveIntegerField()
    document = DocumentField()
    saved = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ("-version",)
        constraints = (
            models.UniqueConstraint(fields=("station", "version"), name="one_revision_per_version"),
        )

    def __str__(self) -> str:
        return f"{self.station} v{self.version}"


class OwnPart(models.Model):
    """A part that the user put on the shelf; ``part`` is the station file's object, price in any currency;
    ``uuid``: by which it is known on another machine as well."""

    uuid = models.UUIDField(unique=True, default=uuid.uuid4)
    title = models.CharField(max_length=200)
    part = models.JSONField()
    price = models.DecimalField(max_digits=12, decimal_places=2, null=True)

    class Meta:
        ordering = ("title", "id")

    def __str__(self) -> str:
        return self.title

    @property
    def token(self) -> str:
        """What a choice calls it."""
        return f"own-{self.uuid.hex}"
