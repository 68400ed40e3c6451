"""Whether an antenna is fed against ground goes by its shape where nothing is said. Before, "no" was what every
saved choice held, said or not: that is taken out."""

import json
from typing import Any

from django.db import migrations

KEY = "fed_against_ground"


def unsay(apps: Any, schema_editor: Any) -> None:
    """In the stored text, since large texts of a document are kept elsewhere."""
    with schema_editor.connection.cursor() as cursor:
        for name in ("Station", "Revision"):
            table = apps.get_model("stations", name)._meta.db_table
            cursor.execute(f"SELECT id, document FROM {table} WHERE document LIKE %s", [f"%{KEY}%"])
            for pk, stored in cursor.fetchall():
                document = json.loads(stored)
                choice = document.get("choice") or {}
                if choice.get(KEY) is False:
                    del choice[KEY]
                    cursor.execute(
                        f"UPDATE {table} SET document = %s WHERE id = %s", [json.dumps(document), pk]
                    )


class Migration(migrations.Migration):
    dependencies = [("stations", "0006_identities")]
    operations = [migrations.RunPython(unsay, migrations.RunPython.noop)]
