"""What is noted of a station under a date, and not part of its description."""

from django.db import models

from tithe.web.stations.models import Station


class Kind(models.TextChoices):
    """What an entry is of."""

    READING = "reading"
    NOTE = "note"


class LogEntry(models.Model):
    """``kind``: ``reading`` (``body`` as the station file has it) or ``note`` (``body["text"]``); ``mhz``: at
    which frequency, if at one. ``removed`` ones are out of sight and can be brought back. ``key``: what its
    sender calls it, so that sent twice it is kept once ("": no name)."""

    station = models.ForeignKey(Station, on_delete=models.CASCADE, related_name="log")
    kind = models.CharField(max_length=20, choices=Kind.choices)
    taken = models.DateTimeField()
    mhz = models.FloatField(null=True)
    body = models.JSONField(default=dict)
    removed = models.BooleanField(default=False)
    key = models.CharField(max_length=80, default="")

    class Meta:
        ordering = ("id",)
        constraints = (
            models.UniqueConstraint(
                fields=("station", "key"), condition=~models.Q(key=""), name="one_entry_per_key"
            ),
        )
        indexes = (models.Index(fields=("station", "removed", "taken"), name="log_by_time"),)

    def __str__(self) -> str:
        return f"{self.kind} of {self.taken:%Y-%m-%d}"
