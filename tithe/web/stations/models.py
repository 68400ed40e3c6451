"""A station as a kept document with a version, and its earlier states."""

from django.db import models

from tithe.web.stations.texts import DocumentField, Text

__all__ = ["OwnPart", "Revision", "Station", "Text"]


class Station(models.Model):
    """``document`` is the station file's object; ``version`` grows by one with each save.

    ``last_key``: what the save that made this version called itself, so that its repetition is known.
    ``removed``: since when it is out of the list, from where it can be brought back for a while.
    """

    name = models.CharField(max_length=200)
    document = DocumentField()
    version = models.PositiveIntegerField(default=1)
    last_key = models.CharField(max_length=80, default="")
    updated = models.DateTimeField(auto_now=True)
    removed = models.DateTimeField(null=True)

    class Meta:
        ordering = ("id",)

    def __str__(self) -> str:
        return self.name


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
    """A part that the user put on the shelf; ``part`` is the station file's object, price in any currency."""

    title = models.CharField(max_length=200)
    part = models.JSONField()
    price = models.DecimalField(max_digits=12, decimal_places=2, null=True)

    class Meta:
        ordering = ("title", "id")

    def __str__(self) -> str:
        return self.title
