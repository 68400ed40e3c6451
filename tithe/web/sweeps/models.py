"""A kept sweep of a station."""

from django.db import models
from django.utils import timezone

from tithe.web.stations.models import Station, Text


class KeptSweep(models.Model):
    """``text`` is Touchstone or CSV; ``chain`` the run of the day it was taken, ``joint`` the place
    in it; ``low_mhz``, ``high_mhz``: its ends, None until they are asked for.

    ``removed`` ones are out of sight and can be brought back. ``key``: what its sender calls it, so that sent
    twice it is kept once ("": no name).
    """

    station = models.ForeignKey(Station, on_delete=models.CASCADE, related_name="sweeps")
    title = models.CharField(max_length=200)
    text = models.ForeignKey(Text, on_delete=models.PROTECT, related_name="sweeps")
    taken = models.DateTimeField(default=timezone.now)
    joint = models.PositiveIntegerField(default=0)
    chain = models.JSONField(default=list)
    baseline = models.BooleanField(default=False)
    trim = models.BooleanField(default=False)
    change_m = models.FloatField(null=True)
    radials = models.PositiveIntegerField(null=True)
    radial_m = models.FloatField(null=True)
    low_mhz = models.FloatField(null=True)
    high_mhz = models.FloatField(null=True)
    removed = models.BooleanField(default=False)
    key = models.CharField(max_length=80, default="")

    class Meta:
        ordering = ("id",)  # of arrival: a clock may go backwards, a cut cannot be undone
        constraints = (
            models.UniqueConstraint(
                fields=("station", "key"), condition=~models.Q(key=""), name="one_sweep_per_key"
            ),
        )

    def __str__(self) -> str:
        return self.title

    @property
    def content(self) -> str:
        """The file's text."""
        return self.text.body
