"""A practice round."""

import uuid

from django.conf import settings
from django.db import models

from tithe.web.stations.texts import DocumentField


class Round(models.Model):
    """``document``: the station as it is described; what is hidden in it follows from ``seed`` and ``level``.
    ``steps``: what was read, in its order, as `tithe.core.practice.way.Step` has it; ``answer``: what was
    said to be wrong ("": nothing yet), ``right`` and ``minutes`` of it beside the ``best_minutes``; whose
    it is, the ``owner``."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    begun = models.DateTimeField(auto_now_add=True)
    document = DocumentField()
    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="rounds"
    )
    level = models.PositiveSmallIntegerField()
    seed = models.BigIntegerField()
    steps = models.JSONField(default=list)
    answer = models.CharField(max_length=40, default="")
    right = models.BooleanField(null=True)
    minutes = models.FloatField(null=True)
    best_minutes = models.FloatField(null=True)

    class Meta:
        ordering = ("-begun",)

    def __str__(self) -> str:
        return f"level {self.level}, {self.begun:%Y-%m-%d}"
