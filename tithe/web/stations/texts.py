"""Large texts kept once: whatever repeats from one state of a station to the next, by its hash.

In a kept document a large antenna table or Touchstone text is replaced by ``{"kept": digest}``; sweeps refer
to theirs. What nothing refers to any more is dropped when the data folder is looked after.
"""

from __future__ import annotations

import json
from datetime import timedelta
from hashlib import sha256
from typing import Any

from django.apps import apps
from django.db import models, transaction
from django.db.models.functions import Cast
from django.utils import timezone

LARGE = 2000
"""Characters from which on a text is kept by itself."""
_KEYS = ("content", "points")
_STAY = timedelta(days=1)  # texts of an import come before what refers to them


class Text(models.Model):
    """``digest``: SHA-256 of the body, in hex; ``size``: its bytes as a string of JSON."""

    digest = models.CharField(max_length=64, primary_key=True)
    body = models.TextField()
    size = models.PositiveIntegerField()
    added = models.DateTimeField(auto_now_add=True)

    class Meta:
        app_label = "stations"

    def __str__(self) -> str:
        return self.digest


def keep(body: str) -> Text:
    """The text, kept now or before."""
    raw = body.encode("utf-8")
    size = len(json.dumps(body, ensure_ascii=False).encode("utf-8"))
    return Text.objects.get_or_create(digest=sha256(raw).hexdigest(), defaults={"body": body, "size": size})[
        0
    ]


def put_away(document: dict[str, Any]) -> dict[str, Any]:
    """The document with its large texts kept by themselves."""
    return _each_antenna(document, _away)


def bring_back(document: dict[str, Any]) -> dict[str, Any]:
    """The document whole again."""
    return _each_antenna(document, _back)


def _each_antenna(document: dict[str, Any], change: Any) -> dict[str, Any]:
    out = dict(document)
    if "antenna" in out:
        out["antenna"] = change(out["antenna"])
    if out.get("arrangements"):
        out["arrangements"] = [one | {"antenna": change(one["antenna"])} for one in out["arrangements"]]
    return out


def _away(antenna: dict[str, Any]) -> dict[str, Any]:
    out = dict(antenna)
    for key in _KEYS:
        if key in out:
            value = out[key]
            body = value if isinstance(value, str) else json.dumps(value, separators=(",", ":"))
            if len(body) > LARGE:
                out[key] = {"kept": keep(body).digest}
    return out


def _back(antenna: dict[str, Any]) -> dict[str, Any]:
    out = dict(antenna)
    for key in _KEYS:
        if isinstance(out.get(key), dict):
            body = Text.objects.get(digest=out[key]["kept"]).body
            out[key] = body if key == "content" else json.loads(body)
    return out


def digests(document: dict[str, Any]) -> set[str]:
    """Those that a document as it is kept refers to."""
    antennas = [document.get("antenna", {}), *(one["antenna"] for one in document.get("arrangements", ()))]
    found = (antenna.get(key) for antenna in antennas for key in _KEYS)
    return {one["kept"] for one in found if isinstance(one, dict)}


@transaction.atomic
def drop_unused() -> int:
    """Drop the texts of before yesterday that nothing refers to; how many."""
    used = set(apps.get_model("sweeps", "KeptSweep").objects.values_list("text_id", flat=True))
    for name in ("Station", "Revision"):
        kept = apps.get_model("stations", name).objects.annotate(stored=Cast("document", models.TextField()))
        for stored in kept.filter(stored__contains='"kept"').values_list("stored", flat=True).iterator():
            used |= digests(json.loads(stored))
    old = Text.objects.filter(added__lt=timezone.now() - _STAY)
    unused = [digest for digest in old.values_list("digest", flat=True) if digest not in used]
    return sum(Text.objects.filter(digest=digest).delete()[0] for digest in unused)


class DocumentField(models.JSONField):
    """A station's document: whole in Python, its large texts kept by themselves in the database."""

    def pre_save(self, model_instance: models.Model, add: bool) -> Any:
        """What is stored."""
        return put_away(super().pre_save(model_instance, add))

    def from_db_value(self, value: Any, expression: Any, connection: Any) -> Any:
        """What was stored, whole again."""
        found = super().from_db_value(value, expression, connection)
        return bring_back(found) if isinstance(found, dict) else found
