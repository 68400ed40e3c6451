"""Writes what is generated from the models: the OpenAPI schema and the station file's JSON Schema."""

from __future__ import annotations

import json
import os
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
OPENAPI = ROOT / "frontend" / "openapi.json"
STATION_SCHEMA = ROOT / "tithe" / "document" / "station.schema.json"


def openapi_text() -> str:
    """The API's schema as the front end takes it."""
    from tithe.site.api import api

    return json.dumps(api.get_openapi_schema(), indent=1, ensure_ascii=False) + "\n"


def station_schema_text() -> str:
    """The station file's JSON Schema as shipped."""
    from tithe.document.station import StationFile

    return json.dumps(StationFile.model_json_schema(), indent=1, ensure_ascii=False) + "\n"


def main() -> None:
    """Write both files."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tithe.site.settings")
    import django

    django.setup()
    OPENAPI.write_text(openapi_text(), "utf-8")
    STATION_SCHEMA.write_text(station_schema_text(), "utf-8")


if __name__ == "__main__":
    main()
