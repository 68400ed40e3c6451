"""Writes what is generated from the models: the OpenAPI schema, the station file's JSON Schema, and what the
page's tests are told of the bench."""

from __future__ import annotations

import json
import os
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
OPENAPI = ROOT / "frontend" / "openapi.json"
BENCH_JOBS = ROOT / "frontend" / "bench-jobs.json"
STATION_SCHEMA = ROOT / "tithe" / "document" / "station.schema.json"


def openapi_text() -> str:
    """The API's schema as the front end takes it."""
    from tithe.site.api import api

    return json.dumps(api.get_openapi_schema(), indent=1, ensure_ascii=False) + "\n"


def station_schema_text() -> str:
    """The station file's JSON Schema as shipped."""
    from tithe.document.station import StationFile

    return json.dumps(StationFile.model_json_schema(), indent=1, ensure_ascii=False) + "\n"


def bench_jobs_text() -> str:
    """The jobs of the bench as the page is told them, for its tests."""
    from tithe.answers.question import Work, every
    from tithe.core.cost import go_on

    (jobs,) = (question for question in every() if question.path == "bench/jobs")
    answer = jobs.work()
    assert isinstance(answer, Work)
    return json.dumps(answer.answer(go_on), indent=1, ensure_ascii=False) + "\n"


def _write(path: Path, text: str) -> None:
    """Write what is new, else only that it is of now: somebody may be reading it."""
    if path.exists() and path.read_text("utf-8") == text:
        path.touch()
    else:
        path.write_text(text, "utf-8")


def main() -> None:
    """Write them all; given ``station``, the station file's schema alone, which is all that the page is built
    of and takes a tenth of the time."""
    _write(STATION_SCHEMA, station_schema_text())
    if sys.argv[1:] == ["station"]:
        return
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "tithe.site.settings")
    import django

    django.setup()
    _write(OPENAPI, openapi_text())
    _write(BENCH_JOBS, bench_jobs_text())


if __name__ == "__main__":
    main()
