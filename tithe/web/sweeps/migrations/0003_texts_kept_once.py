"""The texts of sweeps are kept once, by their hash."""

import json
from hashlib import sha256
from typing import Any

import django.db.models.deletion
from django.db import migrations, models


def move(apps: Any, editor: Any) -> None:
    texts, sweeps = apps.get_model("stations", "Text"), apps.get_model("sweeps", "KeptSweep")
    for pk in sweeps.objects.order_by("pk").values_list("pk", flat=True):
        body = sweeps.objects.values_list("content", flat=True).get(pk=pk)
        digest = sha256(body.encode("utf-8")).hexdigest()
        size = len(json.dumps(body, ensure_ascii=False).encode("utf-8"))
        texts.objects.get_or_create(digest=digest, defaults={"body": body, "size": size})
        sweeps.objects.filter(pk=pk).update(text=digest)


class Migration(migrations.Migration):
    dependencies = [("stations", "0004_texts_kept_once"), ("sweeps", "0002_order_of_arrival")]
    text = models.ForeignKey(
        on_delete=django.db.models.deletion.PROTECT, related_name="sweeps", to="stations.text", null=True
    )
    operations = [
        migrations.AddField("keptsweep", "text", text),
        migrations.RunPython(move, migrations.RunPython.noop, elidable=True),
        migrations.RemoveField("keptsweep", "content"),
        migrations.AlterField(
            "keptsweep",
            "text",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT, related_name="sweeps", to="stations.text"
            ),
        ),
    ]
