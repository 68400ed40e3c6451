"""Large texts kept once: whatever repeats from one state of a station to the next, by its hash.

In a kept document a large antenna table or Touchstone text, or a tuner's presets and dials, are replaced by
``{"kept": digest}``; sweeps refer to theirs. What nothing refers to any more is dropped when the data folder
is looked after.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from datetime import timedelta
from functools import partial
from hashlib import sha256
from typing import Any

from django.apps import apps
from django.db import models, transaction
from django.db.models.functions import Cast
from django.utils import timezone

LARGE = 2000
_LARGE = {"content": LARGE, "points": LARGE, "presets": 200, "dials": 200}
"""By key, characters from which on what stands there is kept by itself."""
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
    """The document with what is large in it kept by itself."""
    return dict(_changed(document, _away))


def bring_back(document: dict[str, Any]) -> dict[str, Any]:
    """The document whole again, its texts read at once. Raises `Text.DoesNotExist` where one is gone."""
    wanted = digests(document)
    bodies = dict(Text.objects.filter(digest__in=wanted).values_list("digest", "body")) if wanted else {}
    if len(bodies) < len(wanted):
        raise Text.DoesNotExist
    return dict(_changed(document, partial(_back, bodies)))


def _changed(value: Any, change: Callable[[str, Any], Any]) -> Any:
    """A copy with what stands under the keys changed, wherever that is."""
    if isinstance(value, dict):
        return {k: change(k, v) if k in _LARGE and v else _changed(v, change) for k, v in value.items()}
    return [_changed(item, change) for item in value] if isinstance(value, list) else value


def _away(key: str, value: Any) -> Any:
    body = value if isinstance(value, str) else json.dumps(value, separators=(",", ":"))
    return {"kept": keep(body).digest} if len(body) > _LARGE[key] else value


def _back(bodies: dict[str, str], key: str, value: Any) -> Any:
    if not _is_kept(value):
        return value
    body = bodies[value["kept"]]
    return body if key == "content" else json.loads(body)


def _is_kept(value: Any) -> bool:
    return isinstance(value, dict) and set(value) == {"kept"}


def digests(document: dict[str, Any]) -> set[str]:
    """Those that a document as it is kept refers to."""
    out: set[str] = set()

    def note(key: str, value: Any) -> Any:
        if _is_kept(value):
            out.add(value["kept"])
        return value

    _changed(document, note)
    return out


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
        value_out = super().from_db_value(value, expression, connection)
        return bring_back(value_out) if isinstance(value_out, dict) else value_out
