"""An entry has the name that its sender gave it, so that sent twice it is kept once. A reading that holds no
figure, or more than one meter can show, was once taken and could never be explained: it becomes a note."""

from typing import Any

from django.db import migrations, models


def readings_without_figures_are_notes(apps: Any, schema_editor: Any) -> None:
    LogEntry = apps.get_model("log", "LogEntry")
    for entry in LogEntry.objects.filter(kind="reading"):
        body = entry.body
        if not _is_no_reading(body):
            continue
        figures = [
            f"{name} {body[key]:g}{unit}"
            for key, name, unit in (
                ("forward_w", "forward", " W"),
                ("reflected_w", "reflected", " W"),
                ("swr", "SWR", ""),
            )
            if body.get(key) is not None
        ]
        sentences = [f"Read at {body.get('at')}, {body.get('mhz'):g} MHz", ", ".join(figures) or "no figure"]
        text = ": ".join(sentences) + ("." if not body.get("note") else f". {body['note']}")
        entry.kind, entry.mhz = "note", None
        entry.body = {"text": text[:2000], "date": body.get("date", "")}
        entry.save()


def _is_no_reading(body: dict[str, Any]) -> bool:
    forward, reflected, swr = (body.get(key) for key in ("forward_w", "reflected_w", "swr"))
    nothing = forward is None and swr is None
    return nothing or (reflected is not None and (forward is None or swr is not None))


class Migration(migrations.Migration):
    dependencies = [("log", "0001_initial")]
    operations = [
        migrations.AddField("logentry", "key", models.CharField(default="", max_length=80)),
        migrations.AddConstraint(
            "logentry",
            models.UniqueConstraint(
                fields=("station", "key"), condition=~models.Q(key=""), name="one_entry_per_key"
            ),
        ),
        migrations.RunPython(readings_without_figures_are_notes, migrations.RunPython.noop),
    ]
