"""Invitations, where people are logged in, and the record of who came in and who touched what was shared."""

from django.conf import settings
from django.db import models
from django.utils import timezone

from tithe.web.stations.models import Station


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


class PhoneCode(models.Model):
    """A link that signs its person in on a phone, once, within a few minutes, for one station; of its secret
    only a digest is kept."""

    digest = models.CharField(max_length=64, unique=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="phone_codes")
    station = models.ForeignKey(Station, on_delete=models.CASCADE, related_name="phone_codes")
    until = models.DateTimeField()

    def __str__(self) -> str:
        return f"a phone of {self.person} for {self.station}"


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

    @property
    def device(self) -> str:
        """What the program says that it runs on, as people call that."""
        if "Mozilla/" in self.program:  # as every browser calls itself
            return "A phone" if "Mobi" in self.program else "A computer"
        return self.program[:40] or "A program without a name"


class What(models.TextChoices):
    """What a record is of."""

    LOG_IN = "log-in"
    REFUSED = "refused"
    LOG_OUT = "log-out"
    SAW = "saw"
    CHANGED = "changed"


class Record(models.Model):
    """Somebody came in or went, was refused, or saw or changed a station of another's: by ``name``, since an
    account may go, "" of who came by a link; from which ``address``. It is kept for a while."""

    when = models.DateTimeField(default=timezone.now, db_index=True)
    what = models.CharField(max_length=20, choices=What.choices)
    name = models.CharField(max_length=150, default="")
    address = models.CharField(max_length=60, default="")
    station = models.ForeignKey(Station, on_delete=models.CASCADE, null=True, related_name="records")

    class Meta:
        ordering = ("-when", "-id")

    def __str__(self) -> str:
        return f"{self.when:%Y-%m-%d %H:%M} {self.what} {self.name}"
