"""The folder gets a number of its own, and so do every station and every part of the user's shelf, by which
they are known on another machine as well; documents that named a line of that shelf by its place in this
database name it by that."""

import json
import uuid
from typing import Any

from django.db import migrations, models


def give_numbers(apps: Any, schema_editor: Any) -> None:
    OwnPart = apps.get_model("stations", "OwnPart")
    tokens = {}
    for own in OwnPart.objects.all():
        own.uuid = uuid.uuid4()
        own.save(update_fields=["uuid"])
        if own.part.get("kind") == "line":
            tokens[f"own-{own.pk}"] = f"own-{own.uuid.hex}"
    for station in apps.get_model("stations", "Station").objects.only("id"):
        station.uuid = uuid.uuid4()
        station.save(update_fields=["uuid"])
    apps.get_model("stations", "Folder").objects.create()
    if tokens:
        for name in ("Station", "Revision"):
            _rename_tokens(schema_editor, apps.get_model("stations", name), tokens)


def _rename_tokens(schema_editor: Any, model: Any, tokens: dict[str, str]) -> None:
    """In the stored text, since large texts of a document are kept elsewhere."""
    table = model._meta.db_table
    with schema_editor.connection.cursor() as cursor:
        cursor.execute(f"SELECT id, document FROM {table} WHERE document LIKE '%own-%'")
        for pk, stored in cursor.fetchall():
            document = json.loads(stored)
            choice = document.get("choice")
            if not choice:
                continue
            if "lines_off" in choice:
                choice["lines_off"] = [tokens.get(token, token) for token in choice["lines_off"]]
            if choice.get("line"):
                choice["line"] = tokens.get(choice["line"], choice["line"])
            if "prices" in choice:
                # "own-3" is a part of the generic shelf, too, whose price it may be.
                prices = choice["prices"]
                choice["prices"] = {k: v for k, v in prices.items() if not _is_line(k, tokens)} | {
                    tokens[k]: v for k, v in prices.items() if k in tokens
                }
            cursor.execute(f"UPDATE {table} SET document = %s WHERE id = %s", [json.dumps(document), pk])


def _is_line(token: str, tokens: dict[str, str]) -> bool:
    return token in tokens and token != "own-3"


class Migration(migrations.Migration):
    dependencies = [("stations", "0005_removed_stations")]
    operations = [
        migrations.CreateModel(
            name="Folder",
            fields=[
                ("id", models.UUIDField(primary_key=True, default=uuid.uuid4, serialize=False)),
                ("days", models.PositiveIntegerField(default=0)),
            ],
        ),
        migrations.AddField("station", "removed_day", models.PositiveIntegerField(default=0)),
        migrations.AddField("station", "origin", models.CharField(default="", max_length=80)),
        migrations.AddField("station", "uuid", models.UUIDField(null=True)),
        migrations.AddField("ownpart", "uuid", models.UUIDField(null=True)),
        migrations.RunPython(give_numbers, migrations.RunPython.noop),
        migrations.AlterField("station", "uuid", models.UUIDField(default=uuid.uuid4, unique=True)),
        migrations.AlterField("ownpart", "uuid", models.UUIDField(default=uuid.uuid4, unique=True)),
    ]
