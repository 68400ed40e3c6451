"""Large texts of documents are kept once, by their hash; what a document holds stays the same."""

import json
from hashlib import sha256
from typing import Any

from django.db import migrations, models

import tithe.web.stations.texts

LARGE = 2000


def kept(texts: Any, body: str) -> dict[str, str]:
    digest = sha256(body.encode("utf-8")).hexdigest()
    size = len(json.dumps(body, ensure_ascii=False).encode("utf-8"))
    texts.objects.get_or_create(digest=digest, defaults={"body": body, "size": size})
    return {"kept": digest}


def away(texts: Any, antenna: dict[str, Any]) -> None:
    for key in ("content", "points"):
        value = antenna.get(key)
        body = value if isinstance(value, str) else json.dumps(value, separators=(",", ":"))
        if value is not None and len(body) > LARGE:
            antenna[key] = kept(texts, body)


def move(apps: Any, editor: Any) -> None:
    texts = apps.get_model("stations", "Text")
    for name in ("Station", "Revision"):
        model = apps.get_model("stations", name)
        for pk in model.objects.order_by("pk").values_list("pk", flat=True):
            document = model.objects.values_list("document", flat=True).get(pk=pk)
            for holder in (document, *document.get("arrangements", ())):
                away(texts, holder.get("antenna", {}))
            model.objects.filter(pk=pk).update(document=document)


class Migration(migrations.Migration):
    dependencies = [("stations", "0003_save_keys")]
    operations = [
        migrations.CreateModel(
            name="Text",
            fields=[
                ("digest", models.CharField(max_length=64, primary_key=True, serialize=False)),
                ("body", models.TextField()),
                ("size", models.PositiveIntegerField()),
                ("added", models.DateTimeField(auto_now_add=True)),
            ],
        ),
        migrations.RunPython(move, migrations.RunPython.noop, elidable=True),
        migrations.AlterField("revision", "document", tithe.web.stations.texts.DocumentField()),
        migrations.AlterField("station", "document", tithe.web.stations.texts.DocumentField()),
    ]
