"""Invitations, and where people are logged in."""

from django.conf import settings
from django.db import models
from django.utils import timezone


class Invitation(models.Model):
    """A link that lets one person in, once, until a moment; of its secret only a digest is kept."""

    digest = models.CharField(max_length=64, unique=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="invitations")
    note = models.CharField(max_length=200, default="")
    made = models.DateTimeField(default=timezone.now)
    until = models.DateTimeField()
    used = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-made", "id")

    def __str__(self) -> str:
        return f"invitation of {self.made:%Y-%m-%d}"


class Seat(models.Model):
    """A session of a person, so that it can be listed and ended: from which address and program."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="seats")
    session_key = models.CharField(max_length=40, unique=True)
    address = models.CharField(max_length=60, default="")
    program = models.CharField(max_length=200, default="")
    since = models.DateTimeField(default=timezone.now)
    seen = models.DateTimeField(default=timezone.now)

    class Meta:
        ordering = ("-seen", "id")

    def __str__(self) -> str:
        return f"{self.person} since {self.since:%Y-%m-%d}"
